import { type Distribution, type Source } from '../variation'

/** Collects the sources of a model, each once, and gives their indices. */
export class SourceBook {
  readonly list: Source[] = []
  private readonly indexOf = new Map<string, number>()

  /** Index of the source with this id, made on first use. A shared one keeps the last setup that used it. */
  index(
    id: string,
    make: () => {
      label: string
      link: string
      setup?: number | undefined
      plusMinus: number
      distribution?: Distribution
    },
  ): number {
    const known = this.indexOf.get(id)
    const { label, link, setup, plusMinus, distribution = 'normal' } = make()
    if (known !== undefined) {
      const before = this.list[known]
      if (before && setup !== undefined) this.list[known] = { ...before, setup }
      return known
    }
    this.list.push({ id, label, link, setup, distribution, offset: 0, plusMinus })
    this.indexOf.set(id, this.list.length - 1)
    return this.list.length - 1
  }
}
