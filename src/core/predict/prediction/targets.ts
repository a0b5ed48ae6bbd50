import { add, AXES, dot, type Point, scale, subtract } from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import {
  directionOf,
  firstSurface,
  type Part,
  placeOf,
  refLabel,
  type Requirement,
  resolveRef,
  sideAlong,
  type Surface,
  type Target,
} from '../../work/part'

export const isPlane = (target: Target): boolean => firstSurface(target).kind === 'plane'
export const isAxis = (target: Target): boolean => firstSurface(target).kind === 'axis'

export const normalOf = (target: Target): Point<'part'> | undefined => {
  const surface = firstSurface(target)
  return surface.kind === 'plane' ? surface.normal : undefined
}

const PARALLEL = 1 - 1e-9
const SQUARE = 1e-9

type Lie = 'parallel' | 'square' | 'neither'

function lieOf(a: Surface, b: Surface): Lie {
  const c = Math.abs(dot(directionOf(a), directionOf(b)))
  return c > PARALLEL ? 'parallel' : c < SQUARE ? 'square' : 'neither'
}

/**
 * Whether what a requirement asks can be said of the two that it names. A figure for what cannot be is
 * worse than none.
 *
 * @returns `requirement.*` issues with what would be right.
 */
export function comparable(
  part: Part,
  requirement: Requirement,
  surfaces: ReadonlyMap<string, Surface>,
): Result<true> {
  const of = resolveRef(part, requirement.of, surfaces)
  if (!of.ok) return of
  const middle = of.value.find((t) => t.kind === 'middle' && !hasMiddle(t))
  if (middle) return noMiddle(part, requirement.of)
  const refs =
    'to' in requirement ? [requirement.to] : 'datums' in requirement ? requirement.datums : []
  for (const ref of refs) {
    const to = resolveRef(part, ref, surfaces)
    if (!to.ok) return to
    if (to.value.some((t) => t.kind === 'middle' && !hasMiddle(t))) return noMiddle(part, ref)
    const mine = new Set(of.value.flatMap(surfacesOf).map((s) => s.id))
    if (to.value.flatMap(surfacesOf).some((s) => mine.has(s.id)))
      return fail(
        'requirement.itself',
        `${capital(refLabel(part, requirement.of))} is measured from itself; name what it must agree with.`,
      )
  }
  if (requirement.kind === 'size' && !of.value.some(isAxis))
    return fail(
      'requirement.not-round',
      `${capital(refLabel(part, requirement.of))} has no diameter to hold; tie two faces for a width.`,
    )
  if (requirement.kind === 'flatness' && !of.value.some(isPlane))
    return fail(
      'requirement.not-flat',
      `${capital(refLabel(part, requirement.of))} is not a flat face; flatness is asked of one.`,
    )
  if (requirement.kind === 'profile' && !of.value.some(isPlane))
    return fail('requirement.not-plane', 'A profile here is of a flat face; this is not one.')
  if (!('to' in requirement)) return succeed(true)
  const to = resolveRef(part, requirement.to, surfaces)
  if (!to.ok) return to
  const [base] = to.value
  if (!base) return fail('requirement.no-datum', 'It names no datum to measure from.')
  if (to.value.length > 1 && to.value.some((t) => !isAxis(t)))
    return ambiguous(part, requirement.to)
  if (to.value.length > 1 && (requirement.kind === 'angle' || requirement.kind === 'distance'))
    return fail(
      'requirement.many',
      `${capital(refLabel(part, requirement.to))} are ${to.value.length} holes; say from which one, such as “${requirement.to}.1”, or ask for a position.`,
    )
  for (const target of of.value) {
    const issue = pairIssue(part, requirement, target, base)
    if (issue) return issue
  }
  return succeed(true)
}

const surfacesOf = (target: Target): readonly Surface[] =>
  target.kind === 'surface' ? [target.surface] : [target.first, target.second]

/** Two parallel planes have a middle between them, two parallel axes too; nothing else has. */
/** Where on a target a reading is taken: towards which faces of the part from its middle, "front", "left end, top". */
export function placeWords(part: Part, target: Target, at: Point<'part'>): string {
  const surface = firstSurface(target)
  const middle =
    surface.kind === 'axis' ? scale(add(surface.from, surface.to), 0.5) : placeOf(target)
  const from = subtract(at, middle)
  return AXES.filter((axis) => Math.abs(from[axis]) > 1e-3)
    .map((axis) => part.faces[sideAlong(axis, from[axis] > 0 ? 1 : -1)].name)
    .join(', ')
}

export const hasMiddle = (target: Target & { kind: 'middle' }): boolean =>
  target.first.kind === target.second.kind && lieOf(target.first, target.second) === 'parallel'

export const noMiddle = (part: Part, ref: string): Result<never> =>
  fail(
    'requirement.no-middle',
    `There is no ${refLabel(part, ref)}: a middle lies between two parallel faces, or two parallel holes.`,
  )

export const ambiguous = (part: Part, ref: string): Result<never> =>
  fail(
    'requirement.which-face',
    `${capital(refLabel(part, ref))} has several faces; name one, such as “${ref}.floor” or “${ref}.wall”.`,
  )

/** Which lies are asked for: between two planes, two axes, a plane and an axis. */
const WANTED: Readonly<Record<'parallelism' | 'perpendicularity', { same: Lie; mixed: Lie }>> = {
  parallelism: { same: 'parallel', mixed: 'square' },
  perpendicularity: { same: 'square', mixed: 'parallel' },
}

function pairIssue(
  part: Part,
  requirement: Requirement & { to: string },
  target: Target,
  base: Target,
): Result<never> | undefined {
  const [a, b] = [firstSurface(target), firstSurface(base)]
  const lie = lieOf(a, b)
  const mixed = a.kind !== b.kind
  const names = `${capital(refLabel(part, requirement.of))} and ${refLabel(part, requirement.to)}`
  switch (requirement.kind) {
    case 'distance': {
      // An axis runs along a face when it is square to the face's normal.
      const wanted: Lie = mixed ? 'square' : 'parallel'
      if (lie === wanted) return undefined
      return fail(
        'requirement.no-distance',
        mixed
          ? `${names} do not run alongside each other: a hole has no distance to a face that it goes into. Ask for squareness, or give its place from the faces beside it.`
          : `${names} are not parallel, so that no single distance lies between them. Ask for squareness or an angle instead.`,
      )
    }
    case 'parallelism':
    case 'perpendicularity': {
      const wanted = WANTED[requirement.kind][mixed ? 'mixed' : 'same']
      if (lie === wanted) return undefined
      const isSquare = requirement.kind === 'perpendicularity'
      const other = WANTED[isSquare ? 'parallelism' : 'perpendicularity'][mixed ? 'mixed' : 'same']
      return fail(
        'requirement.wrong-lie',
        `${names} are not ${isSquare ? 'square to' : 'parallel with'} each other on the drawing; ask for ${lie === other ? (isSquare ? 'parallelism' : 'squareness') : 'an angle'} instead.`,
      )
    }
    case 'angle':
      return lie === 'parallel'
        ? fail(
            'requirement.angle-parallel',
            'The two run parallel; ask for parallelism instead of an angle.',
          )
        : undefined
    case 'coaxiality':
      return a.kind === 'axis' && b.kind === 'axis' && lie === 'parallel'
        ? undefined
        : fail(
            'requirement.not-axes',
            `${names} are not two parallel axes: only those can be in line with each other.`,
          )
    case 'symmetry':
      return (mixed && lie === 'square') || (!mixed && lie === 'parallel')
        ? undefined
        : fail(
            'requirement.not-central',
            `${names} cannot be central on each other: they do not run alongside each other.`,
          )
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
