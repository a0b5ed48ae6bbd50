import { listWords } from '../../ground/finding'
import { type Part, refLabel, refsOf, type Requirement } from '../../work/part'
import { changeSetup, roughBefore, setupNumber } from './edit'
import { type Op, type Setup, type Way } from './schema'

/** A way that stops short of what a requirement hangs on, so that the last cut can put right what was measured. */
export interface StopShort {
  readonly words: string
  readonly way: Way
}

/** What a last cut takes that is to put a place right, mm: enough to cut, too little to push (common practice, no source). */
const LEAVE_MM = 0.3

/** What can be off in its place, and be put right by where the last cut goes. */
const PLACED: ReadonlySet<Requirement['kind']> = new Set([
  'distance',
  'position',
  'symmetry',
  'coaxiality',
])

/**
 * Roughs what of a requirement is cut last, holds there until it is measured, and finishes then. Of two sides about
 * something in the middle that are cut in one setup equally much is left on both; where they are cut in two, the first
 * is finished already, and all of the error comes off the other.
 *
 * @returns nothing where no last cut could put it right, or where the way stops there already.
 */
export function stopShort(part: Part, way: Way, requirement: Requirement): StopShort | undefined {
  if (!PLACED.has(requirement.kind)) return undefined
  const features = new Set(
    refsOf(requirement).flatMap((ref) => ref.split('|').map((one) => one.split('.')[0] ?? one)),
  )
  const setup = way.setups.findLast(({ ops }) => ops.some((op) => isLast(op, features)))
  if (!setup) return undefined
  const isHeld = setup.ops.some(({ hold }) => hold?.check.includes(requirement.id))
  const cuts = latest(setup, requirement, features)
  if (isHeld || cuts.length === 0 || !cuts.every(({ feature }) => isShifted(part, feature)))
    return undefined
  const names = listWords(cuts.map(({ feature }) => refLabel(part, feature)))
  const number = setupNumber(way.setups, setup.id)
  const then = cuts.length > 1 ? 'share the error between both' : 'put it right'
  return {
    words: `Leave ${LEAVE_MM} on ${names} in setup ${number}, measure there, and ${then} with the last cut${cuts.length > 1 ? 's' : ''}`,
    way: changeSetup(way, setup.id, (now) => heldShort(now, cuts, requirement.id)),
  }
}

const isLast = ({ feature, pass }: Op, features: ReadonlySet<string>): boolean =>
  pass === 'finish' && features.has(feature)

/** The last cuts of a setup by which a requirement is put right: both sides of a middle, else the very last. */
function latest(
  { ops }: Setup,
  requirement: Requirement,
  features: ReadonlySet<string>,
): readonly Op[] {
  const all = ops.filter((op) => isLast(op, features))
  const [last] = all.slice(-1)
  if (!last) return []
  const pair = refsOf(requirement)
    .map((ref) => ref.split('|').map((one) => one.split('.')[0]))
    .find((sides) => sides.length === 2 && sides.includes(last.feature))
  const both = pair && all.filter(({ feature }) => pair.includes(feature))
  return both?.length === 2 ? both : [last]
}

/** Whether a last cut goes where it is sent: a drill, reamer or tap follows the hole that is there. */
function isShifted({ features }: Part, feature: string): boolean {
  const made = features.find(({ id }) => id === feature)
  return made?.kind !== 'hole' || made.making === 'bore'
}

/** Rough cuts of all of them before the first is finished; held after the last of those. */
function heldShort(setup: Setup, cuts: readonly Op[], requirement: string): Setup {
  const roughed = cuts.reduce(
    (now, cut) =>
      now.ops.some(({ feature, pass }) => feature === cut.feature && pass === 'rough')
        ? now
        : roughBefore(now, cut.id, LEAVE_MM),
    setup,
  )
  const isRough = ({ feature, pass }: Op): boolean =>
    pass === 'rough' && cuts.some((cut) => cut.feature === feature)
  const roughs = roughed.ops.filter(isRough)
  const note = `Measure on the rough cut${roughs.length > 1 ? 's' : ''} before going on.`
  const held = roughs.map((op, i) =>
    i < roughs.length - 1
      ? op
      : {
          ...op,
          hold: {
            note: op.hold?.note ?? note,
            check: [...(op.hold?.check ?? []), requirement],
          },
        },
  )
  const [first] = cuts
  return {
    ...roughed,
    ops: roughed.ops
      .filter((op) => !isRough(op))
      .flatMap((op) => (op.id === first?.id ? [...held, op] : [op])),
  }
}
