import { point } from '../../../ground/geometry'
import { box } from '../../../ground/recipe'
import { drawPieces, heldError, hiddenBelow, stopXOf } from '../common'
import {
  type HeldError,
  type Locator,
  type Solid,
  type Spot,
  type Standing,
  type Stay,
} from '../kind'
import { type Work } from '../work'
import { mateFindings } from './findings'
import { playMm, underMate, type UnderMate } from './layout'
import { type MateHolding } from './parameters'
import { mateWords } from './words'

export function standUnderMate(holding: MateHolding, work: Work): Standing {
  const own = underMate(holding, work)
  const { clamps, faceAt, low, parallels } = own
  const solids = solidsOf(own)
  return {
    ...own,
    spots: spotsOf(own),
    solids,
    mark: `mate ${holding.name}`,
    stays: { x: stay(own, 'x'), y: stay(own, 'y'), z: stay(own, 'z') },
    overTableMm: parallels.height - low.z,
    outOfLinePer100: 0,
    comesBackMm: own.flushMm,
    pivot: point(0, 0, 0),
    held: [
      {
        face: faceAt.up,
        what: `lies under ${holding.name} here.`,
        rest: 'It cannot be cut there. Cut it in a setup before this one.',
      },
    ],
    hidden: [hiddenBelow(faceAt.down)],
    guideY: 0,
    stopX: stopXOf(own, holding.stop),
    stopEnd: holding.stop,
    words: mateWords(own),
    handsOn: { by: holding.name, errors: handedOn(own) },
    errors: (locator) => errorsOf(own, locator),
    findings: (inspected) => mateFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        { name: `${holding.name} · ${parallels.name.toLowerCase()}`, guide: 'flush' },
        view,
        paper,
      ),
  }
}

/** The mate carries its own nought: nothing is touched, and nothing errs that is not told of how it lies. */
function stay({ high, holding, low }: UnderMate, axis: 'x' | 'y' | 'z'): Stay {
  const middle = point<'setup'>((low.x + high.x) / 2, (low.y + high.y) / 2, 0)
  const x = holding.stop === 'left' ? low.x : high.x
  const at = { x, y: 0, z: 0 }[axis]
  const where = { x: 'end', y: 'flush side', z: 'underside' }[axis]
  return {
    at,
    place: axis === 'x' ? { ...middle, x } : axis === 'y' ? { ...middle, y: 0 } : middle,
    words: `the ${where} of ${holding.name}`,
    what: `the ${where} of ${holding.name}`,
    where: `at the ${where} of ${holding.name}`,
    error: undefined,
    anchor: { at, name: `the ${where} of ${holding.name}`, mark: 'none' },
  }
}

/** Where its three contacts and its flush places lie, as a share of half the size. */
const SHARE = 0.8

function spotsOf(own: UnderMate): readonly Spot[] {
  const { faceAt, high, holding, low } = own
  const [halfX, deep] = [high.x * SHARE, high.y - low.y]
  const under = (id: string, x: number, share: number): Spot => ({
    id,
    role: 'rest',
    surface: faceAt.up,
    at: point(x, low.y + share * deep, 0),
  })
  const flush = (id: string, x: number): Spot => ({
    id,
    role: 'guide',
    surface: faceAt.guide,
    at: point(x, 0, low.z / 2),
    isSet: true,
  })
  return [
    under('rest1', -halfX, 0.9),
    under('rest2', halfX, 0.9),
    under('rest3', 0, 0.1),
    flush('guide1', -halfX),
    flush('guide2', halfX),
    {
      id: 'stop1',
      role: 'stop',
      surface: faceAt[holding.stop],
      at: point(stopXOf(own, holding.stop) ?? low.x, low.y + deep / 2, low.z / 2),
      isSet: true,
    },
  ]
}

function solidsOf({ high, holding, low, parallels }: UnderMate): readonly Solid[] {
  const x = high.x * SHARE
  const bar = (at: number): Solid => ({
    name: 'parallel',
    ref: 'parallels',
    shape: box(
      point(at - parallels.thickness / 2, low.y, low.z - parallels.height),
      point(at + parallels.thickness / 2, high.y, low.z),
    ),
  })
  return [
    bar(-x),
    bar(x),
    {
      name: holding.name,
      ref: 'guide1',
      tone: 'hatch',
      shape: box(point(low.x, low.y, 0), point(high.x, high.y, holding.thick.mm)),
    },
  ]
}

const BY_FLUSH = {
  finger: { cause: 'flush by feel', remedy: 'Put both against a fence, or read along both.' },
  fence: { cause: 'both against a fence', remedy: 'Wipe the fence; read along both instead.' },
  indicator: { cause: 'flush by reading', remedy: 'Read with a better instrument, further apart.' },
} as const

function errorsOf(
  { flushMm, holding }: UnderMate,
  { id, role }: Pick<Locator, 'role' | 'id'>,
): readonly HeldError[] {
  if (role === 'rest') return []
  return [
    heldError({
      key: `flush ${id}`,
      link: `laid on, ${holding.name}`,
      ...BY_FLUSH[holding.flush],
      plusMinus: flushMm,
      lights: [id],
    }),
  ]
}

/** What errs in the place of a hole that is made through the mate's, along each axis. */
function handedOn({ holding }: UnderMate): readonly HeldError[] {
  return [
    heldError({
      key: 'mate',
      cause: `holes of ${holding.name} off their places`,
      plusMinus: holding.places.mm,
      remedy: `Measure the holes of ${holding.name} from its edges, and put that on the drawing.`,
      lights: [],
    }),
    heldError({
      key: 'guide',
      cause: `play in the holes of ${holding.name}`,
      plusMinus: playMm(holding),
      distribution: 'uniform',
      remedy: 'Take a drill, a bush or a punch that fits the hole closely.',
      lights: [],
    }),
  ]
}
