import { type PlanePoint, type Point } from '@/core/ground/geometry'
import { type Part, planeOf, sideAlong, type Side } from '@/core/work/part'
import { after, faceWord, readLine } from '@/core/work/say'
import { printLength } from '@/core/handbook/units'

/** Holes of one kind to be added, as places across and up their face from its low corner, mm. */
export interface HoleGroup {
  /** What they are, as one says it: `M6 12 deep`, `6.6 through, counterbore`. */
  readonly what: string
  readonly places: readonly PlanePoint[]
}

/** A point of the part as a place across and up a face. */
export function placeOnFace(side: Side, at: Point<'part'>): PlanePoint {
  const [u, v] = planeOf(side)
  return { x: at[u], y: at[v] }
}

/** Holes at given places as one would say them; lengths in the part’s unit. */
export function sayGroup(part: Part, side: Side, { places, what }: HoleGroup): string {
  const [u, v] = planeOf(side)
  const say = (mm: number): string => printLength(mm, part.unit)
  const [head, ...more] = what.split(',')
  const points = places.map((p) => `${say(p.x)} x ${say(p.y)}`).join('; ')
  return [
    `${places.length} holes ${(head ?? '').trim()}`,
    `on ${faceWord(part, side)}`,
    `points ${points}`,
    `0 from ${faceWord(part, sideAlong(u, -1))}`,
    `0 from ${faceWord(part, sideAlong(v, -1))}`,
    ...more.map((clause) => clause.trim()),
  ].join(', ')
}

/** The part with every group added, or the first sentence that says why not; nothing is half added. */
export function addGroups(
  part: Part,
  side: Side,
  groups: readonly HoleGroup[],
): { readonly part: Part; readonly added: readonly string[] } | { readonly sentence: string } {
  let next = part
  const added: string[] = []
  for (const group of groups) {
    const result = readLine(next, sayGroup(next, side, group))
    if (!result.ok) return { sentence: `“${group.what}”: ${result.sentence}` }
    next = after(next, result.said)
    if (result.said.kind === 'feature') added.push(result.said.feature.id)
  }
  return { part: next, added }
}
