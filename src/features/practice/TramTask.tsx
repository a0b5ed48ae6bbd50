'use client'

import { useState } from 'react'
import { slopeFromTouches } from '@/core/handbook/probing'
import { refusal } from '@/core/floor/standin'
import { printSpread } from '@/core/handbook/units'
import { type TaskProps } from './types'

const TAPS = [
  [0.1, 'Right end to the back, 0.1'],
  [-0.1, 'Right end to the front, 0.1'],
  [0.01, 'Right end to the back, 0.01'],
  [-0.01, 'Right end to the front, 0.01'],
] as const

/** Two readings along the jaw, taps, and sweep again. */
export function TramTask({ answered, mill, onClaim, onTaken }: TaskProps) {
  const [taken, setTaken] = useState<
    readonly { readonly x: number; readonly y: number; readonly dial: number }[]
  >([])
  const { last, state } = mill
  const no = refusal(state) ?? (last?.sense.kind === 'dial' ? undefined : 'It does not read.')
  const [a, b] = taken.slice(-2)
  // Pushed in means that the jaw is nearer: towards the front.
  const slope =
    a && b ? slopeFromTouches([a.x, b.x], [a.y - a.dial, b.y - b.dial], 0.004) : undefined
  return (
    <>
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="button min-h-[56px]!"
          disabled={no !== undefined || answered}
          onClick={() => {
            if (last?.sense.kind !== 'dial') return
            setTaken([...taken, { x: last.x, y: last.y, dial: last.sense.mm }])
            onTaken('reading')
          }}
        >
          Take this reading
        </button>
        {taken.length > 0 && !answered && (
          <button type="button" className="button quiet min-h-[56px]!" onClick={() => setTaken([])}>
            Sweep again
          </button>
        )}
      </div>
      <ol className="figures">
        {taken.slice(-6).map((t, i) => (
          <li key={i}>
            X {printSpread(t.x, 'mm')}: {printSpread(t.dial, 'mm')}
          </li>
        ))}
      </ol>
      <p className="figures">
        {slope === undefined
          ? 'Two readings, far apart along X, give the angle.'
          : slope.ok
            ? `Between the last two the jaw goes ${printSpread(Math.abs(slope.value.per100), 'mm')} in 100 to the ${slope.value.per100 > 0 ? 'back' : 'front'} on the right. Tap the right end to the ${slope.value.per100 > 0 ? 'front' : 'back'}.`
            : slope.issues[0].sentence}
      </p>
      <fieldset className="grid grid-cols-2 gap-2" disabled={answered}>
        <legend className="mb-1 text-[13px] text-soft">Tap the vise, mm in 100</legend>
        {TAPS.map(([per100, words]) => (
          <button
            key={words}
            type="button"
            className="button min-h-11!"
            onClick={() => mill.act({ do: 'tap', per100 })}
          >
            {words}
          </button>
        ))}
      </fieldset>
      {!answered && (
        <button
          type="button"
          className="button main self-start"
          disabled={taken.length < 2}
          onClick={() => void onClaim({ kind: 'trammed' })}
        >
          It is in line
        </button>
      )}
    </>
  )
}
