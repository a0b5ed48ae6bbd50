import { holeLimits } from '../../handbook/standards'
import { mateLimits } from './mate'
import { type Feature, type Part, type Requirement } from './schema'

/**
 * Requirements that the drawing states beside a feature rather than as a tie: a toleranced place
 * dimension (`41.00 ±0.10 from front`) and a hole's fit (`22 H7`). Their ids start with the feature's.
 */
export function impliedRequirements(part: Part): readonly Requirement[] {
  return part.features.flatMap(featureRequirements)
}

function featureRequirements(feature: Feature): readonly Requirement[] {
  const found: Requirement[] = feature.place.dims.flatMap((dim): Requirement[] =>
    dim.plusMinus
      ? [
          {
            kind: 'distance',
            id: `${feature.id}-from-${dim.from}`,
            of: feature.id,
            to: dim.from,
            critical: false,
            plus: dim.plusMinus,
            minus: { mm: -dim.plusMinus.mm },
          },
        ]
      : [],
  )
  if (feature.kind === 'hole' && feature.fit) {
    const limits = holeLimits(feature.fit, feature.diameter.mm)
    if (limits) {
      found.push({
        kind: 'size',
        id: `${feature.id}-size`,
        of: feature.id,
        critical: false,
        plus: { mm: limits.upperMm },
        minus: { mm: limits.lowerMm },
      })
    }
  }
  return found
}

const known = new WeakMap<Part, readonly Requirement[]>()

/** All requirements: those tied on the drawing first, then the implied ones. What is made to a mate has the limits of that. */
export function allRequirements(part: Part): readonly Requirement[] {
  const all = known.get(part) ?? [
    ...part.requirements.map((requirement) => fitted(part, requirement)),
    ...impliedRequirements(part),
  ]
  known.set(part, all)
  return all
}

function fitted(part: Part, requirement: Requirement): Requirement {
  if (!('mate' in requirement) || !requirement.mate) return requirement
  const limits = mateLimits(part, requirement, requirement.mate)
  if (!limits) return requirement
  return { ...requirement, plus: { mm: limits.plus }, minus: { mm: limits.minus } }
}
