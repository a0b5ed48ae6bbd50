import { dotSix, type Six } from '../../ground/geometry'

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
/** As a part of the largest. */
export const ROUNDING = 1e-12

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

/**
 * Builds one form after another over the same sources without walking over those that it does not
 * touch. Not to be shared between two forms in the making.
 */
export class FormBuilder {
  private readonly values: Float64Array
  private readonly isTouched: Uint8Array
  private readonly touched: Int32Array
  private used = 0

  constructor(count: number) {
    this.values = new Float64Array(count)
    this.isTouched = new Uint8Array(count)
    this.touched = new Int32Array(count)
  }

  add(index: number, value: number): void {
    if (this.isTouched[index] === 0) {
      this.isTouched[index] = 1
      this.touched[this.used++] = index
    }
    this.values[index] = (this.values[index] as number) + value
  }

  /** Adds row · six of one source; what cancels over the lever is rounding. */
  addRow(index: number, row: Six, six: Six): void {
    const value = dotSix(row, six)
    if (Math.abs(value) >= NEGLIGIBLE) this.add(index, value)
  }

  /** Adds a form, so many times. */
  addForm({ coefficients, indices }: Sparse, factor: number): void {
    if (factor === 0) return
    for (let i = 0; i < indices.length; i++)
      this.add(indices[i] as number, factor * (coefficients[i] as number))
  }

  /** Adds row · forms, over all sources of the forms. */
  addForms(forms: SparseSix, row: Six): void {
    const { indices, values } = forms
    const [a, b, c, d, e, f] = row
    for (let i = 0, k = 0; i < indices.length; i++, k += 6) {
      this.add(
        indices[i] as number,
        a * (values[k] as number) +
          b * (values[k + 1] as number) +
          c * (values[k + 2] as number) +
          d * (values[k + 3] as number) +
          e * (values[k + 4] as number) +
          f * (values[k + 5] as number),
      )
    }
  }

  /**
   * The form as it stands; the builder is empty again after it.
   *
   * @param share - what is less than this part of the largest coefficient is rounding too.
   */
  take(share = 0): Sparse {
    const touched = this.touched.subarray(0, this.used).sort()
    const indices = new Int32Array(this.used)
    const coefficients = new Float64Array(this.used)
    let most = 0
    if (share > 0)
      for (let t = 0; t < touched.length; t++)
        most = Math.max(most, Math.abs(this.values[touched[t] as number] as number))
    const least = Math.max(NEGLIGIBLE, share * most)
    let kept = 0
    for (let t = 0; t < touched.length; t++) {
      const index = touched[t] as number
      const value = this.values[index] as number
      this.values[index] = 0
      this.isTouched[index] = 0
      if (Math.abs(value) < least) continue
      indices[kept] = index
      coefficients[kept++] = value
    }
    this.used = 0
    return { indices: indices.subarray(0, kept), coefficients: coefficients.subarray(0, kept) }
  }
}

/** a + factor · b, form by form; what cancels is rounding. */
export function plusForm(a: Sparse, b: Sparse, factor: number): Sparse {
  const most = a.indices.length + b.indices.length
  const [indices, coefficients] = [new Int32Array(most), new Float64Array(most)]
  let [i, j, kept] = [0, 0, 0]
  while (i < a.indices.length || j < b.indices.length) {
    const [p, q] = [a.indices[i] ?? Infinity, b.indices[j] ?? Infinity]
    const index = Math.min(p, q)
    const value =
      (p === index ? (a.coefficients[i++] as number) : 0) +
      (q === index ? factor * (b.coefficients[j++] as number) : 0)
    if (Math.abs(value) < NEGLIGIBLE) continue
    indices[kept] = index
    coefficients[kept++] = value
  }
  return { indices: indices.subarray(0, kept), coefficients: coefficients.subarray(0, kept) }
}
