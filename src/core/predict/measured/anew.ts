import { type NamedSource } from '../../chain/variation'
import { type Anew, type MeasuredPiece } from './schema'

/** Where a piece that is looked at by itself was seated anew; nothing of several. */
export const anewOf = (pieces: readonly MeasuredPiece[]): readonly Anew[] =>
  pieces.length === 1 ? (pieces[0]?.anew ?? []) : []

/** Whether a piece has the chain of its plan: it was not seated anew in the middle of a setup. */
export const isJoined = ({ anew = [] }: MeasuredPiece): boolean => anew.length === 0

/** Whether a source is how a part sits in one setup, or how zero was found there: seated anew it is another. */
export const isDrawnAnew = ({ contact, link, setup }: NamedSource): boolean =>
  setup !== undefined && (contact !== undefined || link.startsWith(`at ${setup}, zero `))

/** The pieces that share one chain: the last alone where it was seated anew in the middle of a setup, else all that were not. */
export function joinable(pieces: readonly MeasuredPiece[]): readonly MeasuredPiece[] {
  const last = pieces.at(-1)
  return last && !isJoined(last) ? [last] : pieces.filter(isJoined)
}
