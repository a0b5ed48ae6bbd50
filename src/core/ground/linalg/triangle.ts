/** L⁻¹ v, of a lower triangle by its rows. */
export function forward(rows: readonly Float64Array[], values: Float64Array): Float64Array {
  const out = new Float64Array(values.length)
  for (let i = 0; i < out.length; i++) {
    const row = rows[i] as Float64Array
    let sum = values[i] as number
    for (let k = 0; k < i; k++) sum -= (row[k] as number) * (out[k] as number)
    out[i] = sum / (row[i] as number)
  }
  return out
}

/** L⁻ᵀ v. */
export function backward(rows: readonly Float64Array[], values: Float64Array): Float64Array {
  const out = Float64Array.from(values)
  for (let i = out.length - 1; i >= 0; i--) {
    const row = rows[i] as Float64Array
    const value = (out[i] as number) / (row[i] as number)
    out[i] = value
    for (let k = 0; k < i; k++) out[k] = (out[k] as number) - (row[k] as number) * value
  }
  return out
}

/** The inner product of two of equal length. */
export function dot(a: Float64Array, b: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += (a[i] as number) * (b[i] as number)
  return sum
}
