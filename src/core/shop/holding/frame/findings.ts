import { type Finding, finding } from '../../../ground/finding'
import { gripFindings } from '../jawed'
import { type Inspected } from '../kind'
import { type InFrame, thickOf } from './layout'

/** What a tab is trusted with, N for each mm² of it, and how many times the side force the tabs must hold (common practice, no source). */
const [HOLDS_N_PER_MM2, SAFETY] = [20, 4]
/** A frame springs between the jaws that is narrower than so much, mm, or than so much of its thickness (common practice, no source). */
const [LEAST_RIM_MM, RIM_SHARE] = [8, 0.5]

/** Whether the jaws come to the frame, it stands their force, and the tabs that of the cutter. */
export function frameFindings(own: InFrame, inspected: Inspected): readonly Finding[] {
  const { holding, isFlat, jawed, vise, work } = own
  const { index, length } = inspected
  const said: Finding[] = []
  if (!isFlat)
    said.push(
      finding(
        'frame.way',
        index,
        'The frame stands on edge here.',
        'Jaws that press on its flat faces press on nothing behind them. Lay it flat, or say which face of the part is flat in it.',
      ),
    )
  const least = Math.max(LEAST_RIM_MM, RIM_SHARE * thickOf(own))
  if (holding.rim.mm < least)
    said.push(
      finding(
        'frame.narrow',
        index,
        `A frame of ${length(holding.rim.mm)} springs between the jaws.`,
        `With the part cut out of it nothing is behind it: take about ${length(least)} (common practice), leave the slot on the jaws’ sides for last, or nip it lightly.`,
      ),
    )
  const pushN = work.workshop.conditions.sideForceN
  const { tabs, tabThick, tabWide } = holding
  const holdsN = tabs * tabThick.mm * tabWide.mm * HOLDS_N_PER_MM2
  if (holdsN < SAFETY * pushN)
    said.push(
      finding(
        'frame.weak',
        index,
        `The tabs are too thin for a side force of ${pushN} N.`,
        `${tabs} of ${length(tabWide.mm)} × ${length(tabThick.mm)} are trusted with ${Math.round(holdsN)} N, ${SAFETY} times ${pushN} N are wanted (common practice). More or thicker tabs, or lighter cuts.`,
      ),
    )
  return [...said, ...gripFindings(vise, jawed, inspected)]
}
