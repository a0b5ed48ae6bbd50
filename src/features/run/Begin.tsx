'use client'

import { useState } from 'react'

/** How many pieces are made, at a machine or in the stand-in shop. */
export function Begin({
  canBegin,
  number,
  onBegin,
}: {
  readonly number: number
  readonly canBegin: boolean
  readonly onBegin: (asked: Beginning) => void
}) {
  const [pieces, setPieces] = useState(1)
  const [every, setEvery] = useState(5)
  const [exercise, setExercise] = useState(0)
  const [isSound, setIsSound] = useState(false)
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Count words="Pieces" value={pieces} onChange={setPieces} />
      {pieces > 1 && <Count words="Checked in full, every" value={every} onChange={setEvery} />}
      <button
        type="button"
        className="button main"
        disabled={!canBegin}
        onClick={() => onBegin({ pieces, every, practice: false })}
      >
        Make them by release {number}
      </button>
      <button
        type="button"
        className="button"
        disabled={!canBegin}
        onClick={() =>
          onBegin({
            pieces,
            every,
            practice: true,
            sound: isSound,
            ...(exercise > 0 && { exercise }),
          })
        }
      >
        Practise in the stand-in shop
      </button>
      <p className="w-full text-soft">
        In practice one fault is hidden in the shop: measure, find it, save the piece. What is
        roughed and measured at a hold point can still be put right by its last cut.
      </p>
      <Count words="Exercise (0: any)" value={exercise} least={0} onChange={setExercise} />
      <label className="flex items-center gap-2 pb-2">
        <input
          type="checkbox"
          checked={isSound}
          onChange={(event) => setIsSound(event.target.checked)}
        />
        a sound shop, nothing hidden
      </label>
    </div>
  )
}

export interface Beginning {
  readonly pieces: number
  readonly every: number
  readonly practice: boolean
  /** The same number hides the same fault. */
  readonly exercise?: number
  readonly sound?: boolean
}

/** A whole number, up to 200. */
function Count({
  least = 1,
  onChange,
  value,
  words,
}: {
  readonly words: string
  readonly value: number
  readonly least?: number
  readonly onChange: (count: number) => void
}) {
  return (
    <label>
      <span className="block text-soft">{words}</span>
      <input
        type="number"
        min={least}
        max={200}
        className="field w-24"
        value={value}
        onChange={(event) =>
          onChange(Math.max(least, Math.min(200, Math.round(Number(event.target.value)) || least)))
        }
      />
    </label>
  )
}
