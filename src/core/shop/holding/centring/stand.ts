import { figurePath, figureRef } from '../../workshop'
import { type Axis, point } from '../../../ground/geometry'
import { drawPieces, heldError, parallelsDiffer, stopError, stopStay, storedStay } from '../common'
import {
  coveredByJaws,
  jawedFindings,
  jawSolids,
  jawStop,
  parallelRests,
  USUAL_BED_MM,
} from '../jawed'
import { bedErrors } from '../jawedErrors'
import { type HeldError, type Locator, type Spot, type Standing, type Stay } from '../kind'
import { type Work } from '../work'
import { inCentringVise, type InCentringVise } from './layout'
import { type CentringHolding } from './parameters'
import { centringWords } from './words'

export function standInCentringVise(holding: CentringHolding, work: Work): Standing {
  const own = inCentringVise(holding, work)
  const { stopX, vise } = own
  const solids = jawSolids(vise, own, holding.stop, ['jaw', 'jaw'])
  return {
    ...own,
    spots: spotsOf(own),
    clamps: [],
    solids,
    stays: staysOf(own),
    mark: `centring vise ${vise.id}`,
    overTableMm: vise.bedHeight ?? USUAL_BED_MM,
    outOfLinePer100: vise.tramPer100,
    comesBackMm: vise.centreMm,
    pivot: point(0, 0, own.low.z),
    ...coveredByJaws(own),
    guideY: undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: centringWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => jawedFindings(vise, own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps: [], solids },
        { name: `${vise.name} · ${own.parallels.name.toLowerCase()}`, guide: '' },
        view,
        paper,
      ),
  }
}

/** Each of the two places along the jaws lies in the middle between what they close on. */
function spotsOf(own: InCentringVise): readonly Spot[] {
  const { faceAt, gripMm, high, holding, jawSpan, low } = own
  const inset = (jawSpan[1] - jawSpan[0]) * 0.1
  const z = low.z + Math.max(1, gripMm) * 0.6
  const guides = [jawSpan[0] + inset, jawSpan[1] - inset].map((x, i): Spot => ({
    id: `guide${i + 1}`,
    role: 'guide',
    surface: faceAt.guide,
    at: point(x, high.y, z),
    against: { surface: faceAt.away, at: point(x, low.y, z) },
  }))
  return [...parallelRests(own), ...guides, ...jawStop(own, holding.stop)]
}

function staysOf(own: InCentringVise): Readonly<Record<Axis, Stay>> {
  const { faceAt, holding, jawSpan, low, high, vise, work } = own
  const gear = { key: `centring vise ${vise.id}`, name: vise.name }
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const middle = point<'setup'>((jawSpan[0] + jawSpan[1]) / 2, 0, (low.z + high.z) / 2)
  return {
    x: stopStay(own, holding.stop, gear, vise.storedMm),
    y: storedStay('y', gear, {
      by: 'middle of the jaws',
      where: `half-way between ${face('guide')} and ${face('away')}`,
      at: 0,
      place: middle,
      anchorAt: 0,
      mark: 'middle',
      plusMinus: vise.storedMm,
      lights: ['guide1', 'guide2'],
    }),
    z: storedStay('z', gear, {
      by: 'parallels',
      where: `on the parallels, ${face('down')}`,
      at: low.z,
      place: { ...middle, z: low.z },
      anchorAt: 0,
      mark: 'bed',
      plusMinus: vise.storedMm,
      lights: ['parallels'],
      more: { name: 'the bed' },
    }),
  }
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const
const GUIDES = ['guide1', 'guide2'] as const

function errorsOf(
  { gripMm, low, parallelY, parallels, vise }: InCentringVise,
  { by, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'by'>,
): readonly HeldError[] {
  if (role === 'stop')
    return [stopError(vise.stopMm, figurePath('centringVises', vise.id, 'stopMm'))]
  if (role === 'rest') {
    const middle = (parallelY[0] + parallelY[1]) / 2
    return [
      ...bedErrors(vise, RESTS, { x: inSetup.x, y: inSetup.y - middle }),
      ...(by === 'moving' ? [parallelsDiffer(parallels, ['rest1', 'rest2', 'rest3'])] : []),
      // Both jaws close, and either may lift the work on its own side.
      heldError({
        key: `lift, ${by === 'moving' ? 'front' : 'back'}`,
        link: 'lift',
        cause: 'the jaws lift the work as they close',
        plusMinus: vise.liftMm,
        figure: figureRef(figurePath('centringVises', vise.id, 'liftMm'), vise.liftMm),
        distribution: 'one-sided',
        remedy: 'Hammer it down until the parallels do not move, tighten, and hammer again.',
        lights: RESTS,
        coefficient: -1,
      }),
    ]
  }
  const jaws = (
    what: string,
    error: Pick<HeldError, 'cause' | 'plusMinus' | 'remedy' | 'coefficient' | 'unit'>,
  ): HeldError => ({
    key: `vise ${vise.id}, ${what}`,
    link: `vise ${vise.id}, ${what}`,
    gear: vise.name,
    lights: GUIDES,
    ...error,
  })
  return [
    heldError({
      key: 'centre',
      cause: 'the jaws close off their middle',
      plusMinus: vise.centreMm,
      remedy: 'Touch both sides of the work and halve, instead of trusting the stored middle.',
      lights: GUIDES,
    }),
    jaws('lean', {
      cause: 'the jaws out of square to the bed',
      unit: 'mm/mm',
      plusMinus: vise.leanPer100 / 100,
      remedy: 'Indicate a ground block between the jaws upright, and shim the vise.',
      coefficient: inSetup.z - (low.z + gripMm / 2),
    }),
    jaws('tram', {
      cause: 'the jaws out of line',
      unit: 'mm/mm',
      plusMinus: vise.tramPer100 / 100,
      remedy: 'Indicate a ground block between the jaws along the travel before this setup.',
      coefficient: inSetup.x,
    }),
  ]
}
