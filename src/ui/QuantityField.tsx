'use client'

import { useEffect, useId, useState } from 'react'
import { type Length, type LengthUnit, parseLength, printLength } from '@/core/handbook/units'

interface QuantityFieldProps {
  readonly label: string
  readonly value: Length | undefined
  readonly unit: LengthUnit
  readonly onChange: (value: Length) => void
  /** Lets the field be emptied. */
  readonly onClear?: (() => void) | undefined
  readonly hint?: string | undefined
}

const shown = (value: Length | undefined, unit: LengthUnit): string =>
  value === undefined ? '' : (value.typed ?? printLength(value.mm, unit))

/** A length as people write it: 1 1/4, 29/64, #7, 0.54in, sums. Shows the other unit; keeps what was typed. */
export function QuantityField({ hint, label, onChange, onClear, unit, value }: QuantityFieldProps) {
  const id = useId()
  const [text, setText] = useState(shown(value, unit))
  const [sentence, setSentence] = useState<string>()
  const known = shown(value, unit)
  useEffect(() => {
    setText(known)
    setSentence(undefined)
  }, [known])
  const commit = (): void => {
    if (text === known) return
    if (text.trim() === '' && onClear) return onClear()
    const parsed = parseLength(text, unit)
    if (!parsed.ok) return setSentence(parsed.issues[0].sentence)
    setSentence(undefined)
    onChange(parsed.value)
  }
  const preview = parseLength(text, unit)
  const both = preview.ok
    ? `${printLength(preview.value.mm, 'mm')} mm · ${printLength(preview.value.mm, 'inch')} in`
    : ''
  return (
    <div>
      <label htmlFor={id} className="block text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        className="field figures"
        value={text}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        aria-invalid={sentence !== undefined}
        aria-describedby={`${id}-more`}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit()
          if (event.key === 'Escape') setText(known)
        }}
      />
      <p
        id={`${id}-more`}
        className={`min-h-4 text-[12px] ${sentence ? 'text-red' : 'text-soft'}`}
        role={sentence ? 'alert' : undefined}
      >
        {sentence ?? (both === '' ? (hint ?? '') : both)}
      </p>
    </div>
  )
}
