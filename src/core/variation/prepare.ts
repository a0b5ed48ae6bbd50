import { type Atoms, atomsOf } from './atoms'
import { type CompiledMeasure } from './compile'
import { type Event, eventsOf, type SharedFigure } from './events'
import { type ExcessReader, excessReader } from './excess'
import { type Source } from './source'

/** A measure with all that its answers share, made once. */
export interface Prepared {
  readonly measure: CompiledMeasure
  readonly sources: readonly Source[]
  readonly atoms: Atoms
  readonly figures: readonly SharedFigure[]
  readonly events: readonly Event[]
  /** Directions of the polygon round a zone. */
  readonly directions: number
  readonly reader: ExcessReader
}

export function prepare(measure: CompiledMeasure, sources: readonly Source[]): Prepared {
  const atoms = atomsOf(measure.forms, sources)
  return { measure, sources, atoms, ...eventsOf(measure, atoms), reader: excessReader(measure) }
}
