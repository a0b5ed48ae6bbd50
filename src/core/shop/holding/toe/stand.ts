import { point, type Point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { drawPieces, heldError, hiddenBelow, stopStay, storedStay } from '../common'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { toeFindings } from './findings'
import { BODY_MM, DEEP_MM, onToePlate, type OnToePlate } from './layout'
import { type ToeHolding } from './parameters'
import { toeWords } from './words'

export function standOnToePlate(holding: ToeHolding, work: Work): Standing {
  const own = onToePlate(holding, work)
  const { clamps, faceAt, high, low, plate } = own
  const gear = { key: `toe plate ${plate.id}`, name: plate.name }
  const stopX = holding.stop === 'left' ? low.x : high.x
  const solids = solidsOf(own, stopX)
  const middle: Point<'setup'> = point(0, (low.y + high.y) / 2, 0)
  return {
    ...own,
    spots: spotsOf(own, stopX),
    solids,
    stays: {
      x: stopStay(own, holding.stop, gear, plate.storedMm),
      y: storedStay('y', gear, {
        by: 'stops at the back',
        where: `at the stops at the back, ${work.part.faces[faceAt.guide].name}`,
        at: 0,
        place: { ...middle, y: 0 },
        anchorAt: 0,
        mark: 'stops',
        plusMinus: plate.storedMm,
        lights: ['guide1', 'guide2'],
      }),
      z: storedStay('z', gear, {
        by: 'plate',
        where: `on the plate, ${work.part.faces[faceAt.down].name}`,
        at: 0,
        place: middle,
        anchorAt: 0,
        mark: 'plate',
        plusMinus: plate.storedMm,
        lights: ['rest1', 'rest2', 'rest3'],
      }),
    },
    mark: `toe plate ${plate.id}`,
    overTableMm: plate.height,
    outOfLinePer100: plate.linePer100,
    comesBackMm: plate.stopMm,
    pivot: point(0, 0, 0),
    held: [faceAt.guide, faceAt.away].map((face) => ({
      face,
      what: 'is held by stops or clamps here.',
      rest: 'It cannot be cut where they stand. Turn the part so that it is up, or at the free end.',
    })),
    hidden: [hiddenBelow(faceAt.down)],
    guideY: 0,
    stopX,
    stopEnd: holding.stop,
    words: toeWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => toeFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps, solids }, { name: plate.name, guide: '' }, view, paper),
  }
}

/** Rests lie so far out from the middle, as a share of half the size. */
const OUT = 0.8

function spotsOf(own: OnToePlate, stopX: number): readonly Spot[] {
  const { faceAt, high, holding, low, plate, stopsX } = own
  const [middleY, halfX, halfY] = [
    (low.y + high.y) / 2,
    ((high.x - low.x) / 2) * OUT,
    ((high.y - low.y) / 2) * OUT,
  ]
  const up = Math.min(plate.toe, high.z) / 2
  const rest = (id: string, x: number, y: number): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, y, 0),
  })
  return [
    rest('rest1', -halfX, middleY + halfY),
    rest('rest2', halfX, middleY + halfY),
    rest('rest3', 0, middleY - halfY),
    ...stopsX.map((x, i): Spot => ({
      id: `guide${i + 1}`,
      role: 'guide',
      surface: faceAt.guide,
      at: point(x, 0, up),
    })),
    { id: 'stop1', role: 'stop', surface: faceAt[holding.stop], at: point(stopX, middleY, up) },
  ]
}

function solidsOf(own: OnToePlate, stopX: number): readonly Solid[] {
  const { high, holding, low, plate, stopsX } = own
  const [middleY, top] = [(low.y + high.y) / 2, Math.min(plate.toe, high.z)]
  const [halfX, halfY] = [plate.width / 2, plate.depth / 2]
  const stops = stopsX.map((x, i): Solid => ({
    name: 'stop',
    ref: `guide${i + 1}`,
    tone: 'hatch',
    shape: box(point(x - BODY_MM / 2, 0, 0), point(x + BODY_MM / 2, DEEP_MM, top)),
  }))
  const [end0, end1] = holding.stop === 'left' ? [stopX - DEEP_MM, stopX] : [stopX, stopX + DEEP_MM]
  return [
    {
      name: 'plate',
      ref: 'board',
      shape: box(
        point<'setup'>(-halfX, middleY - halfY, -plate.height),
        point(halfX, middleY + halfY, 0),
      ),
    },
    ...stops,
    {
      name: 'stop',
      ref: 'stop1',
      tone: 'hatch',
      shape: box(point(end0, middleY - BODY_MM / 2, 0), point(end1, middleY + BODY_MM / 2, top)),
    },
  ]
}

function errorsOf(
  { plate }: OnToePlate,
  { id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'id'>,
): readonly HeldError[] {
  const own = (
    what: string,
    link: string,
    error: Pick<HeldError, 'cause' | 'plusMinus' | 'remedy' | 'lights' | 'unit'> & {
      coefficient?: number
    },
  ): HeldError =>
    heldError({
      key: `toe plate ${plate.id}, ${what}`,
      link: `toe plate ${plate.id}, ${link}`,
      gear: plate.name,
      ...error,
    })
  if (role === 'rest')
    return [
      // Where the work lies on the plate differs from setup to setup.
      heldError({
        key: `flat ${id}`,
        link: 'plate out of flat',
        cause: 'top of the plate out of flat',
        plusMinus: plate.flatMm,
        remedy: 'Wipe and stone the plate, or skim it on the machine that it is used on.',
        lights: ['rest1', 'rest2', 'rest3'],
      }),
    ]
  const lights = role === 'stop' ? ['stop1'] : ['guide1', 'guide2']
  const placed = heldError({
    key: `stop ${id}`,
    link: 'stops put in their holes',
    cause: 'a stop off its place',
    plusMinus: plate.stopMm,
    remedy:
      'Indicate along the stops once they are in, or touch the part instead of trusting them.',
    lights,
  })
  return role === 'stop'
    ? [placed]
    : [
        placed,
        own('line', 'line', {
          cause: 'rows of the plate out of the travel',
          unit: 'mm/mm',
          plusMinus: plate.linePer100 / 100,
          remedy: 'Set the plate true by its edge or by two pins in one row.',
          lights,
          coefficient: inSetup.x,
        }),
      ]
}
