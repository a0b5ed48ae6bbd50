import { type Atoms, atomsOf, gathered, smoothed } from './atoms'
import { type CompiledMeasure } from './compile'
import { type Event, eventsOf, type SharedFigure } from './events'
import { type ExcessReader, excessReader } from './excess'
import { type NamedSource } from './source'

/** A measure with all that its answers share, made once. */
export interface Prepared {
  readonly measure: CompiledMeasure
  readonly sources: readonly NamedSource[]
  /** Every source by itself, and the forms over as few variables as they need, the smallest parts as normal. */
  readonly single: Atoms
  readonly atoms: Atoms
  readonly figures: readonly SharedFigure[]
  readonly events: readonly Event[]
  /** Directions of the polygon round a zone. */
  readonly directions: number
  /** Some step is no linear reading or highest of such: events only point to where it fails. */
  readonly isLoose: boolean
  readonly reader: ExcessReader
}

const lastPrepared = new WeakMap<CompiledMeasure, Prepared>()

/** A measure with all that its answers share; that over the same sources is made once. */
export function prepare(measure: CompiledMeasure, sources: readonly NamedSource[]): Prepared {
  const known = lastPrepared.get(measure)
  if (known?.sources === sources) return known
  const made = prepared(measure, sources)
  lastPrepared.set(measure, made)
  return made
}

function prepared(measure: CompiledMeasure, sources: readonly NamedSource[]): Prepared {
  const single = atomsOf(measure.forms, sources)
  const atoms = gathered(smoothed(single))
  return {
    measure,
    sources,
    single,
    atoms,
    ...eventsOf(measure, atoms),
    reader: excessReader(measure),
    isLoose: measure.steps.some((step) => step.kind === 'pins'),
  }
}
