'use client'

import { useState } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'
import { middleFromTouches, roundFromTouches } from '@/core/handbook/probing'
import { refusal, TOOL_FIGURES } from '@/core/floor/standin'
import { printSpread } from '@/core/handbook/units'
import { type TaskProps } from './types'

const SIDES = [
  ['x+', 'Left side', 'x', '+'],
  ['x-', 'Right side', 'x', '-'],
  ['y+', 'Front', 'y', '+'],
  ['y-', 'Back', 'y', '-'],
] as const
type SideKey = (typeof SIDES)[number][0]

const figure = (mm: number): string => printSpread(mm, 'mm')

/** The middle of a block by its four sides, or of a bore by touches round it. */
export function CentreTask(props: TaskProps) {
  return props.exercise.id === 'bore-after-flip' ? (
    <RoundTask {...props} />
  ) : (
    <FourSides {...props} />
  )
}

function FourSides({ answered, exercise, mill, onClaim, onTaken }: TaskProps) {
  const [taken, setTaken] = useState<Readonly<Partial<Record<SideKey, number>>>>({})
  const no = refusal(mill.state)
  const tip = TOOL_FIGURES['edge-finder'].tip
  const take = (side: SideKey, axis: 'x' | 'y'): void => {
    if (!mill.last) return
    setTaken({ ...taken, [side]: mill.last[axis] })
    onTaken(side)
  }
  const halve = (axis: 'x' | 'y') => {
    const [a, b] = [taken[`${axis}+`], taken[`${axis}-`]]
    return a === undefined || b === undefined
      ? undefined
      : middleFromTouches({ at: a, towards: '+' }, { at: b, towards: '-' }, tip, 0.01)
  }
  const [x, y] = [halve('x'), halve('y')]
  const words = (axis: 'x' | 'y', found: typeof x): string => {
    const [a, b] = [taken[`${axis}+`], taken[`${axis}-`]]
    if (a === undefined || b === undefined || !found) return 'touch both sides'
    if (!found.ok) return found.issues[0].sentence
    return `(${figure(a)} + ${figure(b)}) / 2 = ${figure(found.value.middle.at)}, width ${figure(found.value.width.at)}`
  }
  return (
    <>
      <p className="text-[14px] text-soft">
        The drawing says {exercise.told.width} wide, {exercise.told.depth} deep. Touch, take, back
        off, next side.
      </p>
      <div className="grid grid-cols-2 gap-2">
        {SIDES.map(([key, name, axis]) => (
          <button
            key={key}
            type="button"
            className="button min-h-[56px]! justify-between"
            disabled={no !== undefined || answered}
            onClick={() => take(key, axis)}
          >
            <span>Take: {name.toLowerCase()}</span>
            <span className="figures">{taken[key] === undefined ? '' : figure(taken[key])}</span>
          </button>
        ))}
      </div>
      <dl className="figures grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt>X</dt>
        <dd>{words('x', x)}</dd>
        <dt>Y</dt>
        <dd>{words('y', y)}</dd>
      </dl>
      {!answered && (
        <button
          type="button"
          className="button main self-start"
          disabled={!x?.ok || !y?.ok}
          onClick={() =>
            x?.ok &&
            y?.ok &&
            void onClaim({
              kind: 'centre',
              at: { x: x.value.middle.at, y: y.value.middle.at },
            })
          }
        >
          That is the middle
        </button>
      )}
    </>
  )
}

function RoundTask({ answered, exercise, mill, onClaim, onTaken }: TaskProps) {
  const [touches, setTouches] = useState<readonly PlanePoint[]>([])
  const no = refusal(mill.state)
  const { nominal, holeDiameter = 0 } = exercise.told
  const round =
    touches.length >= 3
      ? roundFromTouches(touches, 'bore', TOOL_FIGURES.probe.tip, 0.004)
      : undefined
  return (
    <>
      <p className="text-[14px] text-soft">
        Predicted: X {nominal && figure(nominal.x)}, Y {nominal && figure(nominal.y)}, ⌀
        {holeDiameter} after the flip.
      </p>
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="button min-h-[56px]!"
          disabled={no !== undefined || answered}
          onClick={() => {
            if (!mill.last) return
            setTouches([...touches, { x: mill.last.x, y: mill.last.y }])
            onTaken('touch')
          }}
        >
          Take this touch
        </button>
        <button
          type="button"
          className="button quiet min-h-[56px]!"
          disabled={nominal === undefined}
          onClick={() => nominal && mill.act({ do: 'go', x: nominal.x, y: nominal.y })}
        >
          Back to the predicted middle
        </button>
        {touches.length > 0 && !answered && (
          <button
            type="button"
            className="button quiet min-h-[56px]!"
            onClick={() => setTouches(touches.slice(0, -1))}
          >
            Drop the last
          </button>
        )}
      </div>
      <ol className="figures grid grid-cols-2 gap-x-4">
        {touches.map((t, i) => (
          <li key={i}>
            {i + 1}: {figure(t.x)} {figure(t.y)}
          </li>
        ))}
      </ol>
      <p className="figures">
        {round === undefined
          ? 'Three touches or more give the circle.'
          : round.ok
            ? `X ${figure(round.value.centre.x)} ±${figure(round.value.plusMinus.x)}  Y ${figure(round.value.centre.y)} ±${figure(round.value.plusMinus.y)}  ⌀${figure(round.value.diameter)}`
            : round.issues[0].sentence}
      </p>
      {!answered && (
        <button
          type="button"
          className="button main self-start"
          disabled={!round?.ok}
          onClick={() => round?.ok && void onClaim({ kind: 'centre', at: round.value.centre })}
        >
          The bore is there
        </button>
      )}
    </>
  )
}
