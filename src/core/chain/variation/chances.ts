import { type Atoms } from './atoms'
import { type Event } from './events'
import { normalAbove } from './normal'
import { type OtherPart, partsAbove } from './tail'

/** Probability that an event's figure is over t. */
export type Chance = (t: number) => number

export function chanceOf(event: Event, atoms: Atoms, nearly: number): Chance {
  const { centre, mean, weights } = event
  const { others, sigma } = splitWeights(weights, atoms)
  if (isNearlyNormal(event, sigma, nearly))
    return (t) => normalAbove((overOf(event, t) - mean) / event.sigma)
  return (t) => partsAbove({ centre, sigma, others }, overOf(event, t))
}

/** What an event has to go over for a piece to fail at a level. */
export const overOf = ({ isBound }: Event, level: number): number => (isBound ? 0 : level)

/** Part of the variance that is not normal, under which its shape does not show; or shows too little to aim by. */
export const EXACT = 0.001
export const CRUDE = 0.1

export const isNearlyNormal = (event: Event, normalSigma: number, nearly: number): boolean =>
  normalSigma ** 2 > (1 - nearly) * event.sigma ** 2

export function splitWeights(
  weights: Float64Array,
  { shapes }: Atoms,
): { readonly sigma: number; readonly others: readonly (OtherPart & { readonly atom: number })[] } {
  let square = 0
  const others: (OtherPart & { atom: number })[] = []
  for (let atom = 0; atom < weights.length; atom++) {
    const w = weights[atom] as number
    const shape = shapes[atom]
    if (shape === 'normal') square += w * w
    else if (w !== 0 && shape) others.push({ shape, scale: w, atom })
  }
  return { sigma: Math.sqrt(square), others }
}
