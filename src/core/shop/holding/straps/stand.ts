import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import {
  drawPieces,
  heldError,
  hiddenBelow,
  lengthIn,
  roleWords,
  stopStay,
  storedStay,
  tableStay,
  unkeptStay,
} from '../common'
import { type HeldError, type Locator, type Solid, type Spot, type Standing } from '../kind'
import { type Work } from '../work'
import { strapFindings } from './findings'
import { onTable, type OnTable } from './layout'
import { type StrapsHolding } from './parameters'

export function standOnTable(holding: StrapsHolding, work: Work): Standing {
  const own = onTable(holding, work)
  const { clamps, faceAt, high, low, parallels, strap } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const fence = holding.square === 'fence'
  const gear = { key: `straps ${strap.id}`, name: strap.name }
  const middle = point<'setup'>((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)
  const stopX = holding.stop === 'none' ? undefined : holding.stop === 'left' ? low.x : high.x
  const solids = solidsOf(own, stopX)
  const squared = fence
    ? `${face('guide')} against a fence, set true with the ${own.instrument.name.toLowerCase()}`
    : `${face('guide')} set true with the ${own.instrument.name.toLowerCase()}`
  return {
    ...own,
    spots: spotsOf(own, stopX),
    solids,
    mark: `table, straps ${strap.id}`,
    stays: {
      x: stopStay(own, holding.stop, gear, strap.storedMm),
      y: fence
        ? storedStay('y', gear, {
            by: 'fence',
            where: `at the fence, ${face('guide')}`,
            at: 0,
            place: { ...middle, y: 0 },
            anchorAt: 0,
            mark: 'fence',
            plusMinus: strap.storedMm,
            lights: ['fence'],
          })
        : unkeptStay(0, { ...middle, y: 0 }),
      z: tableStay(own, gear, strap.storedMm),
    },
    overTableMm: 0,
    outOfLinePer100: (Math.SQRT2 * readsMm(own) * 100) / Math.max(20, high.x - low.x),
    comesBackMm: strap.stopMm,
    pivot: point(0, 0, low.z),
    held: fence
      ? [
          {
            face: faceAt.guide,
            what: 'lies against the fence here.',
            rest: 'It cannot be cut there. Set the part true with an indicator instead, or turn it.',
          },
        ]
      : [],
    hidden: [hiddenBelow(faceAt.down)],
    guideY: fence ? 0 : undefined,
    stopX,
    stopEnd: holding.stop === 'none' ? undefined : holding.stop,
    words: {
      roles: {
        rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear'),
        guide: fence
          ? roleWords('Fence', 'fence contact', 'on the fence', 'The fence bears')
          : roleWords('Set', 'set place', 'as set true', 'The indicator reads'),
        stop:
          stopX === undefined
            ? roleWords('Put down', 'place', 'as put down', 'It is put down by')
            : roleWords(
                'Stop',
                'stop',
                'at the stop',
                'The stop bears',
                'Stop on a cut face, or touch it instead.',
              ),
      },
      motions: {
        tip: 'tip front to back',
        tipAlong: 'tip end to end',
        turn: 'turn round like a table',
        slide: 'slide along X',
        off: 'slide along Y',
        lift: 'lift off the parallels',
      },
      holdIt: 'give back a contact that was taken away',
      nought: { x: 'the middle of the work', y: 'the face that is set true', z: 'the table' },
      guided: 'the back of the table',
      turns: 'the part',
      tram: 'Set it true again',
      pivot: 'Turn the part on the table about the middle of the face that is set true',
      name: 'the table',
      short: `${strap.name.toLowerCase()}, ${parallels.name.toLowerCase()}`,
      grip: 'the straps',
      caption: [
        'Strapped, on ',
        faceAt.down,
        fence ? ', against a fence ' : ', set true on ',
        faceAt.guide,
        ...(stopX === undefined
          ? [', no stop']
          : [', stop at ', holding.stop === 'left' ? faceAt.left : faceAt.right]),
      ],
      note: `${clamps.length} straps over the parallels. What they hold is for a qualified person to judge: studs, blocks and straps have limits of their own, and thin work bends where nothing lies under a strap.`,
      lines: [
        `${work.machine.name}, table, ${strap.name.toLowerCase()}, ${parallels.name.toLowerCase()}.`,
        `${face('up')} up, standing on ${face('down')}, ${length(low.z)} over the table; ${squared}.`,
        'A parallel lies under each strap; the straps push straight down on it.',
        stopX === undefined
          ? 'No stop: X is touched each time.'
          : `Stop at the ${holding.stop} end, on ${face(holding.stop === 'left' ? 'left' : 'right')}.`,
      ],
    },
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => strapFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        {
          name: `table · ${parallels.name.toLowerCase()}`,
          guide: fence ? 'fence' : 'set true along here',
        },
        view,
        paper,
      ),
  }
}

function spotsOf(own: OnTable, stopX: number | undefined): readonly Spot[] {
  const { faceAt, high, holding, low, parallels, parallelX } = own
  const half = (Math.min(high.y - low.y, parallels.length) / 2) * 0.8
  const [middleY, middleZ] = [(low.y + high.y) / 2, (low.z + high.z) / 2]
  const guideX = ((high.x - low.x) / 2) * 0.8
  const isSet = holding.square === 'indicator' ? { isSet: true as const } : {}
  const rest = (id: string, x: number, y: number, by: string): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.down,
    at: point(x, y, low.z),
    by,
  })
  return [
    rest('rest1', parallelX[0], middleY + half, 'left'),
    rest('rest2', parallelX[0], middleY - half, 'left'),
    rest('rest3', parallelX[1], middleY, 'right'),
    ...[-guideX, guideX].map((x, i): Spot => ({
      id: `guide${i + 1}`,
      role: 'guide',
      surface: faceAt.guide,
      at: point(x, 0, middleZ),
      ...isSet,
    })),
    {
      id: 'stop1',
      role: 'stop',
      surface: holding.stop === 'right' ? faceAt.right : faceAt.left,
      at: point(stopX ?? low.x, middleY, middleZ),
      ...(stopX === undefined && { isSet: true as const }),
    },
  ]
}

const FENCE_MM = 12

function solidsOf(own: OnTable, stopX: number | undefined): readonly Solid[] {
  const { high, holding, low, parallels, parallelX } = own
  const [middleY, halfLength] = [(low.y + high.y) / 2, parallels.length / 2]
  const under = parallelX.map((x): Solid => ({
    name: 'parallel',
    ref: 'parallels',
    shape: box(
      point(x - parallels.thickness / 2, middleY - halfLength, 0),
      point(x + parallels.thickness / 2, middleY + halfLength, low.z),
    ),
  }))
  const top = low.z + (high.z - low.z) / 2
  const fence: Solid = {
    name: 'fence',
    ref: 'fence',
    tone: 'hatch',
    shape: box(point(low.x, 0, 0), point(high.x, FENCE_MM, top)),
  }
  const stop = (x: number): Solid => ({
    name: 'stop',
    ref: 'stop1',
    shape: box(
      point(holding.stop === 'left' ? x - FENCE_MM : x, low.y + 4, 0),
      point(holding.stop === 'left' ? x : x + FENCE_MM, low.y + 4 + FENCE_MM, top),
    ),
  })
  return [
    ...under,
    ...(holding.square === 'fence' ? [fence] : []),
    ...(stopX === undefined ? [] : [stop(stopX)]),
  ]
}

/** How closely the face or the fence is read at one place, ± mm. */
const readsMm = ({ instrument, work }: OnTable): number =>
  Math.hypot(instrument.repeatMm, work.machine.repeatMm)

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const

function errorsOf(
  own: OnTable,
  { by, id, inSetup, role }: Pick<Locator, 'role' | 'inSetup' | 'by' | 'id'>,
): readonly HeldError[] {
  const { holding, parallels, strap } = own
  const placedBy = (axis: 'x' | 'y'): HeldError =>
    heldError({
      key: `put down ${axis}`,
      cause: 'put down on the table by hand',
      plusMinus: strap.placedMm,
      distribution: 'uniform',
      remedy: 'Touch zero on the part itself, or set a stop or a fence on the table.',
      lights: axis === 'x' ? ['stop1'] : ['guide1', 'guide2'],
    })
  switch (role) {
    case 'rest':
      return by === 'right'
        ? [
            heldError({
              key: 'parallels',
              cause: 'parallels differ',
              plusMinus: parallels.differenceMm,
              remedy: 'Take a matched pair of parallels.',
              lights: RESTS,
            }),
          ]
        : []
    case 'guide':
      return holding.square === 'fence'
        ? [
            heldError({
              key: 'fence turned',
              cause: 'fence out of line with the travel',
              plusMinus: (Math.SQRT2 * readsMm(own)) / Math.max(20, own.high.x - own.low.x),
              remedy: 'Read along the fence once more, further apart, with a better instrument.',
              lights: ['fence', 'guide1', 'guide2'],
              coefficient: inSetup.x,
            }),
            heldError({
              key: 'fence back',
              cause: 'coming back to the fence',
              plusMinus: strap.stopMm,
              remedy: 'Wipe the fence; touch the part instead of trusting it.',
              lights: ['fence'],
            }),
          ]
        : [
            placedBy('y'),
            heldError({
              key: `reads ${id}`,
              link: 'set true',
              cause: `set true with the ${own.instrument.name.toLowerCase()}`,
              plusMinus: readsMm(own),
              remedy: 'Read further apart, with a better instrument, on a cut face.',
              lights: ['guide1', 'guide2'],
            }),
          ]
    case 'stop':
      return holding.stop === 'none'
        ? [placedBy('x')]
        : [
            heldError({
              key: 'stop',
              cause: 'coming back to the stop',
              plusMinus: strap.stopMm,
              remedy: 'Touch the part instead of trusting the stop.',
              lights: ['stop1'],
            }),
          ]
  }
}
