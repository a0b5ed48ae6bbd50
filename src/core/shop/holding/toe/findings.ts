import { capital, type Finding, finding } from '../../../ground/finding'
import { pushedRound } from '../alongX'
import { lowestOpenCut, throughHoles } from '../cuts'
import { type Inspected } from '../kind'
import { type OnToePlate } from './layout'

/** One clamp serves so many times the work's depth along X (common practice, no source). */
const SLENDER = 4

/** Whether the work lands between stop and clamp, is held over its length, and what is cut into what stands about it. */
export function toeFindings(own: OnToePlate, inspected: Inspected): readonly Finding[] {
  return [
    ...landing(own, inspected),
    ...pushedRound(own.clamps, own.stopsX, 'stop', inspected),
    ...cutInto(own, inspected),
  ]
}

function landing(own: OnToePlate, { index, length }: Inspected): readonly Finding[] {
  const { high, holding, low, plate, pushMm } = own
  const [long, deep] = [high.x - low.x, high.y - low.y]
  const said: Finding[] = []
  if (pushMm > plate.travel) {
    const steps = Math.ceil(deep / plate.step - 1e-9) * plate.step
    said.push(
      finding(
        'toe.lands',
        index,
        'The work lands between two steps of the clamps.',
        `${length(deep)} deep, the next step is at ${length(steps)}: a clamp must push ${length(pushMm)} and can push ${length(plate.travel)}. Put a strip of ${length(pushMm - plate.travel)} or more in front, up to ${length(pushMm)}, or leave that much more on the work.`,
      ),
    )
  }
  if (long > plate.width || deep > plate.depth)
    said.push(
      finding(
        'toe.large',
        index,
        `The work is larger than ${plate.name}.`,
        `${length(long)} by ${length(deep)} on ${length(plate.width)} by ${length(plate.depth)}. Take a larger one, or strap it to the table.`,
      ),
    )
  if (long > SLENDER * deep * holding.clamps)
    said.push(
      finding(
        'toe.long',
        index,
        `${holding.clamps === 1 ? 'One clamp is' : `${holding.clamps} clamps are`} few for work so long and narrow.`,
        `It bows between the stops, ${length(long)} by ${length(deep)}. Put one clamp across from each stop, and a further one in the middle, touched only tight.`,
      ),
    )
  return said
}

function cutInto(own: OnToePlate, { index, length, name, ops }: Inspected): readonly Finding[] {
  const { plate, work } = own
  const said = new Map<string, Finding>()
  for (const op of ops) {
    const bottom = lowestOpenCut(own, work, op)
    if (bottom !== undefined && bottom < plate.toe - 1e-9)
      said.set(
        `${op.feature} low`,
        finding(
          'toe.cut-below',
          index,
          `${capital(name(op.feature))} is cut below the top of clamps and stops.`,
          `By ${length(plate.toe - bottom)}: the cutter meets them unless it stays clear of where they stand. Move them, or put the work on a plate of its own.`,
          { feature: op.feature },
        ),
      )
    if (throughHoles(own, work, op).length > 0)
      said.set(
        `${op.feature} through`,
        finding(
          'toe.drilled',
          index,
          `${capital(name(op.feature))} breaks through into the plate.`,
          'Put thin strips or a sheet under the work, or stop short and open it from the other side.',
          { feature: op.feature },
        ),
      )
  }
  return [...said.values()]
}
