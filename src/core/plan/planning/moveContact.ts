import { applyMotion, type Axis, dot, point, type Point, withAxis } from '../../ground/geometry'
import { boundsOf } from '../../ground/recipe'
import { lengthWords } from '../../handbook/units'
import { INCH_MM } from '../../handbook/standards'
import {
  type Clamp,
  type Holding,
  kindOf,
  type Locator,
  locatorPlane,
  type PropPlace,
  propPlaces,
  standIn,
  toSetup,
} from '../../shop/holding'
import { directionOf, refLabel } from '../../work/part'
import { hasMetal, isThere } from '../../work/stock'
import { type ContactEdit } from '../way'
import { type PlannedSetup, workOf } from './planned'

/** Where a contact comes to lie that is moved by hand, before it is taken. */
export interface MovedContact {
  readonly edit: ContactEdit
  readonly inSetup: Point<'setup'>
  /** There is metal there. */
  readonly bears: boolean
  /** What it was drawn to along each axis, for people: "the middle of the work", "20 mm". */
  readonly at: string
}

/** Where a clamp comes to lie that is moved by hand, with the holding as it is then. */
export interface MovedClamp extends Pick<MovedContact, 'inSetup' | 'bears' | 'at'> {
  readonly holding: Holding
}

/** Without anything near, a contact lies on whole steps: millimetres, or thirty-seconds of an inch. */
const stepOf = ({ part }: PlannedSetup): number => (part.unit === 'mm' ? 1 : INCH_MM / 32)

/** A contact, or a jack that is moved like one. */
export type Movable = PropPlace & Pick<Locator, 'called'>

/** All that can be moved by hand in a setup: its contacts, its jacks. */
export const movables = (planned: PlannedSetup): readonly Movable[] =>
  [...planned.contacts, ...jackPlaces(planned)].filter((one) => movesAlong(planned, one).length > 0)

/** Where the jacks of a setup touch. */
export const jackPlaces = (planned: PlannedSetup): readonly PropPlace[] =>
  propPlaces(planned.standing, planned.clamping.props ?? [], workOf(planned))

/** Along which axes of the setup a contact can be moved as seen from above; none for a pin, which sits in its hole, and in what leans. */
export function movesAlong(
  { leaning, surfaces }: PlannedSetup,
  contact: Movable,
): readonly ('x' | 'y')[] {
  if (leaning || contact.called !== undefined || surfaces.get(contact.surface)?.kind !== 'plane')
    return []
  return contact.role === 'rest' ? ['x', 'y'] : contact.role === 'guide' ? ['x'] : ['y']
}

/**
 * A contact moved in the plane of the table.
 *
 * @param to - where it is wanted, in the setup, mm.
 * @param reachMm - so near it is drawn to middles, holes, other contacts and pieces of the holding; 0: to nothing.
 */
export function moveContact(
  planned: PlannedSetup,
  contact: Movable,
  to: { readonly x: number; readonly y: number },
  reachMm: number,
): MovedContact {
  const { before, part, standing, surfaces } = planned
  const step = stepOf(planned)
  const found = movesAlong(planned, contact).map((axis) => {
    const away = ({ at }: Target): number => Math.abs(at - to[axis])
    const [near] = targetsOf(planned, contact, axis)
      .filter((target) => away(target) <= reachMm)
      .sort((a, b) => away(a) - away(b))
    const at = near?.at ?? (reachMm > 0 ? Math.round(to[axis] / step) * step : to[axis])
    return { axis, at, words: near?.words ?? lengthWords(at, part.unit) }
  })
  const wanted = found.reduce((p, { at, axis }) => withAxis(p, axis, at), contact.inSetup)
  const place = applyMotion(standing.partFromSetup, wanted)
  const [u, v] = locatorPlane(contact)
  const surface = surfaces.get(contact.surface)
  return {
    edit: { id: contact.id, u: tidy(place[u]), v: tidy(place[v]) },
    inSetup: toSetup(standing, place),
    bears: surface !== undefined && hasMetal(part, before, surface, place),
    at: found.map(({ axis, words }) => `${axis.toUpperCase()} ${words}`).join(', '),
  }
}

const tidy = (mm: number): number => Math.round(mm * 1e4) / 1e4

interface Target {
  readonly at: number
  readonly words: string
}

/** What a contact is drawn to along an axis: the middle of the work, holes that stand upright, other contacts, parallels. */
function targetsOf(planned: PlannedSetup, contact: Movable, axis: Axis): readonly Target[] {
  const { before, contacts, part, standing, surfaces } = planned
  const { high, low, solids } = standing
  const up = standing.setupFromPart.rows[2]
  const holes = [...surfaces.values()].flatMap((s) =>
    s.kind === 'axis' && isThere(part, before, s.owner) && Math.abs(dot(directionOf(s), up)) > 0.999
      ? [{ at: toSetup(standing, s.from)[axis], words: `at ${refLabel(part, s.id)}` }]
      : [],
  )
  const others = contacts.flatMap((other) =>
    other.id === contact.id ? [] : [{ at: other.inSetup[axis], words: `as ${other.id}` }],
  )
  const under = solids.flatMap(({ name, shape }) => {
    if (contact.role !== 'rest' || !/parallel|pad|rest/.test(name)) return []
    const box = boundsOf(shape)
    return [{ at: (box.low[axis] + box.high[axis]) / 2, words: `middle of the ${name}` }]
  })
  const middle = { at: (low[axis] + high[axis]) / 2, words: 'the middle of the work' }
  return [middle, ...under, ...holes, ...others]
}

/** A clamp that can be moved by hand. */
export type MovableClamp = Clamp & Required<Pick<Clamp, 'id' | 'foot'>>

/** The clamps of a setup that can be moved by hand; none in what leans or was clamped before. */
export const movableClamps = ({
  clamping: { holding },
  indexed,
  leaning,
  standing,
}: PlannedSetup): readonly MovableClamp[] =>
  leaning || indexed || !kindOf(holding).moveClamp
    ? []
    : standing.clamps.flatMap((clamp) =>
        clamp.id !== undefined && clamp.foot ? [clamp as MovableClamp] : [],
      )

/** The holding of a setup with a clamp put back where it lay at first. */
export const putClampBack = (
  { clamping: { holding }, standing }: PlannedSetup,
  id: string,
): Holding => kindOf(holding).moveClamp?.(holding, standing, id, undefined) ?? holding

/** Along which axes of the setup a clamp can be moved from where it is. */
export const clampMovesAlong = (
  planned: PlannedSetup,
  clamp: MovableClamp,
): readonly ('x' | 'y')[] =>
  (['x', 'y'] as const).filter((axis) =>
    [-1, 1].some((by) => {
      const to = withAxis(clamp.foot, axis, clamp.foot[axis] + by)
      return moveClamp(planned, clamp, to, 0).inSetup[axis] !== clamp.foot[axis]
    }),
  )

/**
 * A clamp moved in the plane of the table, as near as its holding lets it come.
 *
 * @param reachMm - so near it is drawn to the middle of the work; 0: to nothing, and to no step.
 */
export function moveClamp(
  planned: PlannedSetup,
  { id }: MovableClamp,
  to: { readonly x: number; readonly y: number },
  reachMm: number,
): MovedClamp {
  const { clamping, part, standing } = planned
  const { high, low } = standing
  const drawn = (axis: 'x' | 'y'): number => {
    const middle = (low[axis] + high[axis]) / 2
    if (reachMm > 0 && Math.abs(to[axis] - middle) <= reachMm) return middle
    const step = stepOf(planned)
    return reachMm > 0 ? Math.round(to[axis] / step) * step : to[axis]
  }
  const kind = kindOf(clamping.holding)
  const holding =
    kind.moveClamp?.(clamping.holding, standing, id, { x: drawn('x'), y: drawn('y') }) ??
    clamping.holding
  const inSetup =
    standIn(holding, workOf(planned)).clamps.find((clamp) => clamp.id === id)?.foot ??
    point(to.x, to.y, high.z)
  const words = (['x', 'y'] as const).map(
    (axis) => `${axis.toUpperCase()} ${lengthWords(inSetup[axis], part.unit)}`,
  )
  return { holding, inSetup, bears: true, at: words.join(', ') }
}
