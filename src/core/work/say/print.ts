import {
  isEdgeBreak,
  type Feature,
  featureLabel,
  type Hole,
  looseWords,
  type Mate,
  type Part,
  type Requirement,
  type Side,
  SIDES,
} from '../part'
import {
  DEGREE_RAD,
  type Angle,
  type Length,
  parseAngle,
  parseLength,
  printLength,
} from '../../handbook/units'
import { refWord } from './kinds'
import { unitOfWords } from './scanner'

const MIRROR_WORDS = { x: 'left to right', y: 'front to back', z: 'up and down' } as const

/** The words of a length: as typed when they still mean the same, else in millimetres or inches. */
export function printTyped(length: Length, part: Part): string {
  if (length.typed !== undefined) {
    const again = parseLength(length.typed, part.unit)
    if (again.ok && Math.abs(again.value.mm - length.mm) < 1e-9)
      return /[-+*/()−×]/.test(length.typed.replace(/\d+[ -]\d+\/\d+|\d+\/\d+/, ''))
        ? `(${length.typed.replace(/[()]/g, '')})`
        : length.typed
  }
  return printLength(length.mm, part.unit)
}

const printAngle = (angle: Angle): string => {
  const again = angle.typed === undefined ? undefined : parseAngle(angle.typed)
  if (
    again?.ok &&
    angle.typed !== undefined &&
    Math.abs(again.value.rad - angle.rad) < 1e-12 &&
    !angle.typed.endsWith('rad')
  )
    return angle.typed
  return `${Number((angle.rad / DEGREE_RAD).toFixed(6))}°`
}

/** A face's shop name when no other face has it, else the side's own name. */
export function faceWord(part: Part, side: Side): string {
  const { name } = part.faces[side]
  const alone = SIDES.every(
    (other) =>
      other === side ||
      (part.faces[other].name.toLowerCase() !== name.toLowerCase() && other !== name.toLowerCase()),
  )
  return alone ? name : side
}

type Say = (length: Length) => string

/** Words with every length in its own unit: a bare number beside inches says that it is millimetres. */
function inOneUnit(part: Part, write: (say: Say) => string): string {
  const units = new Set<string>()
  const line = write((length) => {
    const words = printTyped(length, part)
    units.add(unitOfWords(words))
    return words
  })
  if (part.unit !== 'mm' || !units.has('inch') || !units.has('bare')) return line
  return write((length) => {
    const words = printTyped(length, part)
    return unitOfWords(words) === 'bare' ? `${words} mm` : words
  })
}

/** A feature as one would say it; the reader understands every line that this writes. */
export const printFeature = (part: Part, feature: Feature): string =>
  inOneUnit(part, (say) => featureWords(part, feature, say))

function featureWords(part: Part, feature: Feature, say: Say): string {
  const clauses = [
    headOf(feature, say),
    `on ${faceWord(part, feature.on)}${tiltWords(part, feature)}`,
  ]
  if (feature.kind === 'step') clauses.push(`at ${faceWord(part, feature.along)}`)
  if (feature.kind === 'hole') clauses.push(...patternClauses(part, feature, say))
  for (const dim of feature.place.dims)
    clauses.push(
      `${say(dim.at)}${dim.plusMinus ? ` ±${say(dim.plusMinus)}` : ''} from ${faceWord(part, dim.from)}${dim.measured ? ` measured on ${dim.measured}` : ''}`,
    )
  if (feature.place.about !== undefined && !isLike(feature))
    clauses.push(`about ${refWord(part, feature.place.about)}`)
  if (feature.place.centred) clauses.push('centred')
  if (feature.kind === 'hole') {
    if (feature.start) clauses.push(`starting ${say(feature.start)} inside`)
    if (feature.mirrored) clauses.push(`mirrored ${MIRROR_WORDS[feature.mirrored]}`)
    const { head } = feature
    if (head.kind === 'counterbore')
      clauses.push(`counterbore ${say(head.diameter)} x ${say(head.depth)}`)
    if (head.kind === 'countersink')
      clauses.push(`countersink ${say(head.diameter)} x ${printAngle(head.angle)}`)
  }
  if (feature.kind === 'pocket' && feature.corner) clauses.push(`corner ${say(feature.corner)}`)
  if (isEdgeBreak(feature) && feature.along) clauses.push(edgeWords(part, feature.along))
  if (isEdgeBreak(feature) && feature.of !== undefined)
    clauses.push(`round the mouth of ${refWord(part, feature.of)}`)
  if ('fillet' in feature && feature.fillet && feature.kind !== 'contour')
    clauses.push(`floor radius ${say(feature.fillet)}`)
  if (feature.name) clauses.push(`called ${feature.name}`)
  return clauses.join(', ')
}

const edgeWords = (part: Part, along: readonly Side[]): string =>
  along.length === 0
    ? 'inside edges'
    : `only at ${along.map((side) => faceWord(part, side)).join(' and ')}`

function tiltWords(part: Part, feature: Feature): string {
  if (feature.kind !== 'hole' || !feature.tilt) return ''
  const { angle, aside, towards } = feature.tilt
  const turned = aside ? ` swung ${printAngle(aside)}` : ''
  return ` tilted ${printAngle(angle)} towards ${faceWord(part, towards)}${turned}`
}

function headOf(feature: Feature, say: (length: Length) => string): string {
  const extent =
    'extent' in feature
      ? feature.extent.kind === 'through'
        ? ' through'
        : feature.extent.kind === 'deep'
          ? ` ${say(feature.extent.depth)} deep`
          : ''
      : ''
  switch (feature.kind) {
    case 'hole':
      return holeHead(feature, say, extent)
    case 'step':
      return `step ${say(feature.width)} wide ${say(feature.depth)} deep`
    case 'slot':
      return `slot ${say(feature.width)} wide ${say(feature.depth)} deep along ${feature.runs.toUpperCase()}`
    case 'pocket':
      return feature.extent.kind === 'deep'
        ? `pocket ${say(feature.across)} x ${say(feature.up)} x ${say(feature.extent.depth)} deep`
        : `pocket ${say(feature.across)} x ${say(feature.up)}${extent}`
    case 'boss':
      return `boss ${say(feature.diameter)} x ${say(feature.height)} high`
    case 'contour':
      return `contour ${featureLabel(feature)}`
    case 'chamfer':
      return `chamfer ${say(feature.size)} x ${printAngle(feature.angle)}`
    case 'rounding':
      return `rounding ${say(feature.radius)}`
  }
}

function holeHead(hole: Hole, say: (length: Length) => string, extent: string): string {
  const size = `${hole.thread ?? say(hole.diameter)}${hole.fit ? ` ${hole.fit}` : ''}`
  if (hole.pattern.kind === 'circle') {
    const making = hole.making === 'bore' ? 'bored ' : hole.making === 'ream' ? 'reamed ' : ''
    return `bolt circle ${hole.pattern.count} x ${making}${size} on ${say(hole.pattern.diameter)}${extent}`
  }
  const word = hole.making === 'bore' ? 'bore' : hole.making === 'ream' ? 'reamed hole' : 'hole'
  const count = countOf(hole)
  return `${count === undefined ? word : `${count} ${word}s`} ${size}${extent}`
}

/** The count that is said in front; a copy has as many as what it copies, and does not say. */
function countOf({ pattern }: Hole): number | undefined {
  if (pattern.kind === 'list') return pattern.points.length
  if (pattern.kind !== 'grid') return undefined
  return pattern.columns * pattern.rows - (pattern.skip?.length ?? 0)
}

/** A copy that lies where its source does, which needs no place of its own. */
const isLike = (feature: Feature): boolean =>
  feature.kind === 'hole' &&
  feature.pattern.kind === 'copy' &&
  feature.place.about === feature.pattern.of &&
  feature.place.dims.length === 0 &&
  !feature.place.centred

function patternClauses(
  part: Part,
  hole: Hole,
  say: (length: Length) => string,
): readonly string[] {
  const { pattern } = hole
  const turned = 'turn' in pattern && pattern.turn ? [`turned ${printAngle(pattern.turn)}`] : []
  switch (pattern.kind) {
    case 'single':
      return []
    case 'circle':
      return [
        ...(pattern.first.rad === 0 ? [] : [`first at ${printAngle(pattern.first)}`]),
        ...(pattern.sweep ? [`over ${printAngle(pattern.sweep)}`] : []),
        ...(pattern.chord ? [`every ${say(pattern.chord)}`] : []),
      ]
    case 'list': {
      const signed = (length: Length): string =>
        length.mm < 0 ? `-${say({ mm: -length.mm })}` : say(length)
      const points = pattern.points.map(({ across, up }) => `${signed(across)} x ${signed(up)}`)
      return [
        `points ${points.join('; ')}`,
        ...(pattern.measuredOn === undefined ? [] : [`measured on ${pattern.measuredOn}`]),
        ...turned,
      ]
    }
    case 'copy':
      return [
        `like ${refWord(part, pattern.of)}`,
        ...(pattern.flip ? [`flipped ${pattern.flip}`] : []),
        ...turned,
      ]
    case 'grid': {
      const { columns, rows, pitchAcross, pitchUp, skip, staggered } = pattern
      const spacing =
        rows === 1
          ? `row at ${say(pitchAcross)}`
          : columns === 1
            ? `column at ${say(pitchUp)}`
            : columns === 2 && rows === 2
              ? `${say(pitchAcross)} x ${say(pitchUp)}`
              : `${columns} x ${rows} at ${say(pitchAcross)} x ${say(pitchUp)}`
      return [
        spacing,
        ...(staggered ? ['staggered'] : []),
        ...(skip ? [`skip ${skip.join(' ')}`] : []),
        ...turned,
      ]
    }
  }
}

/** A requirement as one would say it, beginning with “hold”. */
export function printRequirement(part: Part, requirement: Requirement): string {
  const say = (length: Length): string => printTyped(length, part)
  const name = (ref: string): string => refWord(part, ref)
  const limits = (plus: Length, minus: Length): string =>
    Math.abs(plus.mm + minus.mm) < 1e-12
      ? `±${say(plus)}`
      : `${signed(plus, part)} ${signed(minus, part)}`
  const toFit = ({ least, measured, most, name: mate, plusMinus }: Mate): string =>
    `to fit ${mate}, measured ${say(measured)} ±${say(plusMinus)}, ${looseWords(least.mm, most.mm, (mm) => say({ mm }))}`
  const tail = `${requirement.critical ? ', critical' : ''}${requirement.name ? `, called ${requirement.name}` : ''}`
  const said = (): string => {
    switch (requirement.kind) {
      case 'size':
        return requirement.mate
          ? `size ${toFit(requirement.mate)}`
          : `size ${limits(requirement.plus, requirement.minus)}`
      case 'distance':
        return `to ${name(requirement.to)} ${requirement.mate ? toFit(requirement.mate) : limits(requirement.plus, requirement.minus)}`
      case 'perpendicularity':
        return `square to ${name(requirement.to)} within ${say(requirement.tolerance)}`
      case 'parallelism':
        return `parallel to ${name(requirement.to)} within ${say(requirement.tolerance)}`
      case 'coaxiality':
        return `in line with ${name(requirement.to)} within ${say(requirement.tolerance)}`
      case 'symmetry':
        return `central on ${name(requirement.to)} within ${say(requirement.tolerance)}`
      case 'angle':
        return `at angle to ${name(requirement.to)} ±${printAngle(requirement.plusMinus)}`
      case 'flatness':
        return `flat within ${say(requirement.tolerance)}`
      case 'position':
      case 'profile': {
        const { boundaries, datums, tolerance } = requirement
        const at = (material: string | undefined): string =>
          material === undefined || material === 'none' ? '' : ` at ${material} material`
        const from = datums.map((ref) => `${name(ref)}${at(boundaries?.[ref])}`).join(' | ')
        const how =
          requirement.kind === 'position'
            ? `${requirement.projected ? ` projected ${say(requirement.projected)}` : ''}${at(requirement.material)}${requirement.each ? ' each by itself' : ''}`
            : ''
        return `${requirement.kind}${from && ` to ${from}`} within ${say(tolerance)}${how}`
      }
    }
  }
  return `hold ${name(requirement.of)} ${said()}${tail}`
}

const signed = (length: Length, part: Part): string =>
  `${length.mm < 0 ? '-' : '+'}${printTyped({ mm: Math.abs(length.mm) }, part)}`

/** A line for each thing on the part, as a person could have typed it. */
export const printPart = (part: Part): readonly string[] => [
  ...part.features.map((feature) => printFeature(part, feature)),
  ...part.requirements.map((requirement) => printRequirement(part, requirement)),
]
