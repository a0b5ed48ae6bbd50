import { type Square } from './layout'

export const addTo = (rows: readonly Float64Array[], i: number, j: number, by: number): void => {
  const row = rows[i] as Float64Array
  row[j] = (row[j] as number) + by
}

export const rowsOf = (square: Square, size: number): readonly Float64Array[] =>
  Array.from({ length: size }, (_, i) => square.subarray(i * size, (i + 1) * size))

export function scaledProduct(a: Square, b: Square, by: number, size: number): Square {
  const out = new Float64Array(size * size)
  for (let i = 0; i < size; i++)
    for (let k = 0; k < size; k++) {
      const left = by * (a[i * size + k] as number)
      if (left === 0) continue
      for (let j = 0; j < size; j++)
        out[i * size + j] = (out[i * size + j] as number) + left * (b[k * size + j] as number)
    }
  return out
}

export function trace(a: Square, size: number): number {
  let sum = 0
  for (let i = 0; i < size; i++) sum += a[i * size + i] as number
  return sum
}

export function traceOfProduct(a: Square, b: Square, size: number): number {
  let sum = 0
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) sum += (a[i * size + j] as number) * (b[j * size + i] as number)
  return sum
}

export function quadratic(a: Square, v: Float64Array): number {
  let sum = 0
  const size = v.length
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++)
      sum += (a[i * size + j] as number) * (v[i] as number) * (v[j] as number)
  return sum
}
