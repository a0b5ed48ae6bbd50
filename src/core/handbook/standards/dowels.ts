import { type Limits, shaftLimits } from './limits'

/** Nominal diameters of parallel dowel pins, mm. Source: ISO 2338:1997 and ISO 8734:1997, from memory. */
export const DOWEL_DIAMETERS_MM: readonly number[] = [
  0.6, 0.8, 1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 40, 50,
]

/** Pins of ISO 2338 come m6 or h8 (unhardened), those of ISO 8734 m6 (hardened). */
export type DowelKind = 'unhardened m6' | 'unhardened h8' | 'hardened m6'

/** Limits of a dowel pin's diameter; undefined when the standards have no such pin. */
export function dowelLimits(diameterMm: number, kind: DowelKind): Limits | undefined {
  const made =
    kind === 'hardened m6'
      ? DOWEL_DIAMETERS_MM.filter((d) => d >= 1 && d <= 20)
      : DOWEL_DIAMETERS_MM
  return made.includes(diameterMm) ? shaftLimits(kind.slice(-2), diameterMm) : undefined
}
