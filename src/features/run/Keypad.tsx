'use client'

import { Delete } from 'lucide-react'

interface KeypadProps {
  /** The other unit than the part’s, for an instrument that reads it; none for angles. */
  readonly other: 'mm' | 'in' | undefined
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
export function Keypad({ onChange, other, shown }: KeypadProps) {
  const isOther = other !== undefined && shown.endsWith(` ${other}`)
  const figure = isOther ? shown.slice(0, -1 - other.length) : shown
  const tell = (text: string, inOther = isOther): void =>
    onChange(inOther && other !== undefined ? `${text} ${other}` : text)
  const press = (key: string): void => {
    if (key === BACK) tell(figure.slice(0, -1))
    else if (key === '−') tell(figure.startsWith('-') ? figure.slice(1) : `-${figure}`)
    else if (key !== '.' || !figure.includes('.')) tell(figure + key)
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
      {other !== undefined && (
        <button
          type="button"
          className="button min-h-[60px]! justify-center text-[22px]"
          aria-pressed={isOther}
          onClick={() => tell(figure, !isOther)}
        >
          {other}
        </button>
      )}
    </div>
  )
}
