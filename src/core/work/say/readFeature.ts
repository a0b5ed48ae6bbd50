import { type Extent, type Feature, type Part } from '../part'
import { type Length } from '../../handbook/units'
import { clauses, readExtent, shared } from './clauses'
import { readBoltCircle, readHole, readHoles } from './readHole'
import { type Scanner } from './scanner'

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
] as const

/** Reads a feature from the line; the scanner stands at its first word. */
export function readFeature(scanner: Scanner, part: Part): Feature {
  const countText = scanner.pattern(/^\d+(?=\s+(?:bores|holes|reamed\s+holes)\b)/i)
  const count = countText === undefined ? undefined : Number(countText)
  if (count !== undefined) return readHoles(scanner, part, count)
  const head = scanner.need(
    'Begin with what it is: bore, hole, 4 holes, bolt circle, slot, step, pocket, boss or chamfer.',
    ...FEATURE_HEADS,
  )
  switch (head) {
    case 'bore':
    case 'hole':
    case 'reamed hole':
      return readHole(scanner, part, head)
    case 'bolt circle':
      return readBoltCircle(scanner, part)
    case 'slot': {
      const width = scanner.needLength(
        'How wide is the slot? For example “slot 12 wide 4 deep along X”.',
      )
      scanner.take('wide')
      const depth = scanner.needLength('How deep is the slot? Say “4 deep”.')
      scanner.take('deep')
      scanner.need('Say which way the slot runs: along X, Y or Z.', 'along')
      const runs = scanner.need('The slot runs along X, Y or Z.', 'X', 'Y', 'Z').toLowerCase() as
        'x' | 'y' | 'z'
      const said = clauses(scanner, part)
      return { ...shared(scanner, part, 'slot', said), kind: 'slot', width, depth, runs }
    }
    case 'step': {
      const width = scanner.needLength('How wide is the step? For example “step 20 wide 10 deep”.')
      scanner.take('wide')
      const depth = scanner.needLength('How deep is the step? Say “10 deep”.')
      scanner.take('deep')
      const said = clauses(scanner, part)
      if (said.at === undefined)
        throw scanner.failure('Say at which side the step is cut away, for example “at right”.')
      return { ...shared(scanner, part, 'step', said), kind: 'step', width, depth, along: said.at }
    }
    case 'pocket': {
      const across = scanner.needLength(
        'How long is the pocket? For example “pocket 40 x 18 x 12 deep”.',
      )
      scanner.need('Give the pocket’s two sides, for example 40 x 18.', 'x', '×')
      const up = scanner.needLength('How wide is the pocket?')
      const extent: Extent = scanner.take('x', '×')
        ? deep(scanner, scanner.needLength('How deep is the pocket?'))
        : readExtent(scanner)
      const said = clauses(scanner, part)
      return {
        ...shared(scanner, part, 'pocket', said),
        kind: 'pocket',
        across,
        up,
        extent,
        ...(said.corner ? { corner: said.corner } : {}),
      }
    }
    case 'boss': {
      const diameter = scanner.needLength(
        'What diameter has the boss? For example “boss 30 x 8 high”.',
      )
      scanner.need('Say how high the boss is, for example “boss 30 x 8 high”.', 'x', '×')
      const height = scanner.needLength('How high is the boss?')
      scanner.take('high')
      return {
        ...shared(scanner, part, 'boss', clauses(scanner, part)),
        kind: 'boss',
        diameter,
        height,
      }
    }
    default: {
      const size = scanner.needLength('How large is the chamfer? For example “chamfer 1 x 45°”.')
      const angle = scanner.take('x', '×')
        ? scanner.needAngle('What angle has the chamfer?')
        : { rad: Math.PI / 4, typed: '45°' }
      const said = clauses(scanner, part)
      return {
        ...shared(scanner, part, 'chamfer', { ...said, centred: true }),
        kind: 'chamfer',
        size,
        angle,
      }
    }
  }
}

const deep = (scanner: Scanner, depth: Length): Extent => {
  scanner.take('deep')
  return { kind: 'deep', depth }
}
