import { type Feature, type Part, refLabel, SIDES } from '../part'

/** What a kind of thing is called by itself: “bore” where there is one. */
const KINDS: Readonly<Record<string, (feature: Feature) => boolean>> = {
  bore: (f) => f.kind === 'hole' && f.making === 'bore',
  hole: (f) => f.kind === 'hole' && f.making !== 'bore' && f.pattern.kind === 'single',
  holes: (f) => f.kind === 'hole' && f.pattern.kind !== 'single',
  'bolt circle': (f) => f.kind === 'hole' && f.pattern.kind === 'circle',
  slot: (f) => f.kind === 'slot',
  step: (f) => f.kind === 'step',
  pocket: (f) => f.kind === 'pocket',
  boss: (f) => f.kind === 'boss',
  chamfer: (f) => f.kind === 'chamfer',
  rounding: (f) => f.kind === 'rounding',
}

export const KIND_WORDS: readonly string[] = Object.keys(KINDS)

export const isKindWord = (word: string): boolean => word.toLowerCase() in KINDS

/** The features that a kind word may mean. */
export const ofKind = (part: Part, word: string): readonly Feature[] => {
  const lower = word.toLowerCase()
  const named = part.features.filter((feature) => feature.name?.toLowerCase() === lower)
  return named.length > 0 ? named : part.features.filter((f) => KINDS[lower]?.(f) ?? false)
}

/** All that can be named in a sentence, by its word; the id serves where two share a label. */
export function refWords(part: Part, refs: readonly string[]): ReadonlyMap<string, string> {
  const words = new Map<string, string>()
  const byLabel = new Map<string, string[]>()
  for (const ref of refs)
    byLabel.set(refLabel(part, ref).toLowerCase(), [
      ...(byLabel.get(refLabel(part, ref).toLowerCase()) ?? []),
      ref,
    ])
  for (const [label, found] of byLabel)
    if (found.length === 1 && found[0] && !/[,|]/.test(label)) words.set(label, found[0])
  for (const ref of refs) words.set(ref.toLowerCase(), ref)
  return words
}

/** What a reference is called in a sentence, so that the reader finds it and nothing else. */
export function refWord(part: Part, ref: string): string {
  if (ref.includes('|'))
    return `middle of ${ref
      .split('|')
      .map((r) => refWord(part, r))
      .join(' and ')}`
  const label = refLabel(part, ref)
  const sharing = [...SIDES, ...part.features.map((f) => f.id)].filter(
    (other) =>
      refLabel(part, other).toLowerCase() === label.toLowerCase() || other === label.toLowerCase(),
  )
  const word = /[,|]/.test(label) || sharing.some((other) => other !== ref) ? ref : label
  const meant = isKindWord(word) ? ofKind(part, word) : []
  return meant.some(({ id }) => id !== ref) ? `feature ${ref}` : word
}
