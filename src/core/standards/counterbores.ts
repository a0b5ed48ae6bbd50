/**
 * Counterbores for socket head cap screws, by the clearance hole that they sit on, mm.
 * Source: DIN 974-1 (series 1) head recess diameters for ISO 4762 screws over ISO 273 medium holes,
 * typed from memory; depth is head height and 0.6 mm.
 */
const BY_HOLE: readonly {
  readonly holeMm: number
  readonly diameterMm: number
  readonly depthMm: number
}[] = [
  { holeMm: 3.4, diameterMm: 6.5, depthMm: 3.6 },
  { holeMm: 4.5, diameterMm: 8, depthMm: 4.6 },
  { holeMm: 5.5, diameterMm: 10, depthMm: 5.6 },
  { holeMm: 6.6, diameterMm: 11, depthMm: 6.6 },
  { holeMm: 9, diameterMm: 15, depthMm: 8.6 },
  { holeMm: 11, diameterMm: 18, depthMm: 10.6 },
  { holeMm: 13.5, diameterMm: 20, depthMm: 12.6 },
]

/** The usual counterbore over a clearance hole, or undefined when the hole is not one of the table. */
export function counterboreFor(
  holeMm: number,
): { readonly diameterMm: number; readonly depthMm: number } | undefined {
  return BY_HOLE.find((row) => Math.abs(row.holeMm - holeMm) < 0.01)
}
