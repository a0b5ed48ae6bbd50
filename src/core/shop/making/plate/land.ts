/**
 * The widest land of a relieved pin that goes into its hole though the hole lies further off along the line of
 * centres by some distance: the corners of the land, on the pin's circle, then just touch the hole.
 * From (w/2 + e)² + d²/4 − w²/4 = D²/4; for small e this is D·c / (2e), the formula of jig and fixture
 * handbooks (Korsakov, Fundamentals of Machine-Tool Fixture Design: b = D·Δ / (2ε); from memory).
 *
 * @param holeMm - least diameter of the hole, > 0.
 * @param pinMm - greatest diameter of the pin, less than that of the hole.
 * @param offMm - how far the centres may be off along their line, ≥ 0.
 * @returns the land's width, mm; the pin's own diameter where it need not be relieved, 0 where none goes in.
 */
export function relievedLandMm(holeMm: number, pinMm: number, offMm: number): number {
  const play = holeMm - pinMm
  if (play <= 0) return 0
  if (offMm <= play / 2) return pinMm
  return Math.max(0, (holeMm ** 2 - pinMm ** 2 - 4 * offMm ** 2) / (4 * offMm))
}
