import { type NamedSource } from './source'
import { type Sparse } from './sparse'

/** What a source is drawn from, once brought to unit size. */
export type Shape = 'normal' | 'uniform' | 'half'

/**
 * Forms over standard variables: value i = centre[i] + Σ weights · ζ, where ζ is a standard normal, uniform
 * over −1 … 1, or the size of a standard normal. A triangular source is two uniform ones of half its width.
 */
export interface Atoms {
  readonly count: number
  readonly shapes: readonly Shape[]
  readonly centre: Float64Array
  readonly forms: readonly Sparse[]
}

export function atomsOf(forms: readonly Sparse[], sources: readonly NamedSource[]): Atoms {
  const shapes: Shape[] = []
  const atomsOfSource = new Map<number, readonly number[]>()
  const atomsFor = (index: number): readonly number[] => {
    const known = atomsOfSource.get(index)
    if (known) return known
    const made: number[] = []
    const source = sources[index] as NamedSource
    if (source.plusMinus !== 0) {
      const one = (shape: Shape): void => void made.push(shapes.push(shape) - 1)
      if (source.distribution === 'triangular') {
        one('uniform')
        one('uniform')
      } else
        one(
          source.distribution === 'one-sided'
            ? 'half'
            : source.distribution === 'uniform'
              ? 'uniform'
              : 'normal',
        )
    }
    atomsOfSource.set(index, made)
    return made
  }
  const scaleOf = ({ distribution, plusMinus }: NamedSource): number =>
    distribution === 'uniform'
      ? plusMinus
      : distribution === 'triangular'
        ? plusMinus / 2
        : plusMinus / 3
  const centre = new Float64Array(forms.length)
  const made = forms.map((form, i) => {
    const indices: number[] = []
    const coefficients: number[] = []
    form.indices.forEach((index, k) => {
      const source = sources[index] as NamedSource
      const coefficient = form.coefficients[k] as number
      centre[i] = (centre[i] as number) + coefficient * source.offset
      for (const atom of atomsFor(index)) {
        indices.push(atom)
        coefficients.push(coefficient * scaleOf(source))
      }
    })
    return { indices: Int32Array.from(indices), coefficients: Float64Array.from(coefficients) }
  })
  return { count: shapes.length, shapes, centre, forms: made }
}

export function valueOf({ coefficients, indices }: Sparse, atoms: Float64Array): number {
  let sum = 0
  for (let i = 0; i < indices.length; i++)
    sum += (coefficients[i] as number) * (atoms[indices[i] as number] as number)
  return sum
}

/** Mean and variance of one standard variable. Half-normal: √(2/π) and 1 − 2/π; uniform: 1/3. */
export const SHAPE_MEAN: Readonly<Record<Shape, number>> = {
  normal: 0,
  uniform: 0,
  half: Math.sqrt(2 / Math.PI),
}
export const SHAPE_VARIANCE: Readonly<Record<Shape, number>> = {
  normal: 1,
  uniform: 1 / 3,
  half: 1 - 2 / Math.PI,
}

/** Skewness of a half-normal variable, and excess kurtosis of a uniform one. */
const HALF_SKEW = (Math.SQRT2 * (4 - Math.PI)) / (Math.PI - 2) ** 1.5
const UNIFORM_KURTOSIS = 1.2
/** Skewness of a form that its smallest parts may lose: under two parts in a thousand of its 99.73 % point. */
const MOST_LOST = 0.005

/**
 * The same with parts whose own shape does not show made normal, of their mean and variance: the smallest
 * first, as long as no form loses more than `MOST_LOST` of its skewness (Cornish and Fisher's first term).
 */
export function smoothed(atoms: Atoms): Atoms {
  const { forms, shapes } = atoms
  if (shapes.every((shape) => shape === 'normal')) return atoms
  // What each part would take from each form: by its share of the variance.
  const losses = new Map<number, { readonly form: number; readonly loss: number }[]>()
  forms.forEach(({ coefficients, indices }, form) => {
    const variance = (k: number): number =>
      (coefficients[k] as number) ** 2 * SHAPE_VARIANCE[shapes[indices[k] as number] as Shape]
    let total = 0
    for (let k = 0; k < indices.length; k++) total += variance(k)
    indices.forEach((atom, k) => {
      const share = total > 0 ? variance(k) / total : 1
      const loss =
        shapes[atom] === 'half' ? HALF_SKEW * share ** 1.5 : UNIFORM_KURTOSIS * share ** 2
      if (shapes[atom] !== 'normal') losses.set(atom, [...(losses.get(atom) ?? []), { form, loss }])
    })
  })
  const lost = new Float64Array(forms.length)
  const most = (of: readonly { readonly loss: number }[]): number =>
    Math.max(...of.map(({ loss }) => loss))
  const plain = new Set<number>()
  for (const [atom, of] of [...losses].sort(([, a], [, b]) => most(a) - most(b))) {
    if (of.some(({ form, loss }) => (lost[form] as number) + loss > MOST_LOST)) break
    for (const { form, loss } of of) lost[form] = (lost[form] as number) + loss
    plain.add(atom)
  }
  if (plain.size === 0) return atoms
  const centre = Float64Array.from(atoms.centre)
  return {
    count: atoms.count,
    shapes: shapes.map((shape, atom) => (plain.has(atom) ? 'normal' : shape)),
    centre,
    forms: forms.map(({ coefficients, indices }, i) => ({
      indices,
      coefficients: coefficients.map((c, k) => {
        const atom = indices[k] as number
        if (!plain.has(atom)) return c
        const shape = shapes[atom] as Shape
        centre[i] = (centre[i] as number) + c * SHAPE_MEAN[shape]
        return c * Math.sqrt(SHAPE_VARIANCE[shape])
      }),
    })),
  }
}

/** Below this part of the largest variance a pivot is rounding. */
const NO_VARIANCE = 1e-12

/**
 * The same forms over fewer variables: their normal parts drawn together through their covariance, as many
 * as it has rank. Cholesky with the largest pivot first (Higham, Accuracy and Stability of Numerical
 * Algorithms, 2002, 10.3, from memory). Nothing is gained, and nothing done, where the forms outnumber
 * the normal variables.
 */
export function gathered(atoms: Atoms): Atoms {
  const { centre, count, forms, shapes } = atoms
  const m = forms.length
  const normals = shapes.reduce((sum, shape) => sum + (shape === 'normal' ? 1 : 0), 0)
  if (m >= normals) return atoms
  const dense = forms.map((form) => {
    const row = new Float64Array(count)
    for (let i = 0; i < form.indices.length; i++) {
      const atom = form.indices[i] as number
      if (shapes[atom] === 'normal') row[atom] = form.coefficients[i] as number
    }
    return row
  })
  const covariance = (i: number, j: number): number => {
    const row = dense[i] as Float64Array
    const { coefficients, indices } = forms[j] as Sparse
    let sum = 0
    for (let k = 0; k < indices.length; k++) {
      const atom = indices[k] as number
      if (shapes[atom] === 'normal') sum += (coefficients[k] as number) * (row[atom] as number)
    }
    return sum
  }
  const columns = pivotedCholesky(m, covariance)
  const others = shapes.flatMap((shape, atom) => (shape === 'normal' ? [] : [atom]))
  const newOf = new Map(others.map((atom, k) => [atom, columns.length + k]))
  return {
    count: columns.length + others.length,
    shapes: [...columns.map((): Shape => 'normal'), ...others.map((atom) => shapes[atom] as Shape)],
    centre,
    forms: forms.map((form, i) => {
      const indices: number[] = []
      const coefficients: number[] = []
      columns.forEach((column, r) => {
        if (column[i] === 0) return
        indices.push(r)
        coefficients.push(column[i] as number)
      })
      form.indices.forEach((atom, k) => {
        const other = newOf.get(atom)
        if (other === undefined) return
        indices.push(other)
        coefficients.push(form.coefficients[k] as number)
      })
      return { indices: Int32Array.from(indices), coefficients: Float64Array.from(coefficients) }
    }),
  }
}

/** Columns whose outer products add up to a covariance, largest pivot first, stopped at its rank. */
function pivotedCholesky(
  m: number,
  covariance: (i: number, j: number) => number,
): readonly Float64Array[] {
  const left = Float64Array.from({ length: m }, (_, i) => covariance(i, i))
  const most = Math.max(0, ...left)
  const columns: Float64Array[] = []
  while (columns.length < m) {
    let pivot = 0
    for (let i = 1; i < m; i++) if ((left[i] as number) > (left[pivot] as number)) pivot = i
    const top = left[pivot] as number
    if (!(top > NO_VARIANCE * most)) break
    const root = Math.sqrt(top)
    const column = new Float64Array(m)
    for (let i = 0; i < m; i++) {
      if (left[i] === 0) continue
      let value = covariance(i, pivot)
      for (const before of columns) value -= (before[i] as number) * (before[pivot] as number)
      column[i] = value / root
      left[i] = Math.max(0, (left[i] as number) - (column[i] as number) ** 2)
    }
    left[pivot] = 0
    columns.push(column)
  }
  return columns
}
