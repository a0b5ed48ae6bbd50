import { fail, succeed, type Result } from '../../ground/issues'

/** An angle as the engine uses it, with the words the person typed. */
export interface Angle {
  readonly rad: number
  readonly typed?: string | undefined
}

export const DEGREE_RAD = Math.PI / 180

/**
 * Reads an angle: `30`, `30.25`, `30°`, `30deg`, `30°15'`, `30°15'30"`, `0.5rad`, with a sign.
 * A bare number is degrees.
 *
 * @returns the angle in rad with the text as typed; `angle.*` issues in words otherwise.
 */
export function parseAngle(text: string): Result<Angle> {
  const typed = text.trim()
  if (typed === '')
    return fail('angle.empty', 'Type an angle in degrees, for example 30 or 30°15′.')
  const rad = /^([-+−]?)(\d+\.?\d*|\.\d+)\s*rad$/.exec(typed)
  if (rad) return succeed({ rad: signOf(rad[1]) * Number(rad[2]), typed })
  const deg =
    /^([-+−]?)(\d+\.?\d*|\.\d+)\s*(?:°|deg)?\s*(?:(\d+\.?\d*)\s*['′]\s*(?:(\d+\.?\d*)\s*(?:"|″|''))?)?$/.exec(
      typed,
    )
  if (!deg)
    return fail('angle.form', `“${typed}” is not an angle. Write for example 30, 30.25 or 30°15′.`)
  const [minutes, seconds] = [Number(deg[3] ?? 0), Number(deg[4] ?? 0)]
  if (minutes >= 60 || seconds >= 60)
    return fail('angle.sixty', `“${typed}”: minutes and seconds of arc run to 59.`)
  const degrees = signOf(deg[1]) * (Number(deg[2]) + minutes / 60 + seconds / 3600)
  if (Math.abs(degrees) > 36_000) return fail('angle.range', `“${typed}” is over a hundred turns.`)
  return succeed({ rad: degrees * DEGREE_RAD, typed })
}

const signOf = (sign: string | undefined): number => (sign === '-' || sign === '−' ? -1 : 1)

/** Prints an angle in degrees with at most four decimals. */
export function printDegrees(rad: number): string {
  const text = (rad / DEGREE_RAD).toFixed(4).replace(/\.?0+$/, '')
  return `${text === '-0' ? '0' : text}°`
}
