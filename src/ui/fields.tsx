'use client'

import { useEffect, useId, useState } from 'react'

interface ChoiceProps<Value extends string> {
  readonly label: string
  readonly value: Value
  readonly options: readonly { readonly value: Value; readonly label: string }[]
  readonly onChange: (value: Value) => void
}

/*
 * Fields that are taken one by one. By hand, not by a form package with a resolver: a page saves itself with each
 * field that is left, so that nothing is ever submitted whole; what is refused is said by the schema on the
 * server beside the body that was refused. The three dialogs that are submitted have one field each.
 */

/** A native list of choices: works with keyboard, mouse and thumb. */
export function Choice<Value extends string>({
  label,
  onChange,
  options,
  value,
}: ChoiceProps<Value>) {
  const id = useId()
  return (
    <div>
      <label htmlFor={id} className="block text-[13px] text-soft">
        {label}
      </label>
      <select
        id={id}
        className="field"
        value={value}
        onChange={(event) => onChange(event.target.value as Value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </div>
  )
}

/** A line of text, taken when the field is left or Enter is pressed. */
export function TextField({
  label,
  onChange,
  value,
}: {
  readonly label: string
  readonly value: string
  readonly onChange: (value: string) => void
}) {
  const id = useId()
  const [text, setText] = useState(value)
  useEffect(() => setText(value), [value])
  const commit = (): void => {
    if (text !== value) onChange(text)
  }
  return (
    <div>
      <label htmlFor={id} className="block text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        className="field"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
    </div>
  )
}

export function Tick({
  checked,
  label,
  onChange,
}: {
  readonly label: string
  readonly checked: boolean
  readonly onChange: (checked: boolean) => void
}) {
  return (
    <label className="flex min-h-8 cursor-pointer items-center gap-2">
      <input
        type="checkbox"
        className="size-4 accent-(--blue)"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      <span>{label}</span>
    </label>
  )
}
