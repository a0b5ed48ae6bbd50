import { applyMotion, type Axis, type Point, point, turnDirection, withAxis } from '../geometry'
import {
  isSide,
  normalOf,
  type Part,
  partSurfaces,
  planeOf,
  type Side,
  sideAlong,
  type Surface,
} from '../part'
import { type ContactEdit, type Setup } from '../way'
import { type ViseLayout, toSetup } from './layout'
import { hasMetal, isRaw, levelNow, type PartState } from './state'

export type ContactRole = 'rest' | 'guide' | 'stop'

/** One locating contact of a setup, derived from the holding or set by hand. */
export interface FootingContact {
  readonly id: string
  readonly role: ContactRole
  readonly surface: string
  readonly at: Point<'part'>
  readonly normal: Point<'part'>
  readonly inSetup: Point<'setup'>
  /** Bears on a face that is still as bought. */
  readonly raw: boolean
  /** There is metal where it bears. */
  readonly bears: boolean
  readonly edited: boolean
  /** On the parallel at the moving jaw: the one that the closing jaw lifts. */
  readonly atMovingJaw: boolean
}

interface Spot {
  readonly id: string
  readonly role: ContactRole
  readonly side: Side
  readonly at: Point<'setup'>
  readonly atMovingJaw: boolean
}

/** The contacts of a setup: three, two and one, as the leading surface has it, with the hand-made changes. */
export function footingContacts(
  part: Part,
  setup: Setup,
  layout: ViseLayout,
  state: PartState,
): readonly FootingContact[] {
  const surfaces = partSurfaces(part)
  const edits = new Map(setup.footing.edits.map((edit) => [edit.id, edit]))
  const spots = derivedSpots(setup, layout)
  const derived = spots.flatMap((spot) => {
    const edit = edits.get(spot.id)
    if (edit?.off) return []
    const contact = placed(part, state, layout, surfaces, spot)
    return [edit ? edited(part, state, layout, surfaces, contact, edit) : contact]
  })
  const added = setup.footing.edits
    .filter(
      (edit) =>
        !edit.off && edit.surface !== undefined && !spots.some((spot) => spot.id === edit.id),
    )
    .flatMap((edit) => {
      const surface = surfaces.get(edit.surface ?? '')
      if (surface?.kind !== 'plane') return []
      const base: FootingContact = {
        id: edit.id,
        role: roleOf(layout, surface.normal),
        surface: surface.id,
        at: surface.at,
        normal: surface.normal,
        inSetup: toSetup(layout, surface.at),
        raw: false,
        bears: true,
        edited: true,
        atMovingJaw: false,
      }
      return [edited(part, state, layout, surfaces, base, edit)]
    })
  return [...derived, ...added]
}

/** What a contact does by where its surface faces: down on the parallels, to the fixed jaw, or to a stop. */
function roleOf(layout: ViseLayout, normal: Point<'part'>): ContactRole {
  const facing = turnDirection(layout.setupFromPart, normal)
  if (facing.z < -0.5) return 'rest'
  return facing.y > 0.5 ? 'guide' : 'stop'
}

/** Where the contacts fall, before looking whether there is metal. */
function derivedSpots(setup: Setup, layout: ViseLayout): readonly Spot[] {
  const { low, high, faceAt, parallelY, jawSpan, parallels, gripMm } = layout
  const length = high.x - low.x
  const middleX = (low.x + high.x) / 2
  const restHalf = Math.min(length, parallels.length) / 2
  const restX = [middleX - restHalf * 0.8, middleX + restHalf * 0.8] as const
  const jawInset = (jawSpan[1] - jawSpan[0]) * 0.1
  const jawX = [jawSpan[0] + jawInset, jawSpan[1] - jawInset] as const
  const grip = Math.max(1, gripMm)
  const spot = (
    id: string,
    role: ContactRole,
    side: Side,
    at: Point<'setup'>,
    atMovingJaw = false,
  ): Spot => ({ id, role, side, at, atMovingJaw })
  const restAt = (x: number, y: number): Point<'setup'> => point(x, y, low.z)
  const jawAt = (x: number, up: number): Point<'setup'> => point(x, 0, low.z + grip * up)
  const fixedRests = restX.map((x, i) =>
    spot(`rest${i + 1}`, 'rest', faceAt.down, restAt(x, parallelY[0])),
  )
  const stop =
    layout.stopX === undefined
      ? []
      : [
          spot(
            'stop1',
            'stop',
            setup.holding.stop === 'left' ? faceAt.left : faceAt.right,
            point(layout.stopX, low.y / 2, low.z + grip / 2),
          ),
        ]
  if (setup.footing.lead === 'rest') {
    const guides = jawX.map((x, i) => spot(`guide${i + 1}`, 'guide', faceAt.jaw, jawAt(x, 0.6)))
    return [
      ...fixedRests,
      spot('rest3', 'rest', faceAt.down, restAt(middleX, parallelY[1]), true),
      ...guides,
      ...stop,
    ]
  }
  const upper = jawX.map((x, i) => spot(`guide${i + 1}`, 'guide', faceAt.jaw, jawAt(x, 0.9)))
  return [
    ...fixedRests,
    ...upper,
    spot('guide3', 'guide', faceAt.jaw, jawAt((jawX[0] + jawX[1]) / 2, 0.15)),
    ...stop,
  ]
}

/** Steps by which a contact is slid along X or Y to where there is metal, as parts of the work's size. */
const SLIDES = [0, 0.06, -0.06, 0.12, -0.12, 0.2, -0.2, 0.3, -0.3, 0.4, -0.4]

function placed(
  part: Part,
  state: PartState,
  layout: ViseLayout,
  surfaces: ReadonlyMap<string, Surface>,
  spot: Spot,
): FootingContact {
  const surface = surfaces.get(spot.side)
  if (!surface) throw new Error(`no face ${spot.side}`)
  const size = spot.role === 'stop' ? layout.high.y - layout.low.y : layout.high.x - layout.low.x
  const along: Axis = spot.role === 'stop' ? 'y' : 'x'
  const tries = SLIDES.map((part_) =>
    applyMotion(layout.partFromSetup, withAxis(spot.at, along, spot.at[along] + part_ * size)),
  )
  const found = tries.find((at) => hasMetal(part, state, surface, at))
  const at = found ?? tries[0] ?? applyMotion(layout.partFromSetup, spot.at)
  return {
    id: spot.id,
    role: spot.role,
    surface: spot.side,
    at,
    normal: normalOf(spot.side),
    inSetup: toSetup(layout, at),
    raw: isRaw(part, state, spot.side),
    bears: found !== undefined,
    edited: false,
    atMovingJaw: spot.atMovingJaw,
  }
}

function edited(
  part: Part,
  state: PartState,
  layout: ViseLayout,
  surfaces: ReadonlyMap<string, Surface>,
  contact: FootingContact,
  edit: ContactEdit,
): FootingContact {
  const surface = surfaces.get(edit.surface ?? contact.surface)
  if (surface?.kind !== 'plane') return contact
  const normalAxis = axisAlong(surface.normal)
  const [u, v] = contactPlane(surface)
  const level = isSide(surface.id) ? levelNow(part, state, surface.id) : surface.at[normalAxis]
  let at = withAxis(
    edit.surface === undefined || edit.surface === contact.surface ? contact.at : surface.at,
    normalAxis,
    level,
  )
  if (edit.u !== undefined) at = withAxis(at, u, edit.u)
  if (edit.v !== undefined) at = withAxis(at, v, edit.v)
  return {
    ...contact,
    surface: surface.id,
    at,
    normal: surface.normal,
    inSetup: toSetup(layout, at),
    edited: true,
    raw: isSide(surface.id) && isRaw(part, state, surface.id),
    bears: hasMetal(part, state, surface, at),
  }
}

const axisAlong = (normal: Point<'part'>): Axis =>
  normal.x !== 0 ? 'x' : normal.y !== 0 ? 'y' : 'z'

/** The two in-plane axes of the surface that a contact bears on, for editing it by numbers. */
export function contactPlane(contact: { readonly normal: Point<'part'> }): readonly [Axis, Axis] {
  return planeOf(sideAlong(axisAlong(contact.normal), 1))
}
