import { freeId, type Mate, mateLimits, nominalOf, type Part, type Requirement } from '../part'
import { type Length, lengthWords } from '../../handbook/units'
import { readLimits, readLimitsIfAny, type Limits } from './limits'
import { printRequirement } from './print'
import { readRef, readRefIfAny } from './readRef'
import { NotUnderstood, type Scanner } from './scanner'

const TIES = {
  to: ['distance to', 'from', 'off', 'distance from'],
  'square to': ['perpendicular to', 'perp to', 'square with', 'squareness to', 'square'],
  'parallel to': ['parallel with', 'parallelism to', 'parallel'],
  'in line with': ['concentric with', 'concentric to', 'coaxial with', 'coaxial to', 'concentric'],
  'central on': [
    'central between',
    'symmetrical about',
    'symmetric about',
    'symmetrical to',
    'centred on',
    'central to',
  ],
  'at angle to': ['at an angle to', 'angle to', 'angled to'],
  flat: ['flatness'],
  position: ['true position', 'positioned'],
  profile: ['profile of a surface'],
  size: ['diameter', 'dia', 'Ø', '⌀'],
} as const
type Tie = keyof typeof TIES

/** Reads what follows “hold”. */
export function readRequirement(scanner: Scanner, part: Part): Requirement {
  const start = scanner.position
  const of = readRef(scanner, part)
  const body = readBody(scanner, part)
  const tail = readTail(scanner)
  const { nominal, ...rest } = body
  const requirement = { id: freeId(part, 'hold'), of, critical: false, ...tail, ...rest }
  if ('mate' in requirement && requirement.mate)
    return madeTo(part, requirement, requirement.mate, { start, end: scanner.position })
  if (nominal) checkNominal(part, requirement, nominal, { start, end: scanner.position })
  return requirement
}

function readTail(scanner: Scanner): { critical?: true; name?: string } {
  const tail: { critical?: true; name?: string } = {}
  while (!scanner.atEnd) {
    if (scanner.take(',')) continue
    if (scanner.take('critical')) tail.critical = true
    else if (scanner.takeOf({ called: ['named'] })) tail.name = scanner.name('What is it called?')
    else throw scanner.failure('After the tolerance only “critical” or “called …” can follow.')
  }
  return tail
}

/** Half a thousandth of an inch: closer than this a size said beside its limits is the one on the drawing. */
const SAME_MM = 0.0127

/** The size that stands beside limits is the drawing's; where it is another, it asks. */
function checkNominal(
  part: Part,
  requirement: Requirement,
  said: Length,
  span: { readonly start: number; readonly end: number },
): void {
  const drawn = nominalOf(part, requirement)
  if (drawn === undefined || Math.abs(drawn - said.mm) <= SAME_MM) return
  throw new NotUnderstood(
    `It is drawn at ${lengthWords(drawn, part.unit)}, not ${said.typed ?? lengthWords(said.mm, part.unit)}. Hold it as drawn, or change its place first?`,
    span,
    [printRequirement(part, requirement)],
  )
}

type Body = (Requirement extends infer R
  ? R extends Requirement
    ? Omit<R, 'id' | 'of' | 'critical' | 'name'>
    : never
  : never) & { readonly nominal?: Length | undefined }

function readBody(scanner: Scanner, part: Part): Body {
  scanner.skip(',')
  const given = scanner.attempt(() => readNominalAndLimits(scanner))
  if (given) {
    if (scanner.takeOf({ from: ['to', 'off', 'above', 'over', 'up from'] }))
      return { kind: 'distance', to: readRef(scanner, part), ...given }
    throw scanner.failure('Is that its size, or how far it is from a face? Say “from base”.', [
      'from base',
      ...(given.nominal ? [] : ['size']),
    ])
  }
  const tie = scanner.takeOf(TIES)
  if (tie) return readTie(scanner, part, tie)
  throw scanner.failure(
    'How must it agree? Say “to base ±0.015”, “square to base within 0.02”, “position to A | B within 0.2”.',
    (Object.keys(TIES) as Tie[]).filter((word) => word !== 'to'),
  )
}

/** Limits that are found from what it is made to. */
const OPEN: Limits = { plus: { mm: 0 }, minus: { mm: 0 } }

/** The limits that let a size go together with what was measured of another part. */
function madeTo(
  part: Part,
  requirement: Requirement & { kind: 'size' | 'distance' },
  mate: Mate,
  span: { readonly start: number; readonly end: number },
): Requirement {
  const limits = mateLimits(part, requirement, mate)
  if (!limits)
    throw new NotUnderstood(
      'Only an opening, or what goes into one, is made to another part: a bore, a boss, two faces across from each other.',
      span,
    )
  if (limits.plus <= limits.minus)
    throw new NotUnderstood(
      `That leaves no room: ${mate.name} is known to ±${lengthWords(mate.plusMinus.mm, part.unit)} only. Measure it better, or ask for less.`,
      span,
    )
  return { ...requirement, plus: { mm: limits.plus }, minus: { mm: limits.minus } }
}

/** `to fit trunnion, measured 21.982 ±0.002, loose 0.010 to 0.025`. */
function readMate(scanner: Scanner): Mate | undefined {
  scanner.skip(',')
  if (!scanner.takeOf({ 'to fit': ['fits', 'fit to', 'to suit'] })) return undefined
  const name = scanner.name('What does it fit?')
  scanner.skip(',')
  scanner.need('How large was it measured? “measured 21.982 ±0.002”.', 'measured', 'measures')
  const measured = scanner.needLength('How large was it measured?')
  const plusMinus = scanner.takeOf({ '±': ['+-', '+/-', 'plus or minus'] })
    ? scanner.needLength('Plus or minus how much?')
    : { mm: 0 }
  scanner.skip(',')
  const way = scanner.takeOf({ loose: ['clearance'], tight: ['press', 'interference'] })
  if (!way) throw scanner.failure('How loose, or how tight? “loose 0.010 to 0.025”.', ['loose'])
  const first = scanner.needLength('How much?')
  scanner.skip('to', '-', '–')
  const other = way === 'tight' && scanner.takeOf({ loose: ['clearance'] }) ? 'loose' : way
  const second = scanner.needLength('And how much at the most?')
  const sign = (of: string, { mm }: Length): Length => (of === 'tight' ? { mm: -mm } : { mm })
  const [least, most] = [sign(way, first), sign(other, second)].sort((a, b) => a.mm - b.mm)
  return { name, measured, plusMinus, least: least as Length, most: most as Length }
}

type Said = Limits & { readonly nominal?: Length | undefined }

/** `0.625 ±0.001`; the size may be left out, for it is on the drawing. */
function readNominalAndLimits(scanner: Scanner): Said | undefined {
  const nominal = scanner.length()
  const limits = readLimitsIfAny(scanner)
  return limits && { ...limits, nominal }
}

function readTie(scanner: Scanner, part: Part, tie: Tie): Body {
  switch (tie) {
    case 'size': {
      const mate = readMate(scanner)
      if (mate) return { kind: 'size', ...OPEN, mate }
      const nominal = scanner.length()
      return { kind: 'size', ...readLimits(scanner), nominal }
    }
    case 'to': {
      const to = readRef(scanner, part)
      const mate = readMate(scanner)
      if (mate) return { kind: 'distance', to, ...OPEN, mate }
      scanner.skip(',')
      const nominal = scanner.length()
      return { kind: 'distance', to, ...readLimits(scanner), nominal }
    }
    case 'square to':
      return { kind: 'perpendicularity', ...readToWithin(scanner, part) }
    case 'parallel to':
      return { kind: 'parallelism', ...readToWithin(scanner, part) }
    case 'in line with':
      return { kind: 'coaxiality', ...readToWithin(scanner, part) }
    case 'central on': {
      const first = readRef(scanner, part)
      const to = scanner.skip('and') ? `${first}|${readRef(scanner, part)}` : first
      return { kind: 'symmetry', to, tolerance: readWithin(scanner) }
    }
    case 'flat':
      return { kind: 'flatness', tolerance: readWithin(scanner) }
    case 'at angle to': {
      const to = readRef(scanner, part)
      scanner.takeOf(PLUS_MINUS)
      return { kind: 'angle', to, plusMinus: scanner.needAngle('Plus or minus how many degrees?') }
    }
    case 'profile': {
      const { boundaries, datums, tolerance } = readZone(scanner, part)
      return { kind: 'profile', datums, ...(boundaries && { boundaries }), tolerance }
    }
    case 'position': {
      const zone = readZone(scanner, part)
      return { kind: 'position', ...zone, material: zone.material ?? 'none' }
    }
  }
}

const PLUS_MINUS = { '±': ['+-', '+/-'] } as const

const readToWithin = (scanner: Scanner, part: Part): { to: string; tolerance: Length } => ({
  to: readRef(scanner, part),
  tolerance: readWithin(scanner),
})

function readWithin(scanner: Scanner): Length {
  scanner.skip(',')
  scanner.takeOf({ within: ['to within', 'by', 'of', 'to'] })
  scanner.skip('Ø', '⌀')
  const tolerance = scanner.needLength('Within how much? Say “within 0.02”.')
  if (tolerance.mm <= 0) throw scanner.failure('A tolerance is more than zero.')
  return tolerance
}

interface Zone {
  tolerance: Length
  datums: string[]
  boundaries?: Record<string, 'most' | 'least'>
  projected?: Length
  material?: 'most' | 'least'
  each?: true
}

/** Tolerance, datums and what else makes a zone, in whatever order they are said. */
function readZone(scanner: Scanner, part: Part): Zone {
  const zone: Partial<Zone> & { datums: string[] } = { datums: [] }
  while (readZoneWord(scanner, part, zone));
  const { tolerance } = zone
  if (!tolerance) throw scanner.failure('Within how much? Say “within 0.2”.')
  if (zone.datums.length > 3) throw scanner.failure('At most three datums make a frame.')
  return { ...zone, tolerance }
}

function readZoneWord(
  scanner: Scanner,
  part: Part,
  zone: Partial<Zone> & { datums: string[] },
): boolean {
  const each = scanner.takeOf({ 'each by itself': ['each'] })
  if (each) zone.each = true
  const material = readMaterial(scanner)
  if (material) zone.material = material
  if (each || material) return true
  if (scanner.take('projected')) {
    zone.projected = scanner.needLength('How high does the zone stand outside the hole?')
    if (zone.projected.mm <= 0) throw scanner.failure('A projected zone is higher than zero.')
    return true
  }
  if (zone.datums.length === 0 && scanner.takeOf({ to: ['from', 'against'] })) {
    readDatums(scanner, part, zone)
    return true
  }
  const stands = /^\s*(?:within\b|[Ø⌀]|[\d.#(])/i.test(scanner.rest)
  if (!zone.tolerance && (stands || scanner.take('within'))) {
    zone.tolerance = readWithin(scanner)
    return true
  }
  return false
}

/** `base | bore at most material | front`, `A B C`, `A, B and C`; with material the gauge has its play. */
function readDatums(
  scanner: Scanner,
  part: Part,
  zone: { datums: string[]; boundaries?: Zone['boundaries'] },
): void {
  const one = (ref: string): void => {
    const material = readMaterial(scanner)
    zone.datums.push(ref)
    if (material) zone.boundaries = { ...zone.boundaries, [ref]: material }
  }
  one(readRef(scanner, part))
  while (scanner.take('|')) one(readRef(scanner, part))
  for (;;) {
    const next = scanner.attempt(() => {
      scanner.skip(',')
      scanner.skip('and', '-', '/')
      return readRefIfAny(scanner, part)
    })
    if (next === undefined) return
    one(next)
  }
}

function readMaterial(scanner: Scanner): 'most' | 'least' | undefined {
  const said = scanner.takeOf({
    'at most material': ['at MMC', 'MMC', '(M)', 'Ⓜ', 'at maximum material'],
    'at least material': ['at LMC', 'LMC', '(L)', 'Ⓛ', 'at minimum material'],
  })
  return said === undefined ? undefined : said === 'at most material' ? 'most' : 'least'
}
