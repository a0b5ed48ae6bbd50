import { type OffsetRow } from '@/core/floor/offsets'
import { findingsOf } from '@/core/foreman/findings'
import { gatherLooks, needsLook, sheetLooks } from '@/core/paper/picture'
import { setupSheet } from '@/core/paper/sheet'
import { type Plan } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { looksOf } from '@/kernel'
import { setupSheetPdf } from '@/pdf'
import { fonts } from './fonts'

/** The setup sheet of a way on paper. */
export async function sheetPdf(plan: Plan, offsets: readonly OffsetRow[]): Promise<Uint8Array> {
  const prediction = predictWay(plan)
  const looks = needsLook(plan.part)
    ? gatherLooks(await looksOf(plan.part, sheetLooks(plan.setups)))
    : []
  const sheet = setupSheet(prediction, findingsOf(prediction), offsets, looks)
  return setupSheetPdf(sheet, fonts())
}
