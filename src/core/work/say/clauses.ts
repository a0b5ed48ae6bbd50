import { freeId, type Part } from '../part'
import { readCounterbore, readCountersink, readHeadFor } from './heads'
import { PATTERN_WORDS, type PatternWord, readPatternClause } from './patterns'
import {
  isCentred,
  moreFaces,
  RADIUS_SIGN,
  readAt,
  readCentred,
  readCoordinate,
  readFrom,
  readMeasuredClause,
  readMirror,
  readOn,
  readTilt,
} from './places'
import { readRef } from './readRef'
import { type Clauses } from './said'
import { type Scanner } from './scanner'
import { AXIS_NAMES, faceWords, readExtent, readFace } from './words'

const CLAUSE_WORDS = {
  on: ['in', 'into', 'from the top of'],
  at: [],
  along: ['runs along', 'running along', 'running', 'runs', 'going'],
  centred: ['centered', 'central', 'in the middle', 'in the centre', 'in the center', 'on centre'],
  mirrored: ['mirror'],
  tilted: ['tilted by', 'leaning'],
  counterbore: ['counterbored', 'cbore', "c'bore", 'c/bore', 'c’bore'],
  countersink: ['countersunk', 'csink', 'csk'],
  corner: ['corners', 'corner radius', 'corner radii', 'radius', 'R'],
  fillet: [
    'fillets',
    'fillet radius',
    'filleted',
    'floor',
    'floor radius',
    'floor R',
    'radius at the floor',
    'R at the floor',
    'foot radius',
  ],
  only: ['only at', 'only along', 'edge at', 'edges at'],
  inner: ['inside edges', 'inner edges'],
  of: ['round the mouth of', 'all round the mouth of', 'edges of'],
  starting: ['starts', 'mouth'],
  called: ['named', 'name'],
  from: [],
  ...PATTERN_WORDS,
} as const

const NOISE = [
  'equally spaced',
  'evenly spaced',
  'equispaced',
  'tapped',
  'drilled',
  'please',
] as const

/** Everything after the head; commas may be left out. What belongs to the head may come later, and goes to `more`. */
export function clauses(scanner: Scanner, part: Part, more: () => boolean = () => false): Clauses {
  const said: Clauses = { dims: [], centred: false, centredAlong: [] }
  for (;;) {
    // Again and again: “, and”.
    while (scanner.take(',') || scanner.skip('and', 'with', '&', ...NOISE));
    scanner.pattern(/^\.(?!\d)/)
    if (scanner.atEnd) break
    if (!more()) readClause(scanner, part, said)
  }
  return said
}

function readClause(scanner: Scanner, part: Part, said: Clauses): void {
  const extent = readExtent(scanner)
  if (extent) {
    if (said.extent) throw scanner.failure('Its depth is said twice; say it once.')
    said.extent = extent
    return
  }
  if (readCoordinate(scanner, said)) return
  const start = scanner.next
  if (scanner.skip(...Object.values(AXIS_NAMES).flat())) {
    said.alongAt = start
    return
  }
  const word = scanner.takeOf(CLAUSE_WORDS)
  switch (word) {
    case 'on':
      readOn(scanner, part, said)
      return
    case 'tilted':
      said.tilt = readTilt(scanner, part)
      return
    case 'at':
      readAt(scanner, part, said)
      return
    case 'along':
      said.alongAt = scanner.position
      if (!scanner.takeOf(AXIS_NAMES)) readFace(scanner, part)
      return
    case 'centred':
      readCentred(scanner, part, said)
      return
    case 'mirrored':
      said.mirrored = readMirror(scanner)
      return
    case 'counterbore':
    case 'countersink':
      if (scanner.skip('for')) readHeadFor(scanner, said, word)
      else said.head = word === 'counterbore' ? readCounterbore(scanner) : readCountersink(scanner)
      return
    case 'corner':
    case 'fillet':
    case 'starting':
    case 'only':
    case 'inner':
    case 'of':
      readOwnClause(scanner, part, said, word)
      return
    case 'called':
      said.name = scanner.name('What is it called?')
      return
    case 'from':
      readFrom(scanner, part, said)
      return
    case undefined:
      readMeasuredClause(scanner, part, said)
      return
    default:
      readPatternClause(scanner, part, said, word satisfies PatternWord)
  }
}

/** The feature that is meant, not one of its walls. */
export function readFeatureName(scanner: Scanner, part: Part): string {
  const ref = readRef(scanner, part)
  if (part.features.some(({ id }) => id === ref)) return ref
  throw scanner.failure('Say which feature, not one of its faces.')
}

/** What only one kind of feature has. */
function readOwnClause(
  scanner: Scanner,
  part: Part,
  said: Clauses,
  word: 'corner' | 'fillet' | 'starting' | 'only' | 'inner' | 'of',
): void {
  switch (word) {
    case 'corner':
      scanner.pattern(RADIUS_SIGN)
      said.corner = scanner.needLength('What radius have the corners?')
      return
    case 'fillet':
      scanner.skip('R')
      scanner.pattern(RADIUS_SIGN)
      said.fillet = scanner.needLength('What radius is left between its walls and its floor?')
      return
    case 'starting':
      said.start = scanner.needLength('How far inside the face of the block does it start?')
      scanner.skip('inside', 'in', 'down', 'below')
      return
    case 'only':
      said.only = [readFace(scanner, part), ...moreFaces(scanner, part)]
      return
    case 'inner':
      said.only = []
      return
    case 'of':
      said.of = readFeatureName(scanner, part)
  }
}

/** What only some features have, in words. */
const OWN = {
  at: 'side that it is cut away at: say how far it is from there',
  alongAt: 'direction',
  extent: 'depth of that kind',
  pattern: 'pattern',
  mirrored: 'mirrored side',
  tilt: 'leaning axis so far; only holes and bores lean',
  head: 'counterbore or countersink',
  corner: 'corner radius',
  fillet: 'floor radius',
  only: 'edges of its own; only a chamfer or a rounding has them',
  of: 'edges of another; only a chamfer or a rounding breaks them',
  start: 'place where it starts',
} as const

/** What every feature has: id, face, place, name; and what else it takes. */
export function shared(
  scanner: Scanner,
  part: Part,
  stem: string,
  said: Clauses,
  takes: readonly (keyof typeof OWN)[],
) {
  const { on } = said
  for (const key of Object.keys(OWN) as (keyof typeof OWN)[])
    if (said[key] !== undefined && !takes.includes(key))
      throw scanner.failure(`A ${stem} has no ${OWN[key]}; that was not expected here.`)
  if (on === undefined)
    throw scanner.failure(
      'Say on which face it is, for example “on top”.',
      faceWords(part).map((face) => `, on ${face}`),
    )
  return {
    id: freeId(part, stem),
    on,
    place: {
      dims: said.dims,
      centred: said.centred || isCentred(scanner, part, on, said),
      ...(said.about === undefined ? {} : { about: said.about }),
    },
    ...(said.name === undefined ? {} : { name: said.name }),
  }
}
