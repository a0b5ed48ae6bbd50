'use client'

import { useState } from 'react'
import {
  type Casting,
  type CastingFit,
  fitLabel,
  freeId,
  fitSurfacesOf,
  type LostLine,
  type MeasuredPoint,
  readPoints,
  type Stand,
} from '@/core/work/casting'
import { type Part, type Side, SIDES } from '@/core/work/part'
import { Choice, TextField } from '@/ui/fields'
import { PointTable } from './PointTable'
import { ScanPane } from './ScanPane'
import { SpotsPane } from './SpotsPane'
import { figure } from './words'

interface PointsPaneProps {
  readonly part: Part
  readonly casting: Casting
  readonly edit: (change: (casting: Casting) => Casting) => void
  readonly fit: CastingFit | undefined
}

const STATES = ['in hand', 'used', 'given up'] as const

/** What was measured: stand by stand, typed or pasted. */
export function PointsPane({ casting, edit, fit, part }: PointsPaneProps) {
  const [standId, setStand] = useState(casting.stands[0]?.id ?? '')
  const stand = casting.stands.find(({ id }) => id === standId) ?? casting.stands[0]
  const misfit = fit?.joined.misfits.find((one) => one.stand === stand?.id)
  const editStand = (change: (stand: Stand) => Stand): void =>
    edit((body) => ({
      ...body,
      stands: body.stands.map((one) => (one.id === stand?.id ? change(one) : one)),
    }))
  const addStand = (): void => {
    const id = freeId(casting.stands, 'stand-')
    edit((body) => ({
      ...body,
      stands: [...body.stands, { id, name: 'turned over', points: [] }],
    }))
    setStand(id)
  }
  if (!stand) return null
  return (
    <>
      <section aria-label="This casting" className="sheet grid grid-cols-2 gap-x-3 p-3">
        <TextField
          label="Casting"
          value={casting.name}
          onChange={(name) =>
            name.trim() !== '' && edit((body) => ({ ...body, name: name.trim() }))
          }
        />
        <Choice
          label="It is"
          value={casting.state}
          options={STATES.map((value) => ({ value, label: value }))}
          onChange={(state) => edit((body) => ({ ...body, state }))}
        />
        <div className="col-span-2">
          <TextField
            label="Note"
            value={casting.note}
            onChange={(note) => edit((body) => ({ ...body, note: note.slice(0, 500) }))}
          />
        </div>
      </section>
      <SpotsPane part={part} casting={casting} edit={edit} />
      <ScanPane part={part} edit={edit} />
      <section aria-label="Stand" className="sheet p-3">
        <div className="mb-2 flex flex-wrap items-end gap-2">
          <div className="grow">
            <Choice
              label="How it stood"
              value={stand.id}
              options={casting.stands.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={setStand}
            />
          </div>
          <button type="button" className="button quiet mb-0.5" onClick={addStand}>
            + Another stand
          </button>
        </div>
        <Choice
          label="Measured"
          value={stand.since ?? 'cast'}
          options={[
            { value: 'cast', label: 'as it was cast' },
            ...SIDES.filter((side) => part.faces[side].toCut).map((side) => ({
              value: side,
              label: `after ${part.faces[side].name} was cut`,
            })),
          ]}
          onChange={(since) =>
            editStand(({ since: _before, ...body }) =>
              since === 'cast' ? body : { ...body, since: since as Side },
            )
          }
        />
        {stand !== casting.stands[0] && (
          <Choice
            label="Clamped"
            value={stand.with ?? 'anew'}
            options={[
              { value: 'anew', label: 'by itself' },
              ...casting.stands
                .slice(0, casting.stands.indexOf(stand))
                .map(({ id, name }) => ({ value: id, label: `as in “${name}”, not moved since` })),
            ]}
            onChange={(as) =>
              editStand(({ with: _before, ...body }) =>
                as === 'anew' ? body : { ...body, with: as },
              )
            }
          />
        )}
        {misfit && (
          <p className="mb-2 text-[14px] text-soft">
            Joined to the first to within {figure(misfit.mm, part.unit)}.
          </p>
        )}
        <Paste part={part} stand={stand} editStand={editStand} />
        <PointTable part={part} stand={stand} editStand={editStand} fit={fit} />
      </section>
    </>
  )
}

/** Lines of figures, typed or pasted. */
function Paste({
  editStand,
  part,
  stand,
}: {
  readonly part: Part
  readonly stand: Stand
  readonly editStand: (change: (stand: Stand) => Stand) => void
}) {
  const surfaces = fitSurfacesOf(part).filter(({ kind }) => kind !== 'wall')
  const [surface, setSurface] = useState(surfaces[0]?.id ?? 'bottom')
  const [text, setText] = useState('')
  const [lost, setLost] = useState<readonly LostLine[]>([])
  const take = (): void => {
    const read = readPoints(part, text, surface, part.unit)
    setLost(read.lost)
    // What could not be read stays in the field.
    setText(read.lost.map(({ line }) => line).join('\n'))
    if (read.points.length === 0) return
    editStand((body) => {
      const points: MeasuredPoint[] = [...body.points]
      for (const one of read.points) points.push({ id: freeId(points, 'p'), ...one })
      return { ...body, points }
    })
  }
  return (
    <form
      className="mb-3"
      onSubmit={(event) => {
        event.preventDefault()
        take()
      }}
    >
      <Choice
        label="Taken on"
        value={surface}
        options={surfaces.map(({ id }) => ({ value: id, label: fitLabel(part, id) }))}
        onChange={setSurface}
      />
      <label className="block text-[13px] text-soft" htmlFor={`points-${stand.id}`}>
        X Y Z, one to a line; ± after them; the face before them where it is another
      </label>
      <textarea
        id={`points-${stand.id}`}
        className="field figures h-20"
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder={'12 10 -2.3\nleft pad 8; 15; 52.4; 0.1'}
      />
      {lost.map(({ line, sentence }) => (
        <p key={line} role="alert" className="text-[14px] text-red">
          ▲ {sentence}
        </p>
      ))}
      <button type="submit" className="button main mt-1.5" disabled={text.trim() === ''}>
        Take these points
      </button>
    </form>
  )
}
