import { dot, type Point } from '../geometry'
import {
  axisOf,
  isSide,
  normalOf,
  oppositeOf,
  type Part,
  type Side,
  SIDES,
  featureSurfaces,
  holePoints,
  type Surface,
} from '../part'
import {
  afterOp,
  hasMetal,
  isRaw,
  isSideCut,
  type PartState,
  toSetup,
  upSidesFor,
  setupAxes,
} from '../planning'
import { type PlannedSetup } from '../prediction'
import { danglingWayCodes, type Op, type Pickup, wayIssues } from '../way'
import { capital, listWords, type RuleContext } from './context'
import { type Finding, finding } from './finding'

/** Is everything cut, once, where the cutter reaches it, and is what is needed later still there? */
export function cutRules(context: RuleContext): readonly Finding[] {
  return [
    ...dangling(context),
    ...neverAndTwice(context),
    ...context.analysis.model.planned.flatMap((planned, i) => [
      ...reachRules(context, planned, i),
      ...zeroRules(context, planned, i),
      ...jawRules(context, planned, i),
    ]),
    ...cleanup(context),
    ...datumLost(context),
  ]
}

/** What the way names but the part no longer has. */
function dangling({ part, way, workshop }: RuleContext): Finding[] {
  return wayIssues(workshop, part, way)
    .filter((issue) => danglingWayCodes.has(issue.code))
    .map((issue) =>
      finding(
        'way.dangling',
        Number(/^setups\.(\d+)/.exec(issue.path)?.[1] ?? 0),
        issue.sentence,
        'It was taken off the part or renamed. Untick it here, or choose another.',
      ),
    )
}

function neverAndTwice({ part, way, name }: RuleContext): Finding[] {
  const wanted = [
    ...SIDES.filter((side) => part.faces[side].toCut),
    ...part.features.map((f) => f.id),
  ]
  const times = (ref: string): number[] =>
    way.setups.flatMap((setup, i) =>
      setup.ops.filter((op) => op.feature === ref && op.pass === 'finish').map(() => i),
    )
  return wanted.flatMap((ref) => {
    const cuts = times(ref)
    if (cuts.length === 0 && way.setups.length > 0)
      return [
        finding(
          'cut.never',
          undefined,
          `${capital(name(ref))} is never cut.`,
          'Tick it in a setup where it can be reached from above.',
          { feature: ref },
        ),
      ]
    if (cuts.length > 1)
      return [
        finding(
          'cut.twice',
          cuts[1],
          `${capital(name(ref))} is finished twice.`,
          `Finished in setups ${listWords(cuts.map((i) => String(i + 1)))}; the last one counts and the location of the first is lost. Make the first a roughing cut.`,
          { feature: ref },
        ),
      ]
    return []
  })
}

function reachRules({ part, name }: RuleContext, planned: PlannedSetup, i: number): Finding[] {
  const { setup, layout } = planned
  return setup.ops.flatMap((op) => {
    const { feature } = op
    if (isSide(feature) && (feature === layout.faceAt.jaw || feature === layout.faceAt.moving)) {
      return [
        finding(
          'cut.held-face',
          i,
          `${capital(name(feature))} is held by the jaws here.`,
          'It cannot be cut where it is gripped. Turn the part so that it is up, or at an end.',
          { feature },
        ),
      ]
    }
    const ups = upSidesFor(part, feature)
    if (ups.length === 0 || ups.includes(setup.up)) return []
    return [
      finding(
        'cut.unreachable',
        i,
        `${capital(name(feature))} cannot be reached from above.`,
        `Here ${name(setup.up)} is up; it is cut with ${listWords(ups.map(name))} up.`,
        { feature },
      ),
    ]
  })
}

function zeroRules(
  { part, name, surfaces }: RuleContext,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  const axes = setupAxes(planned.setup)
  return (['x', 'y', 'z'] as const).flatMap((axis, k) => {
    const pickup = planned.setup.zero[axis]
    const direction = axes[k]
    if (!direction) return []
    return refsOfPickup(pickup).flatMap((ref): Finding[] => {
      const surface = surfaces.get(ref)
      if (!surface) return []
      const letter = axis.toUpperCase()
      if (!findsAxis(surface, direction, pickup)) {
        return [
          finding(
            'zero.direction',
            i,
            `${capital(name(ref))} does not give zero in ${letter}.`,
            `As the part stands it does not lie across ${letter}. Touch a face that does, or take the zero of the vise.`,
            { feature: ref },
          ),
        ]
      }
      const owner = surface.owner
      if (!isSide(owner) && !planned.before.cut.has(owner)) {
        return [
          finding(
            'zero.gone',
            i,
            `Zero in ${letter} is found on ${name(owner)}, which is not there yet.`,
            'It is cut later or never. Find zero on something that exists at this setup.',
            { feature: owner },
          ),
        ]
      }
      if (
        surface.kind === 'plane' &&
        isSide(ref) &&
        !hasMetal(part, planned.before, surface, surface.at) &&
        !surface.corners.some((c) => hasMetal(part, planned.before, surface, inset(c, surface)))
      ) {
        return [
          finding(
            'zero.gone',
            i,
            `Zero in ${letter} is found on ${name(ref)}, which has been cut away.`,
            'Find it on a surface that is still there.',
            { feature: ref },
          ),
        ]
      }
      if (
        isSide(ref) &&
        (ref === planned.layout.faceAt.down ||
          ((ref === planned.layout.faceAt.jaw || ref === planned.layout.faceAt.moving) &&
            planned.layout.aboveMm <= 3))
      ) {
        return [
          finding(
            'zero.covered',
            i,
            `${capital(name(ref))} is covered where zero in ${letter} is found.`,
            'The jaws or the parallels hide it. Take the zero of the vise, or raise the part on higher parallels.',
            { feature: ref },
          ),
        ]
      }
      if (
        isSide(ref) &&
        isRaw(part, planned.before, ref) &&
        [...planned.before.cut.keys()].some((done) => isSide(done) && axisOf(done) === axisOf(ref))
      ) {
        return [
          finding(
            'zero.not-cut',
            i,
            `Zero in ${letter} is found on a raw face.`,
            `${capital(name(ref))} is as ${part.faces[ref].bought}: what is cut here follows its unevenness. Good enough for a first cut only; cut the face before something exact depends on it.`,
            { feature: ref },
          ),
        ]
      }
      return []
    })
  })
}

const inset = (corner: Point<'part'>, surface: Surface & { kind: 'plane' }): Point<'part'> => ({
  x: corner.x + (surface.at.x - corner.x) * 0.1,
  y: corner.y + (surface.at.y - corner.y) * 0.1,
  z: corner.z + (surface.at.z - corner.z) * 0.1,
})

const refsOfPickup = (pickup: Pickup): readonly string[] => {
  switch (pickup.kind) {
    case 'fixture':
      return []
    case 'both-sides':
      return [pickup.first, pickup.second]
    case 'bore':
      return [pickup.feature]
    default:
      return [pickup.surface]
  }
}

function findsAxis(surface: Surface, direction: Point<'part'>, pickup: Pickup): boolean {
  if (pickup.kind === 'bore') {
    if (surface.kind !== 'axis') return false
    const along = {
      x: surface.to.x - surface.from.x,
      y: surface.to.y - surface.from.y,
      z: surface.to.z - surface.from.z,
    }
    return Math.abs(dot(along, direction)) < 1e-6
  }
  return surface.kind === 'plane' && Math.abs(dot(surface.normal, direction)) > 0.99
}

/** Grip, the height of the cut over the jaw, the parallels, and what is drilled into. */
function jawRules(
  { part, name, length, way }: RuleContext,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  const { layout, setup } = planned
  const found: Finding[] = []
  const width = layout.high.y - layout.low.y
  if (width > layout.vise.opening)
    found.push(
      finding(
        'grip.too-wide',
        i,
        'The work is wider than the vise opens.',
        `${length(width)} against ${length(layout.vise.opening)}. Turn it, or take another vise.`,
      ),
    )
  const tall = layout.high.z - layout.low.z
  const gripped = Math.min(layout.gripMm, tall)
  if (gripped <= 0 || layout.jawSpan[1] <= layout.jawSpan[0]) {
    found.push(
      finding(
        'grip.none',
        i,
        'The jaws do not reach the work.',
        `The parallels stand ${length(layout.parallels.height)} high, the jaws ${length(layout.vise.jawHeight)}. Take lower parallels.`,
      ),
    )
  } else if (gripped < Math.max(3, tall / 6)) {
    found.push(
      finding(
        'grip.shallow',
        i,
        `Only ${length(gripped)} is gripped.`,
        `The work stands ${length(tall)} tall; grip at least a sixth of that, ${length(Math.max(3, tall / 6))} (common practice). Lower parallels grip more. An estimate: the machine's and holder's own limits decide.`,
      ),
    )
  }
  if (2 * layout.parallels.thickness > width) {
    found.push(
      finding(
        'parallels.outside',
        i,
        'The parallels do not stand within the part.',
        `Two of ${length(layout.parallels.thickness)} side by side are wider than the work, ${length(width)}. Take thinner ones.`,
      ),
    )
  }
  const jawTop = layout.vise.jawHeight
  for (const op of setup.ops) {
    const again = found.some((f) => f.code === 'jaw.cut-below' && f.feature === op.feature)
    const bottom = again ? undefined : lowestCut(part, planned, op)
    if (bottom !== undefined && bottom < jawTop - 1e-9) {
      found.push(
        finding(
          'jaw.cut-below',
          i,
          `${capital(name(op.feature))} is cut below the top of the jaws.`,
          `By ${length(jawTop - bottom)}: the cutter meets the jaw. Take parallels higher by as much, or hold it another way.`,
          { feature: op.feature },
        ),
      )
    }
    const drilled = drilledParallel(part, planned, op)
    if (drilled)
      found.push(
        finding(
          'parallels.drilled',
          i,
          `${capital(name(op.feature))} breaks through into a parallel.`,
          'Move that parallel aside, or put spacers under the part.',
          { feature: op.feature },
        ),
      )
  }
  return [...found, ...lastSupport({ name, length, way, part }, planned, i)]
}

/** Lowest point of a cut that opens towards a jaw, in the setup; undefined when the jaws are not in its way. */
function lowestCut(part: Part, planned: PlannedSetup, op: Op): number | undefined {
  const { layout, setup } = planned
  if (isSide(op.feature)) {
    if (op.feature === setup.up)
      return toSetup(layout, faceAt(part, planned.before, op.feature, op)).z
    // The end of the work is clear of the jaws when it stands out past them.
    const overhang =
      op.feature === layout.faceAt.right
        ? layout.high.x - layout.vise.jawWidth / 2
        : -layout.vise.jawWidth / 2 - layout.low.x
    return isSideCut(setup, op.feature) && overhang < 3 ? layout.low.z : undefined
  }
  const feature = part.features.find((f) => f.id === op.feature)
  if (!feature || feature.kind === 'hole' || feature.kind === 'chamfer') return undefined
  const surfaces = featureSurfaces(part, feature)
  const opensToJaw = feature.kind !== 'pocket'
  const floors = surfaces.filter(
    (s) => s.kind === 'plane' && Math.abs(dot(s.normal, normalOf(setup.up))) > 0.5,
  )
  const lowest = Math.min(
    ...floors.flatMap((s) => (s.kind === 'plane' ? [toSetup(layout, s.at).z] : [])),
    Infinity,
  )
  return opensToJaw && Number.isFinite(lowest) ? lowest : undefined
}

function faceAt(part: Part, state: PartState, side: Side, op: Op): Point<'part'> {
  const n = normalOf(side)
  const left = op.pass === 'rough' ? op.leave.mm : 0
  const size = { x: part.size.x.mm, y: part.size.y.mm, z: part.size.z.mm }
  const at = (axis: 'x' | 'y' | 'z'): number =>
    n[axis] === 0 ? size[axis] / 2 : n[axis] > 0 ? size[axis] + left : -left
  return { x: at('x'), y: at('y'), z: at('z') }
}

function drilledParallel(part: Part, planned: PlannedSetup, op: Op): boolean {
  const feature = part.features.find((f) => f.id === op.feature)
  if (feature?.kind !== 'hole' || feature.extent.kind !== 'through') return false
  const { layout } = planned
  const half = layout.parallels.thickness / 2 + feature.diameter.mm / 2
  return holePoints(part, feature).some((p) => {
    const at = toSetup(layout, p)
    return (
      layout.parallelY.some((y) => Math.abs(at.y - y) < half) &&
      Math.abs(at.x - (layout.low.x + layout.high.x) / 2) < layout.parallels.length / 2
    )
  })
}

/** The face stood on or gripped is parted or thinned until nothing holds: cutting the last of what the jaws hold. */
function lastSupport(
  { part, name, length }: Pick<RuleContext, 'name' | 'length' | 'way' | 'part'>,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  let state = planned.before
  for (const op of planned.setup.ops) {
    const next = afterOp(state, op, i)
    const surfaces = planned.contacts.map((contact) => ({
      contact,
      before: bears(part, state, contact),
      after: bears(part, next, contact),
    }))
    const lost = surfaces.filter((s) => s.before && !s.after)
    if (lost.length > 0) {
      return [
        finding(
          'grip.last-support',
          i,
          `Cutting ${name(op.feature)} takes away what the part stands on.`,
          `${lost.length === 1 ? 'One contact' : `${lost.length} contacts`} on ${listWords([...new Set(lost.map((l) => name(l.contact.surface)))])} ${lost.length === 1 ? 'is' : 'are'} lost with ${length(planned.layout.gripMm)} still gripped. Cut it in another setup, or move the contacts first.`,
          { feature: op.feature },
        ),
      ]
    }
    state = next
  }
  return []
}

const bears = (
  part: Part,
  state: PartState,
  contact: PlannedSetup['contacts'][number],
): boolean => {
  const side = contact.surface
  if (!isSide(side)) return true
  // The level of the face does not matter here, only whether metal is left at that place.
  const surface = {
    kind: 'plane' as const,
    id: side,
    owner: side,
    at: contact.at,
    normal: contact.normal,
    corners: [],
  }
  return hasMetal(part, state, surface, contact.at)
}

/** Whether the stock on a face is enough for the unevenness it was bought with, both together. */
function cleanup({ part, name, length }: RuleContext): Finding[] {
  return SIDES.flatMap((side) => {
    const face = part.faces[side]
    if (!face.toCut || face.bought === 'cut' || face.stock.mm >= face.spread.mm) return []
    return [
      finding(
        'cut.no-cleanup',
        undefined,
        `${capital(name(side))} may not clean up.`,
        `${length(face.stock.mm)} is left on a face that wanders ±${length(face.spread.mm)}. Order it larger, or shift the part in the stock.`,
        { feature: side },
      ),
    ]
  })
}

/** A datum cut away, or cut again, after features were located from it and before all that need it were cut. */
function datumLost({ analysis, part, name, way }: RuleContext): Finding[] {
  const found: Finding[] = []
  for (const { requirement } of analysis.requirements) {
    const datum = 'to' in requirement ? requirement.to : undefined
    if (datum === undefined || !isSide(datum)) continue
    const finishOf = lastFinish(way.setups, requirement.of.split('.')[0] ?? requirement.of)
    const recut = lastFinish(way.setups, datum)
    const first = firstUse(way.setups, datum)
    if (
      finishOf !== undefined &&
      recut !== undefined &&
      first !== undefined &&
      first < recut &&
      finishOf < recut &&
      finishOf > first
    ) {
      found.push(
        finding(
          'datum.lost',
          recut,
          `${capital(name(datum))} is cut again after ${name(requirement.of)} was located from it.`,
          `Setup ${finishOf + 1} cut ${name(requirement.of)} to the ${name(datum)} of setup ${first + 1}; cutting it again loses that. Finish ${name(datum)} first, or hand the location on to ${name(oppositeOf(datum))} before.`,
          { feature: datum, requirement: requirement.id },
        ),
      )
    }
  }
  return part.features.length === 0 ? [] : found
}

const lastFinish = (setups: readonly { ops: readonly Op[] }[], ref: string): number | undefined => {
  const index = setups.findLastIndex((s) =>
    s.ops.some((op) => op.feature === ref && op.pass === 'finish'),
  )
  return index < 0 ? undefined : index
}
const firstUse = (setups: readonly { ops: readonly Op[] }[], ref: string): number | undefined => {
  const index = setups.findIndex((s) => s.ops.some((op) => op.feature === ref))
  return index < 0 ? undefined : index
}
