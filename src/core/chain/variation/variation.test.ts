import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contactRow, point, type Point, type Six, translation } from '../../ground/geometry'
import {
  type Bonus,
  type Check,
  FormBuilder,
  combineIndependent,
  compileMeasure,
  evaluate,
  extremesOf,
  formOf as formWith,
  likelyRadius,
  likelyRange,
  type Measure,
  momentsOf,
  normalStream,
  radialQuantile,
  type Reading,
  seededUniform,
  simulate,
  type Simulation,
  type NamedSource,
  sparseFrom,
  stack,
  type StackContact,
  type StackModel,
  worstRadius,
  worstRange,
} from '.'

/** A form of its own over so many sources. */
const formOf = (reading: Reading, surfaces: Parameters<typeof formWith>[1], count: number) =>
  formWith(reading, surfaces, new FormBuilder(count))

const p = (x: number, y: number, z: number): Point<'part'> => point(x, y, z)
const [DOWN, BACK, LEFT] = [p(0, 0, -1), p(0, 1, 0), p(-1, 0, 0)]
const source = (id: string, plusMinus: number, more: Partial<NamedSource> = {}): NamedSource => ({
  key: id,
  cause: id,
  link: id,
  distribution: 'normal',
  offset: 0,
  plusMinus,
  setup: 's-1',
  ...more,
})

/** A block 100 × 60 × 40 on three, two and one; contact errors as given. */
function block(
  sources: readonly NamedSource[],
  errors: Readonly<Record<string, readonly [number, number][]>> = {},
): {
  contacts: StackContact[]
  model: (setups: StackModel['setups'], stock?: StackModel['stock']) => StackModel
} {
  const at: Record<string, [Point<'part'>, Point<'part'>, string]> = {
    rest1: [p(10, 10, 0), DOWN, 'bottom'],
    rest2: [p(90, 10, 0), DOWN, 'bottom'],
    rest3: [p(50, 50, 0), DOWN, 'bottom'],
    guide1: [p(10, 60, 20), BACK, 'back'],
    guide2: [p(90, 60, 20), BACK, 'back'],
    stop1: [p(0, 30, 20), LEFT, 'left'],
  }
  const contacts = Object.entries(at).map(([id, [where, normal, surface]]): StackContact => ({
    surface,
    at: where,
    normal,
    errors: (errors[id] ?? []).map(([index, coefficient]) => ({ source: index, coefficient })),
  }))
  return {
    contacts,
    model: (setups, stock = []) => ({
      sources,
      stock,
      setups,
      halfSizeMm: 62,
      centre: p(50, 30, 20),
    }),
  }
}

const height = (x: number, y: number): Reading => ({
  rows: [{ surface: 'top', row: contactRow(p(x, y, 40), p(0, 0, 1)) }],
  terms: [],
})
const coefficient = (
  form: { indices: Int32Array; coefficients: Float64Array },
  index: number,
): number => form.coefficients[form.indices.indexOf(index)] ?? 0

describe('closed forms by hand', () => {
  it('two parallels that differ by d over the span L tilt what is cut by d/L', () => {
    const sources = [source('d', 0.01)]
    // The parallel at the moving jaw (rest3, 40 mm away) is lower by d.
    const { contacts, model } = block(sources, { rest3: [[0, 1]] })
    const { surfaces } = stack(
      model([{ contacts, pickups: [], cuts: [{ surface: 'top', columns: [] }] }]),
    )
    const slope =
      (coefficient(formOf(height(50, 50), surfaces, 1), 0) -
        coefficient(formOf(height(50, 10), surfaces, 1), 0)) /
      40
    expect(slope).toBeCloseTo(1 / 40, 9)
    expect(coefficient(formOf(height(20, 10), surfaces, 1), 0)).toBeCloseTo(0, 9)
  })

  it('a leaning jaw leads the part over by the lean times the height, when it takes three points', () => {
    const sources = [source('lean', 0.001)]
    const heights = [35, 35, 5]
    const contacts: StackContact[] = [
      { surface: 'bottom', at: p(10, 55, 0), normal: DOWN, errors: [] },
      { surface: 'bottom', at: p(90, 55, 0), normal: DOWN, errors: [] },
      ...heights.map((z, i): StackContact => ({
        surface: 'back',
        at: p([10, 90, 50][i] ?? 0, 60, z),
        normal: BACK,
        errors: [{ source: 0, coefficient: z - 20 }],
      })),
      { surface: 'left', at: p(0, 30, 20), normal: LEFT, errors: [] },
    ]
    const { surfaces } = stack(
      block(sources).model([{ contacts, pickups: [], cuts: [{ surface: 'hole', columns: [] }] }]),
    )
    const across = (z: number): number =>
      coefficient(
        formOf(
          { rows: [{ surface: 'hole', row: contactRow(p(50, 30, z), BACK) }], terms: [] },
          surfaces,
          1,
        ),
        0,
      )
    // The hole is cut upright; in the part it leans the other way, by the jaw's lean over its length.
    expect(across(40) - across(0)).toBeCloseTo(-40, 6)
  })

  it('step heights over three flips: each flip adds the height error of its own setup', () => {
    const sources = ['a', 'b', 'c'].map((id) => source(id, 0.01))
    const { contacts, model } = block(sources)
    const cut = (surface: string, index: number) => ({
      surface,
      columns: [{ source: index, six: translation(p(0, 0, 1)) }],
    })
    const turned = contacts.map((c): StackContact =>
      c.surface === 'bottom'
        ? { ...c, surface: 'top', at: p(c.at.x, c.at.y, 40), normal: p(0, 0, 1) }
        : c,
    )
    const stacked = stack(
      model([
        { contacts, pickups: [], cuts: [cut('top', 0)] },
        { contacts: turned, pickups: [], cuts: [cut('bottom', 1)] },
        { contacts, pickups: [], cuts: [cut('step', 2)] },
      ]),
    )
    const step: Reading = {
      rows: [
        { surface: 'step', row: contactRow(p(50, 30, 20), p(0, 0, 1)) },
        { surface: 'bottom', row: contactRow(p(50, 30, 0), p(0, 0, -1)) },
      ],
      terms: [],
    }
    const form = formOf(step, stacked.surfaces, 3)
    // Top was only handed on to the bottom: the step agrees with the bottom by its own setup's error alone.
    expect([0, 1, 2].map((i) => coefficient(form, i))).toEqual([
      expect.closeTo(0, 9),
      expect.closeTo(0, 9),
      expect.closeTo(1, 9),
    ])
    const wholeHeight: Reading = {
      rows: [
        { surface: 'step', row: contactRow(p(50, 30, 20), p(0, 0, 1)) },
        { surface: 'top', row: contactRow(p(50, 30, 40), p(0, 0, -1)) },
      ],
      terms: [],
    }
    expect(
      combineIndependent(formOf(wholeHeight, stacked.surfaces, 3), sources).sigma * 3,
    ).toBeCloseTo(0.01 * Math.sqrt(2), 9)
  })

  it('touching both sides and halving leaves half of a width error', () => {
    const sources = [source('right end off', 0.2)]
    const { contacts, model } = block(sources)
    const stock = [{ surface: 'right', columns: [{ source: 0, six: translation(p(1, 0, 0)) }] }]
    const touch = (surface: string, x: number, weight: number) => ({
      surface,
      at: p(x, 30, 30),
      weight,
    })
    const setup = (touches: ReturnType<typeof touch>[]) => ({
      contacts,
      pickups: [{ axis: p(1, 0, 0), touches, errors: [] }],
      cuts: [{ surface: 'slot', columns: [] }],
    })
    const read = (touches: ReturnType<typeof touch>[]): number =>
      coefficient(
        formOf(
          { rows: [{ surface: 'slot', row: contactRow(p(50, 30, 30), p(1, 0, 0)) }], terms: [] },
          stack(model([setup(touches)], stock)).surfaces,
          1,
        ),
        0,
      )
    expect(read([touch('right', 100, 1)])).toBeCloseTo(1, 9)
    expect(read([touch('left', 0, 0.5), touch('right', 100, 0.5)])).toBeCloseTo(0.5, 9)
  })

  it('two pins with clearance: the shift is half the clearance, the turn is the clearance over their distance', () => {
    // Round pin in a round hole: floats by ±c/2 both ways; a relieved pin 80 mm away stops the turning.
    const c = 0.03
    const sources = ['x', 'y', 'turn'].map((id) => source(id, c / 2, { distribution: 'uniform' }))
    const rests = block(sources).contacts.slice(0, 3)
    const pin = (at: Point<'part'>, normal: Point<'part'>, index: number): StackContact => ({
      surface: 'holes',
      at,
      normal,
      errors: [{ source: index, coefficient: 1 }],
    })
    const contacts = [
      ...rests,
      pin(p(10, 30, 0), p(1, 0, 0), 0),
      pin(p(10, 30, 0), p(0, 1, 0), 1),
      pin(p(90, 30, 0), p(0, 1, 0), 2),
    ]
    const { surfaces } = stack(
      block(sources).model([{ contacts, pickups: [], cuts: [{ surface: 'cut', columns: [] }] }]),
    )
    const read = (row: Six): readonly [number, number] =>
      worstRange(formOf({ rows: [{ surface: 'cut', row }], terms: [] }, surfaces, 3), sources)
    expect(read(contactRow(p(10, 30, 0), p(1, 0, 0)))[1]).toBeCloseTo(c / 2, 9)
    expect(read([0, 0, 1, 0, 0, 0])[1]).toBeCloseTo(c / 80, 9)
  })

  it('what is cut in one setup agrees whatever the footing did', () => {
    const sources = [source('chip', 0.1)]
    const { contacts, model } = block(sources, { rest1: [[0, 1]], guide2: [[0, -1]] })
    const { surfaces } = stack(
      model([
        {
          contacts,
          pickups: [],
          cuts: [
            { surface: 'a', columns: [] },
            { surface: 'b', columns: [] },
          ],
        },
      ]),
    )
    const row = contactRow(p(30, 20, 10), BACK)
    const apart: Reading = {
      rows: [
        { surface: 'a', row },
        { surface: 'b', row: row.map((v) => -v) as unknown as Six },
      ],
      terms: [],
    }
    expect(formOf(apart, surfaces, 1).indices).toHaveLength(0)
  })
})

describe('against a plain dense evaluation of x = A x′ + B u', () => {
  it('gives the same sensitivities over random chains of setups', () => {
    const number = fc.double({ min: -1, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(fc.array(number, { minLength: 6, maxLength: 6 }), { minLength: 2, maxLength: 5 }),
        (chain) => {
          const sources = chain.flatMap((_, s) =>
            [0, 1, 2, 3, 4, 5, 6].map((k) => source(`${s}-${k}`, 0.01)),
          )
          const { contacts } = block(sources)
          const top = contacts.map((c): StackContact =>
            c.surface === 'bottom'
              ? { ...c, surface: 'top', at: p(c.at.x, c.at.y, 40), normal: p(0, 0, 1) }
              : c,
          )
          const setups = chain.map((errors, s) => ({
            contacts: (s % 2 === 0 ? contacts : top).map((c, k): StackContact => ({
              ...c,
              errors: [{ source: 7 * s + k, coefficient: errors[k] ?? 0 }],
            })),
            pickups: [],
            cuts: [
              {
                surface: s % 2 === 0 ? 'top' : 'bottom',
                columns: [{ source: 7 * s + 6, six: translation(p(0, 0, 1)) }],
              },
            ],
          }))
          const model = block(sources).model(setups)
          const { surfaces, locating } = stack(model)
          // Dense: each source by itself, pushed through the setups as plain numbers.
          sources.forEach((_, u) => {
            const x = new Map<string, number[]>()
            setups.forEach((setup, s) => {
              const inverse = locating[s]?.inverse ?? []
              const gaps = setup.contacts.map((c) => {
                const e = c.errors.reduce((sum, t) => sum + (t.source === u ? t.coefficient : 0), 0)
                const row = contactRow(c.at, c.normal)
                return e - row.reduce((sum, v, i) => sum + v * (x.get(c.surface)?.[i] ?? 0), 0)
              })
              const q = inverse.map((row) => row.reduce((sum, v, j) => sum + v * (gaps[j] ?? 0), 0))
              for (const cut of setup.cuts)
                x.set(
                  cut.surface,
                  q.map(
                    (v, i) =>
                      -v +
                      cut.columns.reduce(
                        (sum, c) => sum + (c.source === u ? (c.six[i] ?? 0) : 0),
                        0,
                      ),
                  ),
                )
            })
            for (const surface of ['top', 'bottom']) {
              const row = contactRow(p(77, 12, 33), p(0, 0, 1))
              const dense = row.reduce((sum, v, i) => sum + v * (x.get(surface)?.[i] ?? 0), 0)
              const sparse = coefficient(
                formOf({ rows: [{ surface, row }], terms: [] }, surfaces, sources.length),
                u,
              )
              expect(sparse).toBeCloseTo(dense, 9)
            }
          })
        },
      ),
      { numRuns: 25 },
    )
  })
})

const between = (value: Reading, lower: number, upper: number): Check => ({
  kind: 'between',
  value,
  moves: [],
  lower,
  upper,
})
const limits = (lower: number, upper: number, ...readings: Reading[]): Measure => ({
  kind: 'limits',
  allowed: (upper - lower) / 2,
  steps: [],
  gauges: [{ motions: 0, checks: readings.map((r) => between(r, lower, upper)) }],
})
const zone = (
  diameter: number,
  pairs: readonly (readonly [Reading, Reading])[],
  bonus?: Bonus,
): Measure => ({
  kind: 'zone',
  allowed: diameter,
  steps: [],
  gauges: [
    {
      motions: 0,
      checks: pairs.map(([first, second]): Check => ({
        kind: 'round',
        first,
        second,
        moves: [],
        factor: 2,
        diameter,
        bonus,
      })),
    },
  ],
})
/** A reading straight over sources. */
const over = (...terms: (readonly [number, number])[]): Reading => ({
  rows: [],
  terms: terms.map(([index, coefficient]) => ({ source: index, coefficient })),
})
const compiled = (measure: Measure, list: readonly NamedSource[]) =>
  compileMeasure(measure, new Map(), list)

const drain = (steps: Generator<number, Simulation>): Simulation => {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

describe('distributions', () => {
  it.each(['normal', 'uniform', 'triangular', 'one-sided'] as const)(
    '%s: drawn samples have the stated moments and stay within the extremes',
    (distribution) => {
      const one = source('s', 0.3, { distribution, offset: 0.1 })
      const measure = compiled(
        {
          kind: 'limits',
          allowed: 1,
          steps: [],
          gauges: [
            {
              motions: 0,
              checks: [{ kind: 'between', value: over([0, 1]), moves: [], lower: -1, upper: 1 }],
            },
          ],
        },
        [one],
      )
      const [drawn] = drain(simulate([measure], [one], { samples: 60_000, seed: 7 })).measures
      const [curve] = drawn?.curves ?? []
      const { counts, from = NaN, to = NaN } = curve ?? { counts: [] }
      const { mean, sigma } = momentsOf(one)
      expect(curve?.mean).toBeCloseTo(mean, 2)
      const width = (to - from) / counts.length
      const variance = counts.reduce(
        (sum, n, i) => sum + (n / 60_000) * (from + (i + 0.5) * width - mean) ** 2,
        0,
      )
      expect(Math.sqrt(variance) / sigma).toBeCloseTo(1, 1)
      const [least, most] = extremesOf(one)
      if (distribution === 'uniform' || distribution === 'triangular')
        expect([from >= least, to <= most]).toEqual([true, true])
      if (distribution === 'one-sided') expect(from).toBeGreaterThanOrEqual(0.1)
    },
  )

  it('a normal stream has its moments, and as much beyond its points as tables say', () => {
    const normal = normalStream(seededUniform(11))
    const drawn = Array.from({ length: 400_000 }, normal)
    const moment = (k: number): number => drawn.reduce((sum, x) => sum + x ** k, 0) / drawn.length
    expect(
      [moment(1), moment(2), moment(3), moment(4)].map((m) => Math.round(20 * m) / 20),
    ).toEqual([0, 1, 0, 3])
    // Of the standard normal table: beyond 0.5, 1.5, 2.5 and, past where the strips end, 3.5.
    for (const [at, part] of [
      [0.5, 0.30854],
      [1.5, 0.06681],
      [2.5, 0.00621],
      [3.5, 2.326e-4],
    ] as const) {
      const spread = Math.sqrt((part * (1 - part)) / drawn.length)
      for (const sign of [1, -1]) {
        const found = drawn.filter((x) => sign * x > at).length / drawn.length
        expect(Math.abs(found - part) / spread).toBeLessThan(4.5)
      }
    }
  })

  it('JCGM 100:2008 4.3.7 and 4.3.9: a/√3 and a/√6', () => {
    expect(momentsOf(source('u', 1, { distribution: 'uniform' })).sigma).toBeCloseTo(
      1 / Math.sqrt(3),
      12,
    )
    expect(momentsOf(source('t', 1, { distribution: 'triangular' })).sigma).toBeCloseTo(
      1 / Math.sqrt(6),
      12,
    )
  })

  it('the same seed draws the same pieces, another seed others', () => {
    const stream = (seed: number): number[] => {
      const uniform = seededUniform(seed)
      return [uniform(), uniform(), uniform()]
    }
    expect(stream(3)).toEqual(stream(3))
    expect(stream(3)).not.toEqual(stream(4))
  })
})

describe('adding up', () => {
  const sources = [
    source('a', 0.03),
    source('b', 0.04),
    source('c', 0.05, { distribution: 'uniform' }),
  ]
  const form = sparseFrom([
    [0, 1],
    [1, -1],
  ])

  it('root-sum-square of 0.03 and 0.04 is 0.05; the worst case is 0.07', () => {
    const [low, high] = likelyRange(form, sources)
    expect(high).toBeCloseTo(0.05, 12)
    expect(low).toBeCloseTo(-0.05, 12)
    expect(worstRange(form, sources)[1]).toBeCloseTo(0.07, 12)
  })

  it('the radius of a round normal spread follows Rayleigh: √(−2 ln 0.0027) = 3.4393 sigma', () => {
    expect(radialQuantile(1, 1, 0.9973)).toBeCloseTo(Math.sqrt(-2 * Math.log(0.0027)), 6)
    expect(radialQuantile(4, 0, 0.9973)).toBeCloseTo(6, 9)
  })

  it('the radial quantile lies between the flat and the round one', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (ratio) => {
        const r = radialQuantile(1, ratio, 0.9973)
        expect(r).toBeGreaterThanOrEqual(2.9999)
        expect(r).toBeLessThanOrEqual(3.4394)
      }),
    )
  })

  it('the worst radius is that of the farthest corner, found by trying all corners', () => {
    const pairs = fc.array(
      fc.tuple(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.boolean(),
      ),
      { minLength: 1, maxLength: 8 },
    )
    fc.assert(
      fc.property(pairs, (arms) => {
        const list = arms.map(([, , oneSided], i) =>
          source(`s${i}`, 0.1 * (i + 1), oneSided ? { distribution: 'one-sided' } : {}),
        )
        const a = sparseFrom(arms.map(([x], i) => [i, x] as const))
        const b = sparseFrom(arms.map(([, y], i) => [i, y] as const))
        let farthest = 0
        for (let corner = 0; corner < 2 ** arms.length; corner++) {
          const u = list.map((s, i) => extremesOf(s)[(corner >> i) & 1] ?? 0)
          farthest = Math.max(
            farthest,
            Math.hypot(
              arms.reduce((sum, [x], i) => sum + x * (u[i] ?? 0), 0),
              arms.reduce((sum, [, y], i) => sum + y * (u[i] ?? 0), 0),
            ),
          )
        }
        expect(worstRadius(a, b, list)).toBeCloseTo(farthest, 9)
      }),
    )
  })

  it('simulation agrees with root-sum-square for normal sources, in limits and in zones', () => {
    const normals = [source('a', 0.03), source('b', 0.04), source('c', 0.02)]
    const [x, y] = [
      sparseFrom([
        [0, 1],
        [1, 0.5],
      ]),
      sparseFrom([
        [1, 1],
        [2, -1],
      ]),
    ]
    const [readX, readY] = [over([0, 1], [1, 0.5]), over([1, 1], [2, -1])]
    const { measures } = drain(
      simulate(
        [
          compiled(limits(-0.02, 0.02, readX), normals),
          compiled(zone(0.1, [[readX, readY]]), normals),
        ],
        normals,
        { samples: 200_000, seed: 11 },
      ),
    )
    expect((measures[0]?.high ?? 0) / likelyRange(x, normals)[1]).toBeCloseTo(1, 1)
    expect((measures[1]?.high ?? 0) / (2 * likelyRadius(x, y, normals))).toBeCloseTo(1, 1)
    expect(measures[0]?.curves[0]?.counts.reduce((a, b) => a + b, 0)).toBe(200_000)
  })

  it('no drawn piece of bounded sources lies outside the worst case', () => {
    const bounded = [
      source('a', 0.03, { distribution: 'uniform' }),
      source('b', 0.02, { distribution: 'triangular' }),
    ]
    const [m] = drain(
      simulate([compiled(limits(-0.07, 0.07, over([0, 1], [1, -2])), bounded)], bounded, {
        samples: 20_000,
        seed: 5,
      }),
    ).measures
    expect(m?.rejected).toBe(0)
  })

  it('likely never exceeds the worst case for sources centred on zero', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: -2, max: 2, noNaN: true }),
            fc.double({ min: 0, max: 1, noNaN: true }),
          ),
          { minLength: 1, maxLength: 12 },
        ),
        (list) => {
          const all = list.map(([, t], i) => source(`s${i}`, t))
          const f = sparseFrom(list.map(([c], i) => [i, c] as const))
          expect(likelyRange(f, all)[1]).toBeLessThanOrEqual(worstRange(f, all)[1] + 1e-12)
        },
      ),
    )
  })

  it('progress is told while it runs', () => {
    const steps = [
      ...simulate([compiled(limits(-1, 1, over([0, 1], [1, -1])), sources)], sources, {
        samples: 10_000,
        seed: 1,
      }),
    ]
    expect(steps.length).toBeGreaterThan(1)
    expect(steps[steps.length - 1]).toBe(1)
  })
})

describe('evaluate', () => {
  const surfaces = new Map()
  const sources = [
    source('jaw', 0.012, { link: 'jaw' }),
    source('zero', 0.009, { link: 'zero' }),
    source('size', 0.006, { link: 'size' }),
  ]
  const term = (index: number, c = 1): Reading => ({
    rows: [],
    terms: [{ source: index, coefficient: c }],
  })

  it('shares of the links add up to one and name the largest', () => {
    const measure = limits(-0.02, 0.02, over([0, 1], [1, 1]))
    const outcome = evaluate(compileMeasure(measure, surfaces, sources), sources)
    expect(outcome.likely.predicted).toBeCloseTo(0.015, 12)
    expect(outcome.likely.margin).toBeCloseTo(0.005, 12)
    expect(outcome.links.map((l) => [l.link, Number(l.share.toFixed(2))])).toEqual([
      ['jaw', 0.64],
      ['zero', 0.36],
    ])
    expect(outcome.worst.margin).toBeCloseTo(-0.001, 12)
  })

  it('position is twice the radial deviation (ASME Y14.5: 2√(Δx² + Δy²))', () => {
    const fixed = [source('dx', 0, { offset: 0.03 }), source('dy', 0, { offset: 0.04 })]
    const measure = zone(0.12, [[term(0), term(1)]])
    const outcome = evaluate(compileMeasure(measure, surfaces, fixed), fixed)
    expect(outcome.likely.predicted).toBeCloseTo(0.1, 9)
    expect(outcome.likely.margin).toBeCloseTo(0.02, 9)
  })

  it('a hole that is larger than its maximum-material size gains its departure, no more than its limits (ISO 2692)', () => {
    // Hole 10 +0.1/0, made 0.06 over its smallest size every time: bonus 0.06.
    const made = [source('dx', 0.03), source('size', 0, { offset: 0.01 })]
    const measure = (most: number): Measure =>
      zone(0.1, [[term(0), over()]], { size: term(1), limit: -0.05, direction: 1, most })
    const margin = (most: number, which: 'likely' | 'worst'): number =>
      evaluate(compileMeasure(measure(most), surfaces, made), made)[which].margin
    // 2 · 0.03 of the zone are used; 0.1 and the bonus are there.
    expect(margin(0.1, 'likely')).toBeCloseTo(0.16 - 0.06, 4)
    expect(margin(0.04, 'likely')).toBeCloseTo(0.14 - 0.06, 4)
    expect(margin(0.1, 'worst')).toBeCloseTo(0.16 - 0.06, 4)
  })

  it('a floating fastener passes when each plate holds T = H − F (ASME Y14.5, fastener formulas)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        (clearance, angle) => {
          // Two plates off in opposite directions by the worst radius that the zone T = H − F allows.
          const off = [
            source('x', 0, { offset: (clearance / 2) * Math.cos(angle) }),
            source('y', 0, { offset: (clearance / 2) * Math.sin(angle) }),
          ]
          const measure = zone(clearance + 1e-12, [[term(0), term(1)]])
          const { worst } = evaluate(compileMeasure(measure, surfaces, off), off)
          expect(worst.margin).toBeGreaterThanOrEqual(-1e-9)
          // The common opening of the two holes is then H − (H − F) = F: the screw just passes.
          expect(2 * (clearance / 2)).toBeCloseTo(worst.predicted, 9)
        },
      ),
    )
  })

  it('nothing that varies leaves everything', () => {
    const outcome = evaluate(compileMeasure(limits(-1, 1, over()), surfaces, []), [])
    expect(outcome.likely.margin).toBe(1)
    expect(outcome.links).toEqual([])
  })
})
