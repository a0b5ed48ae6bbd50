/**
 * Part of a standard normal above x.
 * Source: Hart's rational approximation as given by West, "Better approximations to cumulative
 * normal functions", Wilmott 2005 (coefficients from memory; checked in the tests to 1e-12).
 */
export function normalAbove(x: number): number {
  const far = Math.abs(x)
  if (far > 37) return x > 0 ? 0 : 1
  const bell = Math.exp((-far * far) / 2)
  let above: number
  if (far < 7.07106781186547) {
    const top =
      (((((3.52624965998911e-2 * far + 0.700383064443688) * far + 6.37396220353165) * far +
        33.912866078383) *
        far +
        112.079291497871) *
        far +
        221.213596169931) *
        far +
      220.206867912376
    const bottom =
      ((((((8.83883476483184e-2 * far + 1.75566716318264) * far + 16.064177579207) * far +
        86.7807322029461) *
        far +
        296.564248779674) *
        far +
        637.333633378831) *
        far +
        793.826512519948) *
        far +
      440.413735824752
    above = (bell * top) / bottom
  } else {
    above = bell / (far + 1 / (far + 2 / (far + 3 / (far + 4 / (far + 0.65))))) / 2.506628274631
  }
  return x > 0 ? above : 1 - above
}

export const normalDensity = (x: number): number => Math.exp((-x * x) / 2) / 2.5066282746310002

const A = [
  -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2,
  -3.066479806614716e1, 2.506628277459239,
] as const
const B = [
  -5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1,
  -1.328068155288572e1,
] as const
const C = [
  -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734,
  4.374664141464968, 2.938163982698783,
] as const
const D = [
  7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416,
] as const

/**
 * The x above which a part p of a standard normal lies; p in (0, 1).
 * Source: Acklam's rational approximation, relative error under 1.2e-9 (from memory; checked in the tests).
 */
export function normalPointAbove(p: number): number {
  if (p > 0.5) return -normalPointAbove(1 - p)
  if (p <= 0) return 38
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p))
    return -(
      (((((C[0] * q + C[1]) * q + C[2]) * q + C[3]) * q + C[4]) * q + C[5]) /
      ((((D[0] * q + D[1]) * q + D[2]) * q + D[3]) * q + 1)
    )
  }
  const q = 0.5 - p
  const r = q * q
  return (
    ((((((A[0] * r + A[1]) * r + A[2]) * r + A[3]) * r + A[4]) * r + A[5]) * q) /
    (((((B[0] * r + B[1]) * r + B[2]) * r + B[3]) * r + B[4]) * r + 1)
  )
}
