'use client'

import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import {
  type Casting,
  fitLabel,
  fitSurfacesOf,
  freeId,
  type Spot,
  SPOT_ADVICE,
  SpotSchema,
} from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { Choice, TextField } from '@/ui/fields'

interface SpotsPaneProps {
  readonly part: Part
  readonly casting: Casting
  readonly edit: (change: (casting: Casting) => Casting) => void
}

const KINDS = SpotSchema.shape.kind.options

/** Faults seen on the casting, noted face by face. */
export function SpotsPane({ casting, edit, part }: SpotsPaneProps) {
  const surfaces = fitSurfacesOf(part).filter(({ kind }) => kind !== 'wall')
  const [surface, setSurface] = useState(surfaces[0]?.id ?? 'bottom')
  const [kind, setKind] = useState<Spot['kind']>('hard spot')
  const [note, setNote] = useState('')
  const spots = casting.spots ?? []
  const add = (): void => {
    edit((body) => {
      const before = body.spots ?? []
      const one: Spot = { id: freeId(before, 'spot-'), surface, kind, note: note.trim() }
      return { ...body, spots: [...before, one] }
    })
    setNote('')
  }
  return (
    <details className="sheet p-3 text-[14px]" open={spots.length > 0}>
      <summary className="cursor-pointer font-bold">
        Faults of the skin {spots.length > 0 && <span className="figures">{spots.length}</span>}
      </summary>
      <SpotList
        part={part}
        casting={casting}
        onOff={(id) =>
          edit((body) => ({ ...body, spots: body.spots?.filter((one) => one.id !== id) }))
        }
      />
      <form
        aria-label="Another fault"
        className="mt-2 grid grid-cols-2 gap-x-3"
        onSubmit={(event) => {
          event.preventDefault()
          add()
        }}
      >
        <Choice
          label="Fault"
          value={kind}
          options={KINDS.map((value) => ({ value, label: value }))}
          onChange={setKind}
        />
        <Choice
          label="Seen on"
          value={surface}
          options={surfaces.map(({ id }) => ({ value: id, label: fitLabel(part, id) }))}
          onChange={setSurface}
        />
        <div className="col-span-2">
          <TextField
            label="Where, how large"
            value={note}
            onChange={(text) => setNote(text.slice(0, 200))}
          />
        </div>
        <button type="submit" className="button mt-2">
          Note it
        </button>
      </form>
    </details>
  )
}

/** What is noted, with what to do about it; nothing where nothing is. */
export function SpotList({
  casting: { spots = [] },
  onOff,
  part,
}: {
  readonly part: Part
  readonly casting: Casting
  readonly onOff?: (id: string) => void
}) {
  if (spots.length === 0) return null
  return (
    <ul aria-label="Faults" className="mt-2 text-[14px]">
      {spots.map(({ id, kind, note, surface }) => (
        <li key={id} className="flex items-start gap-2 border-t border-faint py-1">
          <p className="grow">
            <strong>
              {kind === 'crack' ? '▲' : '◆'} {kind} on {fitLabel(part, surface)}
            </strong>
            {note !== '' && `, ${note}`}. <span className="text-soft">{SPOT_ADVICE[kind]}</span>
          </p>
          {onOff && (
            <button
              type="button"
              aria-label={`Take off ${kind} on ${fitLabel(part, surface)}`}
              className="cursor-pointer px-1 text-soft"
              onClick={() => onOff(id)}
            >
              <Trash2 className="inline size-3.5" aria-hidden />
            </button>
          )}
        </li>
      ))}
    </ul>
  )
}
