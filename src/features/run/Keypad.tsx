'use client'

import { Delete } from 'lucide-react'

interface KeypadProps {
  readonly shown: string
  readonly onChange: (text: string) => void
}

const BACK = '⌫'
const KEYS = ['7', '8', '9', BACK, '4', '5', '6', '−', '1', '2', '3', '.', '0'] as const
const CALLED: Readonly<Partial<Record<string, string>>> = {
  '−': 'minus',
  '.': 'point',
  [BACK]: 'Take the last figure away',
}

/** Figures for a wet thumb: large keys, with a minus and a point; the field takes a keyboard as well. */
export function Keypad({ onChange, shown }: KeypadProps) {
  const press = (key: string): void => {
    if (key === BACK) onChange(shown.slice(0, -1))
    else if (key === '−') onChange(shown.startsWith('-') ? shown.slice(1) : `-${shown}`)
    else if (key !== '.' || !shown.includes('.')) onChange(shown + key)
  }
  return (
    <div className="grid grid-cols-4 gap-2" role="group" aria-label="Keypad">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          className="figures button min-h-[60px]! justify-center text-[26px]"
          aria-label={CALLED[key] ?? key}
          onClick={() => press(key)}
        >
          {key === BACK ? <Delete className="size-6" aria-hidden /> : key}
        </button>
      ))}
    </div>
  )
}
