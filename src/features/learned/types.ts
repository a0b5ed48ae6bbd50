import { type Learned } from '@/core/floor/learning'

/** What was learnt, as the page gets it: pieces that stand apart by their run. */
export interface LearnedNow extends Omit<Learned, 'apart'> {
  readonly apart: readonly { readonly run: string; readonly piece: string }[]
  readonly pieces: number
}
