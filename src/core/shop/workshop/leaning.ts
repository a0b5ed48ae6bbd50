import { fail, type Result, succeed } from '../../ground/issues'
import { DEGREE_RAD, printDegrees } from '../../handbook/units'
import { type LeansOn, SWUNG_HEAD, type SwungHead } from './head'
import { type Tilter } from './holders'

/** How a lean is set, and how closely it is met. */
export interface LeanSetting {
  /** "50.000 mm of gauge blocks under the roll at the back": what is put under it, or read. */
  readonly words: string
  /** The angle that is set, rad: what was asked, or the nearest that can be set. */
  readonly rad: number
  /** How far the angle may be off, ± rad. */
  readonly plusMinusRad: number
}

/** Finer than this nobody sets an angle, rad. */
const SAME_RAD = 1e-7

/** The angle blocks of a set, degrees. */
const blocksOf = ({ angles }: Tilter): readonly number[] => (angles ?? '').split(',').map(Number)

/**
 * How a lean of an angle is set on something to lean on.
 *
 * A sine plate with rolls at a distance L is raised by L sin α at one of them; what L and the blocks are off by,
 * each ± m, turns it by m √(1 + sin² α) / (L cos α). Angle blocks add and take off, each with its own error.
 * A head is swung by its scale, or until an indicator runs true.
 *
 * @param lean - 0 < angle ≤ π/2, and which side comes up; of a head: to which side the spindle leans.
 * @returns an issue when it cannot be set, with the nearest angle that can.
 * @see the sine bar in any handbook of metrology, from memory.
 */
export function settingOf(on: LeansOn, { angle, raised }: ToLean): Result<LeanSetting> {
  return on.sets === SWUNG_HEAD ? bySwing(on, angle.rad, raised) : byTilter(on, angle.rad)
}

/** By how much something is to lean, and which side of it comes up. */
export interface ToLean {
  readonly angle: { readonly rad: number }
  readonly raised: 'back' | 'front' | 'left' | 'right'
}

function bySwing(head: SwungHead, rad: number, raised: ToLean['raised']): Result<LeanSetting> {
  const most = head.most * DEGREE_RAD
  if (!head.isThere)
    return fail(
      'lean.no-head',
      `${head.name} has no head that swings: take another machine, let the holding lean, or put its head into the workshop.`,
      'by',
    )
  if (head.swings === 'sideways' && (raised === 'back' || raised === 'front'))
    return fail(
      'lean.head-way',
      `The head of ${head.name} swings to the left and right only: stand the part a quarter turn round.`,
      'raised',
    )
  if (rad > most + SAME_RAD)
    return fail(
      'lean.most',
      `The head of ${head.name} swings by ${printDegrees(most)} at most, not by ${printDegrees(rad)}: let the holding lean, or stand the part on another face.`,
      'angle',
    )
  return succeed({
    words: 'by its scale, then by an indicator',
    rad,
    plusMinusRad: head.offDeg * DEGREE_RAD,
  })
}

function byTilter(tilter: Tilter, rad: number): Result<LeanSetting> {
  const most = tilter.most * DEGREE_RAD
  if (rad > most + SAME_RAD)
    return fail(
      'lean.most',
      `${tilter.name} leans by ${printDegrees(most)} at most, not by ${printDegrees(rad)}: take something else to lean on, or raise the other side and turn the part.`,
      'angle',
    )
  if (tilter.sets === 'blocks') return byBlocks(tilter, rad)
  if (tilter.sets === 'scale')
    return succeed({
      words: `${printDegrees(rad)} by its scale`,
      rad,
      plusMinusRad: tilter.offDeg * DEGREE_RAD,
    })
  const raise = tilter.apart * Math.sin(rad)
  return succeed({
    words: `${raise.toFixed(3)} mm of gauge blocks under the raised roll`,
    rad,
    plusMinusRad:
      (tilter.offMm * Math.sqrt(1 + Math.sin(rad) ** 2)) /
      (tilter.apart * Math.max(0.05, Math.cos(rad))),
  })
}

function byBlocks(tilter: Tilter, rad: number): Result<LeanSetting> {
  const wanted = rad / DEGREE_RAD
  const { degrees, used } = nearestSum(blocksOf(tilter), wanted)
  if (Math.abs(degrees - wanted) * DEGREE_RAD > SAME_RAD)
    return fail(
      'lean.blocks',
      `${tilter.name} of this shop make ${printDegrees(degrees * DEGREE_RAD)} at nearest, not ${printDegrees(rad)}.`,
      'angle',
    )
  const sign = (block: number): string => (block < 0 ? '−' : '+')
  return succeed({
    words: `angle blocks ${used.map((block, i) => `${i === 0 ? '' : ` ${sign(block)} `}${Math.abs(block)}°`).join('')}`,
    rad,
    plusMinusRad: tilter.offDeg * DEGREE_RAD * Math.sqrt(used.length),
  })
}

interface Sum {
  readonly degrees: number
  /** The blocks in it, the largest first, negative where one is turned round and taken off. */
  readonly used: readonly number[]
}

/** All sums of a few blocks, each added, taken off or left out, by their angle: of equal ones that of the fewest. */
function sumsOf(blocks: readonly number[]): readonly Sum[] {
  const sums = new Map<number, Sum>()
  const put = (sum: Sum): void => {
    const key = Math.round(sum.degrees * 1e9)
    const other = sums.get(key)
    if (!other || sum.used.length < other.used.length) sums.set(key, sum)
  }
  put({ degrees: 0, used: [] })
  for (const block of blocks)
    for (const { degrees, used } of [...sums.values()]) {
      put({ degrees: degrees + block, used: [...used, block] })
      put({ degrees: degrees - block, used: [...used, -block] })
    }
  return [...sums.values()].sort((a, b) => a.degrees - b.degrees)
}

/** The sum of blocks nearest to an angle; of equal ones that of the fewest. Sums of one half are sought for in those of the other. */
function nearestSum(blocks: readonly number[], wanted: number): Sum {
  const sorted = [...blocks].sort((a, b) => b - a)
  const half = Math.ceil(sorted.length / 2)
  const [large, small] = [sumsOf(sorted.slice(0, half)), sumsOf(sorted.slice(half))]
  let best: Sum = { degrees: Infinity, used: [] }
  for (const one of large) {
    const at = placeIn(small, wanted - one.degrees)
    for (const other of [small[at - 1], small[at]]) {
      if (!other) continue
      const sum = { degrees: one.degrees + other.degrees, used: [...one.used, ...other.used] }
      const off = Math.abs(sum.degrees - wanted)
      const least = Math.abs(best.degrees - wanted)
      const isFewer = Math.abs(off - least) < 1e-9 && sum.used.length < best.used.length
      if (sum.used.length > 0 && (off < least - 1e-9 || isFewer)) best = sum
    }
  }
  return best
}

/** Where an angle would stand among sums in their order. */
function placeIn(sums: readonly Sum[], degrees: number): number {
  let [low, high] = [0, sums.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((sums[middle]?.degrees ?? 0) < degrees - 1e-9) low = middle + 1
    else high = middle
  }
  return low
}
