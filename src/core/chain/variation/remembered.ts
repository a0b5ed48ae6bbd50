import { type CompiledMeasure } from './compile'
import { type NamedSource } from './source'

/** Two 32-bit lanes over the bits of numbers: two measures with the same mark are the same but for chance, 2⁻⁶⁴. */
class Mark {
  private readonly number = new Float64Array(1)
  private readonly bits = new Uint32Array(this.number.buffer)
  private a = 0x9e3779b9
  private b = 0x85ebca6b

  add(value: number): void {
    this.number[0] = value
    this.mix(this.bits[0] as number)
    this.mix(this.bits[1] as number)
  }

  private mix(word: number): void {
    this.a = Math.imul(this.a ^ word, 0x9e3779b1)
    this.a ^= this.a >>> 15
    this.b = Math.imul((this.b ^ word) + 0x27d4eb2f, 0xc2b2ae35)
    this.b ^= this.b >>> 13
  }

  /** Every number, truth and word of plain data, in order. */
  addAll(data: unknown): void {
    if (typeof data === 'number') this.add(data)
    else if (typeof data === 'string')
      for (let i = 0; i < data.length; i++) this.mix(data.charCodeAt(i))
    else if (typeof data === 'object' && data !== null) {
      for (const value of Object.values(data as object)) this.addAll(value)
      this.mix(0x51ed)
    } else this.mix(data === true ? 1 : 2)
  }

  get text(): string {
    return `${this.a >>> 0} ${this.b >>> 0}`
  }
}

const SHAPE = { normal: 1, uniform: 2, triangular: 3, 'one-sided': 4 } as const

/** What an answer over a measure depends on: its forms, the sizes of what they are made of, and its checks. */
export function markOfMeasure(measure: CompiledMeasure, sources: readonly NamedSource[]): string {
  const mark = new Mark()
  for (const { coefficients, indices } of measure.forms) {
    mark.add(indices.length)
    for (let i = 0; i < indices.length; i++) {
      const source = sources[indices[i] as number] as NamedSource
      mark.add(indices[i] as number)
      mark.add(coefficients[i] as number)
      mark.add(source.plusMinus)
      mark.add(source.offset)
      mark.add(SHAPE[source.distribution])
    }
  }
  mark.addAll([measure.kind, measure.allowed, measure.steps, measure.gauges])
  return mark.text
}

/** Remembers the last answers by their marks, so that an edit works out only what it touched. */
export class Remembered<Answer> {
  private readonly answers = new Map<string, Answer>()

  constructor(private readonly most: number) {}

  of(mark: string, work: () => Answer): Answer {
    const known = this.answers.get(mark)
    const answer = known ?? work()
    // The newest last: the first is the one to forget.
    this.answers.delete(mark)
    this.answers.set(mark, answer)
    if (this.answers.size > this.most)
      this.answers.delete(this.answers.keys().next().value as string)
    return answer
  }
}
