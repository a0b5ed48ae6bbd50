import { capital, type Finding, finding } from '../../../ground/finding'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { playMm, type UnderMate } from './layout'

/** More play than this, ± mm, and a drill no longer finds the middle of the hole (common practice, no source). */
const LOOSE_MM = 0.1

/** Whether what is cut here can be handed on, and what hands it on fits. */
export function mateFindings(own: UnderMate, inspected: Inspected): readonly Finding[] {
  const { clamps, holding, work } = own
  const { index: i, length, name, ops } = inspected
  const { bore, name: mate, tool } = holding
  const isHole = (ref: string): boolean =>
    work.part.features.find(({ id }) => id === ref)?.kind === 'hole'
  const other = ops.flatMap(({ feature }) =>
    isHole(feature)
      ? []
      : [
          finding(
            'mate.no-hole',
            i,
            `${capital(name(feature))} is no hole: ${mate} cannot hand it on.`,
            'Cut it in a setup of its own. Only holes are made through the mate.',
            { feature },
          ),
        ],
  )
  const fit =
    tool.mm > bore.mm
      ? [
          finding(
            'mate.tight',
            i,
            `What is ${length(tool.mm)} thick does not go through ${length(bore.mm)}.`,
            `Take a thinner drill or a punch that fits the holes of ${mate}, and open the hole afterwards.`,
          ),
        ]
      : playMm(holding) > LOOSE_MM
        ? [
            finding(
              'mate.loose',
              i,
              `${length(tool.mm)} is loose in a hole of ${length(bore.mm)}.`,
              `Each hole may stand off that of ${mate} by ${length(playMm(holding))}. Spot through it with a punch or a drill that fits, then drill with ${mate} taken off.`,
            ),
          ]
        : []
  const under = cutsUnder(own, work, clamps, ops).map(({ feature }) =>
    finding(
      'clamp.in-way',
      i,
      `A clamp stands where ${name(feature)} is made.`,
      'Clamp both together elsewhere, or make this hole after the clamp was moved.',
      { feature },
    ),
  )
  return [...other, ...fit, ...under]
}
