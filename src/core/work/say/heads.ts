import { counterboreForScrew, countersinkForScrew, type Thread } from '../../handbook/standards'
import { type Angle } from '../../handbook/units'
import { type Hole } from '../part'
import { type Clauses } from './said'
import { type Scanner } from './scanner'
import { readScrew, takeBy } from './words'

type Sunk = 'counterbore' | 'countersink'

/** `counterbored for 10-32`: by the tables. */
export function readHeadFor(scanner: Scanner, said: Clauses, kind: Sunk): void {
  const thread = readScrew(scanner)
  said.headFor = { thread, end: scanner.position }
  said.head = headForScrew(scanner, thread, kind)
}

/** What takes the head of a screw. */
export function headForScrew(scanner: Scanner, screw: Thread, kind: Sunk): Hole['head'] {
  const bore = kind === 'counterbore' ? counterboreForScrew(screw) : undefined
  if (bore)
    return { kind: 'counterbore', diameter: { mm: bore.diameterMm }, depth: { mm: bore.depthMm } }
  const sink = kind === 'countersink' ? countersinkForScrew(screw) : undefined
  if (sink !== undefined) return { kind: 'countersink', diameter: { mm: sink }, angle: RIGHT_ANGLE }
  throw scanner.failure(
    `The table has no ${kind} for ${screw.designation}; say its size: “counterbore 11 x 6.6”, “countersink 13.4 x 90°”.`,
  )
}

export function readCounterbore(scanner: Scanner): Hole['head'] | 'usual' {
  scanner.skip('Ø', '⌀', 'dia')
  const diameter = scanner.length()
  if (!diameter) return 'usual'
  scanner.skip('dia', 'diameter')
  takeBy(scanner)
  const depth = scanner.needLength('Give the counterbore’s depth too: “counterbore 11 x 6.6”.')
  scanner.skip('deep', 'dp')
  return { kind: 'counterbore', diameter, depth }
}

const RIGHT_ANGLE: Angle = { rad: Math.PI / 2, typed: '90°' }

export function readCountersink(scanner: Scanner): Hole['head'] {
  scanner.skip('Ø', '⌀', 'dia', 'to')
  const diameter = scanner.needLength('What diameter has the countersink?')
  scanner.skip('dia', 'diameter')
  const angle = takeBy(scanner) ? scanner.needAngle('What angle has the countersink?') : RIGHT_ANGLE
  return { kind: 'countersink', diameter, angle }
}
