import DxfParser from 'dxf-parser'
import { describe, expect, it } from 'vitest'
import { runLine } from '@/cli/line'
import { fixtureIssues, fixtureOfPlate, FixtureSchema } from '@/core/floor/register'
import { writeDocument } from '@/core/paper/formats'
import { planWay } from '@/core/plan/planning'
import { plateOf } from '@/core/plan/plates'
import { type EdgePlateHolding, ownPlaceWords } from '@/core/shop/holding'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { holePoints, type Part, partIssues, removedBox } from '@/core/work/part'
import { nominalSolid } from '@/core/work/stock'
import { meshOf } from '@/kernel'
import { mm, plainBlock, setup, way } from '../support/documents'
import { AGAINST_DOWELS } from '../support/holdingScenes'

/** Two rows, so that the plate reaches more than one slot. */
const HOLDING: EdgePlateHolding = { ...AGAINST_DOWELS, rows: 2, slots: mm(50) }

const wayOn = (more: Partial<EdgePlateHolding>) =>
  way(setup('s-1', 'top', 'back', ['top'], { holding: { ...HOLDING, ...more } }))

function platedBy(more: Partial<EdgePlateHolding>) {
  const plan = planWay(STANDARD_WORKSHOP, plainBlock(), wayOn(more))
  const [planned] = plan.setups
  const plate = planned && plateOf(plan, planned)
  if (!planned || !plate) throw new Error('no plate')
  return { planned, design: plate.design }
}

const holesOf = (part: Part, id: string) =>
  part.features.flatMap((one) =>
    one.kind === 'hole' && one.id.startsWith(id)
      ? holePoints(part, one).map(({ x, y }) => ({ x, y }))
      : [],
  )
const length = (value: number): string => `${value} mm`

describe('what a plate comes back to its place by', () => {
  it('dowels beside its screws where nothing is said; without screws its edges', () => {
    const { design } = platedBy({})
    expect(design.table).toMatchObject({ by: 'dowels', keys: [] })
    expect(design.table.dowels).toHaveLength(2)
    expect(ownPlaceWords(design.table, length)).toEqual({
      down: '4 screws M10 into the table',
      back: '2 dowels 10 mm',
    })
    const bare = platedBy({ slots: mm(0) }).design
    expect(bare.table).toEqual({ by: 'edges', screws: [], dowels: [], keys: [] })
    expect(ownPlaceWords(bare.table, length).down).toBeUndefined()
    // Said to come back by its edges it is screwed down, and nothing else is drilled for it.
    const edged = platedBy({ returns: 'edges' }).design
    expect(edged.table.screws).toHaveLength(4)
    expect(holesOf(edged.part, 'dowel')).toEqual([])
  })

  it('keys lie in the slot of its front screws, let into the underside, by hand', async () => {
    const { design } = platedBy({ returns: 'keys' })
    const { part } = design
    const { x, y } = part.size
    // Two rows of 64 and 35 between, 18 before and behind: 199. Of 171 between its rows of screws three slots of 50.
    expect(y.mm).toBeCloseTo(199, 6)
    const front = 199 / 2 - 75
    expect(design.table.screws.map((at) => at.y)).toEqual(
      [front, front + 150, front, front + 150].map((at) => expect.closeTo(at, 6) as number),
    )
    const ways = part.features.filter(({ id }) => id.startsWith('keyway'))
    const boxes = ways.map((one) => (one.kind === 'pocket' ? removedBox(part, one) : undefined))
    expect(boxes).toHaveLength(2)
    for (const [i, middle] of [36, x.mm - 36].entries()) {
      const box = boxes[i]
      expect([box?.low.x, box?.high.x]).toEqual([
        expect.closeTo(middle - 12, 6),
        expect.closeTo(middle + 12, 6),
      ])
      expect([box?.low.y, box?.high.y]).toEqual([
        expect.closeTo(front - 7, 6),
        expect.closeTo(front + 7, 6),
      ])
      expect([box?.low.z, box?.high.z]).toEqual([0, 5].map((z) => expect.closeTo(z, 6) as number))
    }
    expect(holesOf(part, 'key-')).toEqual(
      [36, x.mm - 36].map((at) => ({
        x: expect.closeTo(at, 6) as number,
        y: expect.closeTo(front, 6) as number,
      })),
    )
    expect(holesOf(part, 'dowel')).toEqual([])
    expect(design.troubles).toEqual([])
    expect(partIssues(part)).toEqual([])
    // By the mesh kernel: a keyway with round ends takes 10 × 14 and a circle of 14, 5 deep; its M6, drilled 5, 10 more.
    const without = {
      ...part,
      features: part.features.filter(({ id }) => !id.startsWith('key')),
    }
    const [all, less] = await Promise.all([
      meshOf(nominalSolid(without)),
      meshOf(nominalSolid(part)),
    ])
    const each = (10 * 14 + Math.PI * 49) * 5
    const thread = Math.PI * 2.5 ** 2 * 10
    expect(Math.abs(all.volumeMm3 - less.volumeMm3 - 2 * (each + thread))).toBeLessThan(
      0.02 * 2 * (each + thread),
    )
  })

  it('a bore in its middle is what the register finds it by', () => {
    const { design, planned } = platedBy({ returns: 'bore', gap: mm(60) })
    const { x, y } = design.part.size
    expect(holesOf(design.part, 'bore')).toEqual([
      { x: expect.closeTo(x.mm / 2, 6), y: expect.closeTo(y.mm / 2, 6) },
    ])
    expect(design.troubles).toEqual([])
    const fixture = FixtureSchema.parse(fixtureOfPlate(planned, design, ['G54', 'G55']))
    expect(fixtureIssues(STANDARD_WORKSHOP, fixture)).toEqual([])
    const { zero } = design
    expect(fixture.edges.map(({ axis, id, toZero }) => [id, axis, toZero.mm])).toEqual([
      ['bore-x', 'x', expect.closeTo(zero.x - x.mm / 2, 6)],
      ['bore-y', 'y', expect.closeTo(zero.y - y.mm / 2, 6)],
      ['top', 'z', 0],
    ])
    expect(fixture.note).toContain('indicate its bore')
    const keyed = platedBy({ returns: 'keys' })
    const kept = FixtureSchema.parse(fixtureOfPlate(keyed.planned, keyed.design, ['G54', 'G55']))
    expect(kept.checks.map(({ id }) => id)).toContain('keys')
    expect(kept.edges.map(({ id }) => id)).toEqual(['left', 'back', 'top'])
  })

  it('keys make a setup of their own for the underside, and are a layer of the DXF', async () => {
    const document = writeDocument({
      workshop: STANDARD_WORKSHOP,
      part: plainBlock(),
      ways: [wayOn({ returns: 'keys' })],
    })
    const plate = async (kind: string): Promise<string> => {
      let made: string | Uint8Array = ''
      const code = await runLine(['plate', 'block.json', '--setup', '1', '--as', kind], {
        read: () => document,
        readBytes: () => Buffer.from(document),
        write: () => undefined,
        out: (text) => (made = text),
        err: () => undefined,
      })
      expect(code).toBe(0)
      return Buffer.from(made).toString('latin1')
    }
    const drawing = new DxfParser().parseSync(await plate('dxf'))
    expect(drawing?.entities.filter(({ layer }) => layer === 'KEYWAYS')).toHaveLength(2)
    expect(await plate('job')).toContain('Underside')
    expect(await plate('pdf')).toContain('%PDF')
  })
})
