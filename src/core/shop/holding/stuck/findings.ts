import { capital, type Finding, finding } from '../../../ground/finding'
import { throughHoles } from '../cuts'
import { type Inspected } from '../kind'
import { type OnBoard } from './layout'

/** It must hold so many times the side force that is reckoned with (common practice, no source). */
const SAFETY = 4
/** Higher than so many times its narrow side it is levered off before it slides (common practice, no source). */
const TALL = 1

/** Whether enough of it is stuck down, and what is drilled into the board. */
export function stuckFindings(own: OnBoard, inspected: Inspected): readonly Finding[] {
  const { adhesive, areaMm2, high, low, work } = own
  const { index, length, name, ops } = inspected
  const pushN = work.workshop.conditions.sideForceN
  const holdsN = (areaMm2 / 100) * adhesive.holdsNPerCm2
  const weak =
    holdsN < SAFETY * pushN
      ? [
          finding(
            'stuck.weak',
            index,
            `Too little of it is stuck down for a side force of ${pushN} N.`,
            `${(areaMm2 / 100).toFixed(1)} cm² of ${adhesive.name} are trusted with ${Math.round(holdsN)} N along the board, ${SAFETY} times ${pushN} N are wanted. Lighter cuts, a larger face down, glue for tape, or another holding.`,
          ),
        ]
      : []
  const [tallMm, narrowMm] = [high.z - low.z, Math.min(high.x - low.x, high.y - low.y)]
  const tall =
    tallMm > TALL * narrowMm
      ? [
          finding(
            'stuck.tall',
            index,
            `It stands ${length(tallMm)} high on ${length(narrowMm)}: a push near the top levers it off.`,
            'What is stuck down holds little against a lift. Lay it on a larger face, or stick rails to the board on both sides of it.',
          ),
        ]
      : []
  const drilled = ops.flatMap((op) =>
    throughHoles(own, work, op).length > 0
      ? [
          finding(
            'stuck.drilled',
            index,
            `${capital(name(op.feature))} breaks through into the board.`,
            'Let it: mill the board flat again before the next part, and see that no stud or slot of the table lies there.',
            { feature: op.feature },
          ),
        ]
      : [],
  )
  return [...weak, ...tall, ...drilled]
}
