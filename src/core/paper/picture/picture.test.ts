import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PIER_PLATE, PIER_PLATE_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../demo'
import { findingsOf } from '../../foreman/findings'
import { type Feature, type Part } from '../../work/part'
import { statesOf, zeroPoint } from '../../plan/planning'
import { stateAsBought } from '../../work/stock'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { setupSheet } from '../sheet'
import { ORIENTATIONS } from '../../plan/way'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { mm, plainBlock, setup, way } from '../../../../tests/support/documents'
import { reachOf, type Scene } from '../../ground/scene'
import { drawing, elevation, isometric, plan } from '.'
import { setupAxes } from '../../shop/holding'

/** Every number finite, everything inside its sheet. */
function sound(scene: Scene, slack = 30): void {
  expect(scene.marks.length).toBeGreaterThan(3)
  for (const mark of scene.marks) {
    for (const [x, y] of reachOf(mark)) {
      expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true)
      expect(
        x > -slack && x < scene.width + slack && y > -slack && y < scene.height + slack,
        `${x}, ${y} in ${scene.width} × ${scene.height}`,
      ).toBe(true)
    }
  }
}

const planned = (part: Part, plan_: ReturnType<typeof way>) =>
  predictionOf(STANDARD_WORKSHOP, part, plan_).plan.setups

describe('isometric', () => {
  it('is sound in all 24 orientations, before and after every setup', () => {
    for (const state of statesOf(WORM_BLOCK, WORM_BLOCK_WAY_A))
      for (const o of ORIENTATIONS)
        sound(
          isometric(WORM_BLOCK, state, {
            width: 150,
            height: 90,
            axes: setupAxes(o.up, o.guide),
            tinted: new Set(['bore']),
          }),
          2,
        )
  })

  it('raw faces are stippled until they are cut', () => {
    const [before, after] = statesOf(
      plainBlock(),
      way(setup('s', 'top', 'back', ['top', 'front', 'right'])),
    )
    const raws = (state: NonNullable<typeof before>): number =>
      isometric(plainBlock(), state, {
        width: 100,
        height: 80,
        axes: setupAxes('top', 'back'),
        tinted: new Set(),
      }).marks.filter((m) => m.kind === 'path' && m.fill === 'raw').length
    if (!before || !after) throw new Error('states')
    expect([raws(before), raws(after)]).toEqual([3, 0])
  })

  it('a hole is drawn only where its mouth is seen', () => {
    const state = statesOf(WORM_BLOCK, WORM_BLOCK_WAY_A)[6]
    if (!state) throw new Error('state')
    const mouths = (up: 'top', toJaw: 'back' | 'front' | 'left'): number =>
      isometric(WORM_BLOCK, state, {
        width: 100,
        height: 80,
        axes: setupAxes(up, toJaw),
        tinted: new Set(),
      }).marks.filter((m) => m.ref === 'mount').length
    expect(mouths('top', 'back')).toBe(0)
    expect(mouths('top', 'front')).toBe(2)
  })
})

describe('drawing', () => {
  const sizes = fc.integer({ min: 5, max: 400 })
  it('fills its sheet and stays on it, whatever the block', () => {
    fc.assert(
      fc.property(sizes, sizes, sizes, (x, y, z) =>
        sound(
          drawing(
            { ...plainBlock(), size: { x: mm(x), y: mm(y), z: mm(z) } },
            { width: 760, height: 560 },
          ),
        ),
      ),
      {
        numRuns: 40,
        examples: [
          [5, 5, 5],
          [400, 5, 5],
        ],
      },
    )
  })

  it('shows what is chosen in blue, and its dimensions', () => {
    const scene = drawing(WORM_BLOCK, { width: 760, height: 560, chosen: 'bore' })
    expect(scene.marks.some((m) => m.kind === 'words' && m.text === '41.00 ±0.10')).toBe(true)
    expect(
      scene.marks.some((m) => m.kind === 'path' && m.ref === 'bore' && m.fill === 'tint'),
    ).toBe(true)
  })

  it('draws every kind of feature in every direction', () => {
    const base = { id: 'f', place: { dims: [], centred: true } }
    for (const on of ['left', 'right', 'front', 'back', 'bottom', 'top'] as const) {
      const beside = on === 'top' || on === 'bottom' ? 'left' : 'top'
      const features: Feature[] = [
        {
          ...base,
          on,
          kind: 'hole',
          making: 'tap',
          diameter: mm(6),
          thread: 'M6',
          extent: { kind: 'deep', depth: mm(10) },
          head: { kind: 'none' },
          pattern: { kind: 'single' },
        },
        {
          ...base,
          on,
          kind: 'hole',
          making: 'drill',
          diameter: mm(6),
          extent: { kind: 'through' },
          head: { kind: 'counterbore', diameter: mm(11), depth: mm(3) },
          pattern: { kind: 'single' },
        },
        { ...base, on, kind: 'step', along: beside, width: mm(8), depth: mm(5) },
        {
          ...base,
          on,
          kind: 'slot',
          runs: on === 'left' || on === 'right' ? 'y' : 'x',
          width: mm(8),
          depth: mm(5),
        },
        {
          ...base,
          on,
          kind: 'pocket',
          across: mm(12),
          up: mm(8),
          extent: { kind: 'deep', depth: mm(5) },
        },
        { ...base, on, kind: 'boss', diameter: mm(12), height: mm(4) },
      ]
      for (const feature of features) {
        const part = { ...plainBlock(), features: [feature] }
        sound(drawing(part, { width: 700, height: 500, chosen: 'f' }))
        const state = statesOf(part, way(setup('s', on, beside, ['f'])))[1] ?? stateAsBought(part)
        for (const o of ORIENTATIONS)
          sound(
            isometric(part, state, {
              width: 120,
              height: 90,
              axes: setupAxes(o.up, o.guide),
              tinted: new Set(),
            }),
            2,
          )
      }
    }
  })
})

describe('bench', () => {
  it('side and plan are sound for every setup of the demo', () => {
    for (const [part, plan_] of [
      [WORM_BLOCK, WORM_BLOCK_WAY_A],
      [PIER_PLATE, PIER_PLATE_WAY],
    ] as const) {
      for (const p of planned(part, plan_)) {
        sound(elevation(p, { width: 360, height: 260 }), 60)
        sound(plan(p, { width: 360, height: 260 }), 60)
      }
    }
  })

  it('marks every contact, red on a raw face', () => {
    const [first] = planned(plainBlock(), way(setup('s', 'top', 'back', ['top'])))
    if (!first) throw new Error('setup')
    const scene = plan(first, { width: 360, height: 260 })
    for (const contact of first.contacts)
      expect(
        scene.marks.some((m) => m.ref === contact.id && m.kind === 'path' && m.fill === 'red'),
        contact.id,
      ).toBe(true)
  })

  it('zero lies where it is found: half way between two sides, on the jaw, on the bore', () => {
    const both = setup('s', 'top', 'back', ['top'], {
      zero: {
        offset: 'G54',
        x: { kind: 'both-sides', first: 'left', second: 'right', instrument: 'probe' },
        y: { kind: 'fixture' },
        z: { kind: 'height', surface: 'top', instrument: 'setter' },
      },
    })
    const [p] = planned(plainBlock(), way(both))
    if (!p) throw new Error('setup')
    const zero = zeroPoint(p)
    expect([zero.x, zero.y]).toEqual([expect.closeTo(0, 9), 0])
    expect(zero.z).toBeCloseTo(p.standing.high.z, 9)
  })
})

describe('setup sheet', () => {
  it('has a page for each setup, chains for what is critical, and the cautions', () => {
    const analysis = predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A)
    const sheet = setupSheet(analysis, findingsOf(analysis))
    expect(sheet.pages).toHaveLength(6)
    expect(sheet.cover.chains.map((c) => c.title)).toEqual([
      'Bore to base',
      'Bore parallel to base',
      'Worm bore to left end',
    ])
    expect(sheet.pages[3]?.ops.map((o) => o.what)).toEqual(['front', 'worm bore', 'cover screws'])
    expect(sheet.pages[3]?.checks).toContain('Bore to base: 32.000 ±0.015')
    expect(sheet.pages[3]?.footing).toContain('3 × jaw on base, cut in setup 1.')
    expect(sheet.cautions.join(' ')).toContain('qualified person')
    expect(JSON.stringify(sheet)).not.toMatch(/NaN|undefined/)
  })
})
