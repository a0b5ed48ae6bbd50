import { dot, subtract } from '../../ground/geometry'
import { printSpread, unitSign } from '../../handbook/units'
import { type Plan } from '../../plan/planning'
import { limitsOf } from '../../predict/measured'
import {
  allRequirements,
  type Part,
  refLabel,
  type Requirement,
  requirementTitle,
  resolveRef,
  type Surface,
} from '../../work/part'

/** What was measured of a requirement when all was cut, mm or degrees. */
export type MeasuredOf = ReadonlyMap<string, readonly number[]>

/** More than this is no error of making any more, mm (common practice, no source). */
const GROSS_MM = 1

type Plane = Surface & { kind: 'plane' }
type Distance = Requirement & { kind: 'distance' }

/**
 * What can still be done with a piece that is out in one requirement: metal that is still there, a shim, a bush;
 * and what that does to the others that were measured (common practice, no source). Proposals: whether the piece
 * may be kept at all is for whoever answers for the drawing.
 *
 * @returns sentences, the least work first; none where nothing is known to help.
 */
export function reworkOf(plan: Plan, of: Requirement, measured: MeasuredOf): readonly string[] {
  const values = measured.get(of.id) ?? []
  if (values.length === 0) return []
  const nominal = of.kind === 'size' || of.kind === 'distance' ? limitsIn(plan.part, of).middle : 0
  const off = Math.max(...values.map((value) => Math.abs(value - nominal)))
  if (of.kind !== 'angle' && off > GROSS_MM)
    return [
      `It is ${told(plan.part, off)} off: look for the mistake first, another number or another face.`,
    ]
  switch (of.kind) {
    case 'size':
      return sizeRework(plan, of, values)
    case 'distance':
      return distanceRework(plan, of, values, measured)
    case 'flatness':
    case 'parallelism':
    case 'perpendicularity':
      return skimmed(plan, of, values, measured)
    case 'position':
      return [
        'One hole that is off is plugged, or bored for a bush, and made again from its place. Where all are off alike, measure them all: the mating pattern may be shifted by as much.',
      ]
    default:
      return []
  }
}

/** Limits of a size or distance, mm; the middle between them. */
function limitsIn(part: Part, of: Requirement): { low: number; high: number; middle: number } {
  const { lower = -Infinity, upper = Infinity } = limitsOf(part, of, false, 0)
  return { low: lower, high: upper, middle: (lower + upper) / 2 }
}

const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length

const told = (part: Part, mm: number): string =>
  `${printSpread(mm, part.unit)} ${unitSign(part.unit)}`.trim()

function sizeRework(
  { part, surfaces }: Plan,
  of: Requirement,
  values: readonly number[],
): readonly string[] {
  const { high, low, middle } = limitsIn(part, of)
  const [surface] = surfacesOf(part, of.of, surfaces)
  if (surface?.kind !== 'axis') return []
  const label = refLabel(part, of.of)
  const more = told(part, Math.abs(middle - meanOf(values)))
  if (values.some((value) => value > high))
    return surface.isOutside
      ? [`Cut ${label} smaller by ${more}: the metal is there.`]
      : [
          `Bore ${label} out for a bush, press that in and bore it to size, where the wall leaves room for it.`,
        ]
  if (!values.some((value) => value < low)) return []
  return surface.isOutside
    ? [`Nothing can be put back on ${label}: a sleeve over it, or the piece is scrap.`]
    : [`Bore ${label} larger by ${more}: the metal is there.`]
}

function distanceRework(
  plan: Plan,
  of: Distance,
  values: readonly number[],
  measured: MeasuredOf,
): readonly string[] {
  const { part } = plan
  const { high, low, middle } = limitsIn(part, of)
  const faces = facesOf(plan, of)
  if (faces.length === 0)
    return [
      'Both are bores: where they are is made. Plug the one that is off and bore it again from the other.',
    ]
  const [least, most] = [Math.min(...values), Math.max(...values)]
  const isLong = most > high
  if (isLong && least < low)
    return [
      `It leans: ${told(part, most - least)} from one end to the other. Skim it parallel first, then measure it again.`,
    ]
  if (!isLong && least >= low) return []
  const by = Math.abs(meanOf(values) - middle)
  return faces.flatMap(({ face, isOuter }): readonly string[] => {
    const label = refLabel(part, face.owner)
    if (isOuter === isLong) {
      const off = `Take ${told(part, by)} off ${label}, clamped as when it was cut`
      return [`${off}${othersOf(plan, of, face, by, measured)}`]
    }
    return isOuter
      ? [
          `What is gone from ${label} cannot be put back: a shim of ${told(part, by)} under it, where the part is mounted by it.`,
        ]
      : [
          `${label} is cut too deep by ${told(part, by)}: a shim of that in it, where it carries something.`,
        ]
  })
}

/** A face that leans or is not flat is skimmed: as much comes off as it is out. */
function skimmed(
  plan: Plan,
  of: Requirement,
  values: readonly number[],
  measured: MeasuredOf,
): readonly string[] {
  const { part, surfaces } = plan
  const [face] = surfacesOf(part, of.of, surfaces)
  if (face?.kind !== 'plane') return []
  const by = Math.max(...values.map(Math.abs))
  const trued = 'to' in of ? `, trued against ${refLabel(part, of.to)}` : ''
  return [
    `Skim ${refLabel(part, face.owner)}${trued}: up to ${told(part, by)} comes off${othersOf(plan, of, face, by, measured)}`,
  ]
}

/** What taking so much off a face does to the other distances that it is in. */
function othersOf(
  plan: Plan,
  of: Requirement,
  face: Plane,
  by: number,
  measured: MeasuredOf,
): string {
  const { part } = plan
  const changes = allRequirements(part).flatMap((other): readonly string[] => {
    if (other.id === of.id || other.kind !== 'distance') return []
    const own = facesOf(plan, other).find((one) => one.face.id === face.id)
    if (!own) return []
    const title = requirementTitle(part, other)
    const values = measured.get(other.id) ?? []
    if (values.length === 0) return [`measure ${title} first, it changes by as much`]
    const { high, low } = limitsIn(part, other)
    const after = values.map((value) => value + (own.isOuter ? -by : by))
    const mean = told(part, meanOf(after))
    return after.every((value) => value >= low && value <= high)
      ? [`${title} comes to ${mean} and holds`]
      : [`but ${title} would come to ${mean}, out of its limits`]
  })
  return changes.length === 0 ? '.' : `: ${changes.join('; ')}.`
}

/** The faces of a distance, and whether each bounds the metal between: more on it makes the distance larger. */
function facesOf(
  { part, surfaces }: Plan,
  { of, to }: Distance,
): readonly { readonly face: Plane; readonly isOuter: boolean }[] {
  const [one, other] = [surfacesOf(part, of, surfaces)[0], surfacesOf(part, to, surfaces)[0]]
  if (!one || !other) return []
  const placeOf = (surface: Surface) => (surface.kind === 'plane' ? surface.at : surface.from)
  return [
    [one, other],
    [other, one],
  ].flatMap(([face, from]) =>
    face?.kind === 'plane' && from
      ? [{ face, isOuter: dot(face.normal, subtract(face.at, placeOf(from))) > 0 }]
      : [],
  )
}

function surfacesOf(
  part: Part,
  ref: string,
  surfaces: ReadonlyMap<string, Surface>,
): readonly Surface[] {
  const found = resolveRef(part, ref, surfaces)
  return found.ok ? found.value.flatMap((one) => (one.kind === 'surface' ? [one.surface] : [])) : []
}
