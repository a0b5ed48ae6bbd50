import { point } from '../../../ground/geometry'
import { box, round } from '../../../ground/recipe'
import { finding, type Finding } from '../../../ground/finding'
import { stopError } from '../common'
import { lowestOpenCut } from '../cuts'
import { USUAL_BED_MM } from '../jawed'
import { type HeldError, type Inspected, type Solid } from '../kind'
import { featureSurfaces, isSide } from '../../../work/part'
import { figurePath } from '../../workshop'
import { toSetup } from '../work'
import { type InVise } from './layout'

/** How closely work comes back to a stop beside the vise, ± mm (common practice, no source). */
const BESIDE_MM = { bolt: 0.05, bar: 0.02 } as const
/** A bolt in a slot of the table; a bar along the end of the vise; a block behind tall work, mm (common practice, no source). */
const [BOLT_MM, BAR_MM] = [16, 16]
const BLOCK = { wide: 30, deep: 20 } as const

export const stopErrorIn = ({ holding: { stopBy = 'arm' }, vise }: InVise): HeldError =>
  stopBy === 'arm'
    ? stopError(vise.stopMm, figurePath('vises', vise.id, 'stopMm'))
    : {
        ...stopError(BESIDE_MM[stopBy]),
        key: `stop, a ${stopBy}`,
        cause: `coming back to the ${stopBy} beside the vise`,
      }

/** What stands beside the vise as a stop; nothing where it has its own. */
export function stopBeside(own: InVise): readonly Solid[] {
  const { gripMm, high, holding, low, stopX, vise } = own
  const { stop, stopBy = 'arm' } = holding
  if (stopX === undefined || stopBy === 'arm') return []
  const out = stop === 'left' ? -1 : 1
  const [middle, top] = [(low.y + high.y) / 2, low.z + gripMm / 2]
  if (stopBy === 'bolt') {
    const x = stopX + (out * BOLT_MM) / 2
    return [
      {
        name: 'stop',
        shape: round<'setup'>(
          point(x, middle, -(vise.bedHeight ?? USUAL_BED_MM)),
          point(x, middle, top),
          BOLT_MM / 2,
        ),
      },
    ]
  }
  const far = stopX + out * BAR_MM
  return [
    {
      name: 'stop',
      shape: box<'setup'>(
        point(Math.min(stopX, far), low.y, low.z),
        point(Math.max(stopX, far), high.y, top),
      ),
    },
  ]
}

/** How far the end that is stopped lies inside the jaws, mm; not above 0 where it stands out. */
const insideMm = ({ holding: { stop }, jaws, stopX = 0 }: InVise): number =>
  stop === 'left' ? stopX + jaws.jawWidth / 2 : jaws.jawWidth / 2 - stopX

/** A block on the fixed jaw, behind what stands out over it. */
export function blockBehind({ high, holding, jaws, low }: InVise): readonly Solid[] {
  const mm = holding.block?.mm ?? 0
  if (mm <= 0) return []
  const middle = (low.x + high.x) / 2
  return [
    {
      name: 'block',
      ref: 'block',
      shape: box<'setup'>(
        point(middle - BLOCK.wide / 2, 0, jaws.jawHeight),
        point(middle + BLOCK.wide / 2, BLOCK.deep, jaws.jawHeight + mm),
      ),
    },
  ]
}

/** Within this of the side that lies at the fixed jaw a cut opens to it, mm. */
const OPENS_MM = 0.5

/** Whether a cut comes to where the block stands: over all of the work, or open to the back in front of it. */
function isAtBlock({ faceAt, high, low, work, ...placed }: InVise, ref: string): boolean {
  if (isSide(ref)) return ref === faceAt.up || ref === faceAt.guide
  const feature = work.part.features.find(({ id }) => id === ref)
  if (!feature) return false
  const points = featureSurfaces(work.part, feature)
    .flatMap((surface) => (surface.kind === 'plane' ? surface.corners : []))
    .map((at) => toSetup(placed, at))
  const back = high.y - work.before.stockOn[faceAt.guide] - OPENS_MM
  const middle = (low.x + high.x) / 2
  const xs = points.map(({ x }) => x)
  return (
    points.some(({ y }) => y >= back) &&
    Math.min(...xs) < middle + BLOCK.wide / 2 &&
    Math.max(...xs) > middle - BLOCK.wide / 2
  )
}

/** Whether a bolt reaches the end that it stops, and the block lies behind metal and out of the cutter's way. */
export function besideFindings(
  own: InVise,
  { index, length, name, ops }: Inspected,
): readonly Finding[] {
  const { aboveMm, holding, jaws, work } = own
  const inside = holding.stop === 'none' || holding.stopBy !== 'bolt' ? 0 : insideMm(own)
  const mm = holding.block?.mm ?? 0
  const top = jaws.jawHeight + mm
  const cut = ops.find((op) => {
    const bottom = mm > 0 && isAtBlock(own, op.feature) ? lowestOpenCut(own, work, op) : undefined
    return bottom !== undefined && bottom < top - 1e-9
  })
  return [
    ...(inside > 0
      ? [
          finding(
            'stop.inside',
            index,
            'A bolt beside the vise does not reach the work.',
            `Its end lies ${length(inside)} inside of the jaws. Take a bar along the end of the vise, the vise’s own stop, or shift the work out.`,
          ),
        ]
      : []),
    ...(mm > 0 && aboveMm < mm
      ? [
          finding(
            'block.in-way',
            index,
            'The block stands higher than the work.',
            `It stands ${length(mm)} over the jaw, the work ${length(Math.max(0, aboveMm))}. Take a lower one.`,
          ),
        ]
      : cut
        ? [
            finding(
              'block.in-way',
              index,
              `The block behind the work stands where ${name(cut.feature)} is cut.`,
              'Take a lower one, or leave it away for this cut.',
              { feature: cut.feature },
            ),
          ]
        : []),
  ]
}

/** What is put beside the vise or behind the work, a line each. */
export const besideLines = (
  { faceAt, holding, work }: InVise,
  length: (mm: number) => string,
): readonly string[] => [
  ...(holding.stop !== 'none' && holding.stopBy && holding.stopBy !== 'arm'
    ? [
        holding.stopBy === 'bolt'
          ? 'The stop is a bolt in a slot of the table beside the vise: it stays when the vise is taken off.'
          : 'The stop is a bar along the end of the vise, clamped to it.',
      ]
    : []),
  ...(holding.block?.mm
    ? [
        `A block ${length(holding.block.mm)} high on the fixed jaw behind ${work.part.faces[faceAt.guide].name}, brought up until an indicator on the work just moves: it locates nothing, and takes the push of the cut up there.`,
      ]
    : []),
]
