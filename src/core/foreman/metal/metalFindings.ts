import { bearingsOf } from '../../shop/holding'
import { add, AXES, applyMotion, scale } from '../../ground/geometry'
import { bySeverity, capital, type Finding, finding } from '../../ground/finding'
import { RayTree } from '../../ground/mesh'
import { boundsOf, boundsOfPoints, cornersOfBox } from '../../ground/recipe'
import { lengthWords } from '../../handbook/units'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import { axisOf, boughtOf, oppositeOf, refLabel, type Side, sizeAlong } from '../../work/part'
import { blockNow, isRaw } from '../../work/stock'
import { drilledFindings } from './drilled'
import { type CutLeft, type Left, type PlannedCut, plannedCuts } from './left'
import { touched } from './touched'
import { thinnestSkin } from './walls'

/** What the metal that is there at each moment has to say of a way, worst first. */
export function metalFindings(plan: Plan, left: Left): readonly Finding[] {
  const cuts = plannedCuts(plan)
  const trees = left.meshes.map((mesh) => new RayTree<'part'>(mesh))
  return [
    ...cuts.flatMap((cut, i) => {
      const metal = trees[i]
      const made = left.cuts[i]
      const isHole = plan.part.features.some((f) => f.id === cut.op.feature && f.kind === 'hole')
      return [
        ...(isHole && metal ? drilledFindings(cut, metal) : []),
        ...(made ? [...loose(cut, made), ...touched(cut, made)] : []),
      ]
    }),
    ...plan.setups.flatMap((planned) => overhang(planned)),
    ...outside(plan, left),
    ...plan.setups.flatMap((planned) => bearing(planned, metalBefore(planned, cuts, trees))),
    ...skins(plan, left, cuts, trees),
    ...relieved(plan, left),
    ...standing(plan, left),
  ].sort(bySeverity)
}

/** The metal as it is when a setup begins. */
function metalBefore(
  { index }: PlannedSetup,
  cuts: readonly PlannedCut[],
  trees: readonly RayTree<'part'>[],
): RayTree<'part'> | undefined {
  const first = cuts.findIndex(({ planned }) => planned.index >= index)
  return trees[first < 0 ? cuts.length : first]
}

/** Less than this of a part outside of its stock is the grain of the facets, mm³. */
const OUTSIDE_MM3 = 1

/** Whether the part lies in the solid that it is cut from. */
function outside({ part }: Plan, { outsideMm3 }: Left): readonly Finding[] {
  if (outsideMm3 < OUTSIDE_MM3) return []
  return [
    finding(
      'metal.short',
      undefined,
      'The part does not lie wholly in its stock.',
      `${volumeWords(outsideMm3)} of it has no metal. Move or turn it in the stock, or measure the casting and fit it; else ${part.stock?.form === 'solid' ? part.stock.file : 'the stock'} is too small.`,
    ),
  ]
}

const volumeWords = (mm3: number): string =>
  mm3 < 1000 ? `${Math.round(mm3)} mm³` : `${(mm3 / 1000).toFixed(1)} cm³`

/** How far a contact looks for metal before and behind where it should be, beside what the face wanders, mm. */
const LOOKS_MM = 1

/** Whether a stock of its own shape has metal where the holding bears on it. */
function bearing(
  { before, contacts, index, part }: PlannedSetup,
  metal: RayTree<'part'> | undefined,
): readonly Finding[] {
  if (part.stock?.form !== 'solid' || !metal) return []
  const places = contacts.flatMap((contact) =>
    bearingsOf(contact)
      .filter(({ called }) => called === undefined)
      .map((place) => ({ ...place, id: contact.id })),
  )
  return places.flatMap(({ at, id, normal, surface }) => {
    if (!isRaw(part, before, surface)) return []
    const far = LOOKS_MM + (boughtOf(part, surface)?.spread.mm ?? 0)
    const [hit] = metal.hits(add(at, scale(normal, far)), scale(normal, -1))
    if (hit && hit.away <= 2 * far) return []
    return [
      finding(
        'metal.no-bearing',
        index,
        `No metal bears at ${id} on ${refLabel(part, surface)}.`,
        hit
          ? `The stock lies ${lengthWords(hit.away - far, part.unit)} further in there. Move the contact, or stand it on a jack or a screw.`
          : 'The stock does not reach there. Move the contact, or stand it elsewhere.',
        { contact: id, feature: surface },
      ),
    ]
  })
}

function loose(
  { op, planned: { index, part } }: PlannedCut,
  { pieces }: CutLeft,
): readonly Finding[] {
  if (pieces < 2) return []
  return [
    finding(
      'metal.loose',
      index,
      `Cutting ${refLabel(part, op.feature)} sets a piece free.`,
      'It jams between cutter and work, or flies. Leave tabs and break it out by hand, or clear it all to chips.',
      { feature: op.feature },
    ),
  ]
}

/** Work that hangs out more than this beyond what holds it is to be propped, as a share of its length and mm (common practice, no source). */
const [HANGS_SHARE, HANGS_MM] = [0.33, 40]

function overhang(planned: PlannedSetup): readonly Finding[] {
  const { before, index, part, standing } = planned
  // What grips work by its end looks itself how far that stands out.
  if (standing.partsAt ?? standing.clamps.length + standing.solids.length === 0) return []
  const work = boundsOfPoints(
    cornersOfBox(blockNow(part, before)).map((p) => applyMotion(standing.setupFromPart, p)),
  )
  // What stands only beside its end, as a stop does, carries nothing.
  const pieces = [...standing.solids, ...standing.clamps]
    .map(({ shape }) => boundsOf(shape))
    .filter((one) => one.low.x < work.high.x - 1 && one.high.x > work.low.x + 1)
  const [low, high] = [
    Math.min(...pieces.map((one) => one.low.x)),
    Math.max(...pieces.map((one) => one.high.x)),
  ]
  const [left, right] = [low - work.low.x, work.high.x - high]
  const hang = Math.max(left, right)
  if (hang < HANGS_MM || hang < HANGS_SHARE * (work.high.x - work.low.x)) return []
  return [
    finding(
      'metal.overhang',
      index,
      `${lengthWords(hang, part.unit)} hang out past the holding on the ${left > right ? 'left' : 'right'}.`,
      'It springs and chatters there, and its weight tips it before it is clamped. Put a jack under it, or hold it nearer to the cut.',
    ),
  ]
}

/** Skins that a setup leaves for a later one. */
function skins(
  { part, setups }: Plan,
  left: Left,
  cuts: readonly PlannedCut[],
  trees: readonly RayTree<'part'>[],
): readonly Finding[] {
  const finished = new RayTree<'part'>(left.finished)
  return setups.slice(0, -1).flatMap(({ index }) => {
    const last = cuts.findLastIndex(({ planned }) => planned.index === index)
    const [mesh, metal] = [left.meshes[last + 1], trees[last + 1]]
    const skin = last >= 0 && mesh && metal ? thinnestSkin(mesh, metal, finished) : undefined
    if (!skin) return []
    const at = AXES.map((axis) => `${axis.toUpperCase()} ${lengthWords(skin.at[axis], part.unit)}`)
    return [
      finding(
        'metal.skin',
        index,
        `A skin of ${lengthWords(skin.mm, part.unit)} is left standing for a later setup.`,
        `Near ${at.join(', ')} from the marked corner. It bends and tears under the next cutter, and holds nothing. Take it off here, or leave more.`,
      ),
    ]
  })
}

/** A part so much longer and wider than thick moves when it is relieved on one side (common practice, no source). */
const FLAT_SHARE = 0.25
/** So much of the thickness off one side lets it bow; so little off the other counts as none (common practice, no source). */
const [RELIEVED, NONE] = [0.2, 0.04]

/** How much of flat stock is off one side before anything is off the other. */
function relieved({ part, setups }: Plan, { cuts }: Left): readonly Finding[] {
  const thin = [...AXES].sort((a, b) => sizeAlong(part, a) - sizeAlong(part, b))[0] ?? 'z'
  const others = AXES.filter((axis) => axis !== thin)
  if (others.some((axis) => sizeAlong(part, thin) > FLAT_SHARE * sizeAlong(part, axis))) return []
  const whole = AXES.reduce((product, axis) => product * sizeAlong(part, axis), 1)
  const off = new Map<Side, number>()
  for (const { index, standing } of setups) {
    const { up } = standing.faceAt
    if (!up || axisOf(up) !== thin) continue
    const own = cuts
      .filter(({ setup }) => setup === index)
      .reduce((sum, { removedMm3 }) => sum + removedMm3, 0)
    const share = (off.get(up) ?? 0) + own / whole
    off.set(up, share)
    const other = oppositeOf(up)
    const isTurned = setups.some((s) => s.index > index && s.standing.faceAt.up === other)
    if (share >= RELIEVED && (off.get(other) ?? 0) < NONE && isTurned)
      return [
        finding(
          'metal.relieved',
          index,
          `${capital(part.faces[up].name)} is relieved by ${Math.round(100 * share)} % before ${part.faces[other].name} is touched.`,
          'Flat stock bows when the tension on one side is gone. Rough both sides first, let it lie, then finish both (common practice).',
        ),
      ]
  }
  return []
}

/** What stands over the finished part in the end may be this share of it before it is told. */
const LEAST_STANDING = 1e-4

/** Metal that no cut takes away; only where everything on the drawing is cut, for what is not is told by itself. */
function standing({ part, setups }: Plan, { cuts, finishedMm3 }: Left): readonly Finding[] {
  const last = cuts[cuts.length - 1]
  const isAllCut = part.features.every(({ id }) => cuts.some(({ feature }) => feature === id))
  if (!last || !isAllCut || setups.length === 0) return []
  const more = last.leftMm3 - finishedMm3
  if (more < LEAST_STANDING * finishedMm3) return []
  return [
    finding(
      'metal.standing',
      undefined,
      `${(more / 1000).toPrecision(2)} cm³ stand in the end that no cut takes away.`,
      'Stock on faces that are not cut, or metal over what is: look at the solid of the last setup.',
    ),
  ]
}
