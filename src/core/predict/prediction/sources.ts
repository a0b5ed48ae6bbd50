import { type FigureRef } from '../../shop/workshop'
import { type Distribution, type NamedSource } from '../../chain/variation'

/** What a source is when it is first met. */
export interface NewSource {
  readonly cause: string
  readonly link: string
  readonly setup?: string | undefined
  readonly gear?: string | undefined
  readonly isSettled?: true
  readonly contact?: string | undefined
  readonly unit?: 'mm/mm' | undefined
  readonly plusMinus: number
  readonly figure?: FigureRef | undefined
  readonly distribution?: Distribution
  /** Middle of the spread, where it is not 0. */
  readonly offset?: number
  readonly remedy: string
  readonly lights: readonly string[]
}

/** Collects the sources of a model, each once, and gives their indices. */
export class SourceBook {
  readonly list: NamedSource[] = []
  private readonly indexOf = new Map<string, number>()

  /** Index of the source with this key, made on first use. */
  index(key: string, make: () => NewSource): number {
    const known = this.indexOf.get(key)
    if (known !== undefined) return known
    const { distribution = 'normal', offset = 0, setup, gear, ...rest } = make()
    this.list.push({ key, setup, gear, distribution, offset, ...rest })
    this.indexOf.set(key, this.list.length - 1)
    return this.list.length - 1
  }
}
