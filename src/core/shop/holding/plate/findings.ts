import { type Finding, finding } from '../../../ground/finding'
import { norm } from '../../../ground/geometry'
import { cutsUnder } from '../inTheWay'
import { type Inspected } from '../kind'
import { drilledOverPlate } from '../pads'
import { type OnPlate } from './layout'

/** Pins closer together than this part of the work's length turn it more than they hold it (common practice, no source). */
const NEAR = 1 / 3

/** Do the pins go in, far enough apart; what holds it; and what is drilled into the plate? */
export function plateFindings(own: OnPlate, inspected: Inspected): readonly Finding[] {
  const { between, clamps, high, holding, low, relieved, round, work } = own
  const { index: i, length, name, ops } = inspected
  const found: Finding[] = []
  const pins = [
    ['round', round, holding.roundPin.mm],
    ['relieved', relieved, holding.relievedPin.mm],
  ] as const
  for (const [word, hole, pin] of pins)
    if (pin >= hole.diameterMm - 1e-9)
      found.push(
        finding(
          'pins.too-large',
          i,
          `The ${word} pin does not go into ${name(hole.id)}.`,
          `${length(pin)} into ${length(hole.diameterMm)}. Take a pin with some play.`,
          { feature: hole.id },
        ),
      )
  const apart = norm(between)
  if (apart < 1e-6)
    found.push(
      finding(
        'pins.same',
        i,
        'Both pins go into the same hole.',
        'The part can turn about it. Choose another hole for the relieved pin.',
      ),
    )
  else if (apart < NEAR * Math.max(high.x - low.x, high.y - low.y))
    found.push(
      finding(
        'pins.near',
        i,
        `The pins are only ${length(apart)} apart.`,
        'Their play turns the part by more over its length. Choose holes further apart.',
      ),
    )
  if (holding.screws.length === 0)
    found.push(
      finding(
        'screws.none',
        i,
        'Nothing holds the part down.',
        'Pins only locate. Say which holes screws go through.',
      ),
    )
  for (const { feature } of cutsUnder(own, work, clamps, ops))
    found.push(
      finding(
        'clamp.in-way',
        i,
        `A screw stands where ${name(feature)} is cut.`,
        'Hold it by other holes here, or cut this in another setup.',
        { feature },
      ),
    )
  return [...found, ...drilledOverPlate(own, inspected)]
}
