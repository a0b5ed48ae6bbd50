'use client'

import { type KeyboardEvent, useState } from 'react'
import { capital } from '@/core/ground/finding'
import { INCH_MM } from '@/core/handbook/standards'
import { type LengthUnit, parseLength, printLength } from '@/core/handbook/units'
import {
  clampMovesAlong,
  type Movable,
  type MovableClamp,
  movableClamps,
  movables,
  movesAlong,
  type PlannedSetup,
} from '@/core/plan/planning'
import { type Moved, moveEither } from './useContactDrag'

interface ContactKeysProps {
  readonly planned: PlannedSetup
  readonly unit: LengthUnit
  readonly onPoint: (refs: ReadonlySet<string>) => void
  readonly onMoved: (moved: Moved) => void
  readonly onReset: (id: string) => void
}

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowDown: [0, -1],
  ArrowUp: [0, 1],
}

/** The contacts and clamps one by one, with where they are: typed, moved by arrow keys, put back by Delete. */
export function ContactKeys({ onMoved, onPoint, onReset, planned, unit }: ContactKeysProps) {
  const [typing, setTyping] = useState<string>()
  /** The one that was typed last: it has the focus again. */
  const [typed, setTyped] = useState<string>()
  const to = (contact: Either, x: number, y: number): void =>
    onMoved(moveEither(planned, contact, { x, y }, 0))
  const press = (event: KeyboardEvent, contact: Either): void => {
    const way = ARROWS[event.key]
    if (event.key === 'Delete' || event.key === 'Backspace') onReset(contact.id)
    else if (way) {
      const step = (unit === 'mm' ? 1 : INCH_MM / 32) * (event.shiftKey ? 10 : 1)
      const { x, y } = placeOf(contact)
      to(contact, x + way[0] * step, y + way[1] * step)
    } else return
    event.preventDefault()
  }
  const movable = [...movables(planned), ...movableClamps(planned)]
  const axesOf = (one: Either): readonly ('x' | 'y')[] =>
    'foot' in one ? clampMovesAlong(planned, one) : movesAlong(planned, one)
  const labelOf = (one: Either): string =>
    'foot' in one
      ? capital(one.name)
      : planned.clamping.props?.some(({ id }) => id === one.id)
        ? 'Jack'
        : planned.standing.words.roles[one.role].label
  if (movable.length === 0) return null
  return (
    <ul aria-label="Contacts" className="mt-1 flex flex-wrap items-center gap-1.5 text-[13px]">
      {movable.map((contact) => {
        const label = `${labelOf(contact)} ${contact.id.replace(/\D/g, '')}`
        return (
          <li key={contact.id}>
            {typing === contact.id ? (
              <TypedPlace
                label={label}
                at={placeOf(contact)}
                axes={axesOf(contact)}
                unit={unit}
                onTyped={(at) => to(contact, at.x, at.y)}
                onDone={(isByKey) => {
                  setTyping(undefined)
                  setTyped(isByKey ? contact.id : undefined)
                }}
              />
            ) : (
              <button
                type="button"
                className={`button quiet figures px-2! py-0.5! ${'foot' in contact || contact.bears ? '' : 'text-red'}`}
                title="Enter types where it is. Arrow keys move it by 1, with Shift by 10; Delete puts it back, and takes a jack away. In the picture it is drawn with the pointer, with Alt to no step."
                onClick={() => setTyping(axesOf(contact).length > 0 ? contact.id : undefined)}
                autoFocus={typed === contact.id}
                onKeyDown={(event) => press(event, contact)}
                onFocus={() => onPoint(new Set([contact.id]))}
                onBlur={() => onPoint(new Set())}
              >
                {label} {printLength(placeOf(contact).x, unit)},{' '}
                {printLength(placeOf(contact).y, unit)}
              </button>
            )}
          </li>
        )
      })}
    </ul>
  )
}

interface TypedPlaceProps {
  readonly label: string
  readonly at: { readonly x: number; readonly y: number }
  /** Along which it can be moved. */
  readonly axes: readonly ('x' | 'y')[]
  readonly unit: LengthUnit
  readonly onTyped: (at: { readonly x: number; readonly y: number }) => void
  readonly onDone: (isByKey: boolean) => void
}

/** Where something is, in figures: taken by Enter, left as it was by Escape. */
function TypedPlace({ at, axes, label, onDone, onTyped, unit }: TypedPlaceProps) {
  const [texts, setTexts] = useState<Readonly<Partial<Record<'x' | 'y', string>>>>({})
  const read = axes.flatMap((axis) => {
    const text = texts[axis]
    return text === undefined ? [] : [{ axis, figure: parseLength(text, unit) }]
  })
  const wrong = read.find(({ figure }) => !figure.ok)?.figure
  const take = (): void => {
    if (wrong) return
    // What was not touched stays to the last figure, also those that are not shown.
    const { x, y } = at
    const typed = read.map(({ axis, figure }) => [axis, figure.ok ? figure.value.mm : at[axis]])
    onTyped({ x, y, ...Object.fromEntries(typed) })
    onDone(true)
  }
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') onDone(true)
    else if (event.key === 'Enter') take()
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <span
      className="flex items-center gap-1.5"
      role="group"
      aria-label={label}
      onKeyDown={onKey}
      onBlur={({ currentTarget, relatedTarget }) => {
        if (!currentTarget.contains(relatedTarget)) onDone(false)
      }}
    >
      {label}
      {axes.map((axis, i) => (
        <label key={axis} className="flex items-center gap-1">
          {axis.toUpperCase()}
          <input
            className="field figures w-24! px-1.5! py-0.5!"
            inputMode="decimal"
            autoFocus={i === 0}
            value={texts[axis] ?? printLength(at[axis], unit)}
            aria-invalid={read.some((one) => one.axis === axis && !one.figure.ok)}
            onChange={({ target }) => setTexts({ ...texts, [axis]: target.value })}
            onFocus={({ target }) => target.select()}
          />
        </label>
      ))}
      <button type="button" className="button quiet px-2! py-0.5!" onClick={take}>
        Put it there
      </button>
      {wrong && !wrong.ok && <span role="alert">{wrong.issues[0].sentence}</span>}
    </span>
  )
}

type Either = Movable | MovableClamp

const placeOf = (one: Either) => ('foot' in one ? one.foot : one.inSetup)
