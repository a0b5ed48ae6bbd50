import { type Taken } from '../../predict/measured'

/** What is suspicious about a value as it was told: it is asked about, and kept as told. */
export interface ValueDoubt {
  readonly code:
    'measured.inch' | 'measured.tenfold' | 'measured.sign' | 'measured.early' | 'measured.far'
  readonly words: string
}

/** So many times what is expected to be off counts as far (common practice, no source). */
const FAR = 4

/** Whether a value looks like another unit, a slipped point, the wrong sign, or something that is not cut yet. */
export function doubtOf(
  {
    after,
    nominal,
    unit,
    value,
    words,
  }: Pick<Taken, 'after' | 'nominal' | 'unit' | 'value' | 'words'>,
  expected: number,
  plusMinus: number,
  isThere: boolean,
): ValueDoubt | undefined {
  const isNear = (told: number): boolean => Math.abs(told - expected) <= FAR * plusMinus
  if (!isThere)
    return {
      code: 'measured.early',
      words: `${words} is cut in setup ${after + 1}, where it is not cut yet. Was it measured on this piece?`,
    }
  if (isNear(value)) return undefined
  if (unit === 'mm' && nominal !== 0 && (isNear(value * 25.4) || isNear(value / 25.4)))
    return {
      code: 'measured.inch',
      words: `${words}: ${figure(value)} looks like ${isNear(value * 25.4) ? 'inches' : 'inches taken twice'}; it would be ${figure(isNear(value * 25.4) ? value * 25.4 : value / 25.4)} mm.`,
    }
  if (nominal !== 0 && (isNear(value * 10) || isNear(value / 10)))
    return {
      code: 'measured.tenfold',
      words: `${words}: ${figure(value)} looks like a slipped point; ${figure(expected)} was expected.`,
    }
  if (nominal === 0 && isNear(-value))
    return {
      code: 'measured.sign',
      words: `${words}: ${figure(value)} has the other sign of what was expected, ${figure(expected)}. Which way was it off?`,
    }
  return {
    code: 'measured.far',
    words: `${words}: ${figure(value)} is far from ${figure(expected)} ±${figure(plusMinus)}. Measure it again before anything is moved by it.`,
  }
}

const figure = (value: number): string =>
  (Math.round(value * 1000) / 1000).toString().replace('-', '−')
