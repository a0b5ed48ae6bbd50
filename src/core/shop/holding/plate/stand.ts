import { add, dot, norm, point, type Point, scale, subtract } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { drawPieces, heldError, hiddenBelow, storedStay } from '../common'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { padHeightError } from '../pads'
import { plateFindings } from './findings'
import { BEYOND_MM, makingOf, onPlate, type OnPlate, pushedBy, pushOf } from './layout'
import { type PinPlateHolding } from './parameters'
import { PAD_MM, padPlaces } from './rests'
import { plateWords } from './words'

/** Pins stand so far into the part, mm. */
const PIN_MM = 8

export function standOnPlate(holding: PinPlateHolding, work: Work): Standing {
  const own = onPlate(holding, work)
  const { clamps, faceAt, high, low, plate } = own
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const gear = { key: `plate ${plate.id}`, name: plate.name }
  const kept = (axis: 'x' | 'y') =>
    storedStay(axis, gear, {
      by: 'round pin',
      where: 'at the round pin',
      at: 0,
      place: point(0, 0, PIN_MM / 2),
      anchorAt: 0,
      mark: 'round pin',
      plusMinus: plate.storedMm,
      lights: ['guide1', 'stop1'],
    })
  const spots = spotsOf(own)
  const solids = solidsOf(own, spots)
  return {
    ...own,
    spots,
    solids,
    mark: `plate ${plate.id}`,
    stays: {
      x: kept('x'),
      y: kept('y'),
      z: storedStay('z', gear, {
        by: 'pads',
        where: `on the pads, ${face('down')}`,
        at: 0,
        place: point((low.x + high.x) / 2, (low.y + high.y) / 2, 0),
        anchorAt: 0,
        mark: 'pads',
        plusMinus: plate.storedMm,
        lights: ['rest1', 'rest2', 'rest3'],
      }),
    },
    overTableMm: plate.height,
    outOfLinePer100: plate.linePer100,
    comesBackMm: 0,
    ...pushedBy(own),
    pivot: point(0, 0, 0),
    held: [],
    hidden: [hiddenBelow(faceAt.down)],
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    words: plateWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => plateFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(own, { clamps, solids }, { name: plate.name, guide: '' }, view, paper),
  }
}

function spotsOf(own: OnPlate): readonly Spot[] {
  const { between, faceAt, holding, low, setupFromPart } = own
  const [x, y] = setupFromPart.rows
  const apart = Math.max(1e-6, norm(between))
  // Relieved along the line of the pins: what it holds is across it.
  const across = add(scale(x, -between.y / apart), scale(y, between.x / apart))
  const pin = (id: string, role: 'guide' | 'stop', by: string, normal: Point<'part'>): Spot => ({
    id,
    role,
    surface: by === 'round' ? holding.round : holding.relieved,
    at: add(by === 'round' ? point(0, 0, 0) : between, point(0, 0, PIN_MM / 2)),
    normal,
    by,
  })
  return [
    ...padPlaces(own).map((at, i): Spot => ({
      id: `rest${i + 1}`,
      role: 'rest',
      surface: faceAt.down,
      at: point(at.x, at.y, low.z),
    })),
    pin('guide1', 'guide', 'round', y),
    pin('guide2', 'guide', 'relieved', across),
    pin('stop1', 'stop', 'round', x),
  ]
}

function solidsOf(own: OnPlate, spots: readonly Spot[]): readonly Solid[] {
  const { between, high, holding, low, plate } = own
  const pads = spots
    .filter(({ role }) => role === 'rest')
    .map(({ at, id }): Solid => ({
      name: 'pad',
      ref: id,
      shape: box(
        point(at.x - PAD_MM, at.y - PAD_MM, -plate.padHeight),
        point(at.x + PAD_MM, at.y + PAD_MM, 0),
      ),
    }))
  const pin = (ref: string, at: Point<'setup'>, diameter: number): Solid => ({
    name: 'pin',
    ref,
    tone: 'hatch',
    shape: box(
      point(at.x - diameter / 2, at.y - diameter / 2, -plate.padHeight),
      point(at.x + diameter / 2, at.y + diameter / 2, PIN_MM),
    ),
  })
  return [
    {
      name: 'plate',
      shape: box(
        point(low.x - BEYOND_MM, low.y - BEYOND_MM, -plate.height),
        point(high.x + BEYOND_MM, high.y + BEYOND_MM, -plate.padHeight),
      ),
    },
    ...pads,
    pin('guide1', point(0, 0, 0), holding.roundPin.mm),
    pin('guide2', between, holding.relievedPin.mm),
  ]
}

/** Floating, work lies anywhere within the play; pushed, only what the hole's size is off is left of it. */
function playError(own: OnPlate, id: string, isRound: boolean, play: number): HeldError {
  const { holding, relieved, round, work } = own
  const which = isRound ? 'round' : holding.second === 'round' ? 'second' : 'relieved'
  const bears = pushOf(own) && Math.abs(dot(pushOf(own) as Point<'setup'>, acrossOf(own, id))) > 0.5
  if (!bears)
    return heldError({
      key: `play ${id}`,
      link: `play on the ${which} pin`,
      cause: `play on the ${which} pin`,
      plusMinus: play / 2,
      distribution: 'uniform',
      remedy: 'Take a closer pin, or push the part to one side each time.',
      lights: [id],
    })
  const hole = isRound ? round : relieved
  return heldError({
    key: `pushed ${id}`,
    link: `pushed against the ${which} pin`,
    cause: `pushed ${holding.pushed ?? ''} against the ${which} pin, whose hole is off in size`,
    plusMinus: work.workshop.capabilities[makingOf(work, hole.owner)].sizeMm / 2,
    remedy: 'Measure the hole, and put what it differs by into the offset.',
    lights: [id],
  })
}

/** The way across the line of the pins, or along an axis, that a pin holds. */
function acrossOf({ between }: OnPlate, id: string): Point<'setup'> {
  if (id === 'stop1') return point(1, 0, 0)
  if (id === 'guide1') return point(0, 1, 0)
  const apart = Math.max(1e-6, norm(between))
  return point(-between.y / apart, between.x / apart, 0)
}

function errorsOf(
  own: OnPlate,
  { by, id, role }: Pick<Locator, 'role' | 'by' | 'id'>,
): readonly HeldError[] {
  const { between, holding, plate, relieved, round } = own
  const gear = plate.name
  if (role === 'rest') return [padHeightError(plate, id)]
  const isRound = by === 'round'
  const hole = (isRound ? round : relieved).diameterMm
  const pin = (isRound ? holding.roundPin : holding.relievedPin).mm
  const play = Number.isFinite(hole) ? Math.max(0, hole - pin) : 0
  const errors = [
    heldError({
      key: `plate ${plate.id}, ${id}`,
      link: `plate ${plate.id}, pins`,
      cause: 'pins off their places',
      gear,
      plusMinus: plate.pinMm,
      remedy: 'Measure the pins where they stand and enter what they differ by.',
      lights: [id],
    }),
    playError(own, id, isRound, play),
  ]
  if (isRound) return errors
  return [
    ...errors,
    heldError({
      key: `plate ${plate.id}, line`,
      cause: 'line of the pins out of the travel',
      gear,
      unit: 'mm/mm',
      plusMinus: plate.linePer100 / 100,
      remedy: 'Set the plate true by its pins.',
      lights: ['guide1', 'guide2'],
      coefficient: norm(subtract(between, point(0, 0, 0))),
    }),
  ]
}
