import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Atoms, atomsOf, gathered, valueOf, valuesOf } from './atoms'
import { type Aim, plainDensity } from './densities'
import { type Event } from './events'
import { type NamedSource } from './source'
import { FormBuilder, plusForm, type Sparse, sparseFrom } from './sparse'

/** So many sources are there to draw forms over. */
const SOURCES = 40
/** Coefficients in steps of a thousandth, none of them next to nothing. */
const coefficient = fc.integer({ min: -4000, max: 4000 }).map((n) => (n === 0 ? 1 : n) / 1000)
const form = fc
  .dictionary(fc.integer({ min: 0, max: SOURCES - 1 }).map(String), coefficient, { maxKeys: 20 })
  .map((terms) =>
    sparseFrom(
      Object.entries(terms)
        .map(([index, value]): [number, number] => [Number(index), value])
        .sort(([a], [b]) => a - b),
    ),
  )
const dense = ({ coefficients, indices }: Sparse): number[] => {
  const all = new Array<number>(SOURCES).fill(0)
  indices.forEach((index, i) => (all[index] = (all[index] ?? 0) + (coefficients[i] ?? 0)))
  return all
}
const rises = ({ indices }: Sparse): boolean =>
  indices.every((index, i) => i === 0 || index > (indices[i - 1] as number))

describe('forms over few of the sources', () => {
  it('a sum of two is the sum of what both take of each source, in rising order, without what cancels', () => {
    fc.assert(
      fc.property(form, form, coefficient, (a, b, factor) => {
        const sum = plusForm(a, b, factor)
        const [left, right] = [dense(a), dense(b)]
        dense(sum).forEach((value, i) =>
          expect(value).toBeCloseTo((left[i] ?? 0) + factor * (right[i] ?? 0), 12),
        )
        expect(rises(sum)).toBe(true)
        expect(sum.coefficients.every((value) => value !== 0)).toBe(true)
        expect(plusForm(a, a, -1).indices).toHaveLength(0)
      }),
    )
  })

  it('one builder makes one after another, nothing of the first is left in the next', () => {
    fc.assert(
      fc.property(fc.array(form, { minLength: 1, maxLength: 6 }), (forms) => {
        const builder = new FormBuilder(SOURCES)
        for (const one of forms) {
          builder.addForm(one, 2)
          builder.addForm(one, -1)
          const made = builder.take()
          expect(rises(made)).toBe(true)
          dense(made).forEach((value, i) => expect(value).toBeCloseTo(dense(one)[i] ?? 0, 12))
        }
      }),
    )
  })

  it('what is less than its share of the largest is rounding', () => {
    const builder = new FormBuilder(SOURCES)
    const put = (share?: number): readonly number[] => {
      builder.add(3, 1e-9)
      builder.add(7, 1)
      builder.add(5, -2)
      return [...builder.take(share).indices]
    }
    expect(put()).toEqual([3, 5, 7])
    expect(put(1e-12)).toEqual([3, 5, 7])
    expect(put(1e-8)).toEqual([5, 7])
  })
})

const distribution = fc.constantFrom('normal', 'uniform', 'triangular', 'one-sided' as const)
const sources = fc.array(
  fc.record({
    distribution,
    tenths: fc.integer({ min: 0, max: 50 }),
    off: fc.integer({ min: -9, max: 9 }),
  }),
  { minLength: SOURCES, maxLength: SOURCES },
)
const named = (
  drawn: readonly { distribution: string; tenths: number; off: number }[],
): readonly NamedSource[] =>
  drawn.map(
    ({ distribution: of, off, tenths }, i) =>
      ({
        key: `s${i}`,
        cause: 'c',
        link: 'l',
        distribution: of,
        plusMinus: tenths / 10,
        offset: off / 10,
      }) as NamedSource,
  )

describe('forms over their variables', () => {
  it('mean and variance are those of the sources, worked out one by one', () => {
    fc.assert(
      fc.property(fc.array(form, { minLength: 1, maxLength: 5 }), sources, (forms, drawn) => {
        const all = named(drawn)
        const atoms = atomsOf(forms, all)
        forms.forEach((one, i) => {
          // ± is three sigma of a normal, the end of the others; a one-sided one lies on one side of 0.
          let variance = 0
          one.indices.forEach((index, k) => {
            const { distribution: of, plusMinus } = all[index] as NamedSource
            const half = Math.abs((one.coefficients[k] as number) * plusMinus)
            const share = { normal: 1 / 9, uniform: 1 / 3, triangular: 1 / 6, 'one-sided': 0 }[of]
            variance += of === 'one-sided' ? (half / 3) ** 2 : half ** 2 * share
          })
          // Over the atoms: normals count 1, uniforms 1/3, halves as their square about 0.
          const made = atoms.forms[i] as Sparse
          let found = 0
          made.indices.forEach((atom, k) => {
            const c = made.coefficients[k] as number
            found += c * c * (atoms.shapes[atom] === 'uniform' ? 1 / 3 : 1)
          })
          expect(found).toBeCloseTo(variance, 9)
          const middle = dense(one).reduce((sum, c, j) => sum + c * (all[j]?.offset ?? 0), 0)
          expect(atoms.centre[i]).toBeCloseTo(middle, 9)
        })
      }),
    )
  })

  it('a full matrix and the few entries read the same values at any draw', () => {
    fc.assert(
      fc.property(fc.array(form, { minLength: 1, maxLength: 5 }), sources, (forms, drawn) => {
        const atoms = gathered(atomsOf(forms, named(drawn)))
        const draw = Float64Array.from({ length: atoms.count }, (_, j) => Math.sin(3 * j + 1))
        const values = new Float64Array(forms.length)
        valuesOf(atoms)(draw, values)
        const many: Atoms = { ...atoms, count: atoms.count + 100 }
        const other = new Float64Array(forms.length)
        valuesOf(many)(
          Float64Array.from({ length: many.count }, (_, j) => draw[j] ?? 0),
          other,
        )
        forms.forEach((_, i) => {
          const one = valueOf(atoms.forms[i] as Sparse, draw)
          expect(values[i]).toBeCloseTo((atoms.centre[i] as number) + one, 9)
          expect(other[i]).toBeCloseTo(values[i] as number, 9)
        })
      }),
    )
  })
})

describe('what a draw counts', () => {
  it('is the same over the figures of the events and over the variables', () => {
    const rows = fc.array(fc.array(coefficient, { minLength: 3, maxLength: 3 }), {
      minLength: 1,
      maxLength: 6,
    })
    fc.assert(
      fc.property(rows, fc.array(coefficient, { minLength: 3, maxLength: 3 }), (all, draw) => {
        // Figures are the three variables themselves, each a little off: an event adds them up.
        const constants = [0.1, -0.2, 0.3]
        const aims = (more: number): readonly Aim[] =>
          all.map((by, a): Aim => {
            const centre = by.reduce((sum, c, k) => sum + c * (constants[k] ?? 0), 0.5)
            const event = {
              at: new Int32Array(3 + more).map((_, k) => k % 3),
              by: new Float64Array(3 + more).map((_, k) => (k < 3 ? (by[k] ?? 0) : 0)),
              constant: 0.5,
              weights: new Float64Array(by),
              centre,
              isBound: false,
            } as unknown as Event
            return {
              event,
              level: a / 3 + 0.01234,
              part: 1 / all.length,
              sigma: 1,
              leans: 0,
              half: 0,
              uneven: [],
              density: 2,
              tilts: [],
            }
          })
        const read = Float64Array.from(draw, (value, k) => value + (constants[k] ?? 0))
        // More terms than variables: then it is worked out over those.
        const [few, many] = [plainDensity(aims(0)), plainDensity(aims(3))]
        expect([few.isOverVariables, many.isOverVariables]).toEqual([false, true])
        const expected =
          2 *
          all.filter(
            (by, a) => 0.5 + by.reduce((s, c, k) => s + c * (read[k] ?? 0), 0) > a / 3 + 0.01234,
          ).length
        expect(few.of(read, Float64Array.from(draw))).toBe(expected)
        expect(many.of(read, Float64Array.from(draw))).toBe(expected)
      }),
    )
  })
})
