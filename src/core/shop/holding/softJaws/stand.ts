import { figurePath, figureRef } from '../../workshop'
import { point } from '../../../ground/geometry'
import { drawPieces, heldError, hiddenBelow } from '../common'
import { USUAL_BED_MM } from '../jawed'
import { type HeldError, type Locator, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { boredErrors, boredSpots } from './bored'
import { pinErrors, pinSpot } from './pin'
import { softJawsFindings } from './findings'
import { type InSoftJaws, inSoftJaws, meetsWall, UP, UPRIGHT_AT, wallLeans } from './layout'
import { softJawsAnchored } from './anchored'
import { type SoftJawsHolding } from './parameters'
import { backErrors } from './putBack'
import { softJawsSolids } from './solids'
import { softJawsStays } from './stays'
import { softJawsWords } from './words'

/** So far over the jaws a face can be touched beside them, mm. */
const TOUCH_OVER_MM = 3

export function standInSoftJaws(holding: SoftJawsHolding, work: Work): Standing {
  const own = inSoftJaws(holding, work)
  const { blank, end, faceAt, high, low, topZ, vise } = own
  const solids = softJawsSolids(own)
  const rest = 'The jaws hide it. Take the zero of the jaws, or make the step less deep.'
  const isLow = high.z - topZ <= TOUCH_OVER_MM
  return {
    ...own,
    spots: own.bored ? boredSpots(own, own.bored) : spotsOf(own),
    clamps: [],
    solids,
    stays: softJawsStays(own),
    mark: softJawsAnchored(holding).mark,
    overTableMm: vise.bedHeight ?? USUAL_BED_MM,
    outOfLinePer100: wallOf(own).formMm,
    comesBackMm: wallOf(own).formMm,
    pivot: point(0, 0, low.z),
    follows: [own.fixed, own.moving, ...(end ? [end] : [])]
      .filter((bearing) => wallLeans(own, bearing) > 0)
      .map(({ surface }) => surface),
    held: [faceAt.guide, faceAt.away].map((face) => ({
      face,
      what: 'is held by the jaws here.',
      rest: 'It cannot be cut where it is gripped. Turn the part so that it is up, or at an end.',
    })),
    hidden: [
      hiddenBelow(faceAt.down),
      ...(isLow ? [faceAt.guide, faceAt.away].map((face) => ({ face, rest })) : []),
    ],
    guideY: own.bored ? undefined : 0,
    stopX: end?.at,
    stopIsWall: true,
    stopEnd: end && holding.stop !== 'none' ? holding.stop : undefined,
    words: softJawsWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => softJawsFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps: [], solids },
        { name: `${vise.name} · ${blank.name.toLowerCase()}`, guide: '' },
        view,
        paper,
      ),
  }
}

const wallOf = ({ work }: InSoftJaws) => work.workshop.capabilities.wall
const floorOf = ({ work }: InSoftJaws) => work.workshop.capabilities.mill

/** Rests and walls bear so far out from the middle, as a share of half the length that is there. */
const OUT = 0.8

function spotsOf(own: InSoftJaws): readonly Spot[] {
  const { blank, faceAt, fixed, gapY, high, holding, low, moving, pin } = own
  const [x0, x1] = [Math.max(low.x, -blank.width / 2), Math.min(high.x, blank.width / 2)]
  const [middle, half] = [(x0 + x1) / 2, ((x1 - x0) / 2) * OUT]
  const at = [(fixed.at + gapY[0]) / 2, (moving.at + gapY[1]) / 2] as const
  const rest = (id: string, x: number, by: 'fixed' | 'moving'): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, at[by === 'fixed' ? 0 : 1], low.z),
    by,
  })
  const guide = (id: string, x: number, share?: number): Spot => {
    const met = meetsWall(own, fixed, share)
    return { id, role: 'guide', surface: fixed.surface, at: point(x, met.at, met.z) }
  }
  const stops = pin ? [pinSpot(own, pin)] : endSpots(own, at[0])
  const [top, foot] = UPRIGHT_AT
  return holding.stands === 'walls'
    ? [
        rest('rest1', middle, 'fixed'),
        guide('guide1', middle - half, top),
        guide('guide2', middle + half, top),
        guide('guide3', middle, foot),
        ...stops,
      ]
    : [
        rest('rest1', middle - half, 'fixed'),
        rest('rest2', middle + half, 'fixed'),
        rest('rest3', middle, 'moving'),
        guide('guide1', middle - half),
        guide('guide2', middle + half),
        ...stops,
      ]
}

/** Where the end wall bears: at one place, or at two over each other where it sets the work upright. */
const endSpots = (own: InSoftJaws, y: number): readonly Spot[] => {
  const { end, holding } = own
  if (!end) return []
  const shares = holding.stands === 'walls' ? UPRIGHT_AT : [undefined]
  return shares.map((share, i) => {
    const { at, z } = meetsWall(own, end, share)
    return { id: `stop${i + 1}`, role: 'stop', surface: end.surface, at: point(at, y, z) }
  })
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const
const STOPS = ['stop1', 'stop2'] as const

/** What the jaws are off by where each locator bears: as they were cut, and as they were put back. */
function errorsOf(
  own: InSoftJaws,
  { by, id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'by' | 'id'>,
): readonly HeldError[] {
  const { floorZ, holding, vise } = own
  const cut = (what: string, plusMinus: number, lights: readonly string[]): HeldError =>
    heldError({
      key: `${id} as cut`,
      link: `${what} as cut`,
      cause: `${what} as cut in place`,
      plusMinus,
      remedy: 'Cut the jaws with a sharp cutter and a light last pass, both halves in one go.',
      lights,
    })
  if (role === 'rest')
    return [
      cut('floor of the jaws', floorOf(own).formMm / 2, RESTS),
      ...backErrors(own, `z ${by ?? ''}`, 1, RESTS),
      ...(by === 'moving'
        ? [
            heldError({
              key: 'lift',
              cause: 'moving half lifts the work',
              plusMinus: vise.liftMm,
              figure: figureRef(figurePath('vises', vise.id, 'liftMm'), vise.liftMm),
              distribution: 'one-sided',
              remedy:
                'Hold the work down while the vise closes, and look whether it can be rocked.',
              lights: RESTS,
              coefficient: -1,
            }),
          ]
        : []),
    ]
  if (own.bored) return boredErrors(own, cut, { id, role })
  if (role === 'stop' && own.pin) return pinErrors(own, own.pin)
  const leans = (key: string, wall: string, lights: readonly string[]): HeldError =>
    heldError({
      key,
      cause: `${wall} leans as cut`,
      unit: 'mm/mm',
      plusMinus: wallOf(own).leanPer100 / 100,
      remedy: 'A light last pass at full depth; a stiffer cutter.',
      lights,
      coefficient: inSetup.z - (floorZ + holding.step.mm * UP),
    })
  if (role === 'stop')
    return [
      cut('end wall', wallOf(own).formMm / 2, STOPS),
      ...(holding.stands === 'walls' ? [leans('end wall leans', 'end wall', STOPS)] : []),
      ...backErrors(own, 'x', 1, STOPS),
    ]
  const lights = ['jaw', 'guide1', 'guide2', ...(holding.stands === 'walls' ? ['guide3'] : [])]
  return [
    cut('wall of the fixed half', wallOf(own).formMm / 2, lights),
    leans('wall leans', 'wall of the fixed half', lights),
    ...backErrors(own, 'y', 1, lights),
    ...backErrors(own, 'turn', (2 * inSetup.x) / own.blank.width, lights),
  ]
}
