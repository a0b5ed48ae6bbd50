import { point, type Point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { parallelsDiffer, stopError } from '../common'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { drawVise } from './draw'
import { viseFindings } from './findings'
import { type InVise, inVise } from './layout'
import { type ViseHolding } from './parameters'
import { viseStays } from './stays'
import { viseWords } from './words'

/** From the table to the bed of a vise that does not say, mm (common practice, no source). */
const USUAL_BED_MM = 65

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
    ...coveredBy(own),
    guideY: jawSpan[1] > jawSpan[0] ? 0 : undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: viseWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => viseFindings(own, inspected),
    draw: (view, paper, zeroX) => drawVise(own, view, paper, zeroX),
  }
}

/** Three, two and one, as the leading surface has it. */
function spotsOf(own: InVise): readonly Spot[] {
  const { low, high, faceAt, parallelY, jawSpan, parallels, gripMm, holding, stopX, work } = own
  const length = high.x - low.x
  const middleX = (low.x + high.x) / 2
  const restHalf = Math.min(length, parallels.length) / 2
  const restX = [middleX - restHalf * 0.8, middleX + restHalf * 0.8] as const
  const jawInset = (jawSpan[1] - jawSpan[0]) * 0.1
  const jawX = [jawSpan[0] + jawInset, jawSpan[1] - jawInset] as const
  const grip = Math.max(1, gripMm)
  const restAt = (x: number, y: number): Point<'setup'> => point(x, y, low.z)
  const jawAt = (x: number, up: number): Point<'setup'> => point(x, 0, low.z + grip * up)
  const rest = (id: string, x: number, y: number, by: 'fixed' | 'moving'): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: restAt(x, y),
    by,
  })
  const guide = (id: string, x: number, up: number): Spot => ({
    id,
    role: 'guide',
    surface: faceAt.guide,
    at: jawAt(x, up),
  })
  const rests = restX.map((x, i) => rest(`rest${i + 1}`, x, parallelY[0], 'fixed'))
  const stop: Spot[] =
    stopX === undefined
      ? []
      : [
          {
            id: 'stop1',
            role: 'stop',
            surface: holding.stop === 'left' ? faceAt.left : faceAt.right,
            at: point(stopX, low.y / 2, low.z + grip / 2),
          },
        ]
  if (work.lead === 'rest')
    return [
      ...rests,
      rest('rest3', middleX, parallelY[1], 'moving'),
      ...jawX.map((x, i) => guide(`guide${i + 1}`, x, 0.6)),
      ...stop,
    ]
  return [
    ...rests,
    ...jawX.map((x, i) => guide(`guide${i + 1}`, x, 0.9)),
    guide('guide3', (jawX[0] + jawX[1]) / 2, 0.15),
    ...stop,
  ]
}

const JAW_DEEP_MM = 25
const BED_MM = 6
const STOP_MM = 12

function solidsOf(own: InVise): readonly Solid[] {
  const { gripMm, high, holding, low, parallels, parallelY, stopX, vise } = own
  const half = vise.jawWidth / 2
  const middleX = (low.x + high.x) / 2
  const jaw = (name: string, y0: number, y1: number): Solid => ({
    name,
    tone: 'hatch',
    shape: box(point(-half, y0, 0), point(half, y1, vise.jawHeight)),
  })
  const t = parallels.thickness / 2
  const [x0, x1] = [middleX - parallels.length / 2, middleX + parallels.length / 2]
  const jaws = [
    {
      name: 'bed',
      shape: box(point<'setup'>(-half, low.y - JAW_DEEP_MM, -BED_MM), point(half, JAW_DEEP_MM, 0)),
    },
    jaw('fixed jaw', 0, JAW_DEEP_MM),
    jaw('moving jaw', low.y - JAW_DEEP_MM, low.y),
    ...parallelY.map((y): Solid => ({
      name: 'parallel',
      ref: 'parallels',
      shape: box(point(x0, y - t, 0), point(x1, y + t, low.z)),
    })),
  ]
  if (stopX === undefined) return jaws
  const [stop0, stop1] =
    holding.stop === 'left' ? [stopX - STOP_MM, stopX] : [stopX, stopX + STOP_MM]
  const middle = low.y / 2
  return [
    ...jaws,
    {
      name: 'stop',
      shape: box(
        point(stop0, middle - STOP_MM / 2, low.z),
        point(stop1, middle + STOP_MM / 2, low.z + gripMm / 2),
      ),
    },
  ]
}

/** So far over the jaws a face can be touched beside them, mm. */
const TOUCH_OVER_MM = 3

function coveredBy({ aboveMm, faceAt }: InVise): Pick<Standing, 'held' | 'hidden'> {
  const { away, down, guide } = faceAt
  const rest =
    'The jaws or the parallels hide it. Take the zero of the vise, or raise the part on higher parallels.'
  const hide = (face: (typeof faceAt)['up']) => ({
    face,
    rest,
  })
  return {
    held: [guide, away].map((face) => ({
      face,
      what: 'is held by the jaws here.',
      rest: 'It cannot be cut where it is gripped. Turn the part so that it is up, or at an end.',
    })),
    hidden: [hide(down), ...(aboveMm <= TOUCH_OVER_MM ? [hide(guide), hide(away)] : [])],
  }
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const

function errorsOf(
  own: InVise,
  locator: Pick<Locator, 'role' | 'inSetup' | 'by'>,
): readonly HeldError[] {
  switch (locator.role) {
    case 'rest':
      return restErrors(own, locator)
    case 'guide':
      return guideErrors(own, locator)
    case 'stop':
      return [stopError(own.vise.stopMm)]
  }
}

function restErrors(
  { parallelY, parallels, vise }: InVise,
  { by, inSetup }: Pick<Locator, 'inSetup' | 'by'>,
): readonly HeldError[] {
  const middle = (parallelY[0] + parallelY[1]) / 2
  const bed = (name: 'x' | 'y', coefficient: number): HeldError => ({
    key: `vise ${vise.id}, bed ${name}`,
    link: `vise ${vise.id}, bed`,
    cause: 'bed of the vise out of parallel with the travel',
    gear: vise.name,
    plusMinus: vise.bedPer100 / 100,
    remedy: 'Sweep the bed with an indicator and scrape or shim the vise to the table.',
    lights: RESTS,
    coefficient,
  })
  const errors = [bed('x', inSetup.x), bed('y', inSetup.y - middle)]
  // A pair of parallels may lie either way round, so that it is drawn anew in each setup.
  if (inSetup.y < middle)
    errors.push(parallelsDiffer(parallels.differenceMm, ['rest1', 'rest2', 'rest3']))
  if (by === 'moving')
    errors.push({
      key: 'lift',
      link: 'lift',
      cause: 'moving jaw lifts the work',
      plusMinus: vise.liftMm,
      distribution: 'one-sided',
      remedy:
        'Hammer it down until the parallels do not move, or let the fixed jaw lead with a round bar.',
      lights: RESTS,
      coefficient: -1,
    })
  return errors
}

/** How far the jaw face stands off at this height and place; its zero is at mid grip, mid jaw. */
function guideErrors(
  { gripMm, low, vise }: InVise,
  { inSetup }: Pick<Locator, 'inSetup'>,
): readonly HeldError[] {
  const jaw = (
    what: string,
    cause: string,
    per100: number,
    remedy: string,
    coefficient: number,
  ): HeldError => ({
    key: `vise ${vise.id}, ${what}`,
    link: `vise ${vise.id}, ${what}`,
    cause,
    gear: vise.name,
    plusMinus: per100 / 100,
    remedy,
    lights: ['jaw', 'guide1', 'guide2', 'guide3'],
    coefficient,
  })
  return [
    jaw(
      'lean',
      'fixed jaw out of square',
      vise.leanPer100,
      'Indicate the fixed jaw upright and shim it, let the base lead, or cut both features in one setup.',
      inSetup.z - (low.z + gripMm / 2),
    ),
    jaw(
      'tram',
      'fixed jaw out of line',
      vise.tramPer100,
      'Indicate the jaw along the travel before this setup.',
      inSetup.x,
    ),
  ]
}
