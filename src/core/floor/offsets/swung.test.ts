import fc from 'fast-check'
import { Matrix4, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { plainBlock, setup, way } from '../../../../tests/support/documents'
import { bright, only } from '../../../../tests/support/perfect'
import { swungWay, withHeads } from '../../../../tests/support/swung'
import {
  add,
  applyMotion,
  AXES,
  type Axis,
  displacementAt,
  point,
  type Point,
  scale,
  type Six,
} from '../../ground/geometry'
import { signOfTowards } from '../../handbook/probing'
import { OILER_BLOCK } from '../../paper/demo'
import { drillingPlan, holesInSetup } from '../../plan/drilling'
import {
  axisName,
  driven,
  leansOver,
  type PlannedSetup,
  planWay,
  type Swung,
  swungIn,
  zeroPoint,
} from '../../plan/planning'
import { changeClamping, type Lean } from '../../plan/way'
import { steerable } from '../../predict/measured'
import { stepsOf } from '../../paper/run'
import { chainOf, predictWay } from '../../predict/prediction'
import { settingOf, STANDARD_WORKSHOP, SWUNG_HEAD } from '../../shop/workshop'
import { foundZero, sanityPlace, standingMark, zeroLedger, type ZeroRecord } from '.'

const DEGREE = Math.PI / 180
const SIDES = ['back', 'front', 'left', 'right'] as const
const EACH = { x: new Vector3(1, 0, 0), y: new Vector3(0, 1, 0), z: new Vector3(0, 0, 1) }

/** The spindle in the axes of the table, upwards, leaning to a side by an angle: matrices of another library. */
const spindle = (raised: Lean['raised'], rad: number): Vector3 =>
  EACH.z.clone().applyMatrix4(
    {
      back: new Matrix4().makeRotationX(-rad),
      front: new Matrix4().makeRotationX(rad),
      left: new Matrix4().makeRotationY(-rad),
      right: new Matrix4().makeRotationY(rad),
    }[raised],
  )

const swungSeat = (change: Partial<Lean> = {}, workshop = withHeads(STANDARD_WORKSHOP)) => {
  const plan = planWay(workshop, OILER_BLOCK, swungWay(change))
  const planned = plan.setups.find((one) => one.leaning)
  const swung = planned && swungIn(planned)
  if (!planned || !swung) throw new Error('no head is swung')
  return { plan, planned, swung }
}

const level = (p: Point<'setup'>): Vector3 => new Vector3(p.x, p.y, p.z)

/** Where a place of the part is on the table, on which the work stands level. */
const onTable = ({ upright }: Swung, at: Point<'part'>): Vector3 =>
  level(applyMotion(upright.setupFromPart, at))

/** How far the table has taken the spindle over the work, and the quill it, when they read so much. */
const carried = (reads: Point<'setup'>, along: Vector3): Vector3 =>
  new Vector3(reads.x, reads.y, 0).addScaledVector(along, reads.z)

const leaning = fc.record({
  raised: fc.constantFrom(...SIDES),
  rad: fc.integer({ min: 20, max: 750 }).map((mrad) => mrad / 1000),
})
const places = fc.record({
  x: fc.integer({ min: -900, max: 900 }).map((n) => n / 10),
  y: fc.integer({ min: -900, max: 900 }).map((n) => n / 10),
  z: fc.integer({ min: -900, max: 900 }).map((n) => n / 10),
})

describe('what table and quill read with the head swung', () => {
  it('by hand: over 20 and down 5 at 30° is 23.094 at the table, and 11.547 of the quill are taken by that', () => {
    const reads = (raised: Lean['raised']) =>
      driven(swungSeat({ raised, angle: { rad: 30 * DEGREE } }).planned, point(20, 0, -5))
    expect(reads('right').x).toBeCloseTo(23.094, 3)
    expect(reads('right').z).toBeCloseTo(-5 - 11.547, 3)
    expect(reads('left').x).toBeCloseTo(23.094, 3)
    expect(reads('left').z).toBeCloseTo(-5 + 11.547, 3)
    // Along the axis that it swings about nothing changes.
    expect(reads('back')).toEqual(point(20, 0, -5))
  })

  it('takes the spindle where it was to go, whichever way it leans (vectors of another library)', () => {
    fc.assert(
      fc.property(leaning, places, ({ rad, raised }, by) => {
        const { planned, swung } = swungSeat({ raised, angle: { rad } })
        const way = point<'setup'>(by.x, by.y, by.z)
        const reads = driven(planned, way)
        // The way as it lies on the table: out of the frame whose Z is the spindle.
        const [x, y, z] = swung.turn.rows.map(level)
        const expected = new Vector3()
          .addScaledVector(x as Vector3, way.x)
          .addScaledVector(y as Vector3, way.y)
          .addScaledVector(z as Vector3, way.z)
        const made = carried(reads, spindle(raised, rad))
        expect(made.distanceTo(expected)).toBeLessThan(1e-9)
      }),
      { numRuns: 60 },
    )
  })

  it('is what lists and tools of holes say; there is no program', () => {
    const { planned } = swungSeat()
    const [hole] = holesInSetup(planned).filter(({ cutHere }) => cutHere)
    if (!hole) throw new Error('no hole')
    expect(hole.reads).toEqual(driven(planned, hole.at))
    expect(Math.abs(hole.reads.y / hole.at.y)).toBeCloseTo(1 / Math.cos(30 * DEGREE), 9)
    const { stages, unprogrammed } = drillingPlan(planned)
    const [cut] = stages[0]?.cuts ?? []
    expect([cut?.x, cut?.y]).toEqual([hole.reads.x, hole.reads.y])
    expect(unprogrammed).toContain('no program')
  })
})

describe('a ball at the corner', () => {
  /** Table and quill when a ball of this size touches floor and wall of the corner, from any place of the quill. */
  const touched = (
    swung: Swung,
    tip: number,
    raise: number,
    towards: '+' | '-',
    zeroAt: Point<'setup'>,
  ): ZeroRecord['readings'] => {
    const over = leansOver(swung)
    const along = spindle(swung.lean.raised, swung.lean.angle.rad)
    const { stays } = swung.upright
    const corner = new Vector3(stays.x.at, stays.y.at, stays.z.at)
    // The middle of the ball stands in the machine's nought when the axes read `zeroAt` at the corner.
    const from = corner.clone().sub(carried(zeroAt, along))
    const middle = (table: number, quill: number): Vector3 =>
      from.clone().add(carried({ x: 0, y: 0, z: quill, [over]: table }, along))
    const r = tip / 2
    // Solved for one unknown each: how far over the floor, how far before the wall.
    const floor = (corner.z + r - middle(0, 0).z) / along.z
    const quill = floor + raise
    const wall = corner[over] - signOfTowards(towards) * r
    return {
      kind: 'ball',
      axis: over,
      tip,
      floor,
      quill,
      wall: { at: wall - middle(0, quill)[over], towards },
      toolLength: 0,
    }
  }

  it('gives table and quill as they stand there, whatever ball, lean and height at the wall', () => {
    fc.assert(
      fc.property(
        leaning,
        places,
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 0, max: 300 }),
        fc.constantFrom('+', '-'),
        ({ rad, raised }, at, tenths, raise, towards) => {
          const { planned, swung } = swungSeat({ raised, angle: { rad } })
          const zeroAt = point<'setup'>(at.x, at.y, at.z)
          const found = foundZero(planned, {
            readings: touched(swung, tenths / 10, raise / 10, towards, zeroAt),
            instrument: '',
            source: 'typed',
            stood: standingMark(planned),
          })
          const over = leansOver(swung)
          if (!found.ok) throw new Error(found.issues[0].sentence)
          expect(found.value.touched[over]?.at).toBeCloseTo(zeroAt[over], 9)
          expect(found.value.touched.z?.at).toBeCloseTo(zeroAt.z, 9)
          // Zero is there too, but for what it lies beside the corner.
          const beside = driven(planned, {
            ...point<'setup'>(0, 0, 0),
            [over]: zeroPoint(planned)[over] - planned.standing.stays[over].at,
            z: zeroPoint(planned).z - planned.standing.stays.z.at,
          })
          expect(found.value.axes.z?.at).toBeCloseTo(zeroAt.z + beside.z, 9)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('is for a swung head alone, and edges are for the axis that it swings about', () => {
    const sentence = (planned: PlannedSetup, readings: ZeroRecord['readings']): string => {
      const found = foundZero(planned, {
        readings,
        instrument: '',
        source: 'typed',
        stood: standingMark(planned),
      })
      return found.ok ? '' : found.issues[0].sentence
    }
    const { plan, planned, swung } = swungSeat()
    const ball = touched(swung, 6, 2, '+', point(0, 0, 0))
    const edge = (axis: 'x' | 'y', surface: string): ZeroRecord['readings'] => ({
      kind: 'edge',
      axis,
      surface,
      tip: 10,
      touch: { at: 3, towards: '+' },
    })
    expect(sentence(planned, ball)).toBe('')
    expect(sentence(planned, edge('x', 'left'))).toBe('')
    expect(sentence(planned, edge('y', 'front'))).toContain('with a ball at the corner')
    expect(sentence(plan.setups[0] as PlannedSetup, ball)).toContain('stands upright here')
    expect(sentence(planned, { ...ball, tip: 0 } as typeof ball)).toContain('no diameter')
  })
})

describe('a head that is not quite at its angle', () => {
  const exact = withHeads(
    only(() => ({})),
    { foundMm: 0 },
  )

  /** What one unit of a source does to a surface, as the chain has it. */
  const columnOf = (
    model: ReturnType<typeof chainOf>['model'],
    surface: string,
    key: string,
  ): Six => {
    const { setups, sources } = model.stack
    const at = sources.findIndex((s) => s.key === key)
    const column = setups
      .flatMap(({ cuts }) => cuts)
      .filter((cut) => cut.surface === surface)
      .flatMap(({ columns }) => columns)
      .find(({ source }) => source === at)
    if (!column) throw new Error(`${key} does not reach ${surface}`)
    return column.six
  }

  /** The seat as it comes out on the table when the spindle leans by a little more, and the table is moved by a little. */
  const made = (swung: Swung, planned: PlannedSetup, more: number, moved: Point<'setup'>) => {
    const { raised, angle } = swung.lean
    const along = spindle(raised, angle.rad + more)
    const { stays } = swung.upright
    // Found with a ball so small that it is a point: there table and quill are at nought.
    const corner = new Vector3(stays.x.at, stays.y.at, stays.z.at)
    return (at: Point<'part'>): Vector3 => {
      const inSetup = applyMotion(planned.standing.setupFromPart, at)
      const { stays: kept } = planned.standing
      const reads = driven(
        planned,
        point<'setup'>(inSetup.x - kept.x.at, inSetup.y - kept.y.at, inSetup.z - kept.z.at),
      )
      const keyed = point<'setup'>(reads.x + moved.x, reads.y + moved.y, reads.z + moved.z)
      return corner.clone().add(carried(keyed, along))
    }
  }

  it.each(SIDES)('makes what full turns of another library make, leaning to the %s', (raised) => {
    const { plan, planned, swung } = swungSeat({ raised, angle: { rad: 0.4 } }, exact)
    const { model } = chainOf(plan)
    const hole = plan.surfaces.get('seat')
    if (hole?.kind !== 'axis') throw new Error('seat')
    const six = columnOf(model, 'seat', `at ${planned.id}, lean`)
    const delta = 1e-5
    const still = point<'setup'>(0, 0, 0)
    const [right, off] = [made(swung, planned, 0, still), made(swung, planned, delta, still)]
    const told = (at: Point<'part'>): Vector3 => {
      const by = displacementAt<'part'>(six, at)
      const rows = swung.upright.setupFromPart.rows.map(({ x, y, z }) => new Vector3(x, y, z))
      const d = new Vector3(by.x, by.y, by.z)
      return new Vector3(...rows.map((row) => row.dot(d)))
    }
    // Which way a unit of it turns is its own: the same at both ends.
    const middle = scale(add(hole.from, hole.to), 0.5)
    const up = planned.standing.setupFromPart.rows[2]
    const signs = [-20, 0, 20].map((along) => {
      const at = add(middle, scale(up, along))
      expect(right(at).distanceTo(onTable(swung, at))).toBeLessThan(1e-9)
      const moved = off(at).sub(right(at)).divideScalar(delta)
      const sign = Math.sign(moved.dot(told(at)))
      expect(moved.distanceTo(told(at).multiplyScalar(sign))).toBeLessThan(1e-2)
      return sign
    })
    expect(new Set(signs).size).toBe(1)
    const source = model.stack.sources.find((s) => s.key === `at ${planned.id}, lean`)
    expect(source?.plusMinus).toBeCloseTo(0.03 * DEGREE, 12)
  })

  it.each(SIDES)(
    'is put right at table and quill as those move it, leaning to the %s',
    (raised) => {
      const { plan, planned, swung } = swungSeat({ raised, angle: { rad: 0.4 } }, exact)
      const { chain, knobs } = steerable(chainOf(plan))
      const hole = plan.surfaces.get('seat')
      if (hole?.kind !== 'axis') throw new Error('seat')
      const at = hole.from
      const right = made(swung, planned, 0, point(0, 0, 0))(at)
      for (const axis of AXES) {
        const knob = knobs.find((k) => k.setup === planned.id && k.axis === axis)
        const key = chain.model.stack.sources[knob?.sources.get('seat') ?? -1]?.key ?? ''
        const by = displacementAt<'part'>(columnOf(chain.model, 'seat', key), at)
        const step: Record<Axis, number> = { x: 0, y: 0, z: 0, [axis]: 1 }
        const moved = made(swung, planned, 0, point(step.x, step.y, step.z))(at).sub(right)
        const back = onTable(swung, point(at.x + by.x, at.y + by.y, at.z + by.z)).sub(
          onTable(swung, at),
        )
        expect(back.distanceTo(moved)).toBeLessThan(1e-9)
      }
    },
  )
})

describe('the corner from one swung setup to the next', () => {
  const workshop = withHeads(STANDARD_WORKSHOP)
  const part = bright(plainBlock())
  const swung = (id: string, parallels: string) =>
    changeClamping(setup(id, 'top', 'back', []), (clamping) => ({
      ...clamping,
      holding: { ...clamping.holding, parallels } as typeof clamping.holding,
      lean: { by: SWUNG_HEAD, raised: 'back' as const, angle: { rad: 45 * DEGREE } },
    }))

  it('higher parallels with the knee locked: at 45° the quill goes up by √2 of it, the table back by all of it', () => {
    const plan = planWay(workshop, part, way(swung('s-1', 'p-12'), swung('s-2', 'p-18')))
    const [first] = plan.setups
    if (!first) throw new Error('no setup')
    const at = { x: -300, y: -120, z: -80 }
    const { axes } =
      zeroLedger(plan, {
        's-1': [
          {
            id: 'r-1',
            who: 'A. Fell',
            takenAt: 0,
            record: {
              readings: { kind: 'stored', fixture: 'corner', at, knownMm: 0.02 },
              instrument: '',
              source: 'typed',
              stood: standingMark(first),
            },
          },
        ],
      }).at(-1) ?? {}
    const height = (id: string) => workshop.parallels.find((p) => p.id === id)?.height ?? NaN
    const up = height('p-18') - height('p-12')
    expect(axes?.x?.at).toBeCloseTo(at.x, 9)
    expect(axes?.z?.at).toBeCloseTo(at.z + up * Math.SQRT2, 9)
    expect(axes?.y?.at).toBeCloseTo(at.y - up, 9)
  })
})

describe('setting a head', () => {
  const set = (change: Parameters<typeof withHeads>[1], lean: Partial<Lean>): string => {
    const { swung } = swungSeat(lean, withHeads(STANDARD_WORKSHOP, change))
    const setting = settingOf(swung.on, swung.lean)
    return setting.ok ? setting.value.words : setting.issues[0].sentence
  }
  it('by scale and indicator, no further than it goes and no other way', () => {
    expect(set({}, {})).toBe('by its scale, then by an indicator')
    expect(set({ most: 20 }, {})).toContain('swings by 20° at most, not by 30°')
    expect(set({ swings: 'sideways' }, { raised: 'back' })).toContain('left and right only')
    expect(set({ swings: 'sideways' }, { raised: 'left' })).toContain('by its scale')
    const without = swungSeat({}, STANDARD_WORKSHOP).swung
    const setting = settingOf(without.on, without.lean)
    expect(setting.ok ? '' : setting.issues[0].sentence).toContain('no head that swings')
  })
})

describe('what is said at the machine', () => {
  const { plan, planned } = swungSeat()

  it('the place to drive to is read at table and quill, by hand', () => {
    // The corner behind at the jaw, 30 over the rests: 30 / cos 30° at the quill and 10 along it, 30 · tan 30° at the table.
    const { drive, see } = sanityPlace(planned)
    expect(drive).toBe('X 70  Y 17.321  quill 44.641')
    expect(see).toContain('10 above it')
  })

  it('the quill is named as such, and the head is trammed again before anything else', () => {
    const steps = stepsOf(predictWay(plan)).filter(({ setup }) => setup === planned.id)
    const lines = (kind: string) => steps.flatMap((step) => (step.kind === kind ? step.lines : []))
    expect(lines('zero').join(' ')).toContain('quill: found with a ball')
    expect(lines('turn').join(' ')).toContain('Swing the head back and tram it')
    expect(axisName(plan.setups[0] as PlannedSetup, 'z')).toBe('Z')
  })
})
