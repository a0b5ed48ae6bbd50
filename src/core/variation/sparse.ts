import { type Six } from '../geometry'

/** A linear form over the sources: indices rising, a coefficient for each. What is absent is 0. */
export interface Sparse {
  readonly indices: Int32Array
  readonly coefficients: Float64Array
}

/** Six linear forms over the same sources: `values[6 * i + k]` is form k's coefficient of `indices[i]`. */
export interface SparseSix {
  readonly indices: Int32Array
  readonly values: Float64Array
}

/** Coefficients below this are rounding, not cause: mm per mm. */
const NEGLIGIBLE = 1e-15

/** Builds a form from a dense array; for use inside this module. */
export function sparseOf(dense: Float64Array): Sparse {
  const kept = new Int32Array(dense.length)
  let used = 0
  for (let i = 0; i < dense.length; i++)
    if (Math.abs(dense[i] as number) >= NEGLIGIBLE) kept[used++] = i
  const coefficients = new Float64Array(used)
  for (let k = 0; k < used; k++) coefficients[k] = dense[kept[k] as number] as number
  return { indices: kept.slice(0, used), coefficients }
}

/** A form from index and coefficient pairs, indices rising and each once. */
export function sparseFrom(pairs: readonly (readonly [number, number])[]): Sparse {
  const indices = new Int32Array(pairs.length)
  const coefficients = new Float64Array(pairs.length)
  pairs.forEach(([index, coefficient], i) => {
    indices[i] = index
    coefficients[i] = coefficient
  })
  return { indices, coefficients }
}

/** Six forms from a dense array of six values for each source; sources that give nothing are left out. */
export function sparseSixOf(dense: Float64Array): SparseSix {
  const count = dense.length / 6
  const kept = new Int32Array(count)
  let used = 0
  for (let i = 0; i < count; i++) {
    let largest = 0
    for (let k = 6 * i; k < 6 * i + 6; k++)
      largest = Math.max(largest, Math.abs(dense[k] as number))
    if (largest >= NEGLIGIBLE) kept[used++] = i
  }
  const values = new Float64Array(6 * used)
  for (let j = 0; j < used; j++) {
    const from = 6 * (kept[j] as number)
    for (let k = 0; k < 6; k++) values[6 * j + k] = dense[from + k] as number
  }
  return { indices: kept.slice(0, used), values }
}

/** target += row · forms, over all sources of the forms. */
export function addForms(target: Float64Array, forms: SparseSix, row: Six): void {
  const { indices, values } = forms
  const [a, b, c, d, e, f] = row
  for (let i = 0, k = 0; i < indices.length; i++, k += 6) {
    const index = indices[i] as number
    target[index] =
      (target[index] as number) +
      a * (values[k] as number) +
      b * (values[k + 1] as number) +
      c * (values[k + 2] as number) +
      d * (values[k + 3] as number) +
      e * (values[k + 4] as number) +
      f * (values[k + 5] as number)
  }
}
