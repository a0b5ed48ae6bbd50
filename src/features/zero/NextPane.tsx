'use client'

import { useState } from 'react'
import { AXES, type Axis } from '@/core/ground/geometry'
import { leaningBefore, type OffsetRow, predictZero } from '@/core/floor/offsets'
import { indexWords, type Plan, type PlannedSetup, turnWords } from '@/core/plan/planning'
import { type Length, printLength, printSpread } from '@/core/handbook/units'
import { turnerWords } from '@/core/shop/workshop'
import { QuantityField } from '@/ui/QuantityField'
import { type PaneProps } from './types'

/** The next zero from the last, or why there is none to be reckoned. */
export function NextPane(props: PaneProps) {
  const { index, plan, planned, rows } = props
  if (planned.indexed) return <Turned planned={planned} row={rows[index]} />
  const words = otherwise(plan, planned, rows[index])
  return words ? <p className="text-soft">{words}</p> : <FromTheLast {...props} />
}

/** Where zero is not carried over from stop, jaw and bed. */
function otherwise(
  plan: Plan,
  planned: PlannedSetup,
  row: OffsetRow | undefined,
): string | undefined {
  const { handsOn } = planned.standing
  if (handsOn)
    return `${handsOn.by} hands its holes on here: there are no coordinates, so there is no zero to find.`
  const leant = leaningBefore(plan, planned)
  return leant && row && AXES.some((axis) => row.axes[axis])
    ? `The holding leans as in setup ${leant.index + 1}, and nothing else stood there meanwhile: step and line stay as they were found then, from one chamfer to the next. Its figures stand above.`
    : undefined
}

/** The next zero from the last: the arithmetic, line by line, by nominal or measured sizes. */
function FromTheLast({ anchor, index, part, plan, planned, rows }: PaneProps) {
  const [sizes, setSizes] = useState<Readonly<Partial<Record<Axis, Length>>>>({})
  const before = plan.setups[index - 1]
  if (!anchor)
    return (
      <section>
        <h2 className="mb-1 font-bold">Nothing to predict it from yet.</h2>
        <p className="text-soft">
          {index === 0
            ? 'This is the first setup. Find zero here, or put the vise into the register with where its stop, fixed jaw and bed stand; the setups after it then follow by themselves.'
            : 'Find zero in an earlier setup in the same vise, or put the vise into the register: from where its stop, jaw and bed stand this zero follows.'}
        </p>
      </section>
    )
  const measured = Object.fromEntries(
    Object.entries(sizes).flatMap(([axis, length]) => (length ? [[axis, length.mm]] : [])),
  )
  const result = predictZero(plan, index, anchor, measured)
  const row = rows[index]
  return (
    <section className="flex flex-col gap-2">
      <h2 className="font-bold">
        {before ? `${turnWords(before, planned)}: from ${anchor.says}` : `From ${anchor.says}`}
      </h2>
      {result.ok ? (
        <>
          <ul>
            {result.value.steps.map((step) => (
              <li key={step} className="border-t border-faint py-1">
                {step}
              </li>
            ))}
          </ul>
          <table className="w-full">
            <caption className="sr-only">Predicted and found</caption>
            <thead>
              <tr className="text-left text-[13px] text-soft">
                <th scope="col">Axis</th>
                <th scope="col">predicted</th>
                <th scope="col">likely within</th>
                <th scope="col">found</th>
                <th scope="col">difference</th>
              </tr>
            </thead>
            <tbody className="figures">
              {AXES.map((axis) => {
                const there = result.value.axes[axis]
                const here = row?.axes[axis]?.how === 'found' ? row.axes[axis] : undefined
                const off = there && here ? here.at - there.at : undefined
                const within = there && here ? Math.hypot(there.plusMinus, here.plusMinus) : 0
                return (
                  <tr key={axis} className="border-t border-faint" data-axis={axis}>
                    <th scope="row" className="py-1 text-left">
                      {axis.toUpperCase()}
                    </th>
                    <td>{there ? printSpread(there.at, part.unit) : '–'}</td>
                    <td>{there ? `±${printSpread(there.plusMinus, part.unit)}` : ''}</td>
                    <td>{here ? printSpread(here.at, part.unit) : ''}</td>
                    <td>
                      {off !== undefined && (
                        <span
                          className={Math.abs(off) <= within ? 'text-green' : 'font-bold text-red'}
                        >
                          {off < 0 ? '−' : '+'}
                          {printSpread(Math.abs(off), part.unit)}{' '}
                          {Math.abs(off) <= within ? '● agrees' : '▲ look'}
                        </span>
                      )}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </>
      ) : (
        <p className="rounded-lg border-l-4 border-ochre bg-ochre-wash px-3 py-2">
          ◆ {result.issues[0].sentence}
        </p>
      )}
      <fieldset>
        <legend className="mb-1 text-[14px]">
          <b>Sizes as measured</b>, left to right, front to back, up; empty: as drawn, with its
          stock
        </legend>
        <div className="grid grid-cols-3 gap-2">
          {AXES.map((axis) => (
            <QuantityField
              key={axis}
              label={{ x: 'Length', y: 'Depth', z: 'Height' }[axis]}
              unit={part.unit}
              value={sizes[axis]}
              hint={`drawn ${printLength(part.size[axis].mm, part.unit)}`}
              onChange={(length) => setSizes({ ...sizes, [axis]: length })}
              onClear={() => setSizes({ ...sizes, [axis]: undefined })}
            />
          ))}
        </div>
      </fieldset>
      <p className="text-[14px] text-soft">
        What both setups share (the machine, the same vise) cancels; what is left is how the part
        comes to lie: seating, stop, stock that is still raw. A difference beyond it has a cause.
      </p>
    </section>
  )
}

/** A zero that goes round with the part: where it comes to lie, and which way the axis turns for it. */
function Turned({
  planned,
  row,
}: {
  readonly planned: PlannedSetup
  readonly row: OffsetRow | undefined
}) {
  const { indexed, machine, part } = planned
  if (!indexed) return null
  const number = indexed.base.index + 1
  const known = AXES.every((axis) => row?.axes[axis])
  return (
    <section className="flex flex-col gap-2">
      <h2 className="font-bold">
        {indexWords(indexed)}: the zero of setup {number}, carried round
      </h2>
      {indexed.turner ? (
        <p>{turnerWords(indexed.turner, indexed.commandedRad)}</p>
      ) : (
        <p className="text-red">{machine.name} has no rotary axis; put one into the workshop.</p>
      )}
      {known ? (
        <ul>
          {AXES.map((axis) => {
            const at = row?.axes[axis]
            return (
              <li key={axis} className="border-t border-faint py-1">
                {axis.toUpperCase()} {printLength(at?.at ?? 0, part.unit)} ±
                {printSpread(at?.plusMinus ?? 0, part.unit)}
              </li>
            )
          })}
        </ul>
      ) : (
        <p className="text-soft">
          Find zero in setup {number} first: this one follows from it and from the centre of the
          axis, as the workshop has it.
        </p>
      )}
      <p className="text-[13px] text-soft">
        Try the turn above the part first. Keep within the limits of the machine.
      </p>
    </section>
  )
}
