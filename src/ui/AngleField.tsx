'use client'

import { useEffect, useId, useState } from 'react'
import { type Angle, parseAngle, printDegrees } from '@/core/handbook/units'

/** An angle as people write it: 30, 30.25, 30°15′; keeps what was typed. */
export function AngleField({
  label,
  onChange,
  value,
}: {
  readonly label: string
  readonly value: Angle
  readonly onChange: (value: Angle) => void
}) {
  const id = useId()
  const known = value.typed ?? printDegrees(value.rad)
  const [text, setText] = useState(known)
  const [sentence, setSentence] = useState<string>()
  useEffect(() => {
    setText(known)
    setSentence(undefined)
  }, [known])
  const commit = (): void => {
    if (text === known) return
    const parsed = parseAngle(text)
    if (!parsed.ok) return setSentence(parsed.issues[0].sentence)
    onChange(parsed.value)
  }
  return (
    <div>
      <label htmlFor={id} className="block text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        className="field figures"
        value={text}
        autoComplete="off"
        aria-invalid={sentence !== undefined}
        aria-describedby={`${id}-more`}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
      <p id={`${id}-more`} className="min-h-5 text-[13px] text-red">
        {sentence}
      </p>
    </div>
  )
}
