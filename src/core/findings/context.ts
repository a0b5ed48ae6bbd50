import { type Part, partSurfaces, refLabel, type Surface } from '../part'
import { type Analysis } from '../prediction'
import { printLength } from '../units'
import { type Way } from '../way'
import { type Workshop } from '../workshop'

/** What a rule looks at. */
export interface RuleContext {
  readonly workshop: Workshop
  readonly part: Part
  readonly way: Way
  readonly analysis: Analysis
  readonly surfaces: ReadonlyMap<string, Surface>
  /** A length in the part's unit, with the unit. */
  readonly length: (mm: number) => string
  readonly name: (ref: string) => string
}

export function ruleContext(
  workshop: Workshop,
  part: Part,
  way: Way,
  analysis: Analysis,
): RuleContext {
  const unit = part.unit === 'mm' ? 'mm' : 'in'
  return {
    workshop,
    part,
    way,
    analysis,
    surfaces: partSurfaces(part),
    length: (mm) => `${printLength(mm, part.unit)} ${unit}`,
    name: (ref) => refLabel(part, ref),
  }
}

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** "a", "a and b", "a, b and c". */
export function listWords(words: readonly string[]): string {
  if (words.length < 2) return words.join('')
  return `${words.slice(0, -1).join(', ')} and ${words[words.length - 1] ?? ''}`
}
