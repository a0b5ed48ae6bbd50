import { dot, type Point, point } from '../../ground/geometry'
import { fail, nearestWord, succeed, type Result } from '../../ground/issues'
import { printLength } from '../../handbook/units'
import { contourShape } from './contour'
import { type Contour, type Feature, type Model, type Part } from './schema'
import { isSide, normalOf, type Side, SIDES } from './side'
import { type Surface } from './surface'
import { partSurfaces } from './surfaces'

/** What a reference means: surfaces that are each judged, or the middle between two planes. */
export type Target =
  | { readonly kind: 'surface'; readonly surface: Surface }
  | { readonly kind: 'middle'; readonly first: Surface; readonly second: Surface }

/**
 * Finds what a reference names: a face (`bottom`), a feature (`mount`: each of its holes; a slot: its
 * middle), one surface (`mount.2`, `step.wall`), or the middle of two (`left|right`).
 *
 * @returns `ref.unknown` with the nearest known name otherwise.
 */
export function resolveRef(
  part: Part,
  ref: string,
  surfaces = partSurfaces(part),
): Result<readonly Target[]> {
  if (ref.includes('|')) {
    const [a, b] = ref.split('|').map((id) => surfaces.get(id))
    return a && b
      ? succeed([{ kind: 'middle', first: a, second: b }])
      : unknown(part, ref, surfaces)
  }
  const exact = surfaces.get(ref)
  if (exact) return succeed([{ kind: 'surface', surface: exact }])
  const feature = part.features.find((f) => f.id === ref)
  if (!feature) return unknown(part, ref, surfaces)
  const own = [...surfaces.values()].filter((s) => s.owner === ref)
  if (feature.kind === 'slot' || feature.kind === 'pocket') {
    const walls = own.filter((s) => !s.id.endsWith('.floor'))
    const [first, second] = walls
    if (first && second && walls.length === 2) return succeed([{ kind: 'middle', first, second }])
  }
  if (own.length === 0)
    return fail(
      'ref.no-surface',
      `${featureLabel(feature)} has no surface that a tolerance could refer to.`,
    )
  return succeed(own.map((surface): Target => ({ kind: 'surface', surface })))
}

function unknown(part: Part, ref: string, surfaces: ReadonlyMap<string, Surface>): Result<never> {
  const near = nearestWord(ref, [...surfaces.keys(), ...part.features.map((f) => f.id)])
  return fail(
    'ref.unknown',
    `Nothing on the part is called “${ref}”${near ? `; did you mean “${near}”?` : '.'}`,
  )
}

/** A feature's name, or one made from what it is: "bore 22 H7". */
export function featureLabel(feature: Feature): string {
  if (feature.name) return feature.name
  const typed = (length: { mm: number; typed?: string | undefined }): string =>
    length.typed ?? printLength(length.mm, 'mm')
  switch (feature.kind) {
    case 'hole': {
      const word = { drill: 'hole', ream: 'reamed hole', bore: 'bore', tap: 'tapped hole' }[
        feature.making
      ]
      return `${word} ${feature.thread ?? typed(feature.diameter)}${feature.fit ? ` ${feature.fit}` : ''}`
    }
    case 'step':
      return `step ${typed(feature.width)} × ${typed(feature.depth)}`
    case 'slot':
      return `slot ${typed(feature.width)}`
    case 'pocket':
      return `pocket ${typed(feature.across)} × ${typed(feature.up)}`
    case 'boss':
      return `boss ${typed(feature.diameter)}`
    case 'contour':
      return contourLabel(feature)
    case 'chamfer':
      return `chamfer ${typed(feature.size)}`
    case 'rounding':
      return `rounding ${typed(feature.radius)}`
  }
}

/** What a contour is by its outline: "pocket 40 × 20", "slot 8 × 30", "flat 60 × 12". */
function contourLabel(contour: Contour): string {
  const { kind, long, wide } = contourShape(contour)
  const say = (mm: number): string => printLength(Math.round(mm * 1000) / 1000, 'mm')
  if (contour.takes === 'nothing')
    return contour.through ? `round ${say(long)}` : `face ${say(long)} × ${say(wide)}`
  if (contour.takes === 'outside') return `outline ${say(long)} × ${say(wide)}`
  const isLeaning = [contour.plane.out.x, contour.plane.out.y, contour.plane.out.z].every(
    (c) => Math.abs(c) < 1 - 1e-9,
  )
  if (isLeaning) return `slant ${say(long)} × ${say(wide)}`
  if (kind === 'slot') return `slot ${say(wide)} × ${say(long)}`
  const walls = contour.rings.flat().filter((corner) => !corner.open).length
  const word = contour.through ? 'window' : walls < contour.rings.flat().length ? 'level' : 'pocket'
  return `${word} ${say(long)} × ${say(wide)}`
}

const PIECES: Readonly<Record<string, string>> = { w: 'wall', r: 'round' }

/** What a reference is called in a sentence. */
export function refLabel(part: Part, ref: string): string {
  if (ref.includes('|'))
    return `middle of ${ref
      .split('|')
      .map((id) => refLabel(part, id))
      .join(' and ')}`
  if (isSide(ref)) return part.faces[ref].name
  const [id = '', piece] = ref.split('.')
  const feature = part.features.find((f) => f.id === id)
  const rest = part.model?.rest[Number(/^rest-(\d+)$/.exec(ref)?.[1]) - 1]
  if (rest) return `not recognised: ${restLabel(part, rest)}`
  if (!feature) return ref
  if (piece === undefined) return featureLabel(feature)
  if (/^\d+$/.test(piece)) return `${featureLabel(feature)} no. ${piece}`
  const [, letter = '', number = ''] = /^([wr])(\d+)$/.exec(piece) ?? []
  return letter
    ? `${PIECES[letter] ?? ''} ${number} of ${featureLabel(feature)}`
    : `${piece === 'wall' || piece === 'floor' ? piece : `${piece} wall`} of ${featureLabel(feature)}`
}

const REST_WORDS = {
  fillet: 'fillet',
  rounding: 'rounding',
  chamfer: 'chamfer',
  groove: 'groove',
  flat: 'flat',
  round: 'round',
  cone: 'cone',
  free: 'free surface',
} as const

/** What was not made a feature, in words: "fillet 3". */
export function restLabel(part: Part, { kind, sizeMm }: Model['rest'][number]): string {
  if (sizeMm === undefined) return REST_WORDS[kind]
  const isRadius = kind === 'fillet' || kind === 'rounding'
  return `${REST_WORDS[kind]} ${isRadius ? 'R ' : ''}${printLength(sizeMm * (kind === 'round' ? 2 : 1), part.unit)}`
}

/** The face with a datum letter, a shop name or a side's own name. */
export function findFace(part: Part, word: string): (typeof SIDES)[number] | undefined {
  const lower = word.toLowerCase()
  return (
    SIDES.find((side) => part.faces[side].datum === word) ??
    SIDES.find((side) => part.faces[side].name.toLowerCase() === lower) ??
    SIDES.find((side) => side === lower)
  )
}

/** The surface itself, or the first of the two that a middle lies between. */
export const firstSurface = (target: Target): Surface =>
  target.kind === 'surface' ? target.surface : target.first

/** The middle of a plane, the mouth of an axis, or half-way between two of them. */
export function placeOf(target: Target): Point<'part'> {
  const at = (s: Surface): Point<'part'> => (s.kind === 'plane' ? s.at : s.from)
  if (target.kind === 'surface') return at(target.surface)
  const [a, b] = [at(target.first), at(target.second)]
  return point((a.x + b.x) / 2, (a.y + b.y) / 2, (a.z + b.z) / 2)
}

const LEAN_PLACES = 1

/** The face that a direction points out of, or how it leans from one: "top", "30° from top towards right". */
export function directionWords(part: Part, out: Point<'part'>): string {
  const [first, second] = [...SIDES]
    .map((side) => ({ side, along: dot(normalOf(side), out) }))
    .sort((a, b) => b.along - a.along)
  if (!first || !second) return ''
  const name = (side: Side): string => part.faces[side].name
  const lean = Math.acos(Math.min(1, first.along))
  if (lean < 1e-6) return name(first.side)
  const degrees = Number(((lean * 180) / Math.PI).toFixed(LEAN_PLACES))
  return `${degrees}° from ${name(first.side)} towards ${name(second.side)}`
}
