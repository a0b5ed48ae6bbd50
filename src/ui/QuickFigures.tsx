'use client'

import { Calculator } from 'lucide-react'
import dynamic from 'next/dynamic'
import { Dialog } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { type LengthUnit } from '@/core/handbook/units'
import { DialogSheet } from './DialogSheet'
import { useKeys } from './useKeys'
import { fieldName, lastField, rememberFields, typeInto } from './lastField'

const Calculators = dynamic(() => import('./Calculators').then((m) => m.Calculators), {
  loading: () => <p className="text-soft">Fetching the tables.</p>,
})

/** The quick figures, on Q in every view (Alt Q while typing); an answer goes into the field that was left. */
export function QuickFigures({ unit = 'mm' }: { readonly unit?: LengthUnit | undefined }) {
  const [open, setOpen] = useState(false)
  const [field, setField] = useState<HTMLInputElement>()
  useEffect(rememberFields, [])
  const ask = (): void => {
    setField(lastField())
    setOpen(true)
  }
  useKeys({ q: ask, 'Alt q': ask })
  const answer = useRef<string>(undefined)
  const send = (text: string): void => {
    answer.current = text
    setOpen(false)
  }
  /** Back to the field that was left, with the answer when there is one. */
  const onClosed = (event: Event): void => {
    if (!field?.isConnected) return
    event.preventDefault()
    if (answer.current === undefined) field.focus()
    else typeInto(field, answer.current)
    answer.current = undefined
  }
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger
        className="flex min-h-8 cursor-pointer items-center gap-1.5 rounded-md px-1.5 hover:bg-white/10"
        onClick={() => setField(lastField())}
      >
        <span className="max-sm:hidden">
          <kbd>Q</kbd>
        </span>
        <Calculator className="size-4 sm:hidden" aria-hidden />
        <span className="max-sm:sr-only">quick figures</span>
      </Dialog.Trigger>
      <DialogSheet
        title="Quick figures"
        description="Type sizes as at the bench: #7, 29/64, M6, 300ft/min."
        wide
        onClosed={onClosed}
      >
        <div data-quick-figures>
          <Calculators unit={unit} target={field && { name: fieldName(field), send }} />
        </div>
      </DialogSheet>
    </Dialog.Root>
  )
}
