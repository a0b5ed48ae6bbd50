import { readFileSync } from 'node:fs'
import { Matrix, determinant } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { runLine } from '@/cli/line'
import { OILER_BLOCK } from '@/core/paper/demo'
import { writeDocument } from '@/core/paper/formats'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { swungWay, withHeads } from '../support/swung'
import { type SetupStand, standFile, type WayStand } from '@/operations/standFile'

const EXAMPLES = ['worm-block', 'pier-plate', 'oiler-block', 'saddle'].map(
  (name) => `docs/examples/${name}.foothold.json`,
)
const textOf = (path: string): string => readFileSync(path, 'utf8')

function stands(text: string, way?: string): readonly WayStand[] {
  const made = standFile(text, way)
  if (!made.ok) throw new Error(made.issues[0].sentence)
  return made.value
}
const setupsIn = (path: string): readonly SetupStand[] =>
  stands(textOf(path)).flatMap(({ setups }) => setups)

/** Rows · p + shift, written out. */
const carried = ({ pose }: SetupStand, p: readonly number[], shift = true): number[] =>
  pose.rows.map(
    (row, i) =>
      row.reduce((sum, r, k) => sum + r * (p[k] ?? 0), 0) + (shift ? (pose.shift[i] ?? 0) : 0),
  )

describe('how a part stands, as data', () => {
  it.each(EXAMPLES)('%s: pose, places and directions agree, and turn without mirroring', (path) => {
    for (const setup of setupsIn(path)) {
      expect(determinant(new Matrix(setup.pose.rows.map((row) => [...row])))).toBeCloseTo(1, 12)
      for (const { inSetup, normal, point } of setup.locators) {
        carried(setup, point).forEach((mm, k) => expect(inSetup.point[k]).toBeCloseTo(mm, 9))
        carried(setup, normal, false).forEach((n, k) =>
          expect(inSetup.normal[k]).toBeCloseTo(n, 12),
        )
        expect(Math.hypot(...normal)).toBeCloseTo(1, 12)
      }
    }
  })

  it('what leans and what is swung over are told apart', () => {
    const leant = setupsIn('docs/examples/oiler-block.foothold.json').find((one) => one.leaning)
    expect(leant?.leaning).toMatchObject({ on: 'Sine plate 100', raised: 'front' })
    const text = writeDocument({
      workshop: withHeads(STANDARD_WORKSHOP),
      part: OILER_BLOCK,
      ways: [swungWay()],
    })
    const swung = stands(text).flatMap(({ setups }) => setups)[2]
    expect(swung?.leaning).toBeUndefined()
    expect(swung?.swung).toMatchObject({ to: 'front', set: 'by its scale, then by an indicator' })
    expect(swung?.swung?.deg).toBeCloseTo(30, 9)
    // The spindle is Z of it: the same pose as leaning by as much.
    expect(swung?.pose.rows).toEqual(leant?.pose.rows)
  })

  it.each(EXAMPLES)(
    '%s: six locators that hold have a determinant; where one is lacking it is told',
    (path) => {
      for (const setup of setupsIn(path)) {
        if (setup.indexed || setup.locators.length !== 6) continue
        // Plücker coordinates of the six normals, in units of 100 mm so that turns compare with shifts.
        const rows = setup.locators.map(({ normal: [a, b, c], point: [x, y, z] }) => [
          a,
          b,
          c,
          (y * c - z * b) / 100,
          (z * a - x * c) / 100,
          (x * b - y * a) / 100,
        ])
        const size = Math.abs(determinant(new Matrix(rows)))
        expect(setup.freeMotions).toBe(size > 1e-9 ? 0 : 1)
        if (size > 1e-9) expect(setup.located).toBe('held')
      }
    },
  )

  it('an indexed setup is the base turned exactly, its locators none of its own', () => {
    const way = stands(textOf(EXAMPLES[2] ?? ''))[0]
    const turned = way?.setups.filter(({ indexed }) => indexed) ?? []
    expect(turned.length).toBeGreaterThan(0)
    for (const setup of turned) {
      const base = way?.setups[(setup.indexed?.of ?? 0) - 1]
      if (!base) throw new Error('no base')
      const angle = Math.acos(
        // Trace of R·R₀ᵀ by hand: 1 + 2 cos.
        (setup.pose.rows.reduce(
          (sum, row, i) => sum + row.reduce((s, r, k) => s + r * (base.pose.rows[i]?.[k] ?? 0), 0),
          0,
        ) -
          1) /
          2,
      )
      expect((angle * 180) / Math.PI).toBeCloseTo(Math.abs(setup.indexed?.commandedDeg ?? 0), 6)
      // The rotary axis lies along X: that row stays.
      setup.pose.rows[0].forEach((r, k) => expect(r).toBeCloseTo(base.pose.rows[0][k] ?? NaN, 12))
    }
  })

  it('says what zero is found by and kept by, and what locates: set on jacks and in the nest, bearing in the vise', () => {
    const [onJacks, inNest] = stands(textOf(EXAMPLES[3] ?? ''))
    for (const way of [onJacks, inNest])
      expect(way?.setups[0]?.locators.map(({ by }) => by)).toEqual(Array(6).fill('set'))
    expect(onJacks?.setups[1]?.locators[0]?.by).toBe('bears')
    expect(inNest?.setups[0]?.clamps.map(({ name }) => name)).toEqual(['screw', 'screw', 'screw'])
    expect(onJacks?.setups[0]?.zero).toMatchObject({
      offset: 'G54',
      z: { found: 'by the marked points, as the fit has them' },
    })
    expect(onJacks?.setups[2]?.zero.x.found).toMatch(/front cheek touched with edge finder/)
  })

  it('on the command line: one way by its name, exit 1 where something forbids, words for what is not there', async () => {
    const run = async (args: readonly string[], input = '') => {
      const [out, err]: [string[], string[]] = [[], []]
      const code = await runLine(['stand', ...args], {
        read: (path) => (path === '-' ? input : textOf(path)),
        readBytes: (path) => readFileSync(path),
        write: () => undefined,
        out: (text) => out.push(String(text)),
        err: (words) => err.push(words),
      })
      return { code, out: out.join(''), err: err.join('\n') }
    }
    const worm = EXAMPLES[0] ?? ''
    const one = await run([worm, '--way', 'Way B'])
    expect([one.code, (JSON.parse(one.out) as WayStand[]).map(({ way }) => way)]).toEqual([
      0,
      ['Way B'],
    ])
    const none = await run([worm, '--way', 'Way Q'])
    expect([none.code, none.err]).toEqual([2, expect.stringContaining('no way called “Way Q”')])
    const document = JSON.parse(textOf(worm)) as {
      ways: { setups: { clamping: { holding: { stop: string } } }[] }[]
    }
    for (const setup of document.ways[0]?.setups ?? []) setup.clamping.holding.stop = 'none'
    const loose = await run(['-'], JSON.stringify(document))
    const [way] = JSON.parse(loose.out) as WayStand[]
    expect(loose.code).toBe(1)
    expect(way?.setups.some(({ located }) => located === 'free')).toBe(true)
  })
})
