import { type Feature, isEdgeBreak, type Part, refsOf, type Requirement } from '@/core/work/part'

/** What a line in the making would change: a feature or a tie that is there already. */
export type Again = { readonly kind: 'feature' | 'requirement'; readonly id: string }

const mentions = (requirement: Requirement, id: string): boolean =>
  refsOf(requirement).some((ref) => ref.split('|').some((piece) => piece.split('.')[0] === id))

/** The part without a feature, without what is tied to it, and without what breaks the edges of its mouth. */
export const withoutFeature = (part: Part, id: string): Part => ({
  ...part,
  features: part.features.filter((f) => f.id !== id && !(isEdgeBreak(f) && f.of === id)),
  requirements: part.requirements.filter((r) => !mentions(r, id)),
})

/** The part without what is being said again, so that it is not there twice. */
export function without(part: Part, again: Again | undefined): Part {
  if (!again) return part
  return again.kind === 'feature'
    ? withoutFeature(part, again.id)
    : { ...part, requirements: part.requirements.filter((r) => r.id !== again.id) }
}

/** Puts what was said again in the place of the old one, under the old id. */
export function replaced(part: Part, again: Again, said: Feature | Requirement | undefined): Part {
  if (!said) return part
  return again.kind === 'feature'
    ? {
        ...part,
        features: part.features.map((f) =>
          f.id === again.id ? ({ ...said, id: again.id } as Feature) : f,
        ),
      }
    : {
        ...part,
        requirements: part.requirements.map((r) =>
          r.id === again.id ? ({ ...said, id: again.id } as Requirement) : r,
        ),
      }
}
