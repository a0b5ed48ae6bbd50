import { fail, type Result, succeed } from '../../ground/issues'
import { DEGREE_RAD, printDegrees } from '../../handbook/units'
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
 *
 * @param rad - 0 < rad ≤ π/2.
 * @returns an issue when it cannot be set, with the nearest angle that can.
 * @see the sine bar in any handbook of metrology, from memory.
 */
export function settingOf(tilter: Tilter, rad: number): Result<LeanSetting> {
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

/** The sum of blocks, each added, taken off or left out, nearest to an angle; of equal ones that of the fewest. */
function nearestSum(blocks: readonly number[], wanted: number): Sum {
  const sorted = [...blocks].sort((a, b) => b - a)
  // What is left of a set can take away so much at most: what is further off than the best by more is not followed.
  const rest = sorted.map((_, i) => sorted.slice(i).reduce((sum, b) => sum + b, 0))
  let best: Sum = { degrees: Infinity, used: [] }
  const follow = (from: number, degrees: number, used: readonly number[]): void => {
    const off = Math.abs(degrees - wanted)
    const bestOff = Math.abs(best.degrees - wanted)
    const isFewer = Math.abs(off - bestOff) < 1e-9 && used.length < best.used.length
    if (used.length > 0 && (off < bestOff - 1e-9 || isFewer)) best = { degrees, used }
    const block = sorted[from]
    const least = Math.abs(best.degrees - wanted)
    const isMade = least < 1e-9 && used.length + 1 >= best.used.length
    if (block === undefined || isMade || off - (rest[from] ?? 0) > least + 1e-9) return
    follow(from + 1, degrees + block, [...used, block])
    follow(from + 1, degrees, used)
    follow(from + 1, degrees - block, [...used, -block])
  }
  follow(0, 0, [])
  return best
}
