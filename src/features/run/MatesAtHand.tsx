'use client'

import { useState } from 'react'
import { type Length, printLength, unitSign } from '@/core/handbook/units'
import {
  type EntryBody,
  leavesRoom,
  type MatedSize,
  matedSizes,
  matesMeasured,
  type RunEntry,
} from '@/core/paper/run'
import { type Prediction } from '@/core/predict/prediction'
import { type Part, requirementFigures, requirementTitle } from '@/core/work/part'
import { QuantityField } from '@/ui/QuantityField'

interface MatesProps {
  readonly prediction: Prediction
  readonly setupNumber: number
  readonly step: string
  readonly entries: readonly RunEntry[]
  readonly piece: number
  readonly onEnter: (body: EntryBody) => void
}

/** What the sizes that this setup settles are made to, measured for this piece before they are cut. */
export function MatesAtHand({
  entries,
  onEnter,
  piece,
  prediction,
  setupNumber,
  step,
}: MatesProps) {
  const { plan, requirements } = prediction
  // As predicted they have the limits that the mate gives them.
  const settled = new Map(
    requirements.flatMap(({ requirement, setups }) =>
      setups.at(-1) === setupNumber - 1 ? [[requirement.id, requirement] as const] : [],
    ),
  )
  const measured = matesMeasured(entries, piece)
  return matedSizes(plan.part)
    .flatMap((size) => {
      const limited = settled.get(size.id)
      return limited ? [{ size, limited }] : []
    })
    .map(({ limited, size }) => (
      <MateAtHand
        key={size.id}
        part={plan.part}
        size={size}
        figures={requirementFigures(plan.part, limited, plan.part.unit)}
        isMeasured={measured.has(size.id)}
        onKeep={(body) => onEnter({ ...body, kind: 'mate', step, requirement: size.id })}
      />
    ))
}

function MateAtHand({
  figures,
  isMeasured,
  onKeep,
  part,
  size,
}: {
  readonly part: Part
  readonly size: MatedSize
  readonly figures: string
  readonly isMeasured: boolean
  readonly onKeep: (body: { readonly measured: number; readonly plusMinus: number }) => void
}) {
  const { mate } = size
  const [measured, setMeasured] = useState<Length>(mate.measured)
  const [plusMinus, setPlusMinus] = useState<Length>(mate.plusMinus)
  const body = { measured: measured.mm, plusMinus: plusMinus.mm }
  const fits = leavesRoom(part, size, { kind: 'mate', step: '-', requirement: size.id, ...body })
  const length = (mm: number): string =>
    `${printLength(mm, part.unit)} ${unitSign(part.unit)}`.trim()
  return (
    <section
      aria-label={`Measured of ${mate.name}`}
      className="flex flex-col gap-2 rounded-lg border border-faint p-3 text-[18px]"
    >
      <p>
        <b>{requirementTitle(part, size)}</b> is made to <b>{mate.name}</b>:{' '}
        {isMeasured ? 'measured for this piece' : 'on the drawing'} {length(mate.measured.mm)} ±
        {length(mate.plusMinus.mm)}. <b>{figures}</b>.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <QuantityField
          label={`${mate.name}, measured`}
          value={measured}
          unit={part.unit}
          onChange={(value) => value && setMeasured(value)}
        />
        <QuantityField
          label="Known to, ±"
          value={plusMinus}
          unit={part.unit}
          onChange={(value) => value && setPlusMinus(value)}
        />
        <button
          type="button"
          className="button min-h-[56px]!"
          disabled={!fits}
          onClick={() => onKeep(body)}
        >
          It measures so
        </button>
      </div>
      {!fits && (
        <p role="alert" className="text-ochre">
          ◆ {mate.name} is not known well enough for what is asked: measure it better.
        </p>
      )}
    </section>
  )
}
