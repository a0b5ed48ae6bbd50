import { point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { drawPieces, heldError, lengthIn, roleWords } from '../common'
import {
  type HeldError,
  type HoldingWords,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { type Work } from '../work'
import { jackFindings } from './findings'
import { onJacks, type OnJacks } from './layout'
import { type JacksHolding } from './parameters'

/** How thick a jack is drawn, mm. */
const JACK_MM = 12

export function standOnJacks(holding: JacksHolding, work: Work): Standing {
  const own = onJacks(holding, work)
  const { clamps, faceAt, high, instrument, low } = own
  const solids = own.jacks.map((at, i): Solid => ({
    name: `jack ${i + 1}`,
    ref: `rest${i + 1}`,
    shape: round(point(at.x, at.y, 0), at, JACK_MM),
  }))
  return {
    ...own,
    spots: spotsOf(own),
    solids,
    mark: `table, jacks, straps ${own.strap.id}`,
    stays: { x: stayOf(own, 'x'), y: stayOf(own, 'y'), z: stayOf(own, 'z') },
    overTableMm: 0,
    outOfLinePer100: (Math.SQRT2 * setMm(own) * 100) / Math.max(20, high.x - low.x),
    comesBackMm: setMm(own),
    pivot: point(0, 0, low.z),
    held: [],
    hidden: [
      {
        face: faceAt.down,
        rest: 'It stands on jacks there. Touch another face, or take the readings.',
      },
    ],
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    words: jackWords(own),
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => jackFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        { name: 'table · three jacks', guide: `set by readings, ${instrument.name.toLowerCase()}` },
        view,
        paper,
      ),
  }
}

/** How well one marked point is brought to its height, ± mm: as it is known, and as it is read. */
const setMm = ({ holding, instrument, work }: OnJacks): number =>
  Math.hypot(holding.known.mm, instrument.repeatMm, work.machine.repeatMm)

/** Every locator is set by readings, and follows the fit: not the skin that it stands on. */
function spotsOf({ faceAt, high, jacks, low }: OnJacks): readonly Spot[] {
  const fitted = { isSet: true, isFitted: true } as const
  const [middleY, middleZ] = [(low.y + high.y) / 2, (low.z + high.z) / 2]
  const guideX = ((high.x - low.x) / 2) * 0.8
  return [
    ...jacks.map((at, i): Spot => ({
      id: `rest${i + 1}`,
      role: 'rest',
      surface: faceAt.down,
      at,
      ...fitted,
    })),
    ...[-guideX, guideX].map((x, i): Spot => ({
      id: `guide${i + 1}`,
      role: 'guide',
      surface: faceAt.guide,
      at: point(x, high.y, middleZ),
      ...fitted,
    })),
    {
      id: 'stop1',
      role: 'stop',
      surface: faceAt.left,
      at: point(low.x, middleY, middleZ),
      ...fitted,
    },
  ]
}

function errorsOf(
  own: OnJacks,
  { id, role }: Pick<Locator, 'role' | 'inSetup' | 'by' | 'id'>,
): readonly HeldError[] {
  const { holding, instrument, work } = own
  const lights = [id]
  return [
    heldError({
      key: `known ${id}`,
      link: `measured ${role}`,
      cause: 'the casting as it was measured',
      plusMinus: holding.known.mm,
      remedy: 'Measure more points there, or each more closely; fit again.',
      lights,
    }),
    heldError({
      key: `reads ${id}`,
      link: `set ${role}`,
      cause: `set with the ${instrument.name.toLowerCase()}`,
      plusMinus: Math.hypot(instrument.repeatMm, work.machine.repeatMm),
      remedy: 'Go round the marked points once more; read again after clamping.',
      lights,
    }),
  ]
}

/** Zero is where the readings have it: the marked points are known in the part. */
function stayOf(own: OnJacks, axis: 'x' | 'y' | 'z'): Stay {
  const { high, low } = own
  const place = point<'setup'>(
    (low.x + high.x) / 2,
    (low.y + high.y) / 2,
    axis === 'z' ? low.z : (low.z + high.z) / 2,
  )
  return {
    at: place[axis],
    place,
    words: 'by the marked points, as the fit has them',
    what: 'the marked points',
    where: 'as the part lies in the casting',
    error: heldError({
      key: `marked ${axis}`,
      cause: 'zero taken from the marked points',
      plusMinus: setMm(own),
      remedy: 'Touch a face as soon as one is cut.',
      lights: [],
    }),
    anchor: {
      at: place[axis],
      name: 'the marked points',
      mark: 'none',
      lacking: 'nothing stops the casting here; read the marked points',
    },
  }
}

function jackWords(own: OnJacks): HoldingWords {
  const { faceAt, holding, instrument, strap, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const set = roleWords('Set', 'set place', 'as set', 'The reading has', 'Read it once more.')
  return {
    roles: {
      rest: { ...set, label: 'Jack', noun: 'jack', onto: 'on the jacks' },
      guide: set,
      stop: set,
    },
    motions: {
      tip: 'tip front to back',
      tipAlong: 'tip end to end',
      turn: 'turn round like a table',
      slide: 'slide along X',
      off: 'slide along Y',
      lift: 'lift off the jacks',
    },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the work', y: 'the back of the work', z: 'the table' },
    guided: 'the back of the table',
    turns: 'the casting',
    tram: 'Read the marked points again',
    pivot: 'Turn the casting on its jacks',
    name: 'the table',
    short: `three jacks, ${strap.name.toLowerCase()}`,
    grip: 'the straps',
    caption: ['On three jacks under ', faceAt.down, ', set by the marked points'],
    note: `${own.clamps.length} straps, each over a jack or it springs the casting. What they hold on a rough skin is for a qualified person to judge; wedge it so that it cannot walk.`,
    lines: [
      `${work.machine.name}, table, three jacks, ${strap.name.toLowerCase()}.`,
      `${face('up')} up, on jacks under ${face('down')}, the lowest ${length(holding.clearance.mm)}.`,
      `Set by the marked points of the layout sheet with the ${instrument.name.toLowerCase()}, until they agree to ±${length(setMm(own))}; read again after clamping.`,
    ],
  }
}
