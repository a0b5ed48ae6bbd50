'use client'

import { type LengthUnit } from '@/core/handbook/units'
import { Calculators } from './Calculators'
import { DialogSheet, OpenSheet, type SheetProps } from './DialogSheet'

interface QuickFiguresSheetProps extends SheetProps {
  readonly unit: LengthUnit
  /** The field that an answer goes into. */
  readonly target: { readonly name: string; readonly send: (text: string) => void } | undefined
}

/** The calculators, in a sheet. */
export default function QuickFiguresSheet({
  onClosed,
  target,
  unit,
  ...props
}: QuickFiguresSheetProps) {
  return (
    <OpenSheet {...props}>
      <DialogSheet
        title="Quick figures"
        description="Type sizes as at the bench: #7, 29/64, M6, 300ft/min."
        wide
        onClosed={onClosed}
      >
        <div data-quick-figures>
          <Calculators unit={unit} target={target} />
        </div>
      </DialogSheet>
    </OpenSheet>
  )
}
