import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PIER_PLATE, PIER_PLATE_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { applyMotion, point } from '../../ground/geometry'
import { type Feature, type Hole, holesOf, type Part, type Side } from '../../work/part'
import { planWay, type PlannedSetup } from '../planning'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { ORIENTATIONS } from '../way'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { mm, plainBlock, setup, way } from '../../../../tests/support/documents'
import {
  type CountedFrom,
  countingPoint,
  cuttingData,
  drilledDepth,
  drillingPlan,
  drillingRules,
  drillingTools,
  type HoleInSetup,
  holesInSetup,
  judgeMeasured,
  type MeasuredHole,
  outlineInSetup,
  peckPlan,
} from '.'

const hole = (id: string, more: Partial<Hole> = {}): Hole => ({
  kind: 'hole',
  id,
  on: 'top',
  making: 'drill',
  diameter: mm(8),
  extent: { kind: 'through' },
  head: { kind: 'none' },
  pattern: { kind: 'single' },
  place: { dims: [], centred: true },
  ...more,
})
const partWith = (...features: Feature[]): Part => ({ ...plainBlock(), features })
const plan = (
  part: Part,
  up: Side,
  guide: Side,
  features: readonly string[] = [],
): PlannedSetup => {
  const analysis = predictionOf(STANDARD_WORKSHOP, part, way(setup('s-1', up, guide, features)))
  return analysis.plan.setups[0] as PlannedSetup
}
const pier = (i: number): PlannedSetup =>
  predictionOf(STANDARD_WORKSHOP, PIER_PLATE, PIER_PLATE_WAY).plan.setups[i] as PlannedSetup
const find = (holes: readonly HoleInSetup[], key: string): HoleInSetup => {
  const found = holes.find((h) => h.key === key)
  if (!found) throw new Error(`no hole ${key}`)
  return found
}

describe('the pier plate in the axes of both setups', () => {
  // Worked by hand from the drawing: 240 × 160 × 16, zero of setup 1 in the middle and on top.
  it('setup 1: from the middle, as on the drawing', () => {
    const holes = holesInSetup(pier(0))
    expect(find(holes, 'dowels.1').at).toMatchObject({ x: 20 - 120, y: 0, z: 0 })
    expect(find(holes, 'dowels.2').at).toMatchObject({ x: 100, y: 0, z: 0 })
    // side rows: middle of the grid 42 from left, 80 from front; first hole half the pitches back
    expect(find(holes, 'side.1').at).toMatchObject({ x: 42 - 8 - 120, y: -56, z: 0 })
    const ring = find(holes, 'ring.1').at
    expect(ring.x).toBeCloseTo(55 * Math.cos(Math.PI / 8), 9)
    expect(ring.y).toBeCloseTo(55 * Math.sin(Math.PI / 8), 9)
  })
  // Turned over about Y with the back still at the jaw: left goes right. Zero on left and front edges.
  it('setup 2: turned over, X counts from the left edge the other way', () => {
    const holes = holesInSetup(pier(1))
    // feet: 210 × 130 about the middle; the first foot is 15 from left and 15 from front
    expect(find(holes, 'feet.1').at).toMatchObject({ x: -15, y: 15, z: 0 })
    expect(find(holes, 'feet.4').at).toMatchObject({ x: -225, y: 145, z: 0 })
    expect(find(holes, 'feet.1').cutHere).toBe(true)
    // through holes are there from behind, blind ones and those with a head are not
    expect(find(holes, 'dowels.1')).toMatchObject({ from: 'behind', cutHere: false })
    expect(find(holes, 'dowels.1').at).toMatchObject({ x: -20, y: 80, z: 0 })
    expect(holes.some((h) => h.key.startsWith('side'))).toBe(false)
  })
  it('the marked corner is where the datum edges meet; centre counts from the middle', () => {
    const corner = holesInSetup(pier(0), 'corner')
    expect(find(corner, 'dowels.1').at).toMatchObject({ x: 20, y: 80, z: 0 })
    const below = holesInSetup(pier(1), 'corner')
    expect(find(below, 'feet.1').at).toMatchObject({ x: -15, y: 15 })
    expect(outlineInSetup(pier(1), 'corner').low).toMatchObject({ x: -240, y: 0 })
    const centre = holesInSetup(pier(1), 'centre')
    expect(find(centre, 'feet.1').at).toMatchObject({ x: 105, y: -65 })
  })
})

describe('coordinates in any setup', () => {
  const counted = fc.constantFrom<CountedFrom>('zero', 'corner', 'centre')
  const orientation = fc.constantFrom(...ORIENTATIONS)

  it('brought back to the part they are the pattern again', () => {
    const part = partWith(
      hole('a', { pattern: { kind: 'circle', count: 5, diameter: mm(30), first: { rad: 0.3 } } }),
      hole('b', { on: 'front', place: { dims: [{ from: 'left', at: mm(12) }], centred: true } }),
      hole('c', { on: 'right', extent: { kind: 'deep', depth: mm(9) } }),
    )
    fc.assert(
      fc.property(orientation, counted, ({ guide, up }, from) => {
        const planned = plan(part, up, guide)
        const origin = countingPoint(planned, from)
        for (const place of holesInSetup(planned, from)) {
          const inSetup = point<'setup'>(
            place.at.x + origin.x,
            place.at.y + origin.y,
            place.at.z + origin.z,
          )
          const back = applyMotion(planned.standing.partFromSetup, inSetup)
          const axis = place.hole.on === 'top' ? 'z' : place.hole.on === 'front' ? 'y' : 'x'
          for (const other of ['x', 'y', 'z'] as const)
            if (other !== axis || place.from === 'mouth')
              expect(back[other]).toBeCloseTo(place.mouth[other], 9)
        }
      }),
    )
  })

  it('turned over twice, every hole is where it was', () => {
    const part = partWith(
      hole('a', {
        pattern: { kind: 'grid', columns: 3, rows: 2, pitchAcross: mm(9), pitchUp: mm(7) },
      }),
    )
    fc.assert(
      fc.property(fc.constantFrom<Side>('back', 'front', 'left', 'right'), (jaw) => {
        const above = holesInSetup(plan(part, 'top', jaw), 'corner')
        const below = holesInSetup(plan(part, 'bottom', jaw), 'corner')
        above.forEach((place, i) => {
          // Turning over about the jaw mirrors X and keeps Y.
          expect(below[i]?.at.x).toBeCloseTo(-place.at.x, 9)
          expect(below[i]?.at.y).toBeCloseTo(place.at.y, 9)
        })
      }),
    )
  })

  it('every hole of the part is somewhere in the six orientations of its faces', () => {
    const part = partWith(
      hole('a'),
      hole('b', { on: 'left', extent: { kind: 'deep', depth: mm(5) } }),
    )
    const keys = new Set(
      ORIENTATIONS.flatMap(({ guide, up }) =>
        holesInSetup(plan(part, up, guide)).map((h) => h.key),
      ),
    )
    expect([...keys].sort()).toEqual(
      holesOf(part)
        .map((h) => h.key)
        .sort(),
    )
  })
})

describe('depths', () => {
  const rules = drillingRules(undefined)
  const depth = (of: Partial<Hole>, drill: number) => {
    const part = partWith(hole('a', of))
    const place = holesInSetup(plan(part, 'top', 'back'))[0] as HoleInSetup
    return drilledDepth(place, drill, rules)
  }
  it('a blind hole: the drawing’s depth is to the full diameter, the point is added', () => {
    const { fullMm, tipMm } = depth({ extent: { kind: 'deep', depth: mm(20) } }, 8)
    expect(fullMm).toBe(20)
    expect(tipMm - fullMm).toBeCloseTo(4 / Math.tan((59 * Math.PI) / 180), 9)
    expect(tipMm - fullMm).toBeCloseTo(0.3 * 8, 1) // common practice, no source
  })
  it('through goes past the far face by the point and more', () => {
    const { fullMm, tipMm } = depth({}, 8)
    expect(fullMm).toBe(40 + rules.pastMm)
    expect(tipMm).toBeGreaterThan(fullMm + 2.3)
  })
  it('a blind thread is drilled deeper than its full thread by the tap’s lead', () => {
    const found = depth(
      { making: 'tap', thread: 'M6', diameter: mm(6), extent: { kind: 'deep', depth: mm(12) } },
      5,
    )
    expect(found.tapTipMm).toBeCloseTo(12 + 3, 9)
    expect(found.fullMm).toBeGreaterThan(found.tapTipMm ?? Infinity)
  })
})

describe('pecks', () => {
  const aluminium = cuttingData('aluminium 6082')
  it('5 mm in aluminium: break about every 2 mm; right out every 8 mm (common practice, no source)', () => {
    expect(peckPlan(5, 25, aluminium, 'break')).toEqual({ kind: 'break', stepMm: 2 })
    expect(peckPlan(5, 25, aluminium, 'full')).toEqual({ kind: 'full', stepMm: 8 })
  })
  it('shallow holes need none, very deep and very small ones always come out', () => {
    expect(peckPlan(10, 20, aluminium, 'break').kind).toBe('none')
    expect(peckPlan(5, 60, aluminium, 'break').kind).toBe('full')
    expect(peckPlan(1, 4, aluminium, 'break')).toEqual({ kind: 'full', stepMm: 0.5 })
  })
  it('materials are known by their words; what is not known is taken for steel', () => {
    for (const [words, name] of [
      ['Stainless 304', 'stainless steel'],
      ['cast iron', 'cast iron'],
      ['unobtainium', 'steel'],
      ['POM', 'plastic'],
    ] as const)
      // prettier-ignore
      expect(cuttingData(words).name).toBe(name)
  })
})

describe('the plan of tools', () => {
  const stages = drillingPlan(pier(0)).stages
  it('one tool does all its holes: each hole once under each of its tools', () => {
    for (const stage of stages) {
      const keys = stage.cuts.map((cut) => cut.key)
      expect(new Set(keys).size).toBe(keys.length)
    }
    const spots = stages.filter((stage) => stage.kind === 'spot')
    expect(spots).toHaveLength(1)
    expect(spots[0]?.cuts).toHaveLength(1 + 8 + 2 + 20)
  })
  it('spot, drill, mill, bore, ream, chamfer, tap; the tap last for every hole', () => {
    const order = (key: string): string[] =>
      stages.filter((s) => s.cuts.some((c) => c.key === key)).map((s) => s.kind)
    expect(order('side.1')).toEqual(['spot', 'drill', 'chamfer', 'tap'])
    expect(order('dowels.1')).toEqual(['spot', 'drill', 'ream'])
    expect(order('centre')).toEqual(['spot', 'drill', 'drill', 'mill', 'bore'])
  })
  it('a spiral-point tap may be chamfered after', () => {
    const part = partWith(hole('a', { making: 'tap', thread: 'M6', diameter: mm(6) }))
    const kinds = (tap: 'spiral flute' | 'spiral point'): string[] => {
      const plan = setup('s-1', 'top', 'back', ['a'], { drilling: { tap } })
      const { setups } = planWay(STANDARD_WORKSHOP, part, way(plan))
      return drillingPlan(setups[0] as PlannedSetup).stages.map((s) => s.kind)
    }
    expect(kinds('spiral flute')).toEqual(['spot', 'drill', 'chamfer', 'tap'])
    expect(kinds('spiral point')).toEqual(['spot', 'drill', 'tap', 'chamfer'])
  })
  it('large holes are stepped, and the path is never longer than the list', () => {
    const centre = stages.filter(
      (s) => s.kind === 'drill' && s.cuts.some((c) => c.key === 'centre'),
    )
    expect(centre.map((s) => s.diameterMm)).toEqual([8, 20])
    for (const stage of stages) expect(stage.pathMm).toBeLessThanOrEqual(stage.listedPathMm + 1e-9)
    expect(stages[0]?.pathMm).toBeLessThan(0.8 * (stages[0]?.listedPathMm ?? 0))
  })
  it('speeds stay under the machine’s, a tap advances its pitch each turn', () => {
    for (const stage of stages) {
      expect(stage.speed).toBeLessThanOrEqual(6000)
      if (stage.kind === 'tap') expect(stage.feed / stage.speed).toBeCloseTo(stage.pitchMm ?? 0, 12)
    }
  })
})

describe('measured patterns', () => {
  const grid = Array.from({ length: 12 }, (_, i) => ({
    x: (i % 4) * 20,
    y: Math.floor(i / 4) * 15,
  }))
  const measure = (
    move: (p: { x: number; y: number }, i: number) => { x: number; y: number },
  ): MeasuredHole[] =>
    grid.map((nominal, i) => ({
      key: `h.${i + 1}`,
      label: `hole no. ${i + 1}`,
      nominal,
      measured: move(nominal, i),
      toleranceMm: 0.1,
    }))
  const noise = (i: number): number => 0.002 * Math.sin(7 * i)
  const first = (holes: MeasuredHole[]): string => judgeMeasured(holes, 'mm').words[0]?.what ?? ''

  it('position is twice the distance, and judged against the tolerance', () => {
    const { holes } = judgeMeasured(
      measure((p) => ({ x: p.x + 0.03, y: p.y + 0.04 })),
      'mm',
    )
    expect(holes[0]?.positionMm).toBeCloseTo(0.1, 9)
    expect(holes.every((h) => h.accepted)).toBe(true)
    expect(holes[0]?.afterFitMm).toBeCloseTo(0, 9)
  })
  it('a misplaced zero, a vise out of square and one wandered hole are told apart', () => {
    expect(
      first(measure((p, i) => ({ x: p.x + 0.08 + noise(i), y: p.y - 0.05 + noise(i + 3) }))),
    ).toMatch(/shifted/)
    const turned = judgeMeasured(
      measure((p, i) => ({ x: p.x - 0.002 * p.y + noise(i), y: p.y + 0.002 * p.x + noise(i + 5) })),
      'mm',
    )
    expect(turned.words.map((w) => w.what).join()).toMatch(/turned/)
    const one = judgeMeasured(
      measure((p, i) =>
        i === 6 ? { x: p.x + 0.3, y: p.y } : { x: p.x + noise(i), y: p.y + noise(i + 2) },
      ),
      'mm',
    )
    expect(one.words[0]?.what).toMatch(/no\. 7 wandered/)
    expect(one.words).toHaveLength(1)
    expect(one.holes.filter((h) => h.wandered).map((h) => h.key)).toEqual(['h.7'])
    expect(first(measure((p, i) => ({ x: p.x + noise(i), y: p.y + noise(2 * i) })))).toMatch(
      /scatter/,
    )
  })
  it('one hole and two holes are judged without a turn or a wanderer made up', () => {
    const two = measure((p) => p).slice(0, 2)
    expect(judgeMeasured(two.slice(0, 1), 'inch').holes).toHaveLength(1)
    expect(judgeMeasured(two, 'mm').words[0]?.what).toMatch(/scatter/)
  })
})

describe('tools without their paths', () => {
  it('are those of the plan, each as deep as its deepest cut', () => {
    for (const [part, way] of [
      [WORM_BLOCK, WORM_BLOCK_WAY_A],
      [PIER_PLATE, PIER_PLATE_WAY],
    ] as const)
      for (const planned of predictionOf(STANDARD_WORKSHOP, part, way).plan.setups) {
        const plan = drillingPlan(planned)
        const tools = drillingTools(planned)
        expect(tools).toHaveLength(plan.stages.length)
        for (const stage of plan.stages) {
          const tool = tools.find((t) => t.name === stage.name && t.kind === stage.kind)
          expect(tool?.lowestZ).toBeCloseTo(Math.min(...stage.cuts.map((cut) => cut.tipZ)), 9)
        }
      }
  })
})
