import { believedMeasure } from '../../chain/belief'
import { tightestOf } from '../../chain/variation'
import { isSurfaceMade, type Readable, readablesOf } from '../../predict/measured'
import { allRequirements, requirementTitle } from '../../work/part'
import { type PieceBelief } from './state'

/** A measurement that would tell more. */
export interface NextMeasurement {
  readonly requirement: string
  readonly reading: string
  readonly words: string
  /** By how much it narrows what is predicted, summed over the open requirements, in parts of what is allowed. */
  readonly narrows: number
  /** The requirement that it helps most. */
  readonly helps: string
}

/** Measuring on is not worth it below this part of what is allowed (common practice, no source). */
const WORTH = 0.02
/** What a measurement is known to, one sigma, mm: that of a usual instrument. */
const USUAL_SIGMA_MM = 0.005 / 3
const MOST = 3

/** What of what is cut to measure next: what narrows the open requirements most. */
export function nextMeasurements(state: PieceBelief): readonly NextMeasurement[] {
  const { all, belief, open, piece } = state
  const wanted = open
    .filter(({ isSettled }) => !isSettled)
    .flatMap(({ compiled, title }) => {
      const believed = believedMeasure(compiled, belief)
      const tightest = tightestOf(believed, belief.sources, compiled)
      return tightest && tightest.sigma > 0
        ? [{ title, allowed: compiled.allowed, form: tightest.form, sigma: tightest.sigma }]
        : []
    })
  if (wanted.length === 0) return []
  return readableNow(state)
    .map(({ readable, title }): NextMeasurement => {
      const form = all.pieces.of(readable.form, piece)
      const own = belief.of(form).sigma ** 2 + USUAL_SIGMA_MM ** 2 + readable.own ** 2
      const gains = wanted.map((one) => {
        const left = one.sigma ** 2 - belief.covariance(one.form, form) ** 2 / own
        return {
          title: one.title,
          gain: (3 * (one.sigma - Math.sqrt(Math.max(0, left)))) / one.allowed,
        }
      })
      const [best] = [...gains].sort((a, b) => b.gain - a.gain)
      return {
        requirement: readable.requirement,
        reading: readable.name,
        words: readable.words === '' ? title : `${title}, ${readable.words}`,
        narrows: gains.reduce((sum, { gain }) => sum + gain, 0),
        helps: best?.title ?? '',
      }
    })
    .filter(({ narrows }) => narrows > WORTH)
    .sort((a, b) => b.narrows - a.narrows)
    .slice(0, MOST)
}

/** Readings whose surfaces are all there and that were not taken yet. */
export function readableNow({
  all,
  piece,
  progress,
  way,
}: Pick<PieceBelief, 'all' | 'piece' | 'progress' | 'way'>): readonly {
  readonly readable: Readable
  readonly title: string
}[] {
  const { chain } = way
  const { part } = chain.plan
  const taken = new Set(all.taken.filter((one) => one.piece === piece).map(({ words }) => words))
  return allRequirements(part).flatMap((requirement) => {
    const title = requirementTitle(part, requirement)
    return readablesOf(chain, requirement)
      .filter(({ surfaces }) => surfaces.every((id) => isSurfaceMade(chain, progress, id)))
      .filter(({ name }) => !taken.has(title) && !taken.has(`${title}, ${name}`))
      .map((readable) => ({ readable, title }))
  })
}
