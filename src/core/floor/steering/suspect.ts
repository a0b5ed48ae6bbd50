import { type Candidate } from '../../chain/belief'
import { type NamedSource } from '../../chain/variation'

/** Something that may be to blame for what was measured. */
export interface Suspect extends Candidate {
  /** That of its source, with what is special about it. */
  readonly key: string
  readonly source: NamedSource
  /** The piece that it is only in, from 0; in all of them when undefined. */
  readonly piece: number | undefined
  /** A gross mistake, where it is one: in words, and what to do about it. */
  readonly mistake: { readonly words: string; readonly remedy: string } | undefined
  /** The sources of the joined pieces that it moves. */
  readonly moves: readonly number[]
}
