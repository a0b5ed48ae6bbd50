import { type Axis, AXES } from '../../ground/geometry'
import { type Issue } from '../../ground/issues'
import { holeLimits, KNOWN_HOLE_FITS, parseThread } from '../../handbook/standards'
import { printLength } from '../../handbook/units'
import { asBought, hasWalls } from './bought'
import { isEdgeBreak } from './brokenEdges'
import { edgeIssues } from './checkEdges'
import { mateLimits } from './mate'
import { featureLabel, resolveRef } from './refs'
import { linkIssues, patternIssues, tooManyHoles } from './checkPattern'
import { type Feature, type Part, type Requirement } from './schema'
import { axisOf, planeOf, type Side, SIDES } from './side'
import { holePoints, partSurfaces, placePoint, removedBox, sizeAlong } from './surfaces'

/** What makes a part document contradict itself; it is not saved until these are right. */
export function partIssues(part: Part): readonly Issue[] {
  const tooMany = tooManyHoles(part)
  if (tooMany) return [tooMany]
  const issues: Issue[] = []
  const seen = new Set<string>(SIDES)
  part.features.forEach((feature, i) => {
    const path = `features.${i}`
    if (seen.has(feature.id))
      issues.push({
        code: 'part.same-id',
        path: `${path}.id`,
        sentence: `Two features have the id “${feature.id}”.`,
      })
    seen.add(feature.id)
    issues.push(...placeIssues(part, feature, path), ...kindIssues(part, feature, path))
    issues.push(...linkIssues(part, feature, path))
    if (feature.kind === 'hole') issues.push(...patternIssues(part, feature, path))
  })
  const letters = SIDES.flatMap((side) => part.faces[side].datum ?? [])
  const twice = letters.find((letter, i) => letters.indexOf(letter) !== i)
  if (twice)
    issues.push({
      code: 'part.same-datum',
      path: 'faces',
      sentence: `Two faces carry the datum letter ${twice}.`,
    })
  issues.push(...SIDES.flatMap((side) => draftIssues(part, side)))
  const surfaces = partSurfaces(part)
  const ids = new Set<string>()
  part.requirements.forEach((requirement, i) => {
    const path = `requirements.${i}`
    if (ids.has(requirement.id))
      issues.push({
        code: 'part.same-requirement',
        path: `${path}.id`,
        sentence: `Two requirements have the id “${requirement.id}”.`,
      })
    ids.add(requirement.id)
    issues.push(...requirementIssues(part, requirement, path, surfaces))
  })
  return [...issues, ...wallIssues(part, surfaces)]
}

/** A side leans along itself, and only a cast one does. */
function draftIssues({ faces }: Part, side: Side): readonly Issue[] {
  const { bought, draft, name } = faces[side]
  if (!draft) return []
  const why =
    bought !== 'cast'
      ? 'is not cast: only what comes out of a mould has draft'
      : axisOf(draft.narrow) === axisOf(side)
        ? 'cannot narrow towards itself: say towards which of its neighbours it goes in'
        : undefined
  return why
    ? [{ code: 'face.draft', path: `faces.${side}.draft`, sentence: `“${name}” ${why}.` }]
    : []
}

/** What a requirement names that is not there, or limits that leave no room. */
function requirementIssues(
  part: Part,
  requirement: Requirement,
  path: string,
  surfaces: ReturnType<typeof partSurfaces>,
): readonly Issue[] {
  const boundaries = 'boundaries' in requirement ? Object.keys(requirement.boundaries ?? {}) : []
  const datums = 'datums' in requirement ? requirement.datums : []
  return [
    ...boundaries
      .filter((ref) => !datums.includes(ref))
      .map((ref): Issue => ({
        code: 'requirement.boundary',
        path: `${path}.boundaries`,
        sentence: `“${requirement.id}” takes “${ref}” at a limit of material, but does not name it as a datum.`,
      })),
    ...refsOf(requirement).flatMap((ref): Issue[] => {
      const found = resolveRef(part, ref, surfaces)
      return found.ok ? [] : [{ ...found.issues[0], path }]
    }),
    ...(requirement.kind === 'size' || requirement.kind === 'distance'
      ? widthIssues(part, requirement, path)
      : []),
  ]
}

function widthIssues(
  part: Part,
  requirement: Requirement & { kind: 'size' | 'distance' },
  path: string,
): readonly Issue[] {
  const { id, mate, minus, plus } = requirement
  if (!mate)
    return plus.mm > minus.mm
      ? []
      : [
          {
            code: 'requirement.no-width',
            path,
            sentence: `The limits of “${id}” leave no room: the upper one must be above the lower one.`,
          },
        ]
  const limits = mateLimits(part, requirement, mate)
  if (limits && limits.plus > limits.minus) return []
  const why = limits
    ? `leaves no room: ${mate.name} is not known well enough for what is asked; measure it better, or ask for less`
    : 'is no opening and nothing that goes into one: a bore, a boss, or two faces across from each other'
  return [
    {
      code: 'requirement.mate',
      path: `${path}.mate`,
      sentence: `“${id}”, made to ${mate.name}, ${why}.`,
    },
  ]
}

/** Walls of a casting lie between surfaces that are there. */
const wallIssues = (part: Part, surfaces: ReadonlyMap<string, unknown>): readonly Issue[] =>
  (part.casting?.walls ?? []).flatMap(({ of, to }, i) =>
    [of, to].flatMap((ref) =>
      surfaces.has(ref)
        ? []
        : [
            {
              code: 'casting.wall',
              path: `casting.walls.${i}`,
              sentence: `A wall of the casting names “${ref}”, which is no surface of the part.`,
            },
          ],
    ),
  )

/** Every feature or face that a requirement names. */
export function refsOf(requirement: Requirement): readonly string[] {
  const to =
    'to' in requirement ? [requirement.to] : 'datums' in requirement ? requirement.datums : []
  return [requirement.of, ...to]
}

function placeIssues(part: Part, feature: Feature, path: string): Issue[] {
  const issues: Issue[] = []
  const axes = feature.place.dims.map((dim) => axisOf(dim.from))
  if (axes.some((axis) => axis === axisOf(feature.on))) {
    issues.push({
      code: 'place.along-depth',
      path: `${path}.place`,
      sentence: `${featureLabel(feature)}: a dimension from ${part.faces[feature.on].name} or its opposite runs along its depth; it cannot place it on the face.`,
    })
  }
  if (new Set(axes).size < axes.length) {
    issues.push({
      code: 'place.twice',
      path: `${path}.place`,
      sentence: `${featureLabel(feature)} is dimensioned twice in the same direction; keep one.`,
    })
  }
  const outside = outsideAxis(part, feature)
  if (outside)
    issues.push({
      code: 'place.outside',
      path: `${path}.place`,
      sentence: `${featureLabel(feature)} lies outside the block: the block is ${printLength(sizeAlong(part, outside), 'mm')} mm that way.`,
    })
  return issues
}

function outsideAxis(part: Part, feature: Feature): Axis | undefined {
  const points =
    feature.kind === 'hole'
      ? holePoints(part, feature)
      : feature.kind === 'boss'
        ? [placePoint(part, feature.on, feature.place)]
        : []
  const box = removedBox(part, feature)
  const extremes = box ? [box.low, box.high] : points
  const margin = 1e-6
  return AXES.find((axis) =>
    extremes.some((p) => p[axis] < -margin || p[axis] > sizeAlong(part, axis) + margin),
  )
}

function kindIssues(part: Part, feature: Feature, path: string): Issue[] {
  const issues: Issue[] = []
  const say = (code: string, sentence: string): void =>
    void issues.push({ code, path, sentence: `${featureLabel(feature)}: ${sentence}` })
  const deep = 'extent' in feature && feature.extent.kind === 'deep' ? feature.extent.depth.mm : 0
  const tilt = feature.kind === 'hole' ? feature.tilt : undefined
  if (tilt && axisOf(tilt.towards) === axisOf(feature.on))
    say('tilt.beside', 'it can only lean towards a face beside the one that it is on.')
  if (tilt && feature.kind === 'hole' && feature.mirrored)
    say('tilt.mirrored', 'a hole that leans is not mirrored; say the other one by itself.')
  const along = tilt ? Math.cos(tilt.angle.rad) : 1
  if (deep * along > sizeAlong(part, axisOf(feature.on)) + 1e-9)
    say('feature.too-deep', 'it is deeper than the block; say “through” instead.')
  if (feature.kind === 'hole') {
    if (feature.fit && !holeLimits(feature.fit, feature.diameter.mm))
      say(
        'fit.unknown',
        `the fit ${feature.fit} is not in the table; known are ${KNOWN_HOLE_FITS.join(', ')}, to 500 mm.`,
      )
    if (feature.thread && !parseThread(feature.thread))
      say('thread.unknown', `“${feature.thread}” is not a thread; write M6, M6x0.75 or 1/4-20.`)
    if (feature.head.kind !== 'none' && feature.head.diameter.mm <= feature.diameter.mm)
      say('head.small', 'its counterbore or countersink is not wider than the hole.')
    if (feature.mirrored && !planeOf(feature.on).includes(feature.mirrored))
      say('mirror.depth', 'it can only be mirrored across a direction of its own face.')
  }
  if (feature.bought && !asBought(feature))
    say('bought.closed', 'with so much left on it, nothing of it is in the stock; leave less.')
  const { bought } = feature
  if (bought?.walls && !hasWalls(feature))
    say('bought.walls', 'it has no walls and floor that could come otherwise from each other.')
  if ([bought, bought?.walls].some((of) => of && !of.toCut && of.stock.mm > 0))
    say('bought.left', 'it stays as it comes, so nothing is left on it to be cut.')
  if (feature.kind === 'slot' && !planeOf(feature.on).includes(feature.runs))
    say('slot.runs', 'it must run along a direction of its own face.')
  if (feature.kind === 'step' && axisOf(feature.along) === axisOf(feature.on))
    say('step.side', 'a step needs a side next to the face that it is on.')
  for (const { code, sentence } of edgeIssues(part, feature)) say(code, sentence)
  return issues
}

/** Something that the drawing leaves open, to be asked of the customer once, together with the rest. */
export interface OpenQuestion {
  readonly code: string
  readonly ref: string
  readonly bold: string
  readonly rest: string
}

/** Gathers what the drawing leaves open. */
export function openQuestions(part: Part): readonly OpenQuestion[] {
  return [
    ...part.features.flatMap((feature) => featureQuestions(part, feature)),
    ...requirementQuestions(part),
    ...nearSizes(part),
  ]
}

function featureQuestions(part: Part, feature: Feature): OpenQuestion[] {
  const questions: OpenQuestion[] = []
  const label = featureLabel(feature)
  if ('extent' in feature && feature.extent.kind === 'open') {
    questions.push({
      code: 'question.depth',
      ref: feature.id,
      bold: `${label} has no depth.`,
      rest: 'How deep, or is it through?',
    })
  }
  if (feature.kind !== 'step' && !isEdgeBreak(feature) && !feature.place.centred) {
    const needed = planeOf(feature.on).filter(
      (axis) => !(feature.kind === 'slot' && axis === feature.runs),
    )
    const missing = needed.filter(
      (axis) => !feature.place.dims.some((dim) => axisOf(dim.from) === axis),
    )
    const words: Record<Axis, string> = { x: 'left to right', y: 'front to back', z: 'in height' }
    if (missing.length > 0) {
      questions.push({
        code: 'question.place',
        ref: feature.id,
        bold: `Where is ${label} ${missing.map((axis) => words[axis]).join(' and ')}?`,
        rest: 'Not dimensioned; drawn in the middle for now.',
      })
    }
  }
  return questions
}

function requirementQuestions(part: Part): OpenQuestion[] {
  return part.requirements.flatMap((requirement) =>
    (requirement.kind === 'position' || requirement.kind === 'profile') &&
    requirement.datums.length === 0
      ? [
          {
            code: 'question.datum',
            ref: requirement.of,
            bold: `${requirement.kind === 'position' ? 'Position' : 'Profile'} of “${requirement.of}” names no datum.`,
            rest: 'From which faces is it measured?',
          },
        ]
      : [],
  )
}

/** Sizes count as nearly equal when they differ by less than this part of their size, but do differ. */
const NEARLY_EQUAL = 0.025

function nearSizes(part: Part): OpenQuestion[] {
  const holes = part.features.filter((f) => f.kind === 'hole' && f.making !== 'tap')
  return holes.flatMap((a, i) =>
    holes.slice(i + 1).flatMap((b) => {
      if (a.kind !== 'hole' || b.kind !== 'hole') return []
      const apart = Math.abs(a.diameter.mm - b.diameter.mm)
      if (apart < 1e-9 || apart > NEARLY_EQUAL * a.diameter.mm) return []
      const sizes = `${printLength(a.diameter.mm, 'mm')} and ${printLength(b.diameter.mm, 'mm')}`
      return [
        {
          code: 'question.near-sizes',
          ref: b.id,
          bold: `Two sizes nearly the same: ${sizes}.`,
          rest: 'One tool, or two?',
        },
      ]
    }),
  )
}
