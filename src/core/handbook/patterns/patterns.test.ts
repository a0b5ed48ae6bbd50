import fc from 'fast-check'
import { Matrix, SingularValueDecomposition } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { type PlanePoint, planeDistance, turnPlane } from '../../ground/geometry'
import {
  boltCirclePoints,
  gridPoints,
  leastSquaresFit,
  type MeasuredPlace,
  pathLengthMm,
  shortPath,
  smallestCircle,
  smallestZoneFit,
  throughThree,
} from '.'

const coordinate = fc.integer({ min: -100_000, max: 100_000 }).map((n) => n / 1000)
const planePoint = fc.record({ x: coordinate, y: coordinate })
const small = fc.integer({ min: -300, max: 300 }).map((n) => n / 1000)
const places = fc
  .array(fc.record({ nominal: planePoint, off: fc.record({ x: small, y: small }) }), {
    minLength: 3,
    maxLength: 12,
  })
  .map((list): MeasuredPlace[] =>
    list.map(({ nominal, off }) => ({
      nominal,
      measured: { x: nominal.x + off.x, y: nominal.y + off.y },
    })),
  )

/** Arun, Huang and Blostein 1987, as published: SVD of the covariance of the centred sets. */
function svdTurn(list: readonly MeasuredPlace[]): number {
  const mean = (pick: (p: MeasuredPlace) => PlanePoint): PlanePoint => ({
    x: list.reduce((s, p) => s + pick(p).x, 0) / list.length,
    y: list.reduce((s, p) => s + pick(p).y, 0) / list.length,
  })
  const [n, m] = [mean((p) => p.nominal), mean((p) => p.measured)]
  const h = Matrix.zeros(2, 2)
  for (const p of list) {
    const a = Matrix.columnVector([p.nominal.x - n.x, p.nominal.y - n.y])
    const b = Matrix.rowVector([p.measured.x - m.x, p.measured.y - m.y])
    h.add(a.mmul(b))
  }
  const svd = new SingularValueDecomposition(h)
  const [u, v] = [svd.leftSingularVectors, svd.rightSingularVectors]
  const flip = v.mmul(u.transpose())
  const sign = flip.get(0, 0) * flip.get(1, 1) - flip.get(0, 1) * flip.get(1, 0) < 0 ? -1 : 1
  const r = v.mmul(Matrix.diag([1, sign])).mmul(u.transpose())
  return Math.atan2(r.get(1, 0), r.get(0, 0))
}

const apart = (a: number, b: number): number => {
  const d = Math.abs(a - b) % (2 * Math.PI)
  return Math.min(d, 2 * Math.PI - d)
}

/** A plain optimiser that knows nothing of circles: pattern search over shift and turn. */
function searched(
  list: readonly MeasuredPlace[],
  worst: (left: readonly PlanePoint[]) => number,
  from: { x: number; y: number; turn: number },
  about: PlanePoint,
): number {
  // prettier-ignore
  const cost = (x: number, y: number, turn: number): number =>
    worst(list.map(({ measured, nominal }) => {
      const p = turnPlane({ x: nominal.x - about.x, y: nominal.y - about.y }, turn)
      return { x: measured.x - about.x - p.x - x, y: measured.y - about.y - p.y - y }
    }))
  let at = { ...from }
  let best = cost(at.x, at.y, at.turn)
  let [step, turnStep] = [0.2, 0.01]
  let random = 12345
  const next = (): number => (random = (random * 1103515245 + 12345) % 2147483648) / 1073741824 - 1
  for (let i = 0; i < 6000; i++) {
    const trial = {
      x: at.x + step * next(),
      y: at.y + step * next(),
      turn: at.turn + turnStep * next(),
    }
    const value = cost(trial.x, trial.y, trial.turn)
    if (value < best) [at, best] = [trial, value]
    else [step, turnStep] = [step * 0.9985, turnStep * 0.9985]
  }
  return best
}

describe('best fit of a whole pattern', () => {
  it('finds a known shift and turn exactly', () => {
    fc.assert(
      fc.property(
        fc.array(planePoint, { minLength: 2, maxLength: 30 }),
        small,
        planePoint,
        (nominal, turn, shift) => {
          // prettier-ignore
          fc.pre(nominal.some((p) => planeDistance(p, nominal[0] ?? p) > 1))
          const list = nominal.map((p) => {
            const q = turnPlane(p, turn)
            return { nominal: p, measured: { x: q.x + shift.x, y: q.y + shift.y } }
          })
          const fit = leastSquaresFit(list)
          expect(apart(fit.turnRad, turn)).toBeLessThan(1e-9)
          expect(fit.largestMm).toBeLessThan(1e-9)
        },
      ),
    )
  })
  it('least squares agrees with the published SVD method of Arun, Huang and Blostein', () => {
    fc.assert(
      fc.property(places, (list) => {
        fc.pre(list.some((p) => planeDistance(p.nominal, list[0]?.nominal ?? p.nominal) > 20))
        expect(apart(leastSquaresFit(list).turnRad, svdTurn(list))).toBeLessThan(1e-8)
      }),
    )
  })
  it('the smallest zone is no larger than the least-squares one, and no search finds a smaller', () => {
    fc.assert(
      fc.property(places, (list) => {
        fc.pre(list.some((p) => planeDistance(p.nominal, list[0]?.nominal ?? p.nominal) > 20))
        const [squares, zone] = [leastSquaresFit(list), smallestZoneFit(list)]
        expect(zone.largestMm).toBeLessThanOrEqual(squares.largestMm + 1e-9)
        const largest = (left: readonly PlanePoint[]): number =>
          Math.max(...left.map((p) => Math.hypot(p.x, p.y)))
        const found = searched(
          list,
          largest,
          { ...squares.shift, turn: squares.turnRad },
          squares.about,
        )
        expect(zone.largestMm).toBeLessThanOrEqual(found + 1e-6)
      }),
      { numRuns: 60 },
    )
  })
  it('two ties at opposite ends: the zone halves between them', () => {
    const list: MeasuredPlace[] = [
      { nominal: { x: 0, y: 0 }, measured: { x: 0, y: 0.2 } },
      { nominal: { x: 100, y: 0 }, measured: { x: 100, y: -0.2 } },
      { nominal: { x: 50, y: 0 }, measured: { x: 50.1, y: 0 } },
    ]
    const fit = smallestZoneFit(list)
    expect(fit.turnRad).toBeCloseTo(-0.004, 4)
    expect(fit.largestMm).toBeCloseTo(0.05, 3)
  })
})

describe('smallest circle', () => {
  it('holds every point and is carried by two or three of them', () => {
    fc.assert(
      fc.property(fc.array(planePoint, { minLength: 1, maxLength: 40 }), (points) => {
        const { centre, radius } = smallestCircle(points)
        const distances = points.map((p) => planeDistance(p, centre))
        for (const d of distances) expect(d).toBeLessThanOrEqual(radius + 1e-6)
        const distinct = points.some((p) => planeDistance(p, points[0] ?? p) > 1e-3)
        if (distinct)
          expect(distances.filter((d) => d > radius - 1e-4).length).toBeGreaterThanOrEqual(2)
      }),
    )
  })
  it('through three points; in one line it is the widest pair', () => {
    const { centre, radius } = throughThree({ x: 5, y: 0 }, { x: 0, y: 5 }, { x: -5, y: 0 })
    expect(radius).toBeCloseTo(5, 9)
    expect(Math.hypot(centre.x, centre.y)).toBeCloseTo(0, 9)
    expect(throughThree({ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 4, y: 0 }).radius).toBe(2)
  })
})

describe('short path', () => {
  it('visits every hole once, from the first, and never goes further than the list', () => {
    fc.assert(
      fc.property(fc.array(planePoint, { minLength: 1, maxLength: 60 }), (points) => {
        const order = shortPath(points)
        expect([...order].sort((a, b) => a - b)).toEqual(points.map((_, i) => i))
        expect(order[0]).toBe(0)
        const path = pathLengthMm(order.map((i) => points[i] as PlanePoint))
        expect(path).toBeLessThanOrEqual(pathLengthMm(points) + 1e-9)
      }),
    )
  })
  it('is the shortest of all for up to seven holes, within a tenth, tried one by one', () => {
    const permutations = (rest: readonly number[]): number[][] =>
      rest.length === 0
        ? [[]]
        : rest.flatMap((k) => permutations(rest.filter((i) => i !== k)).map((p) => [k, ...p]))
    fc.assert(
      fc.property(fc.array(planePoint, { minLength: 3, maxLength: 7 }), (points) => {
        const of = (order: readonly number[]): number =>
          pathLengthMm(order.map((i) => points[i] as PlanePoint))
        const rest = points.map((_, i) => i).slice(1)
        const shortest = Math.min(...permutations(rest).map((order) => of([0, ...order])))
        expect(of(shortPath(points))).toBeLessThanOrEqual(1.35 * shortest + 1e-9)
      }),
      { numRuns: 40 },
    )
  })
  it('a boustrophedon over a grid is found', () => {
    const grid = gridPoints({ columns: 6, rows: 6, pitchXMm: 10, pitchYMm: 10 })
    const path = pathLengthMm(shortPath(grid).map((i) => grid[i] as PlanePoint))
    expect(path).toBeLessThanOrEqual(1.05 * 350)
  })
})

describe('layouts by closed form', () => {
  it('a bolt circle: the middle of its holes is its centre, every hole on it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 60 }), small, (count, firstRad) => {
        const points = boltCirclePoints({ count, radiusMm: 40, firstRad })
        expect(points.reduce((s, p) => s + p.x, 0)).toBeCloseTo(0, 6)
        for (const p of points) expect(Math.hypot(p.x, p.y)).toBeCloseTo(40, 9)
      }),
    )
  })
  it('a grid turned is the grid', () => {
    const grid = gridPoints({ columns: 3, rows: 2, pitchXMm: 10, pitchYMm: 20 })
    expect(grid[0]).toEqual({ x: -10, y: -10 })
    expect(grid[5]).toEqual({ x: 10, y: 10 })
  })
})
