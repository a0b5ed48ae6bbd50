import { cross, dot, norm, type Point, subtract } from '../../ground/geometry'
import {
  type AxisSurface,
  directionOf,
  freeId,
  type Part,
  partSurfaces,
  refLabel,
  type Requirement,
} from '../part'

/** Two axes that lie in one line, and are not tied yet. */
export interface Relation {
  readonly of: string
  readonly to: string
  readonly words: string
}

/** In one line to these, rad and mm. */
const [SAME_RAD, SAME_MM] = [1e-6, 1e-3]
/** Among more axes than this nobody looks for pairs. */
const MOST_AXES = 400

/** Axes of different features that are in line with each other: what one would hold so, offered. */
export function relationsOf(part: Part): readonly Relation[] {
  const axes = [...partSurfaces(part).values()].filter((s): s is AxisSurface => s.kind === 'axis')
  if (axes.length > MOST_AXES) return []
  return axes.flatMap((a, i) =>
    axes
      .slice(i + 1)
      .filter((b) => b.owner !== a.owner && isInLine(a, b) && !isTied(part, a, b))
      .map((b) => ({
        of: b.id,
        to: a.id,
        words: `${refLabel(part, b.id)} in line with ${refLabel(part, a.id)}`,
      })),
  )
}

/** Axes that go the same way, most of them first; each group with which of the others it is square to. */
export interface AxisGroup {
  readonly refs: readonly string[]
  readonly along: Point<'part'>
  /** Groups square to it, by their place in the list. */
  readonly squareTo: readonly number[]
}

/** All axes of holes, bosses and rounds by the way they go. */
export function axisGroups(part: Part): readonly AxisGroup[] {
  const groups: { refs: string[]; along: Point<'part'> }[] = []
  for (const surface of partSurfaces(part).values()) {
    if (surface.kind !== 'axis') continue
    const along = directionOf(surface)
    const same = groups.find((group) => norm(cross(group.along, along)) < SAME_RAD)
    if (same) same.refs.push(surface.id)
    else groups.push({ refs: [surface.id], along })
  }
  groups.sort((a, b) => b.refs.length - a.refs.length)
  return groups.map(({ along, refs }) => ({
    refs,
    along,
    squareTo: groups.flatMap((other, i) =>
      Math.abs(dot(other.along, along)) < SAME_RAD ? [i] : [],
    ),
  }))
}

function isInLine(a: AxisSurface, b: AxisSurface): boolean {
  const [u, v] = [directionOf(a), directionOf(b)]
  if (norm(cross(u, v)) > SAME_RAD) return false
  const apart = subtract(b.from, a.from)
  return norm(cross(apart, u)) < SAME_MM && Math.abs(dot(u, v)) > 0
}

const isTied = ({ requirements }: Part, a: AxisSurface, b: AxisSurface): boolean =>
  requirements.some((requirement) => {
    if (requirement.kind !== 'coaxiality') return false
    const ends = [requirement.of, requirement.to]
    return [a, b].every(({ id, owner }) => ends.includes(id) || ends.includes(owner))
  })

/** What two axes are held to when nobody has said more, mm. */
const IN_LINE_MM = 0.05

/** The part with such a relation held. */
export function tieRelation(part: Part, { of, to }: Relation): Part {
  const tie: Requirement = {
    kind: 'coaxiality',
    id: freeId(part, 'hold'),
    of,
    to,
    tolerance: { mm: IN_LINE_MM },
    critical: false,
  }
  return { ...part, requirements: [...part.requirements, tie] }
}
