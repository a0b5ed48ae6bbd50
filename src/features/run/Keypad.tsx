'use client'

import { Delete } from 'lucide-react'

interface KeypadProps {
  readonly shown: string
  readonly onChange: (text: string) => void
}

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '0', '.', '−'] as const

/** Figures for a wet thumb: large keys, with a minus and a point; the field takes a keyboard as well. */
export function Keypad({ onChange, shown }: KeypadProps) {
  const press = (key: string): void => {
    if (key === '−') onChange(shown.startsWith('-') ? shown.slice(1) : `-${shown}`)
    else if (key !== '.' || !shown.includes('.')) onChange(shown + key)
  }
  return (
    <div className="grid grid-cols-3 gap-2" role="group" aria-label="Keypad">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          className="figures button min-h-[60px]! justify-center text-[26px]"
          aria-label={key === '−' ? 'minus' : key === '.' ? 'point' : key}
          onClick={() => press(key)}
        >
          {key}
        </button>
      ))}
      <button
        type="button"
        className="button col-span-3 min-h-[48px]! justify-center"
        aria-label="Take the last figure away"
        onClick={() => onChange(shown.slice(0, -1))}
      >
        <Delete className="size-6" aria-hidden />
      </button>
    </div>
  )
}
