import {
  applyMotion,
  type Axis,
  dot,
  invertMotion,
  point,
  type Point,
  turnAbout,
} from '../../ground/geometry'
import { boundsOf, box, moved, spanOf } from '../../ground/recipe'
import { type HeldError, type Standing } from '../../shop/holding'
import { printDegrees } from '../../handbook/units'
import { type LeansOn, settingOf, SWUNG_HEAD } from '../../shop/workshop'
import { type Lean } from '../way'
import { carriedRound, drawnTurned } from './indexed'
import { type LeaningFrom, type PlannedSetup } from './planned'

type Raised = Lean['raised']

/** About which axis of the setup a holding leans when one of its sides is raised, and which way, right hand. */
const TURNS: Readonly<Record<Raised, readonly [about: 'x' | 'y', sign: 1 | -1]>> = {
  back: ['x', 1],
  front: ['x', -1],
  left: ['y', 1],
  right: ['y', -1],
}

/** The axis of the setup about which a holding leans: what lies along it stays as it was. */
export const leansAbout = ({ raised }: Pick<Lean, 'raised'>): 'x' | 'y' => TURNS[raised][0]

/** "back up 30°", or "head 30° to the back": how it leans, in words. */
export const leanWords = ({ angle, by, raised }: Lean): string =>
  by === SWUNG_HEAD
    ? `head ${printDegrees(angle.rad)} to the ${raised}`
    : `${raised} up ${printDegrees(angle.rad)}`

export function leaningFrom(upright: Standing, lean: Lean, on: LeansOn): LeaningFrom {
  const [about, sign] = TURNS[lean.raised]
  return { upright, lean, on, turn: turnAbout(about, point(0, 0, 0), sign * lean.angle.rad) }
}

/** Where zero is found once it leans: in the corner that the holding keeps, as that was turned. */
export const cornerOf = ({ turn, upright: { stays } }: LeaningFrom): Point<'setup'> =>
  applyMotion(turn, point<'setup'>(stays.x.at, stays.y.at, stays.z.at))

/** How a part stands in a holding that leans. */
export function leantStanding(
  leaning: LeaningFrom,
  state: Pick<PlannedSetup, 'before' | 'part'>,
): Standing {
  const { lean, on, turn, upright } = leaning
  const back = invertMotion(turn)
  const carried = withTilter(carriedRound(upright, turn, state), leaning)
  const words = wordsOf(leaning)
  return {
    ...carried,
    overTableMm: upright.overTableMm + (on.sets === SWUNG_HEAD ? 0 : on.height),
    stays: staysOf(leaning),
    mark: `${upright.mark}, ${leanWords(lean)}`,
    words,
    errors: (locator) =>
      upright.errors({ ...locator, inSetup: applyMotion(back, locator.inSetup) }),
    // How it is held is as when upright; what is cut is seen from another side.
    findings: (inspected) => upright.findings({ ...inspected, ops: [] }),
    draw: drawnTurned(carried, drawnWords(leaning, words)),
  }
}

/** What leans is drawn as the spindle sees it: with a swung head that has to be said. */
const drawnWords = ({ on }: LeaningFrom, words: Standing['words']): Standing['words'] =>
  on.sets === SWUNG_HEAD ? { ...words, short: `${words.short}, as the spindle sees it` } : words

/** A sine plate or what else leans is so thick, and what lies on the table under it, mm (for the picture). */
const [SLAB_MM, BASE_MM] = [10, 8]

/**
 * With what it leans on: a slab under what stands on it, turned with that, and a base on the table. With the head swung
 * that slab is the table itself, as the spindle sees it.
 */
function withTilter<C extends Pick<Standing, 'solids'>>(
  carried: C,
  { on, turn, upright }: LeaningFrom,
): C {
  const all = upright.solids.map(({ shape }) => boundsOf(shape))
  if (all.length === 0) return carried
  const reach = (axis: Axis, of: 'low' | 'high'): number =>
    of === 'low'
      ? Math.min(...all.map(({ low }) => low[axis]))
      : Math.max(...all.map(({ high }) => high[axis]))
  const bottom = reach('z', 'low')
  const slab = box<'setup'>(
    point(reach('x', 'low'), reach('y', 'low'), bottom - SLAB_MM),
    point(reach('x', 'high'), reach('y', 'high'), bottom),
  )
  const leant = moved(turn, slab)
  const tone = 'steel' as const
  if (on.sets === SWUNG_HEAD)
    return {
      ...carried,
      solids: [{ name: 'Table', ref: 'table', tone, shape: leant }, ...carried.solids],
    }
  const corners = spanOf(leant)
  const span = (axis: Axis): readonly [number, number] => [
    Math.min(...corners.map((p) => p[axis])),
    Math.max(...corners.map((p) => p[axis])),
  ]
  const [[x0, x1], [y0, y1], [table]] = [span('x'), span('y'), span('z')]
  const base = box<'setup'>(point(x0, y0, table - BASE_MM), point(x1, y1, table))
  const tilter = { name: on.name, ref: 'tilter', tone }
  return {
    ...carried,
    solids: [{ ...tilter, shape: base }, { ...tilter, shape: leant }, ...carried.solids],
  }
}

/** With what a corner is found that is not square to the spindle. */
const finderOf = (on: LeansOn): string =>
  on.sets === SWUNG_HEAD ? 'a ball in the spindle' : 'a pin'

/** Along the axis of the lean zero is kept as before; across it, it is found on a pin or with a ball in the corner of the holding. */
function staysOf(leaning: LeaningFrom): Standing['stays'] {
  const { lean, on, upright } = leaning
  const isSwung = on.sets === SWUNG_HEAD
  const found = isSwung
    ? 'found with a ball in the corner of the holding, head swung'
    : 'found on a pin in the corner of the holding, leaning'
  const corner = cornerOf(leaning)
  const words = leanWords(lean)
  const stay = (axis: Axis): Standing['stays'][Axis] => {
    const before = upright.stays[axis]
    if (axis === leansAbout(lean)) return { ...before, place: corner, at: corner[axis] }
    const error: HeldError = {
      key: `found leaning ${axis}`,
      link: `found leaning ${axis}`,
      cause: `zero in ${axis.toUpperCase()}: ${isSwung ? 'found with a ball in the corner, head swung' : 'found on a pin in the corner, leaning'}`,
      plusMinus: on.foundMm,
      remedy: isSwung
        ? 'Touch wall and floor several times, or measure the first cut.'
        : 'Touch a face of the part that looks squarely along the axis, or measure the first cut.',
      lights: [],
      coefficient: 1,
    }
    return {
      at: corner[axis],
      place: corner,
      words: found,
      what: `${finderOf(on)} ${isSwung ? 'at' : 'in'} the corner of the holding`,
      where: 'in the corner that the holding keeps',
      // What nothing keeps upright is not kept leaning either.
      error: before.error && error,
      anchor: { at: corner[axis], name: 'the corner', mark: `leaning ${words}` },
    }
  }
  return { x: stay('x'), y: stay('y'), z: stay('z') }
}

/** How it is set to lean, in words: what is put under it, or why it cannot be. */
export function leanSet({ lean, on }: Pick<LeaningFrom, 'lean' | 'on'>): string {
  const setting = settingOf(on, lean)
  return setting.ok ? setting.value.words : setting.issues[0].sentence
}

function wordsOf(leaning: LeaningFrom): Standing['words'] {
  const { lean, on, upright } = leaning
  const told = leanWords(lean)
  const { caption, lines, note, short } = upright.words
  const more = on.sets === SWUNG_HEAD ? headWords(leaning) : leantWords(leaning, on)
  return {
    ...upright.words,
    short: `${short}, ${told}`,
    caption: [...caption, `, ${told}`],
    note: `${note} ${more.note}`,
    lines: [...lines, ...more.lines],
  }
}

/** What is said beside what the holding says by itself. */
type MoreWords = Pick<Standing['words'], 'note' | 'lines'>

function leantWords(leaning: LeaningFrom, { name }: LeansOn): MoreWords {
  const { lean, upright } = leaning
  const told = leanWords(lean)
  const how = leanSet(leaning)
  const corner = cornerOf(leaning)
  const [a, b] = leansAbout(lean) === 'x' ? (['y', 'z'] as const) : (['x', 'z'] as const)
  const coordinate = (axis: Axis): string =>
    `${axis.toUpperCase()} ${(corner[axis] + 0).toFixed(3)}`
  return {
    note: `It leans on the ${name.toLowerCase()}: ${how}. Clamp it as it leans and read the angle again with an indicator; what leans is held less well, keep cuts light and within the limits of what holds it.`,
    lines: [
      `${told.charAt(0).toUpperCase()}${told.slice(1)} on the ${name.toLowerCase()}: ${how}.`,
      `Lay a pin into the corner and touch it from the side and from above: without its radius that corner is at ${coordinate(a)}, ${coordinate(b)} from ${upright.words.nought[a]} and ${upright.words.nought[b]} before it leant.`,
    ],
  }
}

/** What is said of a swung head: the note, and what is done before anything else. */
export function headWords(leaning: LeaningFrom): MoreWords {
  const { lean, on } = leaning
  const over = leansAbout(lean) === 'x' ? 'Y' : 'X'
  const how = `Swing the ${leanWords(lean)}, ${leanSet(leaning)}`
  return {
    note: `The work stands level and the head is swung over it: depth is the quill’s, so lock the knee before zero is found and leave it until the last cut here. Feed by the quill, or along ${over === 'X' ? 'Y' : 'X'}; nothing else runs square to the spindle. Lock the head as the machine’s maker says, keep cuts light, and tram it again before it is used upright.`,
    lines: [
      `${how}; lock head and knee (${on.name}).`,
      `${over} and the quill are found with a ball in the spindle: touch the wall and the floor of the corner that the holding keeps.`,
    ],
  }
}

const TINY = 1e-9

/** How a holding must lean so that a direction of the part points up; undefined where one lean does not do it. */
export function leanFor(
  { setupFromPart: { rows } }: Pick<Standing, 'setupFromPart'>,
  direction: Point<'part'>,
): Pick<Lean, 'raised' | 'angle'> | undefined {
  const [x, y, z] = rows.map((row) => dot(row, direction)) as [number, number, number]
  const angle = { rad: Math.atan2(Math.hypot(x, y), z) }
  if (angle.rad < TINY || angle.rad > Math.PI / 2 + TINY) return undefined
  if (Math.abs(x) < TINY) return { raised: y > 0 ? 'back' : 'front', angle }
  return Math.abs(y) < TINY ? { raised: x > 0 ? 'right' : 'left', angle } : undefined
}
