'use client'

import { Calculator } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useEffect, useRef, useState } from 'react'
import { type LengthUnit } from '@/core/handbook/units'
import { useKeys } from './useKeys'
import { fieldName, lastField, rememberFields, typeInto } from './lastField'

// What is in the sheet comes when it is first asked for.
const QuickFiguresSheet = dynamic(() => import('./QuickFiguresSheet'), { ssr: false })

/** The quick figures, on Q in every view (Alt Q while typing); an answer goes into the field that was left. */
export function QuickFigures({ unit = 'mm' }: { readonly unit?: LengthUnit | undefined }) {
  const [open, setOpen] = useState<boolean>()
  const button = useRef<HTMLButtonElement>(null)
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
    event.preventDefault()
    if (!field?.isConnected) return button.current?.focus()
    if (answer.current === undefined) field.focus()
    else typeInto(field, answer.current)
    answer.current = undefined
  }
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open === true}
        className="flex min-h-8 cursor-pointer items-center gap-1.5 rounded-md px-1.5 hover:bg-white/10"
        onClick={ask}
      >
        <span className="max-sm:hidden">
          <kbd>Q</kbd>
        </span>
        <Calculator className="size-4 sm:hidden" aria-hidden />
        <span className="max-sm:sr-only">quick figures</span>
      </button>
      {open !== undefined && (
        <QuickFiguresSheet
          open={open}
          onOpenChange={setOpen}
          onClosed={onClosed}
          unit={unit}
          target={field && { name: fieldName(field), send }}
        />
      )}
    </>
  )
}
