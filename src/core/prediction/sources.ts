import { type Distribution, type Source } from '../variation'

/** What a source is when it is first met. */
export interface NewSource {
  readonly label: string
  readonly link: string
  readonly setup?: number | undefined
  readonly gear?: string | undefined
  readonly plusMinus: number
  readonly distribution?: Distribution
  /** Middle of the spread, where it is not 0. */
  readonly offset?: number
  readonly remedy: string
  readonly lights: readonly string[]
}

/** Collects the sources of a model, each once, and gives their indices. */
export class SourceBook {
  readonly list: Source[] = []
  private readonly indexOf = new Map<string, number>()

  /** Index of the source with this id, made on first use. */
  index(id: string, make: () => NewSource): number {
    const known = this.indexOf.get(id)
    if (known !== undefined) return known
    const { distribution = 'normal', offset = 0, setup, gear, ...rest } = make()
    this.list.push({ id, setup, gear, distribution, offset, ...rest })
    this.indexOf.set(id, this.list.length - 1)
    return this.list.length - 1
  }
}
