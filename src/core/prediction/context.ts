import { isSide, type Part, type Surface } from '../part'
import { type Workshop } from '../workshop'
import { type SourceBook } from './sources'

/** Local unevenness of a bought face where a contact or a touch meets it, as part of its spread (common practice, no source). */
export const WAVINESS = 0.25

/** What is collected while a model is built. */
export interface Context {
  readonly workshop: Workshop
  readonly part: Part
  readonly surfaces: ReadonlyMap<string, Surface>
  readonly book: SourceBook
  readonly sizeSource: Map<string, number>
  readonly formSource: Map<string, number>
}

/** How uneven a bought face is where something meets it, ± mm; a feature's own face is not. */
export const waviness = (part: Part, surface: string): number =>
  isSide(surface) ? part.faces[surface].spread.mm * WAVINESS : 0
