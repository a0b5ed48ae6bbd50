import { figurePath } from '../../workshop'
import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import {
  drawPieces,
  heldError,
  hiddenBelow,
  parallelsDiffer,
  stopError,
  stopStay,
  stopXOf,
  storedStay,
  tableStay,
} from '../common'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { angleFindings } from './findings'
import { atAngle, type AtAngle } from './layout'
import { type AngleHolding } from './parameters'
import { angleWords } from './words'

const THICK_MM = 20

export function standAtAngle(holding: AngleHolding, work: Work): Standing {
  const own = atAngle(holding, work)
  const { clamps, faceAt, high, low, parallels, plate } = own
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const gear = { key: `angle plate ${plate.id}`, name: plate.name }
  const middle = point<'setup'>((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)
  const stopX = stopXOf(own, holding.stop)
  const solids = solidsOf(own, stopX)
  return {
    ...own,
    spots: spotsOf(own, stopX),
    solids,
    mark: `angle plate ${plate.id}`,
    stays: {
      x: stopStay(own, holding.stop, gear, plate.storedMm),
      y: storedStay('y', gear, {
        by: 'angle plate',
        where: `at the angle plate, ${face('guide')}`,
        at: 0,
        place: { ...middle, y: 0 },
        anchorAt: 0,
        mark: 'face',
        plusMinus: plate.storedMm,
        lights: ['jaw'],
      }),
      z: tableStay(own, gear, plate.storedMm),
    },
    overTableMm: 0,
    outOfLinePer100: plate.tramPer100,
    comesBackMm: plate.stopMm,
    pivot: point(0, 0, low.z),
    held: [
      {
        face: faceAt.guide,
        what: 'lies against the angle plate here.',
        rest: 'It cannot be cut there. Turn the part.',
      },
    ],
    hidden: [hiddenBelow(faceAt.down), hiddenBelow(faceAt.guide)],
    guideY: 0,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: angleWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => angleFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        { name: `${plate.name} · ${parallels.name.toLowerCase()}`, guide: 'angle plate' },
        view,
        paper,
      ),
  }
}

function spotsOf(own: AtAngle, stopX: number | undefined): readonly Spot[] {
  const { faceAt, high, holding, low, meetsTo, plate } = own
  const restX = ((high.x - low.x) / 2) * 0.8
  const faceX = Math.min(high.x, plate.width / 2) * 0.8
  const middleY = (low.y + high.y) / 2
  const at = (up: number): number => low.z + (meetsTo - low.z) * up
  const guide = (id: string, x: number, up: number): Spot => ({
    id,
    role: 'guide',
    surface: faceAt.guide,
    at: point(x, 0, at(up)),
  })
  return [
    ...[-restX, restX].map((x, i): Spot => ({
      id: `rest${i + 1}`,
      role: 'rest',
      surface: faceAt.down,
      at: point(x, middleY, low.z),
      by: i === 0 ? 'left' : 'right',
    })),
    guide('guide1', -faceX, 0.9),
    guide('guide2', faceX, 0.9),
    guide('guide3', 0, 0.15),
    {
      id: 'stop1',
      role: 'stop',
      surface: holding.stop === 'right' ? faceAt.right : faceAt.left,
      at: point(stopX ?? low.x, middleY, at(0.5)),
      ...(stopX === undefined && { isSet: true as const }),
    },
  ]
}

function solidsOf(own: AtAngle, stopX: number | undefined): readonly Solid[] {
  const { high, holding, low, meetsTo, parallels, plate } = own
  const half = plate.width / 2
  const restX = ((high.x - low.x) / 2) * 0.8
  const under = [-restX, restX].map((x): Solid => ({
    name: 'parallel',
    ref: 'parallels',
    shape: box(
      point(x - parallels.thickness / 2, low.y, 0),
      point(x + parallels.thickness / 2, high.y, low.z),
    ),
  }))
  const stop = (x: number): Solid => ({
    name: 'stop',
    ref: 'stop1',
    shape: box(
      point(holding.stop === 'left' ? x - 12 : x, low.y / 2 - 6, low.z),
      point(holding.stop === 'left' ? x : x + 12, low.y / 2 + 6, (low.z + meetsTo) / 2),
    ),
  })
  return [
    {
      name: 'angle plate',
      ref: 'jaw',
      tone: 'hatch',
      shape: box(point(-half, 0, 0), point(half, THICK_MM, plate.height)),
    },
    ...under,
    ...(stopX === undefined ? [] : [stop(stopX)]),
  ]
}

const GUIDES = ['jaw', 'guide1', 'guide2', 'guide3'] as const

function errorsOf(
  { holding, low, meetsTo, parallels, plate }: AtAngle,
  { by, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'by'>,
): readonly HeldError[] {
  const gear = plate.name
  switch (role) {
    case 'rest':
      return by === 'right' ? [parallelsDiffer(parallels, ['rest1', 'rest2'])] : []
    case 'guide':
      return [
        heldError({
          key: `angle plate ${plate.id}, lean`,
          cause: 'angle plate out of square',
          gear,
          unit: 'mm/mm',
          plusMinus: plate.leanPer100 / 100,
          remedy: 'Indicate the upright face and shim the angle plate.',
          lights: GUIDES,
          coefficient: inSetup.z - (low.z + meetsTo) / 2,
        }),
        heldError({
          key: `angle plate ${plate.id}, tram`,
          cause: 'angle plate out of line',
          gear,
          unit: 'mm/mm',
          plusMinus: plate.tramPer100 / 100,
          remedy: 'Indicate the face along the travel before this setup.',
          lights: GUIDES,
          coefficient: inSetup.x,
        }),
      ]
    case 'stop':
      return [
        holding.stop === 'none'
          ? heldError({
              key: 'put down x',
              cause: 'put down by hand',
              plusMinus: USUAL_PLACED_MM,
              distribution: 'uniform',
              remedy: 'Touch zero on the part itself, or set a stop.',
              lights: ['stop1'],
            })
          : stopError(plate.stopMm, figurePath('anglePlates', plate.id, 'stopMm')),
      ]
  }
}

/** How closely work is put down by hand, ± mm (common practice, no source). */
const USUAL_PLACED_MM = 0.5
