import { type Learned } from '@/core/floor/learning'

/** A figure of the shop that a person took over. */
export interface TakenOver {
  readonly id: number
  readonly path: string
  readonly was: number
  readonly now: number
  readonly pieces: number
  readonly who: string
  readonly at: number
}

/** What was learnt, as the page gets it: pieces that stand apart by their run. */
export interface LearnedNow extends Omit<Learned, 'apart'> {
  readonly apart: readonly { readonly run: string; readonly piece: string }[]
  readonly pieces: number
}
