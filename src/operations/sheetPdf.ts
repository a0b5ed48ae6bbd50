import { type OffsetRow } from '@/core/floor/offsets'
import { findingsOf } from '@/core/foreman/findings'
import { gatherLooks, needsLook, sheetLooks } from '@/core/paper/picture'
import { setupSheet } from '@/core/paper/sheet'
import { type Plan } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { jawsOf, looksOf } from '@/kernel'
import { type DrawingSheet, setupSheetPdf } from '@/pdf'
import { fonts } from './fonts'
import { jawSheet } from './jawSheet'

/** The setup sheet of a way on paper. */
export async function sheetPdf(plan: Plan, offsets: readonly OffsetRow[]): Promise<Uint8Array> {
  const prediction = predictWay(plan)
  const looks = needsLook(plan.part)
    ? gatherLooks(await looksOf(plan.part, sheetLooks(plan.setups)))
    : []
  const sheet = setupSheet(prediction, findingsOf(prediction), offsets, looks)
  return setupSheetPdf(sheet, fonts(), await jawSheets(plan))
}

/** Drawings of the jaws that the way wants cut, by the number of their setup; none of such as cannot be designed. */
async function jawSheets({ setups }: Plan): Promise<ReadonlyMap<number, DrawingSheet>> {
  const sheets = new Map<number, DrawingSheet>()
  for (const planned of setups) {
    const { holding } = planned.clamping
    if (planned.indexed || holding.kind !== 'soft-jaws') continue
    const design = await jawsOf(planned, holding).catch(() => undefined)
    if (design) sheets.set(planned.index + 1, jawSheet(planned, design))
  }
  return sheets
}
