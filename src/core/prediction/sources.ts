import { type Distribution, type Source } from '../variation'

/** Collects the sources of a model, each once, and gives their indices. */
export class SourceBook {
  readonly list: Source[] = []
  private readonly indexOf = new Map<string, number>()

  /** Index of the source with this id, made on first use. */
  index(
    id: string,
    make: () => {
      label: string
      link: string
      setup?: number | undefined
      gear?: string | undefined
      plusMinus: number
      distribution?: Distribution
    },
  ): number {
    const known = this.indexOf.get(id)
    if (known !== undefined) return known
    const { gear, label, link, setup, plusMinus, distribution = 'normal' } = make()
    this.list.push({ id, label, link, setup, gear, distribution, offset: 0, plusMinus })
    this.indexOf.set(id, this.list.length - 1)
    return this.list.length - 1
  }
}
