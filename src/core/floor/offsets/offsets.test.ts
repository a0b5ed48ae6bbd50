import { viseAnchored } from '../../shop/holding'
import fc from 'fast-check'
import { Matrix4, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { clampingOf, mm, op, plainBlock, setup, way } from '../../../../tests/support/documents'
import { WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '../../paper/demo'
import { holesInSetup } from '../../plan/drilling'
import { applyMotion, point } from '../../ground/geometry'
import { type Part } from '../../work/part'
import { zeroPoint } from '../../plan/planning'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { DEGREE_RAD } from '../../handbook/units'
import { type Setup, type Way } from '../../plan/way'
import {
  indexZero,
  type Rotary,
  rotaryMotion,
  rotaryWords,
  STANDARD_WORKSHOP,
  workAngle,
} from '../../shop/workshop'
import {
  agreement,
  type Anchor,
  anchorFor,
  anchorOf,
  DOUBT_CODES,
  type DoubtCode,
  doubtsOf,
  envelopeOf,
  foundZero,
  moveZero,
  zeroLedger,
  OFFSET_NAMES,
  predictZero,
  printOffsetName,
  type Readings,
  readoutAtTouch,
  readOffsetName,
  sanityPlace,
  splitAtStop,
  standingMark,
  type ZeroRecord,
  zeroPlaceOf,
} from '.'

const W = STANDARD_WORKSHOP
const block = plainBlock()
const edgeX = { kind: 'edge', surface: 'left', instrument: 'edge-finder' } as const
const edgeY = { kind: 'edge', surface: 'front', instrument: 'edge-finder' } as const
const heightZ = { kind: 'height', surface: 'top', instrument: 'setter' } as const
const touched = (more: Partial<Setup> = {}): Setup =>
  setup('s-1', 'top', 'back', ['top'], {
    zero: { offset: 'G54', x: edgeX, y: edgeY, z: heightZ },
    ...more,
  })
const recordOf = (s: Setup, readings: Readings, instrument = 'edge-finder'): ZeroRecord => ({
  readings,
  instrument,
  source: 'typed',
  stood: standingMark({ clamping: clampingOf(s), indexed: undefined }),
})
const planOf = (plan: Way, part: Part = block) => {
  const analysis = predictionOf(W, part, plan)
  const planned = analysis.plan.setups[0]
  if (!planned) throw new Error('no setup')
  return { analysis, planned }
}
const ok = <T>(result: { ok: true; value: T } | { ok: false; issues: readonly unknown[] }): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const stored = (x: number, y: number, z: number): Readings => ({
  kind: 'stored',
  fixture: 'vise',
  at: { x, y, z },
  knownMm: 0.01,
})

describe('names of offsets', () => {
  it('every name that can be chosen is read and printed back', () => {
    for (const name of OFFSET_NAMES) expect(printOffsetName(ok(readOffsetName(name)))).toBe(name)
    expect(OFFSET_NAMES).toHaveLength(6 + 48 + 1)
  })
  it.each(['G60', 'G54.1 P0', 'G54.1 P49', 'G54.1', 'left vise', ''])('“%s” is none', (name) => {
    expect(readOffsetName(name).ok).toBe(false)
  })
})

describe('a zero found by touching', () => {
  const s = touched()
  const { planned } = planOf(way(s))
  it('an edge: the spindle and half the tip, known as well as instrument and machine repeat', () => {
    const found = ok(
      foundZero(
        planned,
        recordOf(s, {
          kind: 'edge',
          axis: 'x',
          surface: 'left',
          tip: 10,
          touch: { at: -305, towards: '+' },
        }),
      ),
    )
    expect(found.axes.x?.at).toBe(-300)
    // The left face is raw: where it is touched it may stand out by a fifth of its spread.
    const uneven = block.faces.left.spread.mm / 5
    expect(found.axes.x?.plusMinus).toBeCloseTo(Math.hypot(0.01, 0.004, uneven), 12)
    expect(found.axes.y).toBeUndefined()
  })
  it('a mill without offsets: touching with the tip of 10 the readout is set to −5, and counts from the edge', () => {
    const readings: Readings = {
      kind: 'edge',
      axis: 'x',
      surface: 'left',
      tip: 10,
      touch: { at: 123.4, towards: '+' },
    }
    const found = ok(foundZero(planned, recordOf(s, readings)))
    expect(readoutAtTouch(readings, found).x).toBeCloseTo(-5, 9)
    const height: Readings = {
      kind: 'height',
      surface: 'top',
      by: 'feeler',
      spindle: 0,
      toolLength: 0,
      between: 0.5,
    }
    expect(readoutAtTouch(height, ok(foundZero(planned, recordOf(s, height)))).z).toBeCloseTo(
      0.5,
      9,
    )
  })
  it('where zero lies elsewhere, the found edge is brought there by nominal sizes', () => {
    const there = moveZero(planned, { kind: 'centre' })
    const moved = planOf(way(there)).planned
    const found = ok(
      foundZero(
        moved,
        recordOf(there, {
          kind: 'edge',
          axis: 'x',
          surface: 'left',
          tip: 10,
          touch: { at: -305, towards: '+' },
        }),
      ),
    )
    // The left face carries 3 mm of stock; the middle of the finished part is 50 from where it will be.
    const stock = block.faces.left.stock.mm
    expect(found.axes.x?.at).toBeCloseTo(-300 + stock + 50, 9)
  })
  it('readings of another standing, of a face that lies otherwise, of one that is gone: a sentence', () => {
    const edge: Readings = {
      kind: 'edge',
      axis: 'x',
      surface: 'left',
      tip: 10,
      touch: { at: 0, towards: '+' },
    }
    const code = (record: ZeroRecord): string | undefined => {
      const result = foundZero(planned, record)
      return result.ok ? undefined : result.issues[0].code
    }
    expect(code({ ...recordOf(s, edge), stood: 'another' })).toBe('record.stood')
    expect(code(recordOf(s, { ...edge, surface: 'front' }))).toBe('record.direction')
    expect(code(recordOf(s, { ...edge, surface: 'bore' }))).toBe('record.surface')
    expect(
      code(
        recordOf(s, {
          kind: 'both-sides',
          axis: 'x',
          first: 'left',
          second: 'right',
          tip: 10,
          a: { at: 0, towards: '+' },
          b: { at: 9, towards: '+' },
        }),
      ),
    ).toBe('touch.same-way')
  })
})

describe('moving zero', () => {
  it('holes counted from it follow by exactly the way that it moved, and it can be put back', () => {
    const bored = planOf(WORM_BLOCK_WAY_B, WORM_BLOCK)
    const at = bored.analysis.plan.setups[1]
    if (!at) throw new Error('no setup')
    const before = holesInSetup(at)
    const zero = zeroPoint(at)
    for (const place of [
      { kind: 'corner' },
      { kind: 'centre' },
      { kind: 'feature', surface: 'bore' },
    ] as const) {
      const moved = { ...at, setup: moveZero(at, place) }
      const next = zeroPoint(moved)
      expect(zeroPlaceOf(moved.setup)).toEqual(place)
      holesInSetup(moved).forEach((hole, i) => {
        expect(hole.at.x + next.x).toBeCloseTo((before[i]?.at.x ?? NaN) + zero.x, 9)
        expect(hole.at.y + next.y).toBeCloseTo((before[i]?.at.y ?? NaN) + zero.y, 9)
      })
      expect(moveZero(moved, { kind: 'touched' })).toEqual(at.setup)
    }
    const onBore = { ...at, setup: moveZero(at, { kind: 'feature', surface: 'bore' }) }
    const bore = holesInSetup(onBore).find((hole) => hole.key === 'bore')
    expect(bore?.at.x).toBeCloseTo(0, 9)
    expect(bore?.at.y).toBeCloseTo(0, 9)
  })
  it('what is predicted of the requirements stays the same: how well zero is known did not change', () => {
    const plan = WORM_BLOCK_WAY_B
    const moved: Way = {
      ...plan,
      setups: plan.setups.map((s, i) => {
        const at = predictionOf(W, WORM_BLOCK, plan).plan.setups[i]
        return at ? moveZero(at, { kind: 'centre' }) : s
      }),
    }
    const likely = (p: Way) =>
      predictionOf(W, WORM_BLOCK, p).requirements.map((r) => r.outcome?.likely.predicted)
    expect(likely(moved)).toEqual(likely(plan))
  })
})

describe('the next zero from the last', () => {
  const { analysis } = planOf(WORM_BLOCK_WAY_A, WORM_BLOCK)
  const first = analysis.plan.setups[0]
  if (!first) throw new Error('no setup')
  const zero = zeroPoint(first)
  // The first setup found at a stop of −298, a jaw of −96.4, a bed of −388.
  const found = ok(
    foundZero(
      first,
      recordOf(
        first.setup,
        stored(-298 + zero.x - (first.standing.stopX ?? 0), -96.4 + zero.y, -388 + zero.z),
      ),
    ),
  )
  const anchor = anchorOf(first, found)

  it('is brought back to stop, jaw and bed', () => {
    expect(anchor.axes.x?.at).toBeCloseTo(-298, 9)
    expect(anchor.axes.y?.at).toBeCloseTo(-96.4, 9)
    expect(anchor.axes.z?.at).toBeCloseTo(-388, 9)
  })
  it('after a flip against the same stop: stop and jaw stay, Z is the parallels over the bed, by hand', () => {
    const next = ok(predictZero(analysis.plan, 1, anchor))
    expect(next.axes.x?.at).toBeCloseTo(-298, 9)
    expect(next.axes.y?.at).toBeCloseTo(-96.4, 9)
    // Parallels 6 in setup 2.
    expect(next.axes.z?.at).toBeCloseTo(-388 + 6, 9)
    expect(next.steps.join(' ')).toContain('stop')
  })
  it('other parallels move Z by their difference', () => {
    const fourth = ok(predictZero(analysis.plan, 3, anchor))
    expect(fourth.axes.z?.at).toBeCloseTo(-388 + 12, 9)
    // The stop went to the other end: X is not guessed.
    expect(fourth.axes.x).toBeUndefined()
    expect(fourth.steps[0]).toContain('find it again')
  })
  it('a measured height moves a zero on the far face by exactly the difference', () => {
    const third = ok(predictZero(analysis.plan, 2, anchor))
    const planned = analysis.plan.setups[2]
    const tall = (planned?.standing.high.z ?? 0) - (planned?.standing.low.z ?? 0)
    // In setup 3 the back is up: its height is the depth of the part.
    const measured = ok(predictZero(analysis.plan, 2, anchor, { y: tall + 0.25 }))
    expect((measured.axes.z?.at ?? 0) - (third.axes.z?.at ?? 0)).toBeCloseTo(0.25, 9)
  })
  it('another vise or machine says nothing here', () => {
    const elsewhere: Anchor = { ...anchor, mark: 'vise vise-160' }
    const result = predictZero(analysis.plan, 1, elsewhere)
    expect(result.ok ? '' : result.issues[0].code).toBe('predict.holding')
    const other = predictZero(analysis.plan, 1, { ...anchor, machine: 'manual-dro' })
    expect(other.ok ? '' : other.issues[0].code).toBe('predict.machine')
  })
  it('the uncertainty by closed form: one stored zero of ±0.01 in both setups cancels, the record that was taken of it does not', () => {
    const next = ok(predictZero(analysis.plan, 1, anchor))
    expect(next.axes.y?.plusMinus).toBeCloseTo(0.01, 9)
  })
  it('found where it was predicted agrees, found elsewhere does not', () => {
    const second = analysis.plan.setups[1]
    if (!second) throw new Error('no setup')
    const next = ok(predictZero(analysis.plan, 1, anchor))
    const at = (off: number) =>
      ok(foundZero(second, recordOf(second.setup, stored(-298 + off, -96.4, -382))))
    expect(agreement('x', at(0.01), next)?.agrees).toBe(true)
    expect(agreement('x', at(0.2), next)?.agrees).toBe(false)
  })
  it('axes that a setup did not find come from before it; a stop that was moved in between says nothing', () => {
    const keep = (s: Setup, readings: Readings) => [
      { id: s.id, who: 'A', takenAt: 0, record: recordOf(s, readings) },
    ]
    const second = analysis.plan.setups[1]?.setup
    if (!second) throw new Error('no setup')
    const register: Anchor = {
      ...anchor,
      says: 'the register',
      axes: { y: { at: -96.4, plusMinus: 0.01 }, z: { at: -388, plusMinus: 0.01 } },
    }
    const records = {
      's-2': keep(second, {
        kind: 'edge',
        axis: 'x',
        surface: 'left',
        tip: 10,
        touch: { at: -305, towards: '+' },
      }),
    }
    const third = anchorFor(analysis.plan, 2, records, [register])
    expect(third?.axes.x?.at).toBeCloseTo(-300, 9)
    expect(third?.axes.x?.setup).toBe(1)
    expect(third?.axes.y?.setup).toBeUndefined()
    expect(third?.says).toBe('setup 2, then the register')
    // Setup 4 has its stop at the right: what setups 5 and 6 know of the left one is from before that.
    expect(anchorFor(analysis.plan, 4, records, [register])?.axes.x).toBeUndefined()
    expect(anchorFor(analysis.plan, 2, {}, [])).toBeUndefined()
  })
  it('the table takes what was found, else what follows from it, else says that it is not known', () => {
    const rows = zeroLedger(analysis.plan, {
      's-1': [
        {
          id: 'r',
          who: 'A',
          takenAt: 0,
          record: recordOf(first.setup, stored(-298, -96.4, -300)),
        },
      ],
    })
    expect(rows[0]?.axes.x?.how).toBe('found')
    expect(rows[1]?.axes.x?.how).toBe('predicted')
    expect(rows[3]?.axes.x).toBeUndefined()
  })
})

/** Readings in which each doubt must be said. */
const DOUBTED: Record<DoubtCode, () => readonly DoubtCode[]> = {
  'doubt.width': () =>
    codesOf({
      kind: 'both-sides',
      axis: 'x',
      first: 'left',
      second: 'right',
      tip: 10,
      a: { at: -60, towards: '+' },
      b: { at: 60, towards: '-' },
    }),
  'doubt.diameter': () => codesOfBore(20.4, 10),
  'doubt.half-tip': () => codesOf(edgeAt(-305)),
  'doubt.whole-tip': () => codesOf(edgeAt(-310)),
  'doubt.elsewhere': () => codesOf(edgeAt(-304)),
  'doubt.tip-height': () => codesOf({ ...edgeAt(-300), tipZ: -600 }),
  'doubt.backlash': () => {
    const loose = {
      ...W,
      machines: W.machines.map((m) => ({ ...m, backlashMm: 0.06 })),
    }
    const s = touched()
    const analysis = predictionOf(loose, block, way(s))
    const planned = analysis.plan.setups[0]
    if (!planned) throw new Error('no setup')
    const record = recordOf(s, {
      kind: 'both-sides',
      axis: 'x',
      first: 'left',
      second: 'right',
      tip: 10,
      a: { at: -58, towards: '+' },
      b: { at: 58, towards: '-' },
    })
    const found = ok(foundZero(planned, record))
    return doubtsOf(planned, record, found).map((d) => d.code)
  },
  'doubt.slope': () =>
    codesOf({
      kind: 'slope',
      surface: 'front',
      along: 'x',
      places: [-300, -220],
      readings: [-100, -99.9],
      answer: 'program',
    }),
  'doubt.round': () => codesOfBore(20, 10, 0.1),
}

/** An edge whose zero is predicted at −295: the tip of 10 was touched at −300. */
function edgeAt(at: number): Readings & { kind: 'edge' } {
  return { kind: 'edge', axis: 'x', surface: 'left', tip: 10, touch: { at, towards: '+' } }
}

function codesOf(readings: Readings): readonly DoubtCode[] {
  const s = touched()
  const { analysis, planned } = planOf(way(s))
  const zero = zeroPoint(planned)
  const known = (at: number) => ({ at, plusMinus: 0.01 })
  const anchor: Anchor = {
    machine: 'small-cnc',
    ...viseAnchored({ vise: 'vise-125', stop: 'left' }),
    says: 'the register',
    axes: {
      x: known(-295 - (zero.x - (planned.standing.stopX ?? 0))),
      y: known(-100),
      z: known(-388),
    },
  }
  const record = recordOf(s, readings, 'probe')
  const found = ok(foundZero(planned, record))
  const predicted = ok(predictZero(analysis.plan, 0, anchor))
  return doubtsOf(planned, record, found, predicted).map((d) => d.code)
}

function codesOfBore(diameter: number, tip: number, bump = 0): readonly DoubtCode[] {
  const part: Part = {
    ...block,
    features: [
      {
        kind: 'hole',
        id: 'bore',
        on: 'top',
        making: 'bore',
        diameter: mm(20),
        extent: { kind: 'through' },
        head: { kind: 'none' },
        pattern: { kind: 'single' },
        place: { dims: [], centred: true },
      },
    ],
  }
  const s = touched()
  const { planned } = planOf(way(s), part)
  const r = (diameter - tip) / 2
  const touches = [0, 1, 2, 3, 4].map((i) => ({
    x: (r + (i === 2 ? bump : 0)) * Math.cos((i * 2 * Math.PI) / 5),
    y: (r + (i === 2 ? bump : 0)) * Math.sin((i * 2 * Math.PI) / 5),
  }))
  const record = recordOf(
    s,
    { kind: 'round', feature: 'bore', where: 'bore', tip, touches },
    'probe',
  )
  const found = ok(foundZero(planned, record))
  return doubtsOf(planned, record, found).map((d) => d.code)
}

describe('what is suspicious', () => {
  it.each(DOUBT_CODES)('%s is said', (code) => {
    expect(DOUBTED[code]()).toContain(code)
  })
  it('nothing is said of readings that are as they should be', () => {
    expect(codesOf({ ...edgeAt(-300), tipZ: -345 })).toEqual([])
    expect(codesOfBore(20.01, 4)).toEqual([])
  })
})

describe('the place to check', () => {
  it('is a corner of the work, 10 over its top, never at zero', () => {
    for (const [part, plan] of [
      [WORM_BLOCK, WORM_BLOCK_WAY_A],
      [WORM_BLOCK, WORM_BLOCK_WAY_B],
      [block, way(touched())],
    ] as const) {
      for (const planned of predictionOf(W, part, plan).plan.setups) {
        const place = sanityPlace(planned)
        expect(place.inSetup.z).toBeCloseTo(planned.standing.high.z + 10, 9)
        expect([planned.standing.low.x, planned.standing.high.x]).toContainEqual(
          expect.closeTo(place.inSetup.x, 6),
        )
        expect(Math.hypot(place.at.x, place.at.y)).toBeGreaterThan(5)
        expect(place.see).not.toMatch(/NaN|undefined/)
      }
    }
  })
})

const rotary: Rotary = {
  letter: 'A',
  along: 'x',
  turns: 'table',
  positive: 'counter-clockwise',
  centre: { x: -120, y: -150, z: -330 },
  centreMm: 0.01,
  angleRad: 1e-4,
}
const none = point<'machine'>(0, 0, 0)

describe('indexing about a centre that is not the part’s', () => {
  it('agrees with the matrices of an independent library, for every axis and sign', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('x' as const, 'y' as const, 'z' as const),
        fc.double({ min: -6, max: 6, noNaN: true }),
        fc.array(fc.double({ min: -300, max: 300, noNaN: true }), { minLength: 6, maxLength: 6 }),
        fc.constantFrom('counter-clockwise' as const, 'clockwise' as const),
        fc.constantFrom('table' as const, 'head' as const),
        (along, angle, [px = 0, py = 0, pz = 0, cx = 0, cy = 0, cz = 0], positive, turns) => {
          const machine: Rotary = {
            ...rotary,
            along,
            positive,
            turns,
            centre: { x: cx, y: cy, z: cz },
          }
          const ours = indexZero(machine, point(px, py, pz), none, angle)
          const sense = (positive === 'counter-clockwise' ? 1 : -1) * (turns === 'table' ? 1 : -1)
          const axis = new Vector3(+(along === 'x'), +(along === 'y'), +(along === 'z'))
          const matrix = new Matrix4()
            .makeTranslation(cx, cy, cz)
            .multiply(new Matrix4().makeRotationAxis(axis, sense * angle))
            .multiply(new Matrix4().makeTranslation(-cx, -cy, -cz))
          const theirs = new Vector3(px, py, pz).applyMatrix4(matrix)
          expect(ours.at.x).toBeCloseTo(theirs.x, 8)
          expect(ours.at.y).toBeCloseTo(theirs.y, 8)
          expect(ours.at.z).toBeCloseTo(theirs.z, 8)
        },
      ),
    )
  })
  it('there and back is where it was; a quarter by hand', () => {
    const p = point<'machine'>(-200, -140, -300)
    const quarter = applyMotion(rotaryMotion(rotary, 90 * DEGREE_RAD), p)
    // 10 back and 30 up from the centre become 30 to the front and 10 up.
    expect(quarter.y).toBeCloseTo(-150 - 30, 9)
    expect(quarter.z).toBeCloseTo(-330 + 10, 9)
    const back = applyMotion(rotaryMotion(rotary, -90 * DEGREE_RAD), quarter)
    expect(back.y).toBeCloseTo(p.y, 9)
    expect(back.z).toBeCloseTo(p.z, 9)
  })
  it('a half turn counts the centre’s error twice, a full turn not at all', () => {
    const at = point<'machine'>(0, -150, -330)
    const half = indexZero({ ...rotary, angleRad: 0 }, at, none, Math.PI)
    expect(half.plusMinus.y).toBeCloseTo(0.02, 9)
    expect(indexZero({ ...rotary, angleRad: 0 }, at, none, 2 * Math.PI).plusMinus.y).toBeCloseTo(
      0,
      9,
    )
  })
  it('an arm of 100 and an angle of ±0.0001 rad give ±0.01 across it', () => {
    const at = point<'machine'>(0, -150, -230)
    const turned = indexZero({ ...rotary, centreMm: 0 }, at, none, 0)
    expect(turned.plusMinus.y).toBeCloseTo(0.01, 9)
    expect(turned.plusMinus.z).toBeCloseTo(0, 9)
  })
  it('a head that turns makes the work turn the other way; both are said', () => {
    expect(workAngle({ positive: 'counter-clockwise', turns: 'head' }, 1)).toBe(-1)
    expect(rotaryWords(rotary, 1)).toContain('table turns counter-clockwise')
    expect(rotaryWords({ ...rotary, turns: 'head', positive: 'clockwise' }, 1)).toMatch(
      /head turns clockwise.*work turns counter-clockwise/,
    )
  })
})

describe('reach', () => {
  const faced = way(setup('s-1', 'top', 'back', [], { ops: [op('top', { cutter: 'face-50' })] }))
  const envelope = (length: number, anchor?: Anchor) => {
    const part = { ...block, size: { ...block.size, x: mm(length) } }
    const { planned } = planOf(faced, part)
    return envelopeOf(planned, anchor)
  }
  it('the work with its stock, half the cutter and the run-in at both ends, by hand', () => {
    const x = envelope(100).across[0]
    const stock = block.faces.left.stock.mm + block.faces.right.stock.mm
    expect((x?.high.at ?? 0) - (x?.low.at ?? 0)).toBeCloseTo(100 + stock + 2 * (25 + 3), 9)
    expect(x?.overMm).toBeLessThan(0)
  })
  it('what is too long is told by how much', () => {
    const long = envelope(600)
    const stock = block.faces.left.stock.mm + block.faces.right.stock.mm
    expect(long.fits).toBe(false)
    expect(long.across[0]?.overMm).toBeCloseTo(600 + stock + 56 - 500, 9)
    expect(long.across[0]?.stands).toBeUndefined()
  })
  it('a vise that stands too far to one side must be moved, and then everything is within the travel', () => {
    const at = (x: number): Anchor => ({
      machine: 'small-cnc',
      ...viseAnchored({ vise: 'vise-125', stop: 'left' }),
      says: '',
      axes: { x: { at: x, plusMinus: 0 } },
    })
    const off = envelope(300, at(-20)).across[0]
    expect(off?.shiftMm).toBeLessThan(0)
    expect(envelope(300, at(-20 + (off?.shiftMm ?? 0))).across[0]?.shiftMm).toBeCloseTo(0, 9)
  })
})

describe('a long part split at the stop', () => {
  const base = {
    lengthMm: 700,
    travelMm: 500,
    besideMm: 15,
    overlapMm: 10,
    stopMm: 0.015,
    tramPer100: 0.01,
    parallelMm: 0.02,
    how: 'slide' as const,
  }
  it('its stretches cover it, overlap as asked, and each is within reach', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 2500, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (lengthMm, overlapMm) => {
          const plan = ok(splitAtStop({ ...base, lengthMm, overlapMm }))
          const { stretches } = plan
          expect(stretches[0]?.from).toBe(0)
          expect(stretches[stretches.length - 1]?.to).toBe(lengthMm)
          stretches.forEach((s, i) => {
            expect(s.to - s.from).toBeLessThanOrEqual(470 + 1e-9)
            const next = stretches[i + 1]
            if (next) expect(s.to - next.from).toBeCloseTo(overlapMm, 9)
          })
        },
      ),
    )
  })
  it('slid: the step across is the jaw’s angle over the way that it was moved', () => {
    const plan = ok(splitAtStop(base))
    expect(plan.acrossMm).toBeCloseTo((0.01 / 100) * 345, 9)
  })
  it('end for end: the angle counts twice over half the length, and the parallelism comes in', () => {
    const plan = ok(splitAtStop({ ...base, how: 'end-for-end' }))
    expect(plan.acrossMm).toBeCloseTo(Math.hypot((0.01 / 100) * 700, 0.01), 9)
    expect(plan.stretches[1]?.turned).toBe(true)
  })
  it('what cannot be done is told', () => {
    const code = (more: Partial<typeof base>): string | undefined => {
      const result = splitAtStop({ ...base, ...more })
      return result.ok ? undefined : result.issues[0].code
    }
    expect(code({ lengthMm: 0 })).toBe('split.size')
    expect(code({ overlapMm: 480 })).toBe('split.reach')
    expect(code({ lengthMm: 99_000 })).toBe('split.many')
    const half = splitAtStop({ ...base, lengthMm: 1200, how: 'end-for-end' })
    expect(half.ok ? '' : half.issues[0].code).toBe('split.half')
  })
})

describe('the program turned with an edge', () => {
  it('a slot cut parallel to that edge no longer feels how the vise is out of line', () => {
    const part: Part = {
      ...block,
      faces: {
        ...block.faces,
        front: { ...block.faces.front, bought: 'cut', stock: mm(0), toCut: false },
      },
      features: [
        {
          kind: 'slot',
          id: 'slot',
          on: 'top',
          place: { dims: [], centred: true },
          width: mm(10),
          depth: mm(5),
          runs: 'x',
        },
      ],
      requirements: [
        {
          kind: 'parallelism',
          id: 'p',
          of: 'slot.left',
          to: 'front',
          critical: true,
          tolerance: mm(0.05),
        },
      ],
    }
    const first = predictionOf(W, part, way(setup('s-1', 'top', 'back', ['top', 'slot'])))
    const sides = first.model.stack.setups.flatMap((s) => s.cuts.map((c) => c.surface))
    const slotSide = sides.find((id) => id.startsWith('slot.') && id !== 'slot.floor') ?? ''
    const withRef: Part = {
      ...part,
      requirements: part.requirements.map((r) => ({ ...r, of: slotSide }) as typeof r),
    }
    const plain = setup('s-1', 'top', 'back', ['top', 'slot'])
    const turned: Setup = {
      ...plain,
      zero: {
        ...plain.zero,
        turn: { surface: 'front', instrument: 'probe', apart: mm(90), answer: 'program' },
      },
    }
    const links = (s: Setup) =>
      predictionOf(W, withRef, way(s)).requirements.find((r) => r.requirement.id === 'p')?.outcome
        ?.links
    const tram = (s: Setup): number =>
      links(s)?.find((l) => l.link === 'vise vise-125, tram')?.likely ?? 0
    expect(tram(plain)).toBeGreaterThan(0.001)
    expect(tram(turned)).toBeLessThan(1e-9)
    expect(links(turned)?.some((l) => l.link === 'at s-1, zero turn')).toBe(true)
  })
})
