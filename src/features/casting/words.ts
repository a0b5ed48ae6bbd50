import { lengthWords, type LengthUnit, printLength } from '@/core/handbook/units'
import { type CastingFit, fitLabel, type FittedSurface, type Outcome } from '@/core/work/casting'
import { type Part } from '@/core/work/part'

export const OUTCOME: Readonly<
  Record<Outcome, { readonly sign: string; readonly tone: 'red' | 'ochre' | 'green' }>
> = {
  short: { sign: '▲', tone: 'red' },
  skin: { sign: '◆', tone: 'ochre' },
  near: { sign: '◆', tone: 'ochre' },
  good: { sign: '●', tone: 'green' },
}

/** What a surface comes to, in a word. */
export function outcomeWord({ kind, outcome }: FittedSurface): string {
  if (kind === 'cast')
    return outcome === 'short'
      ? 'out of place'
      : outcome === 'near'
        ? 'just looks right'
        : 'looks right'
  if (kind === 'wall')
    return outcome === 'short'
      ? 'too thin'
      : outcome === 'near'
        ? 'just thick enough'
        : 'thick enough'
  return { short: 'short', skin: 'not under the skin', near: 'near', good: 'cleans up' }[outcome]
}

/** Figures as they are read: two places in mm, three in inches. */
export const figure = (mm: number, unit: LengthUnit): string =>
  (unit === 'mm' ? mm.toFixed(2) : printLength(mm, 'inch')).replace('-', '−')

/** What binds, and what easing it would give. */
export function bindingWords(part: Part, { fit, points }: CastingFit): string | undefined {
  const gains = new Map<string, number>()
  for (const { gain, point } of fit.binding) {
    const surface = points[point]?.surface
    if (surface !== undefined) gains.set(surface, (gains.get(surface) ?? 0) + gain)
  }
  const [first, second] = [...gains].sort((a, b) => b[1] - a[1])
  if (!first) return undefined
  const name = (of: readonly [string, number]): string => fitLabel(part, of[0])
  const more = figure(0.3 * first[1], part.unit)
  return `${name(first)}${second ? ` against ${name(second)}` : ''}. ${lengthWords(0.3, part.unit)} more metal on ${name(first)} would give ${more} everywhere.`
}

/** How a button looks that is pressed. */
export const pressed = (is: boolean): string => (is ? 'border-blue! bg-tint! font-bold!' : 'quiet')
