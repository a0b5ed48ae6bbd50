import { type Finding, finding } from '../../../ground/finding'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { type OnJacks } from './layout'

/** What a strap is in the way of; whether it is a casting at all. */
export function jackFindings(own: OnJacks, { index, name, ops }: Inspected): readonly Finding[] {
  return cutsUnder(own, own.work, own.clamps, ops).map(({ feature }) =>
    finding(
      'clamp.in-way',
      index,
      `A strap lies where ${name(feature)} is cut.`,
      'Cut it in a setup of its own, with the straps elsewhere; or strap it lower down, on ears or through the fork.',
      { feature },
    ),
  )
}
