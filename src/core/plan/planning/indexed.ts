import { capital } from '../../ground/finding'
import {
  AXES,
  type Axis,
  applyMotion,
  composeMotions,
  dot,
  invertMotion,
  type Motion,
  point,
  type Point,
  turnAbout,
} from '../../ground/geometry'
import { drawPieces, type Facing, type Standing } from '../../shop/holding'
import { normalOf, type Side, SIDES } from '../../work/part'
import { boundsOfPoints, cornersOfBox, moved } from '../../ground/recipe'
import { blockNow } from '../../work/stock'
import { printDegrees } from '../../handbook/units'
import { SWUNG_HEAD, type Turner, turnerLetter, turnerWords } from '../../shop/workshop'
import { type IndexedFrom, type PlannedSetup } from './planned'
import { zeroPoint } from './zero'

/** "A +30°": what the rotary axis is told. */
export function indexWords({ commandedRad, turner }: IndexedFrom): string {
  const sign = commandedRad < 0 ? '−' : '+'
  return `${turnerLetter(turner)} ${sign}${printDegrees(Math.abs(commandedRad))}`
}

/** What can turn the part as a setup clamps it: what holds it by itself, else the machine's own axis; nothing under a swung head. */
export const turnerOf = ({
  leaning,
  machine: { id, name, rotary },
  standing,
}: Pick<PlannedSetup, 'leaning' | 'machine' | 'standing'>): Turner | undefined =>
  leaning?.on.sets === SWUNG_HEAD
    ? undefined
    : (standing.turner ?? (rotary && { key: `machine ${id}`, name, by: 'axis', rotary }))

/** A point on the centre line of the rotary axis, in the frame of the holding that stands on it. */
export function rotaryCentre({ clamping, standing }: PlannedSetup): Point<'setup'> {
  const { centre } = clamping
  // What turns the part by itself has its axis in the holding's own nought.
  return centre && !standing.turner ? point(centre.x.mm, centre.y.mm, centre.z.mm) : point(0, 0, 0)
}

/** How what stands on the rotary axis is turned, in the frame of the holding. */
export const turnOf = ({ base, turner, workRad }: IndexedFrom): Motion<'setup', 'setup'> =>
  turnAbout(turner?.rotary.along ?? 'x', rotaryCentre(base), workRad)

const FACING: Readonly<Record<Facing, readonly [row: 0 | 1 | 2, sign: 1 | -1]>> = {
  right: [0, 1],
  left: [0, -1],
  guide: [1, 1],
  away: [1, -1],
  up: [2, 1],
  down: [2, -1],
}

/** The face that looks squarely each way; none where the part leans. */
function facesOf({ rows }: Motion<'setup', 'part'>): Standing['faceAt'] {
  const facing = ([row, sign]: (typeof FACING)[Facing]): Side | undefined =>
    SIDES.find((side) => sign * dot(normalOf(side), rows[row]) > 1 - 1e-9)
  return Object.fromEntries(
    Object.entries(FACING).map(([where, way]) => [where, facing(way)]),
  ) as Standing['faceAt']
}

/** What of a standing goes round with the work when both are turned, whatever turns them. */
export function carriedRound(
  held: Standing,
  turn: Motion<'setup', 'setup'>,
  { before, part }: Pick<PlannedSetup, 'before' | 'part'>,
): Omit<Standing, 'stays' | 'mark' | 'words' | 'draw'> {
  const setupFromPart = composeMotions(turn, held.setupFromPart)
  const { high, low } = boundsOfPoints(
    cornersOfBox(blockNow(part, before)).map((p) => applyMotion(setupFromPart, p)),
  )
  return {
    setupFromPart,
    partFromSetup: invertMotion(setupFromPart),
    low,
    high,
    faceAt: facesOf(setupFromPart),
    spots: [],
    clamps: held.clamps.map((clamp) => ({ ...clamp, shape: moved(turn, clamp.shape) })),
    solids: held.solids.map((solid) => ({ ...solid, shape: moved(turn, solid.shape) })),
    overTableMm: held.overTableMm,
    outOfLinePer100: held.outOfLinePer100,
    comesBackMm: held.comesBackMm,
    pivot: applyMotion(turn, held.pivot),
    ...(held.partsAt && { partsAt: held.partsAt }),
    ...(held.attached && { attached: held.attached }),
    held: held.held,
    hidden: held.hidden,
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    errors: () => [],
    findings: () => [],
  }
}

/** How a part stands that another setup clamped, when the rotary axis has turned both; its zero turns along. */
export function turnedStanding(
  indexed: IndexedFrom,
  state: Pick<PlannedSetup, 'before' | 'part'>,
): Standing {
  const { base } = indexed
  const held = base.standing
  const turn = turnOf(indexed)
  const carried = carriedRound(held, turn, state)
  const words = wordsOf(indexed)
  return {
    ...carried,
    stays: staysOf(indexed, applyMotion(turn, zeroPoint(base))),
    mark: `${held.mark}, ${indexWords(indexed)}`,
    words,
    draw: drawnTurned(carried, words),
  }
}

/** A turned holding is drawn from its pieces. */
export const drawnTurned =
  (
    carried: Parameters<typeof drawPieces>[0] & Parameters<typeof drawPieces>[1],
    words: Standing['words'],
  ): Standing['draw'] =>
  (view, paper) =>
    drawPieces(carried, carried, { name: calledOnce(words), guide: '' }, view, paper)

/** Its name and how it stands; where that begins with the name, that alone. */
const calledOnce = ({ name, short }: Standing['words']): string =>
  short.toLowerCase().startsWith(name.toLowerCase()) ? capital(short) : `${name} · ${short}`

/** Zero is that of the setup which clamped the part, carried round. */
function staysOf({ base }: IndexedFrom, zero: Point<'setup'>): Standing['stays'] {
  const from = `zero of setup ${base.index + 1}`
  const stay = (axis: Axis): Standing['stays'][Axis] => ({
    at: zero[axis],
    place: zero,
    words: `${from}, turned`,
    what: `the ${from}, turned`,
    where: `as in setup ${base.index + 1}, turned`,
    error: undefined,
    anchor: { at: zero[axis], name: `the ${from}`, mark: 'turned' },
  })
  const [x, y, z] = AXES.map(stay)
  return { x, y, z } as Standing['stays']
}

function wordsOf(indexed: IndexedFrom): Standing['words'] {
  const { base, commandedRad, turner } = indexed
  const number = base.index + 1
  const told = indexWords(indexed)
  const turns = turner
    ? turnerWords(turner, commandedRad)
    : `${base.machine.name} has no rotary axis to turn it.`
  return {
    ...base.standing.words,
    short: `${told}, as in setup ${number}`,
    caption: [`As clamped in setup ${number}, ${told}`],
    note: `${turner?.by === 'flats' ? 'The part stays in its block' : 'Nothing is loosened: the part stays'} as setup ${number} clamped it. ${turns} Try the turn above the part first; keep within the limits of the machine and of what holds the part.`,
    lines: [
      `Leave it ${turner?.by === 'flats' ? 'in its block' : 'clamped'} as in setup ${number}.`,
      `${told}. ${turns}`,
    ],
  }
}
