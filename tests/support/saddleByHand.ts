import { SADDLE, SADDLE_CASTING } from '@/core/paper/demo'
import { type Solve } from '@/core/chain/fitting'
import { type Casting, fitMeasured, type MeasuredPoint, type Stand } from '@/core/work/casting'

/** The skin of the saddle casting as it was measured on the plate. */
export const SADDLE_SKIN = (SADDLE_CASTING.stands[0] as Stand).points

/** Where its foot was cut: not quite where it was meant to be. */
const FOOT_AT = -1.1
export const footAt = (x: number, y: number): number => FOOT_AT + 0.009 * x - 0.002 * y

/** Where its foot is measured once it is cut. */
export const FOOT_PLACES = [
  [20, 15],
  [180, 15],
  [100, 80],
  [60, 40],
] as const

/** Points on the cut foot, in the axes in which the casting was measured at first. */
export const FOOT_CUT = FOOT_PLACES.map(([x, y], i): MeasuredPoint => ({
  id: `c${i + 1}`,
  surface: 'bottom',
  at: { x, y, z: footAt(x, y) },
}))

/** @throws {Error} where it cannot be fitted. */
export function fittedSaddle(casting: Casting, solve: Solve) {
  const made = fitMeasured(SADDLE, casting, solve)
  if (!made.ok) throw new Error(made.issues[0].sentence)
  return made.value
}

/** What lies outside of a surface of the saddle at a place, written out by its drawing. */
export function outsideByHand(
  surface: string,
  { x, y, z }: { x: number; y: number; z: number },
): number {
  const away = Math.hypot(x - 100, z - 76)
  switch (surface) {
    case 'left':
      return -x
    case 'right':
      return x - 200
    case 'front':
      return -y
    case 'back':
      return y - 90
    case 'top':
      return z - 120
    case 'left-pad.floor':
    case 'right-pad.floor':
      return z - 50
    case 'left-pad.wall':
      return 45 - x
    case 'right-pad.wall':
      return x - 155
    case 'fork.front':
      return y - 28
    case 'fork.back':
      return 62 - y
    case 'trunnion':
      return 22 - away
    // The wall over the bore is reckoned from its skin on top inwards to the bore.
    case 'wall:over-bore':
      return away - 22
    default:
      throw new Error(`no surface ${surface}`)
  }
}
