import { point, type Point } from '../../../ground/geometry'
import { type AxisSurface, axisOf, isSide } from '../../../work/part'
import { type Chuck, type Instrument } from '../../workshop'
import { roundsAlong } from '../locators'
import { byId, type Placed, placed, setupAxes, toSetup, type Work } from '../work'
import { type ChuckHolding } from './parameters'

/**
 * A part with one end in a chuck. Setup frame: X along the chuck's axis to the right with 0 at the front of its
 * jaws, Y back and Z up from its axis.
 */
export interface InChuck extends Placed {
  readonly work: Work
  readonly holding: ChuckHolding
  readonly chuck: Chuck
  readonly instrument: Instrument
  /** Which way the work stands out: 1 to the right, −1 to the left. */
  readonly out: 1 | -1
  /** How far the work stands out of the jaws, mm. */
  readonly overhangMm: number
  /** The round that is gripped; none where it is the bar as bought, or flats. */
  readonly round: AxisSurface | undefined
  /** How it lies about its own axis: given by a face, free in a round bar of which nothing but an end was cut yet, lost in one of which nothing flat is left to be seen. */
  readonly lies: 'by a face' | 'free' | 'lost'
  /** Across what is gripped, along Y and along Z, mm. */
  readonly across: readonly [number, number]
}

export function inChuck(holding: ChuckHolding, work: Work): InChuck {
  const chuck = byId(work.workshop.chucks, holding.chuck)
  const out = holding.end === 'left' ? 1 : -1
  const lay = (shift: (low: Point<'setup'>, high: Point<'setup'>) => readonly [number, number]) =>
    placed(work, (low, high) => {
      const [y, z] = shift(low, high)
      return point(out * -holding.grip.mm - (out > 0 ? low.x : high.x), y, z)
    })
  const first = lay(() => [0, 0])
  const round = chuck.grips === 'round' ? grippedRound(work, first, holding) : undefined
  const axis = round && toSetup(first, round.from)
  const block = axis
    ? lay(() => [-axis.y, -axis.z])
    : lay((low, high) => [-(low.y + high.y) / 2, -(low.z + high.z) / 2])
  const { faceAt, high, low } = block
  return {
    ...block,
    work,
    holding,
    chuck,
    instrument: byId(work.workshop.instruments, holding.instrument),
    out,
    overhangMm: high.x - low.x - holding.grip.mm,
    round,
    lies: liesBy(chuck, faceAt, work),
    across: round ? [round.diameterMm, round.diameterMm] : [high.y - low.y, high.z - low.z],
  }
}

/** A round bar has no flat by which to turn it true until one is cut. */
function liesBy(
  chuck: Chuck,
  { guide }: Placed['faceAt'],
  { before, part }: Work,
): InChuck['lies'] {
  const { stock } = part
  const isBar = stock?.form === 'round' && stock.along !== axisOf(guide)
  if (chuck.grips !== 'round' || !isBar || before.cut.has(guide)) return 'by a face'
  const isEnd = (ref: string): boolean => isSide(ref) && axisOf(ref) === stock.along
  return [...before.cut.keys()].every(isEnd) ? 'free' : 'lost'
}

/** The outside round along the chuck whose middle of what is gripped lies on it. */
function grippedRound(
  { guide, surfaces, up }: Work,
  block: Placed,
  { end, grip }: ChuckHolding,
): AxisSurface | undefined {
  const middle = (end === 'left' ? -1 : 1) * (grip.mm / 2)
  return roundsAlong(surfaces, setupAxes(up, guide)[0]).find(({ from, to }) => {
    const [a, b] = [toSetup(block, from).x, toSetup(block, to).x]
    return middle >= Math.min(a, b) - 1e-6 && middle <= Math.max(a, b) + 1e-6
  })
}
