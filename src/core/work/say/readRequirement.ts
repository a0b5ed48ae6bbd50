import { freeId, type Part, partSurfaces, type Requirement, SIDES } from '../part'
import { type Length } from '../../handbook/units'
import { refWords } from './print'
import { type Scanner } from './scanner'

const TIES = [
  'to',
  'square to',
  'parallel to',
  'in line with',
  'central on',
  'at angle to',
  'flat',
  'position',
  'profile',
  'size',
] as const

/** Reads what follows “hold”. */
export function readRequirement(scanner: Scanner, part: Part): Requirement {
  const of = readRef(scanner, part)
  const tie = scanner.need(
    'How must it agree? Say “to base ±0.015”, “square to base within 0.02”, “position to A | B within 0.2”.',
    ...TIES,
  )
  const body = readBody(scanner, part, tie as (typeof TIES)[number])
  let critical = false
  let name: string | undefined
  while (!scanner.atEnd) {
    scanner.need('Separate what follows with a comma.', ',')
    if (scanner.take('critical')) critical = true
    else if (scanner.take('called')) name = scanner.pattern(/^[^,]+/)?.trim()
    else throw scanner.failure('After the tolerance only “critical” or “called …” can follow.')
  }
  return { id: freeId(part, 'hold'), of, critical, ...(name ? { name } : {}), ...body }
}

type Body = Requirement extends infer R
  ? R extends Requirement
    ? Omit<R, 'id' | 'of' | 'critical' | 'name'>
    : never
  : never

function readBody(scanner: Scanner, part: Part, tie: (typeof TIES)[number]): Body {
  switch (tie) {
    case 'size':
      return { kind: 'size', ...readLimits(scanner) }
    case 'to': {
      const to = readRef(scanner, part)
      scanner.length()
      return { kind: 'distance', to, ...readLimits(scanner) }
    }
    case 'square to':
      return {
        kind: 'perpendicularity',
        to: readRef(scanner, part),
        tolerance: readWithin(scanner),
      }
    case 'parallel to':
      return { kind: 'parallelism', to: readRef(scanner, part), tolerance: readWithin(scanner) }
    case 'in line with':
      return { kind: 'coaxiality', to: readRef(scanner, part), tolerance: readWithin(scanner) }
    case 'central on':
      return { kind: 'symmetry', to: readRef(scanner, part), tolerance: readWithin(scanner) }
    case 'flat':
      return { kind: 'flatness', tolerance: readWithin(scanner) }
    case 'at angle to': {
      const to = readRef(scanner, part)
      scanner.need('Plus or minus how many degrees? Say “±0.1°”.', '±', '+-', '+/-')
      return { kind: 'angle', to, plusMinus: scanner.needAngle('Plus or minus how many degrees?') }
    }
    case 'profile':
      return { kind: 'profile', ...readDatums(scanner, part), tolerance: readWithin(scanner) }
    case 'position': {
      const datums = readDatums(scanner, part)
      const tolerance = readWithin(scanner)
      const projected = scanner.take('projected')
        ? scanner.needLength('How high does the zone stand outside the hole?')
        : undefined
      if (projected && projected.mm <= 0)
        throw scanner.failure('A projected zone is higher than zero.')
      const material = readMaterial(scanner) ?? 'none'
      const each = scanner.take('each by itself') !== undefined
      return {
        kind: 'position',
        ...datums,
        tolerance,
        ...(projected && { projected }),
        material,
        ...(each && { each }),
      }
    }
  }
}

type Datums = Pick<Requirement & { kind: 'position' }, 'datums' | 'boundaries'>

/** `to base | bore at most material | front`. */
function readDatums(scanner: Scanner, part: Part): Datums {
  const datums: string[] = []
  const boundaries: Record<string, 'most' | 'least'> = {}
  const one = (): void => {
    const ref = readRef(scanner, part)
    const material = readMaterial(scanner)
    datums.push(ref)
    if (material) boundaries[ref] = material
  }
  if (scanner.take('to')) {
    one()
    while (scanner.take('|')) one()
  }
  if (datums.length > 3) throw scanner.failure('At most three datums make a frame.')
  return { datums, ...(Object.keys(boundaries).length > 0 && { boundaries }) }
}

function readMaterial(scanner: Scanner): 'most' | 'least' | undefined {
  const said = scanner.take('at most material', 'at least material')
  return said === undefined ? undefined : said === 'at most material' ? 'most' : 'least'
}

function readWithin(scanner: Scanner): Length {
  scanner.need('Within how much? Say “within 0.02”.', 'within')
  const tolerance = scanner.needLength('Within how much?')
  if (tolerance.mm <= 0) throw scanner.failure('A tolerance is more than zero.')
  return tolerance
}

/** `±0.015`, or `+0.02 -0.01` with the upper one first. */
function readLimits(scanner: Scanner): { plus: Length; minus: Length } {
  if (scanner.take('±', '+-', '+/-')) {
    const plus = scanner.needLength('Plus or minus how much?')
    return { plus, minus: { mm: -plus.mm } }
  }
  const one = (): Length => {
    const sign =
      scanner.need('Give the limits: ±0.015, or +0.02 -0.01.', '+', '-', '−') === '+' ? 1 : -1
    const length = scanner.needLength('How much?')
    return { mm: sign * length.mm }
  }
  const [plus, minus] = [one(), one()]
  if (plus.mm <= minus.mm)
    throw scanner.failure('Give the upper limit first; it must be above the lower one.')
  return { plus, minus }
}

/** A face or feature by name, one hole of a pattern, a wall, or the middle of two. */
export function readRef(scanner: Scanner, part: Part): string {
  if (scanner.take('middle of')) {
    const first = readRef(scanner, part)
    scanner.need('The middle of one and another: say “and”.', 'and')
    return `${first}|${readRef(scanner, part)}`
  }
  const words = new Map(
    refWords(part, [...new Set([...partSurfaces(part).keys(), ...part.features.map((f) => f.id)])]),
  )
  for (const side of SIDES) {
    const { datum } = part.faces[side]
    if (datum !== undefined) words.set(datum, side)
  }
  const word = scanner.need(
    'Nothing on the part is called that. Name a face or a feature.',
    ...words.keys(),
  )
  return words.get(word) as string
}
