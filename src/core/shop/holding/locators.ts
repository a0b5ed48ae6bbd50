import {
  applyMotion,
  type Axis,
  AXES,
  dot,
  point,
  type Point,
  withAxis,
} from '../../ground/geometry'
import {
  type AxisSurface,
  directionOf,
  planeOf,
  type PlaneSurface,
  sideAlong,
  type Surface,
} from '../../work/part'
import { boundsOf } from '../../ground/recipe'
import { hasMetal, isRaw, isThere, planeNow } from '../../work/stock'
import { type BearingPlace, type Locator, type Role, type Spot, type Standing } from './kind'
import { toSetup, type Work } from './work'

/** One locator moved, changed to another surface, taken out or put in by hand. */
export interface LocatorEdit {
  readonly id: string
  readonly surface?: string | undefined
  readonly u?: number | undefined
  readonly v?: number | undefined
  readonly off?: boolean | undefined
}

/** The locators of a setup: as its holding has them, with the changes made by hand. */
export function locatorsOf(
  work: Work,
  standing: Standing,
  changes: readonly LocatorEdit[],
): readonly Locator[] {
  const edits = new Map(changes.map((edit) => [edit.id, edit]))
  const derived = standing.spots.flatMap((spot) => {
    const edit = edits.get(spot.id)
    if (edit?.off) return []
    const locator = located(work, standing, spot)
    return [edit ? edited(work, standing, locator, edit) : locator]
  })
  const added = changes
    .filter(
      (edit) =>
        !edit.off &&
        edit.surface !== undefined &&
        !standing.spots.some((spot) => spot.id === edit.id),
    )
    .flatMap((edit) => {
      const surface = work.surfaces.get(edit.surface ?? '')
      if (surface?.kind !== 'plane') return []
      const base: Locator = {
        id: edit.id,
        role: roleOf(standing, surface.normal),
        surface: surface.id,
        at: surface.at,
        normal: surface.normal,
        inSetup: toSetup(standing, surface.at),
        raw: false,
        bears: true,
        edited: true,
        by: undefined,
        isSet: false,
        isFitted: false,
      }
      return [edited(work, standing, base, edit)]
    })
  return [...derived, ...added]
}

/** Where a locator bears: in one place, or in two between which it finds the middle. */
export const bearingsOf = (locator: Locator): readonly BearingPlace[] =>
  locator.against ? [locator, locator.against] : [locator]

/** What a locator does by where its surface faces: down, along the setup's Y, or to an end. */
function roleOf({ setupFromPart }: Standing, normal: Point<'part'>): Role {
  const [, y, z] = setupFromPart.rows
  if (dot(z, normal) < -0.5) return 'rest'
  return dot(y, normal) > 0.5 ? 'guide' : 'stop'
}

/** Steps by which a locator is slid along X or Y to where there is metal, as parts of the work's size. */
const SLIDES = [0, 0.06, -0.06, 0.12, -0.12, 0.2, -0.2, 0.3, -0.3, 0.4, -0.4]

function located(work: Work, standing: Standing, spot: Spot): Locator {
  if (spot.on) return onAttached(standing, spot, spot.on)
  const { before, part, surfaces } = work
  const surface = surfaces.get(spot.surface)
  if (surface?.kind !== 'plane') return onAxis(work, standing, spot, surface)
  const along: Axis = spot.role === 'stop' ? 'y' : 'x'
  const size = standing.high[along] - standing.low[along]
  const against = surfaces.get(spot.against?.surface ?? '')
  const other = against?.kind === 'plane' ? against : undefined
  const placeOn = (place: Point<'setup'>, step: number): Point<'part'> =>
    applyMotion(standing.partFromSetup, withAxis(place, along, place[along] + step * size))
  const step = SLIDES.find(
    (by) =>
      hasMetal(part, before, surface, placeOn(spot.at, by)) &&
      (!spot.against ||
        (other !== undefined && hasMetal(part, before, other, placeOn(spot.against.at, by)))),
  )
  const bearing = (on: PlaneSurface, place: Point<'setup'>): BearingPlace => {
    const at = placeOn(place, step ?? 0)
    return {
      surface: on.id,
      at,
      normal: on.normal,
      inSetup: toSetup(standing, at),
      // What is set by the fit does not follow the skin.
      raw: !spot.isFitted && isRaw(part, before, on.id),
      bears: spot.isFitted === true || step !== undefined,
    }
  }
  return {
    id: spot.id,
    role: spot.role,
    ...bearing(surface, spot.at),
    ...(other && spot.against && { against: bearing(other, spot.against.at) }),
    edited: false,
    by: spot.by,
    isSet: spot.isSet === true,
    isFitted: spot.isFitted === true,
  }
}

/** On what is fixed to the part: that is squared and whole. */
function onAttached(
  standing: Standing,
  { at: place, id, role }: Spot,
  { name, plane }: NonNullable<Spot['on']>,
): Locator {
  const at = applyMotion(standing.partFromSetup, place)
  return {
    id,
    role,
    surface: plane.id,
    called: name,
    at,
    normal: plane.normal,
    inSetup: toSetup(standing, at),
    raw: false,
    bears: true,
    edited: false,
    by: undefined,
    isSet: false,
    isFitted: false,
  }
}

/** A pin in a hole: there is metal once the hole is cut; never when the part has no such hole any more. */
function onAxis(
  { before, part }: Work,
  standing: Standing,
  spot: Spot,
  surface: (Surface & { kind: 'axis' }) | undefined,
): Locator {
  const at = applyMotion(standing.partFromSetup, spot.at)
  return {
    id: spot.id,
    role: spot.role,
    surface: spot.surface,
    at,
    normal: spot.normal ?? point(1, 0, 0),
    inSetup: toSetup(standing, at),
    raw: false,
    bears: surface !== undefined && isThere(part, before, surface.owner),
    ...(spot.perDiameter !== undefined && { perDiameter: spot.perDiameter }),
    edited: false,
    by: spot.by,
    isSet: false,
    isFitted: false,
  }
}

function edited(work: Work, standing: Standing, locator: Locator, edit: LocatorEdit): Locator {
  const { before, part, surfaces } = work
  const surface = surfaces.get(edit.surface ?? locator.surface)
  if (surface?.kind !== 'plane') return locator
  const normalAxis = axisAlong(surface.normal)
  const [u, v] = locatorPlane(surface)
  const level = planeNow(part, before, surface)[normalAxis]
  let at = withAxis(
    edit.surface === undefined || edit.surface === locator.surface ? locator.at : surface.at,
    normalAxis,
    level,
  )
  if (edit.u !== undefined) at = withAxis(at, u, edit.u)
  if (edit.v !== undefined) at = withAxis(at, v, edit.v)
  const { against, ...own } = locator
  const isMoved = surface.id === locator.surface && against !== undefined
  return {
    ...own,
    // What closes from the other side goes along; on another surface nothing does.
    ...(isMoved && { against: movedBearing(work, standing, against, { u, v, at }) }),
    surface: surface.id,
    at,
    normal: surface.normal,
    inSetup: toSetup(standing, at),
    edited: true,
    raw: isRaw(part, before, surface.id),
    bears: hasMetal(part, before, surface, at),
  }
}

/** What closes from the other side, straight across from where a locator was put. */
function movedBearing(
  { before, part, surfaces }: Work,
  standing: Standing,
  bearing: BearingPlace,
  { at, u, v }: { readonly at: Point<'part'>; readonly u: Axis; readonly v: Axis },
): BearingPlace {
  const surface = surfaces.get(bearing.surface)
  const to = withAxis(withAxis(bearing.at, u, at[u]), v, at[v])
  return {
    ...bearing,
    at: to,
    inSetup: toSetup(standing, to),
    bears: surface !== undefined && hasMetal(part, before, surface, to),
  }
}

const axisAlong = (normal: Point<'part'>): Axis =>
  AXES.find((axis) => Math.abs(normal[axis]) > 0.5) ?? 'z'

/** The two in-plane axes of the surface that a locator bears on, for editing it by numbers. */
export function locatorPlane(locator: { readonly normal: Point<'part'> }): readonly [Axis, Axis] {
  return planeOf(sideAlong(axisAlong(locator.normal), 1))
}

/** How high the holding itself stands, in the setup. */
export const topOfHolding = ({ clamps, solids }: Pick<Standing, 'clamps' | 'solids'>): number =>
  Math.max(0, ...[...solids, ...clamps].map(({ shape }) => boundsOf(shape).high.z))

/** Holes whose axis lies along a direction of the part: what pins and screws go into when that is up. */
export const holesAlong = (
  surfaces: ReadonlyMap<string, Surface>,
  direction: Point<'part'>,
): readonly AxisSurface[] => axesAlong(surfaces, direction).filter((s) => !s.isOutside)

/** Outside rounds whose axis lies along a direction of the part: what lies in a V or goes into a chuck. */
export const roundsAlong = (
  surfaces: ReadonlyMap<string, Surface>,
  direction: Point<'part'>,
): readonly AxisSurface[] => axesAlong(surfaces, direction).filter((s) => s.isOutside)

/** Both: what can lie on an axis that turns. */
export const axesAlong = (
  surfaces: ReadonlyMap<string, Surface>,
  direction: Point<'part'>,
): readonly AxisSurface[] =>
  [...surfaces.values()].filter(
    (s): s is AxisSurface => s.kind === 'axis' && Math.abs(dot(directionOf(s), direction)) > 0.999,
  )
