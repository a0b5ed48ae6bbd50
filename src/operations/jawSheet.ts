import { jawsPlan, jawsSection } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { type JawDesign } from '@/core/shop/holding'
import { type JawSheet } from '@/pdf'

/** The drawing of a pair of jaws, for paper. */
export const jawSheet = (planned: PlannedSetup, design: JawDesign): JawSheet => {
  const { index, part } = planned
  return {
    title: `${part.name}, soft jaws of setup ${index + 1}`,
    subtitle: [part.revision && `rev ${part.revision}`, part.material].filter(Boolean).join(' · '),
    unit: part.unit,
    design,
    plan: jawsPlan(planned, design, { width: 700, height: 600 }),
    section: jawsSection(design, part.unit, { width: 330, height: 230 }),
  }
}
