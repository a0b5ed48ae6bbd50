import { viseAnchored } from '../../shop/holding'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  clampedSo,
  clampingOf,
  mm,
  op,
  plainBlock,
  setup,
  viseOf,
  way,
} from '../../../../tests/support/documents'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { applyMotion, AXES, type Axis, point } from '../../ground/geometry'
import { type Part, partSurfaces, type Side, SIDES } from '../../work/part'
import { touchedPoint, zeroPoint } from '../../plan/planning'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { ORIENTATIONS, type Setup, wayIssues } from '../../plan/way'
import { indexZero, rotaryMotion, STANDARD_WORKSHOP, type Workshop } from '../../shop/workshop'
import {
  type Anchor,
  crossedAxis,
  envelopeOf,
  foundZero,
  moveZero,
  predictZero,
  type Readings,
  sanityPlace,
  standingMark,
  zeroFromTouched,
  zeroPlaceWords,
} from '.'

const W = STANDARD_WORKSHOP
const sizes = fc.record({
  x: fc.integer({ min: 20, max: 140 }),
  y: fc.integer({ min: 20, max: 140 }),
  z: fc.integer({ min: 20, max: 140 }),
})
const orientations = fc.constantFrom(...ORIENTATIONS)
const stops = fc.constantFrom('left' as const, 'right' as const)

const blockOf = (size: { x: number; y: number; z: number }): Part => ({
  ...plainBlock(),
  size: { x: mm(size.x), y: mm(size.y), z: mm(size.z) },
})
const standing = (part: Part, s: Setup, workshop: Workshop = W) => {
  const analysis = predictionOf(workshop, part, way(s))
  const planned = analysis.plan.setups[0]
  if (!planned) throw new Error('no setup')
  return { analysis, planned }
}
/** A setup whose zero is touched on the faces to the left, at the moving jaw and on top. */
function touchedSetup(
  part: Part,
  { guide, up }: { guide: Side; up: Side },
  stop: 'left' | 'right',
): Setup {
  const plain = setup('s-1', up, guide, [op(up).feature])
  const held = clampedSo(plain, { holding: { ...viseOf(plain), stop } })
  const { faceAt } = standing(part, held).planned.standing
  const tool = { instrument: 'probe' }
  return {
    ...held,
    zero: {
      offset: 'G54',
      x: { kind: 'edge', surface: faceAt.left ?? '', ...tool },
      y: { kind: 'edge', surface: faceAt.away ?? '', ...tool },
      z: { kind: 'height', surface: faceAt.up ?? '', ...tool },
    },
  }
}

describe('where zero lies', () => {
  it('on a touched face it lies on that face with its stock, in every orientation', () => {
    fc.assert(
      fc.property(sizes, orientations, stops, (size, orientation, stop) => {
        const part = blockOf(size)
        const s = touchedSetup(part, orientation, stop)
        const { planned } = standing(part, s)
        const zero = zeroPoint(planned)
        expect(zero.x).toBeCloseTo(planned.standing.low.x, 9)
        expect(zero.y).toBeCloseTo(planned.standing.low.y, 9)
        expect(zero.z).toBeCloseTo(planned.standing.high.z, 9)
        expect(zero).toEqual(touchedPoint(planned))
        for (const away of Object.values(zeroFromTouched(planned))) expect(away).toBe(0)
      }),
      { numRuns: 40 },
    )
  })
  it('in the middle of the part it is half its size from either finished face', () => {
    fc.assert(
      fc.property(sizes, orientations, stops, (size, orientation, stop) => {
        const part = blockOf(size)
        const s = touchedSetup(part, orientation, stop)
        const { planned } = standing(part, s)
        const moved = { ...planned, setup: moveZero(planned, { kind: 'centre' }) }
        const zero = zeroPoint(moved)
        const { faceAt, high, low } = planned.standing
        const stock = (side: Side | undefined): number => (side ? part.faces[side].stock.mm : NaN)
        expect(zero.x - (low.x + stock(faceAt.left))).toBeCloseTo(
          high.x - stock(faceAt.right) - zero.x,
          9,
        )
        expect(zero.y - (low.y + stock(faceAt.away))).toBeCloseTo(
          high.y - stock(faceAt.guide) - zero.y,
          9,
        )
        expect(zeroPlaceWords(moved).join(' ')).toContain('in the middle of the part')
      }),
      { numRuns: 40 },
    )
  })
  it('corner, centre and back again end where they began, whatever the order', () => {
    const places = [{ kind: 'corner' }, { kind: 'centre' }, { kind: 'touched' }] as const
    fc.assert(
      fc.property(
        sizes,
        orientations,
        fc.array(fc.constantFrom(...places), { maxLength: 6 }),
        (size, orientation, moves) => {
          const part = blockOf(size)
          const s = touchedSetup(part, orientation, 'left')
          const { planned } = standing(part, s)
          const end = moves.reduce(
            (now, place) => ({ ...now, setup: moveZero(now, place) }),
            planned,
          )
          expect(moveZero(end, { kind: 'touched' })).toEqual(s)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('the check place is on the work’s outline and says something of each axis that it moved', () => {
    fc.assert(
      fc.property(sizes, orientations, stops, (size, orientation, stop) => {
        const part = blockOf(size)
        const { planned } = standing(part, touchedSetup(part, orientation, stop))
        const place = sanityPlace(planned)
        const zero = zeroPoint(planned)
        for (const axis of AXES)
          expect(place.at[axis]).toBeCloseTo(place.inSetup[axis] - zero[axis], 9)
        if (Math.abs(place.at.x) > 5) expect(place.see).toMatch(/to the (left|right)/)
        if (Math.abs(place.at.y) > 5) expect(place.see).toMatch(/the fixed jaw/)
      }),
      { numRuns: 40 },
    )
  })
})

describe('what contradicts the part', () => {
  const codes = (zero: Partial<Setup['zero']>): readonly string[] => {
    const s = setup('s-1', 'top', 'back', ['top'])
    return wayIssues(W, plainBlock(), way({ ...s, zero: { ...s.zero, ...zero } })).map(
      (i) => `${i.code} ${i.path}`,
    )
  }
  it('zero on what is not there, an angle of what is not flat, with what is not in the shop', () => {
    expect(codes({})).toEqual([])
    expect(codes({ lies: { x: 'middle', y: 'left' } })).toEqual([])
    expect(codes({ lies: { x: 'nose' } })).toEqual(['setup.zero-surface setups.0.zero.lies.x'])
    const turn = {
      surface: 'back',
      instrument: 'probe',
      apart: mm(50),
      answer: 'program',
    } as const
    expect(codes({ turn })).toEqual([])
    expect(codes({ turn: { ...turn, surface: 'nose' } })).toEqual([
      'setup.zero-surface setups.0.zero.turn.surface',
    ])
    expect(codes({ turn: { ...turn, instrument: 'ruler' } })).toEqual([
      'setup.instrument setups.0.zero.turn.instrument',
    ])
  })
})

describe('found and predicted', () => {
  it('a shift of all readings shifts the zero by exactly as much', () => {
    const part = plainBlock()
    const s = touchedSetup(part, { up: 'top', guide: 'back' }, 'left')
    const { planned } = standing(part, s)
    const by = fc.double({ min: -300, max: 300, noNaN: true })
    const zeroOf = (readings: Readings) => {
      const found = foundZero(planned, {
        readings,
        instrument: 'probe',
        source: 'typed',
        stood: standingMark({ clamping: clampingOf(s), indexed: undefined }),
      })
      if (!found.ok) throw new Error(found.issues[0].sentence)
      return found.value.axes
    }
    fc.assert(
      fc.property(by, (shift) => {
        const edge = (at: number): Readings => ({
          kind: 'edge',
          axis: 'x',
          surface: 'left',
          tip: 4,
          touch: { at, towards: '+' },
        })
        const both = (at: number): Readings => ({
          kind: 'both-sides',
          axis: 'y',
          first: 'front',
          second: 'back',
          tip: 4,
          a: { at, towards: '+' },
          b: { at: at + 70, towards: '-' },
        })
        const height = (at: number): Readings => ({
          kind: 'height',
          surface: 'top',
          by: 'setter',
          spindle: at,
          toolLength: 100,
          between: 50,
        })
        for (const [axis, make] of [
          ['x', edge],
          ['y', both],
          ['z', height],
        ] as const)
          expect(
            (zeroOf(make(shift))[axis]?.at ?? NaN) - (zeroOf(make(0))[axis]?.at ?? NaN),
          ).toBeCloseTo(shift, 8)
      }),
    )
  })
  it('a holding that is moved moves every predicted zero with it, and says nothing of how well', () => {
    const { analysis } = standing(
      WORM_BLOCK,
      WORM_BLOCK_WAY_A.setups[0] ?? setup('s', 'top', 'back', []),
    )
    const all = predictionOf(W, WORM_BLOCK, WORM_BLOCK_WAY_A)
    expect(analysis.plan.setups).toHaveLength(1)
    const anchorAt = (x: number, y: number, z: number): Anchor => ({
      machine: 'small-cnc',
      ...viseAnchored({ vise: 'vise-125', stop: 'left' }),
      says: 'the register',
      axes: {
        x: { at: x, plusMinus: 0.01 },
        y: { at: y, plusMinus: 0.01 },
        z: { at: z, plusMinus: 0.01 },
      },
    })
    const d = fc.double({ min: -100, max: 100, noNaN: true })
    fc.assert(
      fc.property(d, d, d, fc.integer({ min: 0, max: 5 }), (dx, dy, dz, i) => {
        const at = predictZero(all.plan, i, anchorAt(-298, -96, -388))
        const moved = predictZero(all.plan, i, anchorAt(-298 + dx, -96 + dy, -388 + dz))
        if (!at.ok || !moved.ok) throw new Error('not predicted')
        const by: Readonly<Record<Axis, number>> = { x: dx, y: dy, z: dz }
        for (const axis of AXES) {
          const [a, b] = [at.value.axes[axis], moved.value.axes[axis]]
          expect(a === undefined).toBe(b === undefined)
          if (!a || !b) continue
          expect(b.at - a.at).toBeCloseTo(by[axis], 8)
          expect(b.plusMinus).toBe(a.plusMinus)
        }
      }),
    )
  })
})

describe('reach', () => {
  const cut = (part: Part, stop: 'left' | 'right' = 'left') => {
    const plain = setup('s-1', 'top', 'back', [], { ops: [op('top', { cutter: 'face-50' })] })
    return standing(part, clampedSo(plain, { holding: { ...viseOf(plain), stop } }))
  }
  it('wherever the holding may stand, everything is within the travel; just beyond it is not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 380 }),
        fc.integer({ min: 40, max: 140 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        stops,
        (x, y, part_, stop) => {
          const part = blockOf({ x, y, z: 40 })
          const { planned } = cut(part, stop)
          const free = envelopeOf(planned)
          const [inX, inY] = free.across
          if (!inX?.stands || !inY?.stands) return
          const stopX = planned.standing.stopX ?? 0
          const within = inX.stands[0] + part_ * (inX.stands[1] - inX.stands[0])
          // The spindle's outermost places, brought into the machine.
          expect(within - stopX + inX.low.at).toBeGreaterThanOrEqual(-inX.travelMm - 1e-9)
          expect(within - stopX + inX.high.at).toBeLessThanOrEqual(1e-9)
          const shift = (at: number): number | undefined =>
            envelopeOf(planned, {
              machine: 'small-cnc',
              ...viseAnchored({ vise: 'vise-125', stop }),
              says: '',
              axes: { x: { at, plusMinus: 0 } },
            }).across[0]?.shiftMm
          expect(shift(within)).toBe(0)
          expect(shift(inX.stands[1] + 7)).toBeCloseTo(-7, 9)
          expect(shift(inX.stands[0] - 7)).toBeCloseTo(7, 9)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('a longer tool needs as much more above, and leaves as much less to go down', () => {
    const part = blockOf({ x: 100, y: 60, z: 40 })
    const withLength = (length: number): Workshop => ({
      ...W,
      cutters: W.cutters.map((c) => (c.id === 'face-50' ? { ...c, length } : c)),
    })
    const at = (length: number) => {
      const workshop = withLength(length)
      const plain = setup('s-1', 'top', 'back', [], { ops: [op('top', { cutter: 'face-50' })] })
      const down = envelopeOf(standing(part, plain, workshop).planned).down[0]
      if (!down) throw new Error('no tool')
      return down
    }
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 300 }),
        fc.integer({ min: 1, max: 100 }),
        (length, more) => {
          const [a, b] = [at(length), at(length + more)]
          expect(b.high - a.high).toBeCloseTo(more, 9)
          expect(b.low - a.low).toBeCloseTo(more, 9)
          expect(b.shortAboveMm - a.shortAboveMm).toBeCloseTo(more, 9)
          expect(b.guessed).toBe(false)
        },
      ),
      { numRuns: 30 },
    )
  })
})

describe('turning about a centre', () => {
  const rotary = W.machines[0]?.rotary
  if (!rotary) throw new Error('the first machine has a rotary axis')
  const any = fc.double({ min: -300, max: 300, noNaN: true })
  it('keeps the distance from the axis and the place along it', () => {
    fc.assert(
      fc.property(any, any, any, fc.double({ min: -7, max: 7, noNaN: true }), (x, y, z, angle) => {
        const at = point<'machine'>(x, y, z)
        const after = applyMotion(rotaryMotion(rotary, angle), at)
        const arm = (p: typeof at): number =>
          Math.hypot(p.y - rotary.centre.y, p.z - rotary.centre.z)
        expect(after.x).toBeCloseTo(x, 9)
        expect(arm(after)).toBeCloseTo(arm(at), 8)
      }),
    )
  })
  it('two turns one after the other are their sum', () => {
    fc.assert(
      fc.property(
        any,
        any,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (y, z, a, b) => {
          const at = point<'machine'>(0, y, z)
          const twice = applyMotion(
            rotaryMotion(rotary, b),
            applyMotion(rotaryMotion(rotary, a), at),
          )
          const once = applyMotion(rotaryMotion(rotary, a + b), at)
          expect(twice.y).toBeCloseTo(once.y, 7)
          expect(twice.z).toBeCloseTo(once.z, 7)
        },
      ),
    )
  })
  it('what is not known of zero never gets less by turning a quarter: it changes axes', () => {
    const spread = point<'machine'>(0.01, 0.02, 0.05)
    const turned = indexZero(
      { ...rotary, centreMm: 0, angleRad: 0 },
      point(0, 0, 0),
      spread,
      Math.PI / 2,
    )
    expect(turned.plusMinus.x).toBe(0.01)
    expect(turned.plusMinus.y).toBeCloseTo(0.05, 12)
    expect(turned.plusMinus.z).toBeCloseTo(0.02, 12)
  })
})

describe('every face of a block', () => {
  it('gives zero on one axis, two faces each, whatever is up', () => {
    const part = blockOf({ x: 60, y: 50, z: 40 })
    for (const { guide, up } of ORIENTATIONS) {
      const { planned } = standing(part, setup('s-1', up, guide, []))
      const crossed = SIDES.map((side) => {
        const surface = partSurfaces(part).get(side)
        return surface && crossedAxis(planned, surface)
      })
      expect([...crossed].sort()).toEqual(['x', 'x', 'y', 'y', 'z', 'z'])
      expect(crossed[SIDES.indexOf(up)]).toBe('z')
      expect(crossed[SIDES.indexOf(guide)]).toBe('y')
    }
  })
})
