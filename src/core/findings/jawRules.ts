import { dot, type Point } from '../geometry'
import { featureSurfaces, holePoints, isSide, normalOf, type Part, type Side } from '../part'
import { afterOp, hasMetal, isSideCut, type PartState, toSetup } from '../planning'
import { type PlannedSetup } from '../prediction'
import { type Op } from '../way'
import { capital, listWords, type RuleContext } from './context'
import { type Finding, finding } from './finding'

/** Grip, the height of the cut over the jaw, the parallels, and what is drilled into. */
export function jawRules(
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
