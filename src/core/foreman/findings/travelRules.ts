import {
  envelopeOf,
  type QuillReach,
  type ReachAcross,
  type ReachDown,
  readOffsetName,
} from '../../floor/offsets'
import { type PlannedSetup } from '../../plan/planning'
import { type Inspection } from './inspection'
import { type Finding, finding, capital } from '../../ground/finding'

/** Does the machine reach everything in each setup, with its tools; and does it know the offset? */
export function travelRules(inspection: Inspection): Finding[] {
  return inspection.looked.flatMap((planned) => {
    const i = planned.index
    const envelope = envelopeOf(planned)
    return [
      ...envelope.across.flatMap((reach) => acrossRule(inspection, planned, reach, i)),
      ...downRules(inspection, envelope.down, i),
      ...quillRule(inspection, envelope.quill, i),
      ...offsetRule(planned, i),
    ]
  })
}

function acrossRule(
  { length }: Inspection,
  { machine }: PlannedSetup,
  reach: ReachAcross,
  i: number,
): Finding[] {
  if (reach.overMm <= 0) return []
  const other = reach.axis === 'x' ? 'y' : 'x'
  const span = reach.travelMm + reach.overMm
  const turned = span <= machine.travel[other]
  return [
    finding(
      'reach.across',
      i,
      `The machine does not reach in ${reach.axis.toUpperCase()}: ${length(reach.overMm)} short.`,
      `For ${reach.low.because === reach.high.because ? reach.low.because : `${reach.low.because} to ${reach.high.because}`} the spindle needs ${length(span)}, ${machine.name.toLowerCase()} has ${length(reach.travelMm)}. ${turned ? `Turned a quarter it fits: ${other.toUpperCase()} has ${length(machine.travel[other])}.` : 'Cut it in two stretches against the stop, use a smaller cutter, or a longer machine.'}`,
    ),
  ]
}

/** The worst tool each way; the others are shown under Zero. */
function downRules({ length }: Inspection, down: readonly ReachDown[], i: number): Finding[] {
  const worst = (key: 'shortBelowMm' | 'shortAboveMm'): ReachDown | undefined =>
    [...down].filter((d) => d[key] > 0).sort((a, b) => b[key] - a[key])[0]
  const [low, high] = [worst('shortBelowMm'), worst('shortAboveMm')]
  const about = (d: ReachDown): string =>
    `${length(d.lengthMm)}${d.guessed ? ', guessed: measure it' : ' long'}`
  return [
    ...(low
      ? [
          finding(
            'reach.down',
            i,
            `${capital(low.tool)} does not come down far enough: ${length(low.shortBelowMm)} short.`,
            `With this tool (${about(low)}) the spindle is at its lowest before the cut is. A longer tool or holder, or higher parallels.`,
          ),
        ]
      : []),
    ...(high
      ? [
          finding(
            'reach.up',
            i,
            `Out of Z travel with ${high.tool}: ${length(high.shortAboveMm)} short.`,
            `The spindle cannot lift the tool (${about(high)}) clear of the work. A shorter tool, lower parallels, or lay the part down.`,
          ),
        ]
      : []),
  ]
}

/** With the head swung the knee stays, so that all depth is the quill's. */
function quillRule({ length }: Inspection, quill: QuillReach | undefined, i: number): Finding[] {
  if (!quill || quill.needMm <= quill.travelMm) return []
  return [
    finding(
      'reach.quill',
      i,
      `The quill does not reach: ${length(quill.needMm - quill.travelMm)} short.`,
      `With the head swung the knee stays locked, and what the table does across takes quill as well: ${length(quill.needMm)} are needed, it has ${length(quill.travelMm)}. Cut what lies far apart in setups of their own, or let the holding lean.`,
    ),
  ]
}

function offsetRule({ machine, setup }: PlannedSetup, i: number): Finding[] {
  const read = readOffsetName(setup.zero.offset)
  if (read.ok && (machine.kind === 'manual' || read.value.kind !== 'none')) return []
  return [
    finding(
      'zero.offset-name',
      i,
      `The control does not know the offset “${setup.zero.offset}”.`,
      'G54 to G59 and G54.1 P1 to P48 are known; a mill without offsets takes DRO.',
    ),
  ]
}
