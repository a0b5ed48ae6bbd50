import { type Finding, finding } from '../../../ground/finding'
import { isSide } from '../../../work/part'
import { type Inspected } from '../kind'
import { type InNest } from './layout'

/** A side that is cut where a screw bears on it. */
export function nestFindings(own: InNest, { index, name, ops }: Inspected): readonly Finding[] {
  const { faceAt } = own
  const borne = [faceAt.guide, faceAt.away, faceAt.left, faceAt.right]
  return ops
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
}
