import { type FootingContact, type PartState, type ViseLayout } from '../planning'
import { type Setup } from '../way'

/** A setup with all that was derived for it, kept for the findings, the pictures and the sheet. */
export interface PlannedSetup {
  readonly setup: Setup
  readonly before: PartState
  readonly after: PartState
  readonly layout: ViseLayout
  readonly contacts: readonly FootingContact[]
}
