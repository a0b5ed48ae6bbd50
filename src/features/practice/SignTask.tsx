'use client'

import { useState } from 'react'
import { FAULT_WORDS, FAULTS, type Fault } from '@/core/floor/standin'
import { printSpread } from '@/core/handbook/units'
import { type TaskProps } from './types'

const figure = (mm: number): string => printSpread(mm, 'mm')

/** A written-down offset: drive to the place that is known, look, and say what is wrong with it. */
export function SignTask({ answered, exercise, mill, onClaim, onTaken }: TaskProps) {
  const [fault, setFault] = useState<Fault>()
  const { offset, sanity, topAt } = exercise.told
  if (!offset || !sanity) return null
  const place = { x: offset.x + sanity.x, y: offset.y + sanity.y }
  return (
    <>
      <dl className="figures grid grid-cols-[auto_1fr] gap-x-3">
        <dt>Written down, G54</dt>
        <dd>
          X {figure(offset.x)} Y {figure(offset.y)}
        </dd>
        <dt>Drive to</dt>
        <dd>
          X {figure(sanity.x)} Y {figure(sanity.y)}
        </dd>
        <dt>Must be seen</dt>
        <dd className="font-sans">the rod over the right back corner</dd>
      </dl>
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="button min-h-[56px]!"
          disabled={answered}
          onClick={() => mill.act({ do: 'go', z: topAt + 10 })}
        >
          Z clear, 10 over the top
        </button>
        <button
          type="button"
          className="button min-h-[56px]!"
          disabled={answered || (mill.last?.z ?? -Infinity) < topAt + 5}
          onClick={() => {
            mill.act({ do: 'go', ...place })
            onTaken('looked')
          }}
        >
          Drive to the place
        </button>
      </div>
      <fieldset disabled={answered}>
        <legend className="mb-1 text-[13px] text-soft">What do you say of the offset?</legend>
        {FAULTS.map((f) => (
          <label key={f} className="flex min-h-10 cursor-pointer items-center gap-2">
            <input
              type="radio"
              name="fault"
              className="size-4 accent-(--blue)"
              checked={fault === f}
              onChange={() => setFault(f)}
            />
            {FAULT_WORDS[f]}
          </label>
        ))}
      </fieldset>
      {!answered && (
        <button
          type="button"
          className="button main self-start"
          disabled={fault === undefined}
          onClick={() => fault && void onClaim({ kind: 'fault', fault })}
        >
          That is what I say
        </button>
      )}
    </>
  )
}
