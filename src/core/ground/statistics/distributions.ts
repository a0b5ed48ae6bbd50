import jstat from 'jstat'

const { beta, chisquare, normal, studentt } = jstat.jStat

/** The value of chi-squared below which a share lies. @param freedom - degrees, > 0. */
export const chiSquaredAt = (share: number, freedom: number): number =>
  chisquare.inv(share, freedom)

/** The share of chi-squared below a value. */
export const chiSquaredBelow = (value: number, freedom: number): number =>
  chisquare.cdf(value, freedom)

/** The standard normal value below which a share lies. */
export const normalAt = (share: number): number => normal.inv(share, 0, 1)

/** The value of Student’s t below which a share lies. @param freedom - degrees, > 0. */
export const studentAt = (share: number, freedom: number): number => studentt.inv(share, freedom)

/** How likely Student’s t is as far from 0 as a value, on either side. */
export const studentBeyond = (value: number, freedom: number): number =>
  2 * studentt.cdf(-Math.abs(value), freedom)

/**
 * Between what shares the truth lies where so many of all were met, with 95 % (Clopper and Pearson, "The use of
 * confidence or fiducial limits illustrated in the case of the binomial", Biometrika 26, 1934).
 */
export function shareRange(met: number, of: number): readonly [number, number] {
  if (of === 0) return [0, 1]
  return [
    met === 0 ? 0 : beta.inv(0.025, met, of - met + 1),
    met === of ? 1 : beta.inv(0.975, met + 1, of - met),
  ]
}
