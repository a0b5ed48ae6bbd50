/**
 * How far the end of a round cantilever gives way: F·L³ / (3·E·I), I = π·d⁴/64. Source: Euler–Bernoulli
 * beam, one end free, as in Roark's Formulas for Stress and Strain (from memory).
 *
 * @param forceN - at the free end, across the bar, >= 0.
 * @param reachMm - from where it is held to the force, > 0.
 * @param diameterMm - > 0.
 * @param modulus - Young's modulus, N/mm².
 * @returns mm.
 */
export const cantileverDeflection = (
  forceN: number,
  reachMm: number,
  diameterMm: number,
  modulus: number,
): number => (forceN * reachMm ** 3 * 64) / (3 * modulus * Math.PI * diameterMm ** 4)
