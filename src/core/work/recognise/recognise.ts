import { polygonHull } from 'd3-polygon'
import { type Point, withAxis } from '../../ground/geometry'
import { type Edge, edgesOf, flatRing, type Ring, ringArea } from '../../ground/outline'
import { onPlane, type Plane, type Recipe } from '../../ground/recipe'
import {
  axisOf,
  type Feature,
  freeId,
  isEdgeBreak,
  type Model,
  newPart,
  opensTo,
  type Part,
  planeOf,
  type Side,
  SIDES,
} from '../part'
import { isOutline, takenBy } from '../stock'
import { type Solid, type SolidFace } from '../solid'
import { findStacks } from './bores'
import { breakOf, chamferOf, type FoundBreak, ROUNDING_MM } from './breaks'
import { footedBy } from './feet'
import { type FoundHole, holesOfStack, sayHole, type Unmade } from './holes'
import { type FoundContour, levelOn } from './levels'
import { outlineAlong, windowsIn } from './outlines'
import { gatherHoles } from './patterns'
import { restOf } from './rest'
import { type Grain, roundedTo } from './rounded'
import { Seen, tidy } from './seen'
import { wallsOf } from './walls'
import { sayContour, type SaidShape } from './shapes'

type Flat = SolidFace<'part'> & { readonly kind: 'plane' }

/** What a solid was recognised as. */
export interface Recognised {
  /** The block about it with its features; faces as newly bought. */
  readonly part: Part
  readonly outlines: Model['outlines']
  readonly faces: Model['faces']
  readonly rest: Model['rest']
  readonly walls: Model['walls']
}

/** Features that a part may have; what is beyond stays unrecognised. */
const MOST_FEATURES = 300

/**
 * Recognises holes, pockets, slots, steps, windows, outlines and slants in a solid that lies as a part, with its
 * low corner at the origin. Nothing is assumed of how it was made: what is found is what bounds the metal,
 * what is not is listed.
 *
 * @param grain - what the figures of its file are good for, mm.
 */
export function recognise(solid: Solid<'part'>, name: string, grain: Grain = 1e-6): Recognised {
  const seen = new Seen(solid)
  const { x, y, z } = seen.size
  let part = newPart(name, { x: { mm: tidy(x) }, y: { mm: tidy(y) }, z: { mm: tidy(z) } })
  const add = (stem: string, said: SaidShape, own: readonly number[]): void => {
    if (part.features.length >= MOST_FEATURES) return
    const id = freeId(part, stem)
    const feature = { ...said, id } as Feature
    part = { ...part, features: [...part.features, feature] }
    seen.take(id, takenOf(part, feature), own)
    seen.explain(id)
  }
  addHoles(seen, add)
  addContours(seen, () => part, add)
  addBreaks(seen, part, add, () => true)
  const outlines = sideOutlines(seen)
  for (const side of SIDES)
    if ((outlines[side]?.length ?? 0) === 0)
      part = { ...part, faces: { ...part.faces, [side]: { ...part.faces[side], toCut: false } } }
  const walls = [...wallsOf(seen)]
  return roundedTo({ part, outlines, faces: seen.faces, rest: restOf(seen), walls }, grain)
}

function takenOf(part: Part, feature: Feature): Recipe<'part'> | undefined {
  const { x, y, z } = part.size
  return takenBy(part, feature, {
    low: { x: 0, y: 0, z: 0 },
    high: { x: x.mm, y: y.mm, z: z.mm },
  })
}

type Add = (stem: string, said: SaidShape, own: readonly number[]) => void

const isHole = (found: FoundHole | Unmade): found is FoundHole => 'mouth' in found

function addHoles(seen: Seen, add: Add): void {
  const found = findStacks(seen).flatMap((stack) => holesOfStack(seen, stack))
  const said = found.filter(isHole).flatMap((hole) => sayHole(seen, hole) ?? [])
  const gathered = [...gatherHoles(said, seen.solid.high)].sort(
    (a, b) => SIDES.indexOf(b.hole.on) - SIDES.indexOf(a.hole.on),
  )
  for (const { faces, hole } of gathered) add(hole.making === 'bore' ? 'bore' : 'hole', hole, faces)
}

/** How much rather a flat is taken for the floor of what was cut when it looks up. */
const UP_WEIGHT = 1.5

function addContours(seen: Seen, part: () => Part, add: Add): void {
  const flats = seen.solid.faces.filter((face): face is Flat => face.kind === 'plane')
  const rank = (face: Flat): number => SIDES.indexOf(seen.isSideLevel(face) ?? 'left')
  const bySide = flats.filter(isUpright).sort((a, b) => rank(b) - rank(a))
  const addOutlines = (isWanted: (outline: FoundContour) => boolean): void => {
    for (const face of bySide) {
      const outline = outlineAlong(seen, face)
      if (outline && isWanted(outline) && explainsMore(seen, part(), outline))
        add('outline', outline, [])
    }
  }
  // What is bent goes round the part in one cut; straight slants are cut by themselves where a tool comes at them.
  const feet = flats.filter(looksUpOrDown).flatMap((face) => footedBy(seen, face)?.radiusMm ?? [])
  addOutlines((outline) => isBent(outline, feet))
  for (const face of flats)
    for (const window of windowsIn(seen, face, isRoundHole(seen)))
      if (explainsMore(seen, part(), window)) add('window', sayContour(part(), window), [])
  const weight = (face: Flat): number =>
    face.areaMm2 * (face.plane.out.z > 1 - 1e-9 ? UP_WEIGHT : 1) * (isUpright(face) ? 4 : 1)
  const levels = flats
    .filter((face) => !seen.isSideLevel(face))
    .sort((a, b) => weight(b) - weight(a))
  for (const face of levels) {
    if (seen.isKnown(face) || chamferOf(seen, face)) continue
    const level = levelOn(seen, face)
    if (!level) continue
    const said = sayContour(part(), level)
    add(said.kind === 'contour' ? STEMS(said.plane.out) : said.kind, said, [face.index])
  }
  addBreaks(seen, part(), add, ({ along }) => along !== undefined)
  addOutlines(() => true)
}

/** A floor, as it lies: an arc at its foot is left by the nose of the cutter that cuts it. */
const looksUpOrDown = ({ plane }: Flat): boolean => Math.abs(plane.out.z) > 1 - 1e-9

/** Whether an outline has an arc that is neither the foot of a wall nor an edge of the block that is rounded off. */
const isBent = ({ plane, rings }: FoundContour, feet: readonly number[]): boolean =>
  rings.some((ring) =>
    edgesOf(ring).some((edge, i) => {
      if (edge.kind === 'line') return false
      if (edge.turnRad > 0 === ringArea(ring) > 0)
        return Math.abs(plane.out.z) > 1 - 1e-9 || !isRounded(ring, edge, i)
      return feet.every((radius) => Math.abs(radius - edge.radiusMm) > SAME_RADIUS_MM)
    }),
  )

/** Whether an edge of an outline goes by a quarter of a turn from one side of the block to another. */
const isRounded = (
  ring: FoundContour['rings'][number],
  { radiusMm, turnRad }: Edge & { kind: 'arc' },
  i: number,
): boolean =>
  radiusMm <= ROUNDING_MM &&
  Math.abs(Math.abs(turnRad) - Math.PI / 2) < 1e-3 &&
  [i + ring.length - 1, i + 1].every((one) => ring[one % ring.length]?.open === true)

const SAME_RADIUS_MM = 1e-2

const STEMS = (out: { x: number; y: number; z: number }): string =>
  [out.x, out.y, out.z].some((c) => Math.abs(c) > 1 - 1e-9) ? 'level' : 'slant'

const isUpright = ({ plane: { out } }: Flat): boolean =>
  [out.x, out.y, out.z].some((c) => Math.abs(c) > 1 - 1e-9)

/** Whether a contour would stand for a face that nothing stands for yet. */
const explainsMore = (seen: Seen, part: Part, said: SaidShape): boolean =>
  seen.wouldExplain(takenOf(part, { ...said, id: 'trial' } as Feature))

/** Whether a ring of a flat is the mouth of a hole that is known: a whole circle. */
const isRoundHole =
  (seen: Seen) =>
  (ring: Ring, _plane: Plane<'part'>): boolean => {
    const edges = edgesOf(ring)
    const [first] = edges
    return (
      first?.kind === 'arc' &&
      edges.every(
        (edge) =>
          edge.kind === 'arc' &&
          Math.hypot(edge.centre.x - first.centre.x, edge.centre.y - first.centre.y) < 1e-4,
      ) &&
      seen.solid.faces.some(
        (face) =>
          (face.kind === 'cylinder' || face.kind === 'cone') && seen.isKnown(face) && face.isHollow,
      )
    )
  }

type SaidBreak = Extract<SaidShape, { kind: 'chamfer' | 'rounding' }>

interface FoundGroup {
  readonly said: SaidBreak
  readonly along: Side[]
  readonly faces: number[]
}

function addBreaks(
  seen: Seen,
  part: Part,
  add: Add,
  isWanted: (found: FoundBreak) => boolean,
): void {
  const groups = new Map<string, FoundGroup>()
  for (const face of seen.solid.faces) {
    if (seen.isKnown(face)) continue
    const found = breakOf(seen, face)
    if (!found || !isWanted(found)) continue
    const { along, on, said } = found
    const of = mouthBeside(part, found)
    // What rounds neither an edge of the block nor the mouth of a feature is named, and no more.
    if (said.kind === 'rounding' && !along && of === undefined) continue
    const key = `${on} ${keyOf(said)} ${of ?? (along ? 'edge' : 'inside')}`
    const known: FoundGroup = groups.get(key) ?? {
      said: {
        ...said,
        on,
        place: { dims: [], centred: true },
        ...(of !== undefined && { of }),
      },
      along: [],
      faces: [],
    }
    if (along && of === undefined && !known.along.includes(along)) known.along.push(along)
    known.faces.push(face.index)
    groups.set(key, known)
  }
  // Where only some of an edge is broken nothing says how far: that is named, and no more.
  const isWhole = (said: SaidBreak): boolean =>
    !seen.takesEdge(takenOf(part, { ...said, id: 'trial' } as Feature))
  for (const { along, faces, said } of groups.values()) {
    const { of, ...some } = said
    const whole = along.filter((side) => isWhole({ ...some, along: [side] }))
    add(said.kind, of !== undefined && isWhole(said) ? said : { ...some, along: whole }, faces)
  }
}

const keyOf = (said: FoundBreak['said']): string =>
  said.kind === 'chamfer'
    ? `${said.size.mm.toFixed(3)} ${said.angle.rad.toFixed(4)}`
    : `R${said.radius.mm.toFixed(3)}`

/** The feature whose edges are broken: the outline that is cut all round that side, else that of the walls beside. */
const mouthBeside = ({ features }: Part, { along, beside, on }: FoundBreak): string | undefined =>
  features.find((one) => along && isOutline(one, on))?.id ??
  features.find(
    (one) =>
      !along &&
      beside.includes(one.id) &&
      one.kind !== 'hole' &&
      !isEdgeBreak(one) &&
      opensTo(one, on),
  )?.id

/** What there is of each side when all is cut: the corners round its flats; nothing where there are none. */
function sideOutlines(seen: Seen): Model['outlines'] {
  return Object.fromEntries(
    SIDES.map((side) => {
      const corners = seen.solid.faces.flatMap((face) =>
        face.kind === 'plane' && seen.isSideLevel(face) === side
          ? face.rings
              .slice(0, 1)
              .flatMap((ring) => flatRing(ring, 0.02).map((p) => onPlane(face.plane, p)))
          : [],
      )
      return [side, hullOn(seen, side, corners)]
    }),
  )
}

function hullOn(seen: Seen, side: Side, corners: readonly Point<'part'>[]): Point<'part'>[] {
  const [u, v] = planeOf(side)
  const hull = polygonHull(corners.map((p): [number, number] => [tidy(p[u]), tidy(p[v])]))
  const level =
    side === 'left' || side === 'front' || side === 'bottom' ? 0 : seen.size[axisOf(side)]
  return (hull ?? []).map(([a, b]) =>
    withAxis(withAxis(withAxis({ x: 0, y: 0, z: 0 }, axisOf(side), tidy(level)), u, a), v, b),
  )
}
