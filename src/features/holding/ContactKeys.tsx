'use client'

import { type KeyboardEvent } from 'react'
import { capital } from '@/core/ground/finding'
import { type LengthUnit, printLength } from '@/core/handbook/units'
import {
  type Movable,
  type MovableClamp,
  movableClamps,
  movables,
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

/** The contacts and clamps one by one, with where they are: moved by arrow keys, put back by Delete. */
export function ContactKeys({ onMoved, onPoint, onReset, planned, unit }: ContactKeysProps) {
  const press = (event: KeyboardEvent, contact: Movable | MovableClamp): void => {
    const way = ARROWS[event.key]
    if (event.key === 'Delete' || event.key === 'Backspace') onReset(contact.id)
    else if (way) {
      const step = (unit === 'mm' ? 1 : 25.4 / 32) * (event.shiftKey ? 10 : 1)
      const { x, y } = placeOf(contact)
      onMoved(moveEither(planned, contact, { x: x + way[0] * step, y: y + way[1] * step }, 0))
    } else return
    event.preventDefault()
  }
  const movable = [...movables(planned), ...movableClamps(planned)]
  const labelOf = (one: Movable | MovableClamp): string =>
    'foot' in one
      ? capital(one.name)
      : planned.clamping.props?.some(({ id }) => id === one.id)
        ? 'Jack'
        : planned.standing.words.roles[one.role].label
  if (movable.length === 0) return null
  return (
    <ul aria-label="Contacts" className="mt-1 flex flex-wrap gap-1.5 text-[13px]">
      {movable.map((contact) => (
        <li key={contact.id}>
          <button
            type="button"
            className={`button quiet figures px-2! py-0.5! ${'foot' in contact || contact.bears ? '' : 'text-red'}`}
            title="Arrow keys move it by 1, with Shift by 10; Delete puts it back, and takes a jack away. In the picture it is drawn with the pointer, with Alt to no step."
            onKeyDown={(event) => press(event, contact)}
            onFocus={() => onPoint(new Set([contact.id]))}
            onBlur={() => onPoint(new Set())}
          >
            {labelOf(contact)} {contact.id.replace(/\D/g, '')}{' '}
            {printLength(placeOf(contact).x, unit)}, {printLength(placeOf(contact).y, unit)}
          </button>
        </li>
      ))}
    </ul>
  )
}

const placeOf = (one: Movable | MovableClamp) => ('foot' in one ? one.foot : one.inSetup)
