import { normalOf, type Part, planeOf, refLabel, type Side, SIDES, sizeAlong } from '../part'

/** The face that is cut first, and why. */
export interface FirstFace {
  readonly side: Side
  /** How many requirements hang on it. */
  readonly hangs: number
  readonly words: string
}

/** The face to be cut first: the one on which most hangs, of those the largest. */
export function firstFace(part: Part): FirstFace | undefined {
  const hangsOn = (side: Side): number =>
    part.requirements.filter((requirement) => {
      const to =
        'to' in requirement ? [requirement.to] : 'datums' in requirement ? requirement.datums : []
      return to.includes(side)
    }).length
  const area = (side: Side): number =>
    planeOf(side).reduce((product, axis) => product * sizeAlong(part, axis), 1)
  const cut = SIDES.filter((side) => part.faces[side].toCut)
  const [first] = [...cut].sort((a, b) => hangsOn(b) - hangsOn(a) || area(b) - area(a))
  if (!first) return undefined
  const hangs = hangsOn(first)
  const isLargest = cut.every((side) => area(side) <= area(first))
  const reasons = [
    ...(hangs > 0
      ? [`${hangs} ${hangs === 1 ? 'requirement hangs' : 'requirements hang'} on it`]
      : []),
    ...(isLargest ? ['it is the largest'] : []),
  ]
  return {
    side: first,
    hangs,
    words: `Cut ${refLabel(part, first)} first${reasons.length > 0 ? `: ${reasons.join(', and ')}` : ''}.`,
  }
}

/** The side to the back of the machine when a face is up. */
export const guideFor = (up: Side): Side => (normalOf(up).y === 0 ? 'back' : 'bottom')
