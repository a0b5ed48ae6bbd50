import { lengthWords } from '@/core/handbook/units'
import { jawsPlan, jawsSection } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { type JawDesign } from '@/core/shop/making'
import { type DrawingSheet } from '@/pdf'

/** The drawing of a pair of jaws, for paper. */
export function jawSheet(planned: PlannedSetup, design: JawDesign): DrawingSheet {
  const { index, part } = planned
  const { blank, clearMm, cuts, edges, fixed, gripMm, moving, slug, stepMm, troubles, vise, zero } =
    design
  const length = (mm: number): string => lengthWords(mm, part.unit)
  const gap = ({ leastGapMm, mostGapMm }: JawDesign['fixed']): string =>
    `${length(leastGapMm)} to ${length(mostGapMm)}`
  return {
    title: `${part.name}, soft jaws of setup ${index + 1}`,
    subtitle: [part.revision && `rev ${part.revision}`, part.material].filter(Boolean).join(' · '),
    main: jawsPlan(planned, design, { width: 700, height: 600 }),
    beside: jawsSection(design, part.unit, { width: 330, height: 230 }),
    figures: [
      ['Step', length(stepMm)],
      ['Flat contact, less the mouth', length(gripMm)],
      ['Gap, closed on the part', length(slug.diameterMm)],
      ['Free where nothing locates', length(clearMm)],
      ['Measured gap, fixed half', gap(fixed)],
      ['Measured gap, moving half', gap(moving)],
      ['Blank', `${blank.name}, ${vise.name}`],
      ['Zero of the jaws', zero.words],
    ],
    steps: {
      title: 'Cuts, in order',
      lines: cuts.map(({ cutter, depthMm, what }) => `${what}: ${cutter}, ${length(depthMm)} deep`),
    },
    troubles: troubles.map(({ sentence }) => sentence),
    notes: [
      edges,
      `While they are cut the halves are closed on a slug ${length(slug.diameterMm)} thick over the vise’s screw, its top ${length(blank.height - slug.topZ)} below theirs, as hard as the part will be gripped. The moving half is free at both ends: push the part to the end wall by hand.`,
      'Grip and force are estimates: the limits of vise and machine, local rules and a qualified person decide. The profile is without the chamfer at the mouth and the blank’s own holes; the solid has both.',
    ],
  }
}
