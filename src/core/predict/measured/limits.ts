import { nominalOf, type Part, type Requirement } from '../../work/part'

/** Within which a value holds by itself, as an instrument shows it; one side or both may be open. */
export interface ReadingLimits {
  readonly lower: number | undefined
  readonly upper: number | undefined
}

/** Limits that say nothing. */
export const NO_LIMITS: ReadingLimits = { lower: undefined, upper: undefined }

/** Zones that lie half on either side of their middle. */
const HALVED: ReadonlySet<Requirement['kind']> = new Set([
  'position',
  'coaxiality',
  'symmetry',
  'profile',
])

/**
 * The limits of one value of a requirement.
 *
 * @param isSingle - a single reading with a sign; else the whole, or how much of a zone is used.
 * @param drawn - what the reading is as drawn, mm, or degrees of an angle.
 */
export function limitsOf(
  part: Part,
  requirement: Requirement,
  isSingle: boolean,
  drawn: number,
): ReadingLimits {
  switch (requirement.kind) {
    case 'size':
    case 'distance': {
      const middle = nominalOf(part, requirement) ?? drawn
      return { lower: middle + requirement.minus.mm, upper: middle + requirement.plus.mm }
    }
    case 'angle': {
      const by = (requirement.plusMinus.rad * 180) / Math.PI
      return { lower: drawn - by, upper: drawn + by }
    }
    default: {
      const zone = requirement.tolerance.mm
      if (!isSingle) return { ...NO_LIMITS, upper: zone }
      const side = HALVED.has(requirement.kind) ? zone / 2 : zone
      return { lower: -side, upper: side }
    }
  }
}
