import { type Finding, finding } from '../../ground/finding'
import { lengthWords } from '../../handbook/units'
import { isParting } from '../../plan/planning'
import { refLabel } from '../../work/part'
import { type CutLeft, type PlannedCut, type Touch } from './left'

/** What the tool of a cut runs into, or what holds it. */
export function touched(cut: PlannedCut, { touches }: CutLeft): readonly Finding[] {
  // What is parted off stays in what grips it: it is not all milled away.
  if (isParting(cut.planned, cut.op)) return []
  return touches.slice(0, 1).map((touch) => touchFinding(cut, touch))
}

function touchFinding(
  { op, planned: { index, part, workshop } }: PlannedCut,
  { by, piece, shortMm }: Touch,
): Finding {
  const name = refLabel(part, op.feature)
  const tool = workshop.cutters.find((c) => c.id === op.cutter)?.name ?? 'the cutter'
  const short = lengthWords(shortMm, part.unit)
  const lights = { feature: op.feature }
  switch (by) {
    case 'cutter':
      return finding(
        'metal.cutter-touches',
        index,
        `Cutting ${name}, ${tool} runs into ${piece?.toLowerCase() ?? 'the holding'}.`,
        'What it takes away lies against that. Move it, hold the part higher, or cut this in another setup.',
        lights,
      )
    case 'holder':
      return finding(
        'metal.holder-touches',
        index,
        `Cutting ${name}, the holder of ${tool} meets ${piece?.toLowerCase() ?? 'the work'}.`,
        `The cutter stands out ${short} too little, by its length in the workshop and a holder of 60 × 42 (common practice). Let it stand out further, take a longer one, or cut from another side.`,
        lights,
      )
    case 'chuck':
      return finding(
        'metal.holder-touches',
        index,
        `Drilling ${name}, the chuck comes down on ${piece?.toLowerCase() ?? 'the holding'}.`,
        `A jobber drill with all of its flutes outside is ${short} too short (DIN 338, from memory; a chuck of 42 across, common practice). Take a long drill, move what stands there, or drill from another side.`,
        lights,
      )
  }
}
