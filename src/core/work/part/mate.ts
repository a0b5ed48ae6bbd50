import { dot, subtract } from '../../ground/geometry'
import { firstSurface, placeOf, resolveRef } from './refs'
import { nominalOf } from './requirementWords'
import { type Mate, type Part, type Requirement } from './schema'

type Sized = Requirement & { kind: 'size' | 'distance' }

/**
 * Whether a size is an opening that something goes into: a bore, or two faces that look at each other. Undefined where
 * it cannot be told.
 */
function isOpening(part: Part, requirement: Sized): boolean | undefined {
  const [of] = targets(part, requirement.of)
  if (!of) return undefined
  if (requirement.kind === 'size') {
    const surface = firstSurface(of)
    return surface.kind === 'axis' ? !surface.isOutside : undefined
  }
  const [to] = targets(part, requirement.to)
  const surface = firstSurface(of)
  if (!to || surface.kind !== 'plane' || firstSurface(to).kind !== 'plane') return undefined
  return dot(surface.normal, subtract(placeOf(to), placeOf(of))) > 0
}

const targets = (part: Part, ref: string) => {
  const found = resolveRef(part, ref)
  return found.ok ? found.value : []
}

/** Deviations of a size, mm, that let it go together with what was measured, whatever that is within its ±. */
export interface MateLimits {
  readonly plus: number
  readonly minus: number
}

/**
 * @returns undefined where the requirement is no size of which it can be told whether it goes in or round. `plus` is not
 * above `minus` where the mate is not known well enough for what is asked.
 */
export function mateLimits(
  part: Part,
  requirement: Sized,
  { least, measured, most, plusMinus }: Mate,
): MateLimits | undefined {
  const nominal = nominalOf(part, requirement)
  const opens = isOpening(part, requirement)
  if (nominal === undefined || opens === undefined) return undefined
  const [low, high] = [measured.mm - plusMinus.mm - nominal, measured.mm + plusMinus.mm - nominal]
  return opens
    ? { minus: high + least.mm, plus: low + most.mm }
    : { minus: high - most.mm, plus: low - least.mm }
}

/**
 * How loose a size is likely to be with its mate, mm, and for certain within what the mate is known to.
 *
 * @param reachMm - how far the size reaches to either side of the middle of its limits.
 */
export function looseWith(
  { least, most, plusMinus }: Mate,
  reachMm: number,
): { readonly leastMm: number; readonly mostMm: number } {
  const middle = (least.mm + most.mm) / 2
  const reach = reachMm + plusMinus.mm
  return { leastMm: middle - reach, mostMm: middle + reach }
}
