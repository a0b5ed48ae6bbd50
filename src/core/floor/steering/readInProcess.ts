import { makePiece } from '../../chain/made'
import { figuresOf } from '../../chain/variation'
import { type Plan } from '../../plan/planning'
import {
  type InProcess,
  isMade,
  otherwiseIn,
  type Otherwise,
  type Readable,
  readablesOf,
  readOn,
  type Steerable,
} from '../../predict/measured'
import { allRequirements } from '../../work/part'

/** Surfaces as drawn. */
export type Drawn = Parameters<typeof makePiece>[2]

/** The surfaces of a plan as its drawing has them. */
export const drawnOf = ({ surfaces }: Plan): Drawn =>
  new Map(
    Array.from(surfaces, ([id, surface]) => [
      id,
      surface.kind === 'plane'
        ? { kind: 'plane', normal: surface.normal }
        : { kind: 'axis', from: surface.from, to: surface.to },
    ]),
  )

/** A reading of a made piece before it is out, or before its last cut, without the error of any instrument. */
export interface ReadInProcess extends InProcess {
  readonly readable: Readable
  /** As the reading itself has it, mm or rad off its nominal. */
  readonly off: number
}

const HOWS: readonly InProcess[] = [
  { rough: true },
  { fromHolding: true },
  { rough: true, fromHolding: true },
]

/**
 * Everything that can be read of a made piece while there is still something to be cut: on rough cuts, and from
 * what faces lie against. The piece is made with full rotations as it stood then.
 *
 * @param values - what each source of the piece came to.
 * @param normal - what another cut draws.
 */
export function readInProcess(
  way: Steerable,
  done: number,
  values: Float64Array,
  drawn: Drawn,
  normal: () => number,
): readonly ReadInProcess[] {
  const { plan } = way.chain
  const { stack } = way.chain.model
  const model = { ...stack, setups: stack.setups.slice(0, done) }
  const figures = figuresOf(stack.sources)
  const stoodAt = ({ back, gone, left, own }: Otherwise): Float64Array => {
    const stood = Float64Array.from(values)
    for (const [later, was] of back) stood[later] = values[was] ?? 0
    for (const index of gone) stood[index] = 0
    for (const index of own)
      stood[index] = (figures.mean[index] ?? 0) + (figures.sigma[index] ?? 0) * normal()
    for (const [index, mm] of left) stood[index] = mm
    return stood
  }
  const progress = { done, cut: new Set<string>() }
  const isThere = ({ surfaces }: Readable): boolean =>
    surfaces.every((id) => isMade(way.chain, progress, plan.surfaces.get(id)?.owner ?? id))
  return allRequirements(plan.part).flatMap((requirement) =>
    readablesOf(way.chain, requirement)
      .filter(isThere)
      .flatMap((readable) =>
        HOWS.flatMap((how): readonly ReadInProcess[] => {
          const otherwise = otherwiseIn(way, readable.surfaces, how)
          if (!otherwise) return []
          const stood = stoodAt(otherwise)
          const { surfaces } = makePiece(model, stood, drawn)
          return [{ ...how, readable, off: readOn(readable, surfaces, stood) }]
        }),
      ),
  )
}
