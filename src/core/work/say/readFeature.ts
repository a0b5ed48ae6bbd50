import { type Axis } from '../../ground/geometry'
import { type EdgeBreak, type Feature, type Part, planeOf, type Side } from '../part'
import { type Length } from '../../handbook/units'
import { clauses, shared } from './clauses'
import { type Clauses } from './said'
import { RADIUS_SIGN } from './places'
import { readHole } from './readHole'
import { readRefIfAny } from './readRef'
import { type Scanner } from './scanner'
import {
  deep,
  extentOf,
  faceWords,
  readDirection,
  readExtent,
  readFaceIfAny,
  takeBy,
} from './words'

/** The words that begin a feature. */
export const FEATURE_HEADS = [
  'bore',
  'hole',
  'reamed hole',
  'bolt circle',
  'slot',
  'step',
  'pocket',
  'boss',
  'chamfer',
  'rounding',
] as const

const HEAD_NAMES = {
  slot: ['groove', 'keyway'],
  step: ['rebate', 'shoulder'],
  pocket: [],
  boss: ['round boss'],
  chamfer: [
    'chamfers',
    'bevel',
    'break the edges of',
    'break edges of',
    'break edges',
    'break edge',
  ],
  rounding: [
    'roundings',
    'rounded edges of',
    'rounded edges',
    'rounded edge',
    'round the edges of',
    'round the edges',
    'round edges of',
    'edge radius',
    'edge radii',
  ],
} as const

/** Reads a feature from the line; the scanner stands at its first word. */
export function readFeature(scanner: Scanner, part: Part): Feature {
  const slot = scanner.attempt(() => {
    // The size in front: “1/2 slot 3/8 deep”.
    const width = scanner.length()
    scanner.skip('wide')
    return width && scanner.takeOf({ slot: HEAD_NAMES.slot }) ? width : undefined
  })
  if (slot) return readSlot(scanner, part, slot)
  const hole = readHole(scanner, part)
  if (hole) return hole
  const head = scanner.takeOf(HEAD_NAMES)
  switch (head) {
    case 'slot':
      return readSlot(scanner, part)
    case 'step':
      return readStep(scanner, part)
    case 'pocket':
      return readPocket(scanner, part)
    case 'boss':
      return readBoss(scanner, part)
    case 'chamfer':
    case 'rounding':
      return readEdgeBreak(scanner, part, head)
    case undefined:
      throw scanner.failure(
        'Begin with what it is: bore, hole, 4 holes, bolt circle, slot, step, pocket, boss, chamfer or rounding.',
      )
  }
}

/** Width and depth in either order, the first being the width where neither is named. */
function readWideDeep(
  scanner: Scanner,
  what: 'slot' | 'step',
  example: string,
  given?: Length,
): { readonly width: Length; readonly depth: Length } {
  let [width, depth] = [given, undefined as Length | undefined]
  while (!width || !depth) {
    const named = scanner.takeOf({ wide: ['width'], deep: ['depth'] })
    scanner.skip('by', 'x', '×')
    const length = scanner.length()
    if (!length)
      throw scanner.failure(
        width
          ? `How deep is the ${what}? Say “4 deep”.`
          : `How wide is the ${what}? For example “${example}”.`,
      )
    const word = named ?? scanner.takeOf({ wide: [], deep: ['dp'] })
    scanner.skip(',', 'and')
    if (word === 'deep' || (word === undefined && width)) depth = length
    else width = length
  }
  return { width, depth }
}

function readSlot(scanner: Scanner, part: Part, given?: Length): Feature {
  const { depth, width } = readWideDeep(scanner, 'slot', 'slot 12 wide 4 deep along X', given)
  const said = clauses(scanner, part)
  const common = shared(scanner, part, 'slot', said, ['alongAt', 'fillet'])
  const runs = runsOf(scanner, part, common.on, said)
  return { ...common, kind: 'slot', width, depth, runs, ...footOf(said) }
}

function runsOf(scanner: Scanner, part: Part, on: Side, { alongAt }: Clauses): Axis {
  if (alongAt === undefined)
    throw scanner.failure(
      'Which way does the slot run: along X, Y or Z?',
      planeOf(on).map((axis) => `along ${axis.toUpperCase()}`),
    )
  const end = scanner.position
  scanner.position = alongAt
  const axis = readDirection(scanner, part, on)
  scanner.position = end
  if (!axis) throw scanner.failure('The slot runs along X, Y or Z.')
  return axis
}

function readStep(scanner: Scanner, part: Part): Feature {
  const { depth, width } = readWideDeep(scanner, 'step', 'step 20 wide 10 deep')
  const said = clauses(scanner, part)
  const at = said.at ?? alongFace(scanner, part, said)
  if (at === undefined)
    throw scanner.failure(
      'Say at which side the step is cut away, for example “at right”.',
      faceWords(part).map((face) => `, at ${face}`),
    )
  return {
    ...shared(scanner, part, 'step', said, ['at', 'alongAt', 'fillet']),
    kind: 'step',
    width,
    depth,
    along: at,
    ...footOf(said),
  }
}

/** `along front`, of a step: the side that it runs along is the one that is cut away. */
function alongFace(scanner: Scanner, part: Part, { alongAt }: Clauses): Side | undefined {
  if (alongAt === undefined) return undefined
  const end = scanner.position
  scanner.position = alongAt
  const face = readFaceIfAny(scanner, part)
  scanner.position = end
  return face
}

const footOf = ({ fillet }: Clauses): { fillet?: Length } => (fillet ? { fillet } : {})

function readPocket(scanner: Scanner, part: Part): Feature {
  const across = scanner.needLength(
    'How long is the pocket? For example “pocket 40 x 18 x 12 deep”.',
  )
  scanner.skip('long')
  if (!takeBy(scanner)) scanner.skip(',')
  const up = scanner.needLength('Give the pocket’s two sides, for example 40 x 18.')
  scanner.skip('wide')
  scanner.skip(',')
  const head =
    readExtent(scanner) ??
    scanner.attempt(() => {
      const depth = takeBy(scanner) ? scanner.length() : undefined
      return depth && deep(depth)
    })
  const said = clauses(scanner, part)
  return {
    ...shared(scanner, part, 'pocket', said, ['extent', 'corner', 'fillet']),
    kind: 'pocket',
    across,
    up,
    extent: extentOf(scanner, head, said.extent),
    ...(said.corner ? { corner: said.corner } : {}),
    ...footOf(said),
  }
}

function readBoss(scanner: Scanner, part: Part): Feature {
  scanner.skip('Ø', '⌀', 'dia')
  const diameter = scanner.needLength('What diameter has the boss? For example “boss 30 x 8 high”.')
  scanner.skip('dia', 'diameter')
  takeBy(scanner)
  scanner.skip(',')
  const height = scanner.needLength('How high is the boss? For example “boss 30 x 8 high”.')
  scanner.takeOf({ high: ['tall', 'height'] })
  const said = clauses(scanner, part)
  return {
    ...shared(scanner, part, 'boss', said, ['fillet']),
    kind: 'boss',
    diameter,
    height,
    ...footOf(said),
  }
}

const ROUND = {
  round: [
    'on all edges of',
    'on the edges of',
    'all round the edges of',
    'all round',
    'all around',
    'around',
    'round',
    'all edges of',
    'edges of',
    'to',
  ],
} as const

function readEdgeBreak(scanner: Scanner, part: Part, kind: EdgeBreak['kind']): Feature {
  const first = scanner.attempt(() => readFaceIfAny(scanner, part))
  const form = kind === 'chamfer' ? readSlant(scanner) : readArc(scanner)
  scanner.skip(',')
  const round = scanner.attempt(() =>
    scanner.takeOf(ROUND) ? readFaceIfAny(scanner, part) : undefined,
  )
  const mouth = round
    ? undefined
    : scanner.attempt(() => (scanner.takeOf(ROUND) ? readRefIfAny(scanner, part) : undefined))
  scanner.skip('all round', 'all around')
  const start = scanner.position
  const said = clauses(scanner, part)
  const one = round ?? first
  if (one && said.on && said.on !== one) {
    scanner.position = start
    throw scanner.failure('Two faces are said; it is on one of them.')
  }
  const of = part.features.find(({ id }) => id === (said.of ?? mouth))
  if (mouth !== undefined && !of)
    throw scanner.failure('Say round which feature, not round one of its faces.')
  const on = one ?? said.on ?? of?.on
  const along = said.only ?? (said.at && [said.at])
  return {
    ...shared(scanner, part, kind, { ...said, ...(on && { on }), centred: true }, [
      'at',
      'only',
      'of',
    ]),
    ...form,
    ...(along && { along }),
    ...(of && { of: of.id }),
  }
}

function readSlant(scanner: Scanner) {
  const size = scanner.needLength('How large is the chamfer? For example “chamfer 1 x 45°”.')
  const angle = takeBy(scanner)
    ? scanner.needAngle('What angle has the chamfer?')
    : { rad: Math.PI / 4, typed: '45°' }
  return { kind: 'chamfer', size, angle } as const
}

function readArc(scanner: Scanner) {
  scanner.skip('R')
  scanner.pattern(RADIUS_SIGN)
  const radius = scanner.needLength('What radius have the edges? For example “rounding 2”.')
  return { kind: 'rounding', radius } as const
}
