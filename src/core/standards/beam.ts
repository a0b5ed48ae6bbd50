/** The stiffness of a fluted shank is that of a round one of this part of its diameter (common practice, no source). */
const FLUTED = 0.8

/**
 * How far the end of an end mill gives way to a side force: a round cantilever, F·L³ / (3·E·I) with
 * I = π·d⁴/64. Source: Euler–Bernoulli beam, as in Roark's Formulas for Stress and Strain, table of
 * straight beams, one end free (from memory).
 *
 * @param forceN - side force at the tip, >= 0.
 * @param reachMm - from the holder to the tip, > 0.
 * @param diameterMm - cutting diameter, > 0.
 * @param modulusGPa - of the cutter: about 550 for carbide, 210 for steel.
 * @returns mm.
 */
export function endMillDeflection(
  forceN: number,
  reachMm: number,
  diameterMm: number,
  modulusGPa: number,
): number {
  const inertia = (Math.PI * (FLUTED * diameterMm) ** 4) / 64
  return (forceN * reachMm ** 3) / (3 * modulusGPa * 1000 * inertia)
}
