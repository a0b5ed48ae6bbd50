import { type Finding, finding } from '../../../ground/finding'
import { isSide } from '../../../work/part'
import { type Inspected } from '../kind'
import { pushedRound } from '../alongX'
import { besideOf } from '../fitted'
import { FRONT, type InNest } from './layout'

/** A side that is cut where a screw bears on it; and screws in front that push it round one at the back. */
export function nestFindings(own: InNest, inspected: Inspected): readonly Finding[] {
  const { clamps, faceAt } = own
  const { index, name, ops } = inspected
  const borne = [faceAt.guide, faceAt.away, faceAt.left, faceAt.right]
  const [left, right] = besideOf(own).guides
  const turns =
    left && right ? pushedRound(clamps.slice(0, FRONT), [left.x, right.x], 'screw', inspected) : []
  const cut = ops
    .filter(({ feature }) => isSide(feature) && borne.includes(feature))
    .map(({ feature }) =>
      finding(
        'clamp.in-way',
        index,
        `Screws of the nest bear on ${name(feature)}, which is cut here.`,
        'Cut it in a setup of its own, with another face up.',
        { feature },
      ),
    )
  return [...turns, ...cut]
}
