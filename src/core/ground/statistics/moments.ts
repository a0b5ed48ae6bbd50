/** Mean of some values; 0 of none. */
export const meanOf = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length

/** Standard deviation of a sample, by n − 1; 0 of fewer than two. */
export function deviationOf(values: readonly number[]): number {
  if (values.length < 2) return 0
  const mean = meanOf(values)
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
  return Math.sqrt(squares / (values.length - 1))
}
