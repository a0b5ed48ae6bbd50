import { figurePath, figureRef } from '../../workshop'
import { point, type Point } from '../../../ground/geometry'
import { heldError, parallelsDiffer } from '../common'
import { coveredByJaws, jawSolids, jawStop, parallelRests, USUAL_BED_MM } from '../jawed'
import { bedErrors, fixedJawErrors } from '../jawedErrors'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { blockBehind, stopBeside, stopErrorIn } from './beside'
import { drawVise } from './draw'
import { viseFindings } from './findings'
import { type InVise, inVise } from './layout'
import { type ViseHolding } from './parameters'
import { viseStays } from './stays'
import { viseWords } from './words'

export function standInVise(holding: ViseHolding, work: Work): Standing {
  const own = inVise(holding, work)
  const { jawSpan, stopX, vise } = own
  return {
    ...own,
    spots: spotsOf(own),
    clamps: [],
    solids: solidsOf(own),
    stays: viseStays(own),
    mark: `vise ${vise.id}`,
    overTableMm: vise.bedHeight ?? USUAL_BED_MM,
    outOfLinePer100: vise.tramPer100,
    comesBackMm: vise.stopMm,
    pivot: point(0, 0, own.low.z),
    ...coveredByJaws(own),
    ...(holding.strips === 'halves' && { swivelsAt: own.faceAt.away }),
    guideY: jawSpan[1] > jawSpan[0] ? 0 : undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: viseWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => viseFindings(own, inspected),
    draw: (view, paper, zeroX) => drawVise(own, view, paper, zeroX),
  }
}

function solidsOf(own: InVise): readonly Solid[] {
  const { holding, middles, vise } = own
  const beside = stopBeside(own)
  const jawed = beside.length > 0 ? { ...own, stopX: undefined } : own
  return [
    ...jawSolids(vise, jawed, holding.stop, ['fixed jaw', 'moving jaw'], middles),
    ...beside,
    ...blockBehind(own),
  ]
}

/** Three, two and one, as the leading surface has it. */
function spotsOf(own: InVise): readonly Spot[] {
  const { low, faceAt, jawSpan, gripMm, holding, middles, work } = own
  const jawInset = (jawSpan[1] - jawSpan[0]) * 0.1
  const [first = 0, second] = middles
  const jawX =
    second === undefined
      ? ([jawSpan[0] + jawInset, jawSpan[1] - jawInset] as const)
      : ([first, second] as const)
  const guide = (id: string, x: number, up: number): Spot => ({
    id,
    role: 'guide',
    surface: faceAt.guide,
    at: point(x, 0, low.z + Math.max(1, gripMm) * up),
  })
  const rests = parallelRests(own, middles)
  const stop = jawStop(own, holding.stop)
  if (work.lead === 'rest')
    return [...rests, ...jawX.map((x, i) => guide(`guide${i + 1}`, x, 0.6)), ...stop]
  return [
    ...rests.slice(0, 2),
    ...jawX.map((x, i) => guide(`guide${i + 1}`, x, 0.9)),
    guide('guide3', second === undefined ? (jawX[0] + jawX[1]) / 2 : second, 0.15),
    ...stop,
  ]
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const

function errorsOf(
  own: InVise,
  locator: Pick<Locator, 'id' | 'role' | 'inSetup' | 'by'>,
): readonly HeldError[] {
  switch (locator.role) {
    case 'rest':
      return restErrors(own, locator)
    case 'guide':
      return [
        ...fixedJawErrors(own.vise, own, fromOwn(own, locator.inSetup)),
        ...secondErrors(own, locator.inSetup, 'jaw'),
        ...stripErrors(own, locator.id),
      ]
    case 'stop':
      return [stopErrorIn(own)]
  }
}

/** A place as seen from the middle of the vise that it lies in. */
const fromOwn = ({ middles }: InVise, at: Point<'setup'>): Point<'setup'> => ({
  ...at,
  x: middles.reduce((near, x) => (Math.abs(at.x - x) < Math.abs(near) ? at.x - x : near), Infinity),
})

/** What the second of two in line is off from the first. */
function secondErrors(
  { middles, vise }: InVise,
  { x }: Point<'setup'>,
  of: 'jaw' | 'bed',
): readonly HeldError[] {
  if (middles.length < 2 || x <= 0) return []
  return [
    {
      key: `vise ${vise.id}, second ${of}`,
      link: `vise ${vise.id}, second`,
      cause:
        of === 'jaw' ? 'fixed jaws of the two vises out of line' : 'beds of the two vises differ',
      gear: vise.name,
      plusMinus: vise.pairMm ?? 0,
      remedy:
        'Indicate from one fixed jaw to the other and across both beds; shim or turn the second.',
      lights: of === 'jaw' ? ['jaw', 'guide2', 'guide3'] : ['parallels', 'rest2'],
      coefficient: 1,
    },
  ]
}

/** How unevenly a strip gives under the fixed jaw, ± mm (common practice, no source). */
const STRIP_MM = 0.05

/** At the moving jaw strips take up what is uneven; at the fixed one the work stands off by as much as they give. */
const stripErrors = ({ holding }: InVise, id: string): readonly HeldError[] =>
  holding.strips === 'both'
    ? [
        heldError({
          key: `strip ${id}`,
          link: 'strips',
          cause: 'strip between work and fixed jaw',
          plusMinus: STRIP_MM,
          remedy: 'Leave the strip at the fixed jaw away, or touch the part itself along Y.',
          lights: [id, 'jaw'],
        }),
      ]
    : []

function restErrors(
  own: InVise,
  { by, inSetup }: Pick<Locator, 'inSetup' | 'by'>,
): readonly HeldError[] {
  const { parallelY, parallels, vise } = own
  const middle = (parallelY[0] + parallelY[1]) / 2
  const errors = [
    ...bedErrors(vise, RESTS, { x: fromOwn(own, inSetup).x, y: inSetup.y - middle }),
    ...secondErrors(own, inSetup, 'bed'),
  ]
  // A pair of parallels may lie either way round, so that it is drawn anew in each setup.
  if (inSetup.y < middle) errors.push(parallelsDiffer(parallels, ['rest1', 'rest2', 'rest3']))
  if (by === 'moving')
    errors.push({
      key: 'lift',
      link: 'lift',
      cause: 'moving jaw lifts the work',
      plusMinus: vise.liftMm,
      figure: figureRef(figurePath('vises', vise.id, 'liftMm'), vise.liftMm),
      distribution: 'one-sided',
      remedy:
        'Hammer it down until the parallels do not move, or let the fixed jaw lead with a round bar.',
      lights: RESTS,
      coefficient: -1,
    })
  return errors
}
