import { type LengthUnit, printDegrees, printLength, printSpread } from '../../handbook/units'
import { firstSurface, placeOf, refLabel, resolveRef } from './refs'
import { directionOf } from './surface'
import { type Mate, type Part, type Requirement } from './schema'
import { dot, subtract } from '../../ground/geometry'
import { type Target } from './refs'

/** Title of a requirement: "Bore to base". */
export function requirementTitle(part: Part, requirement: Requirement): string {
  if (requirement.name) return requirement.name
  const of = capital(refLabel(part, requirement.of))
  switch (requirement.kind) {
    case 'size':
      return `${of}, size`
    case 'distance':
      return `${of} to ${refLabel(part, requirement.to)}`
    case 'perpendicularity':
      return `${of} square to ${refLabel(part, requirement.to)}`
    case 'parallelism':
      return `${of} parallel to ${refLabel(part, requirement.to)}`
    case 'angle':
      return `${of} at an angle to ${refLabel(part, requirement.to)}`
    case 'coaxiality':
      return `${of} in line with ${refLabel(part, requirement.to)}`
    case 'symmetry':
      return `${of} central on ${refLabel(part, requirement.to)}`
    case 'flatness':
      return `${of} flat`
    case 'position':
    case 'profile': {
      const what = requirement.kind === 'position' ? of : `${of}, profile`
      return requirement.datums.length === 0
        ? what
        : `${what} to ${requirement.datums.map((d) => datumLabel(part, d)).join(' ')}`
    }
  }
}

/** Figures of a requirement: "32.000 ±0.015". */
export function requirementFigures(part: Part, requirement: Requirement, unit: LengthUnit): string {
  const digits = (mm: number): string => printLength(mm, unit)
  switch (requirement.kind) {
    case 'size':
    case 'distance': {
      const nominal = nominalOf(part, requirement)
      const { plus, minus } = requirement
      const limits =
        Math.abs(plus.mm + minus.mm) < 1e-9
          ? `±${digits(plus.mm)}`
          : `${signed(plus.mm, unit)} / ${signed(minus.mm, unit)}`
      const own = `${nominal === undefined ? '' : `${printSpread(nominal, unit)} `}${limits}`
      return requirement.mate ? `${own}, ${mateWords(requirement.mate, unit)}` : own
    }
    case 'angle':
      return `±${printDegrees(requirement.plusMinus.rad)}`
    case 'position': {
      const { each, material, projected, tolerance } = requirement
      return [
        `⌀${digits(tolerance.mm)}`,
        ...(projected ? [`projected ${digits(projected.mm)}`] : []),
        ...(material === 'none'
          ? []
          : [`more where ${material === 'most' ? 'largest' : 'smallest'}`]),
        ...playWords(part, requirement),
        ...(each ? ['each by itself'] : []),
      ].join(', ')
    }
    case 'profile':
      return [`within ${digits(requirement.tolerance.mm)}`, ...playWords(part, requirement)].join(
        ', ',
      )
    default:
      return `within ${digits(requirement.tolerance.mm)}`
  }
}

/** What it is made to: "to trunnion, measured 21.982 ±0.002: loose 0.010 to 0.025". */
function mateWords({ least, measured, most, name, plusMinus }: Mate, unit: LengthUnit): string {
  const length = (mm: number): string => printLength(mm, unit)
  return `to ${name}, measured ${length(measured.mm)} ±${length(plusMinus.mm)}: ${looseWords(least.mm, most.mm, length)}`
}

/** How loose, or how tight, from the least to the most. */
export function looseWords(
  leastMm: number,
  mostMm: number,
  length: (mm: number) => string,
): string {
  if (leastMm >= 0) return `loose ${length(leastMm)} to ${length(mostMm)}`
  if (mostMm <= 0) return `tight ${length(-mostMm)} to ${length(-leastMm)}`
  return `tight ${length(-leastMm)} to loose ${length(mostMm)}`
}

const playWords = (
  part: Part,
  { boundaries = {} }: Requirement & { kind: 'position' | 'profile' },
): readonly string[] => {
  const names = Object.keys(boundaries).map((ref) => datumLabel(part, ref))
  return names.length === 0 ? [] : [`with the play of ${names.join(' and ')}`]
}

const signed = (mm: number, unit: LengthUnit): string =>
  `${mm > 0 ? '+' : mm < 0 ? '−' : ''}${printLength(Math.abs(mm), unit)}`
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** A datum by its letter when it has one. */
function datumLabel(part: Part, ref: string): string {
  const face = (part.faces as Record<string, { datum?: string | undefined } | undefined>)[ref]
  return face?.datum ?? refLabel(part, ref)
}

/** Nominal value of a size or distance, from the geometry; undefined when the two are not comparable. */
export function nominalOf(part: Part, requirement: Requirement): number | undefined {
  const of = firstTarget(part, requirement.of)
  if (requirement.kind === 'size')
    return of?.kind === 'surface' && of.surface.kind === 'axis' ? of.surface.diameterMm : undefined
  if (requirement.kind !== 'distance') return undefined
  const to = firstTarget(part, requirement.to)
  if (!of || !to) return undefined
  const [a, b] = [firstSurface(of), firstSurface(to)]
  // What does not run alongside each other has no distance.
  const lie = Math.abs(dot(directionOf(a), directionOf(b)))
  if ((a.kind === b.kind ? 1 - lie : lie) > 1e-6) return undefined
  const apart = subtract(placeOf(of), placeOf(to))
  const normal = [b, a].flatMap((s) => (s.kind === 'plane' ? [s.normal] : []))[0]
  if (normal) return Math.abs(dot(apart, normal))
  const along = dot(apart, directionOf(b))
  return Math.sqrt(Math.max(0, dot(apart, apart) - along * along))
}

function firstTarget(part: Part, ref: string): Target | undefined {
  const found = resolveRef(part, ref)
  return found.ok ? found.value[0] : undefined
}
