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
  // Of each source: its first variable, how many it has of one kind, and what one unit of it is.
  const firstOf = new Int32Array(sources.length).fill(-1)
  const countOf = new Uint8Array(sources.length)
  const scaleOf = new Float64Array(sources.length)
  const meet = (index: number): void => {
    const { distribution, plusMinus } = sources[index] as NamedSource
    firstOf[index] = shapes.length
    if (plusMinus === 0) return
    const [shape, count, parts] = UNITS[distribution]
    countOf[index] = count
    scaleOf[index] = plusMinus / parts
    for (let i = 0; i < count; i++) shapes.push(shape)
  }
  const centre = new Float64Array(forms.length)
  const made = forms.map((form, i) => {
    const most = 2 * form.indices.length
    const [indices, coefficients] = [new Int32Array(most), new Float64Array(most)]
    let [used, middle] = [0, 0]
    for (let k = 0; k < form.indices.length; k++) {
      const index = form.indices[k] as number
      const coefficient = form.coefficients[k] as number
      if ((firstOf[index] as number) < 0) meet(index)
      middle += coefficient * (sources[index] as NamedSource).offset
      const first = firstOf[index] as number
      const end = first + (countOf[index] as number)
      for (let atom = first; atom < end; atom++) {
        indices[used] = atom
        coefficients[used++] = coefficient * (scaleOf[index] as number)
      }
    }
    centre[i] = middle
    return { indices: indices.subarray(0, used), coefficients: coefficients.subarray(0, used) }
  })
  return { count: shapes.length, shapes, centre, forms: made }
}

/** What a source is drawn from: a shape, how many of it, and how many times one goes into ±. */
const UNITS: Readonly<
  Record<NamedSource['distribution'], readonly [shape: Shape, count: number, parts: number]>
> = {
  normal: ['normal', 1, 3],
  'one-sided': ['half', 1, 3],
  uniform: ['uniform', 1, 1],
  triangular: ['uniform', 2, 2],
}

export function valueOf({ coefficients, indices }: Sparse, atoms: Float64Array): number {
  let sum = 0
  for (let i = 0; i < indices.length; i++)
    sum += (coefficients[i] as number) * (atoms[indices[i] as number] as number)
  return sum
}

/** Forms over fewer variables than this are read row by row of a full matrix. */
const FEW = 48

/** Fills in the values of all forms at a draw of the variables. */
export function valuesOf(atoms: Atoms): (draw: Float64Array, values: Float64Array) => void {
  const { centre, count, forms } = atoms
  if (count > FEW)
    return (draw, values) => {
      for (let k = 0; k < forms.length; k++)
        values[k] = (centre[k] as number) + valueOf(forms[k] as Sparse, draw)
    }
  const rows = new Float64Array(forms.length * count)
  forms.forEach(({ coefficients, indices }, k) => {
    for (let i = 0; i < indices.length; i++) {
      const at = k * count + (indices[i] as number)
      rows[at] = (rows[at] as number) + (coefficients[i] as number)
    }
  })
  return (draw, values) => {
    let at = 0
    for (let k = 0; k < forms.length; k++) {
      let sum = centre[k] as number
      for (let j = 0; j < count; j++) sum += (rows[at++] as number) * (draw[j] as number)
      values[k] = sum
    }
  }
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
    for (let k = 0; k < indices.length; k++) {
      const atom = indices[k] as number
      const shape = shapes[atom]
      if (shape === 'normal') continue
      const share = total > 0 ? variance(k) / total : 1
      const loss = shape === 'half' ? HALF_SKEW * share ** 1.5 : UNIFORM_KURTOSIS * share ** 2
      const known = losses.get(atom)
      if (known) known.push({ form, loss })
      else losses.set(atom, [{ form, loss }])
    }
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
  const parts = forms.map((form) => normalPart(form, shapes))
  const dense = parts.map(({ coefficients, indices }) => {
    const row = new Float64Array(count)
    for (let k = 0; k < indices.length; k++) row[indices[k] as number] = coefficients[k] as number
    return row
  })
  const covariance = (i: number, j: number): number =>
    valueOf(parts[j] as Sparse, dense[i] as Float64Array)
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
      if (others.length > 0)
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

function normalPart({ coefficients, indices }: Sparse, shapes: readonly Shape[]): Sparse {
  const [own, by] = [new Int32Array(indices.length), new Float64Array(indices.length)]
  let used = 0
  for (let k = 0; k < indices.length; k++) {
    const atom = indices[k] as number
    if (shapes[atom] !== 'normal') continue
    own[used] = atom
    by[used++] = coefficients[k] as number
  }
  return { indices: own.subarray(0, used), coefficients: by.subarray(0, used) }
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
