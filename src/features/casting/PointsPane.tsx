'use client'

import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { parseLength } from '@/core/handbook/units'
import {
  type Casting,
  type CastingFit,
  fitLabel,
  fitSurfacesOf,
  type LostLine,
  type MeasuredPoint,
  readPoints,
  type Stand,
} from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { Choice, TextField } from '@/ui/fields'
import { ScanPane } from './ScanPane'
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
    const id = freeId(casting.stands, 'stand')
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
        {misfit && (
          <p className="mb-2 text-[14px] text-soft">
            Joined by its marks to within {figure(misfit.mm, part.unit)}.
          </p>
        )}
        <Paste part={part} stand={stand} editStand={editStand} />
        <PointTable part={part} stand={stand} editStand={editStand} fit={fit} />
      </section>
    </>
  )
}

function freeId(taken: readonly { readonly id: string }[], stem: string): string {
  const ids = new Set(taken.map(({ id }) => id))
  let number = taken.length + 1
  while (ids.has(`${stem}${stem === 'p' ? '' : '-'}${number}`)) number++
  return `${stem}${stem === 'p' ? '' : '-'}${number}`
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

/** More rows than this are not shown: a scan has many. */
const MOST_ROWS = 150

function PointTable({
  editStand,
  fit,
  part,
  stand,
}: {
  readonly part: Part
  readonly stand: Stand
  readonly editStand: (change: (stand: Stand) => Stand) => void
  readonly fit: CastingFit | undefined
}) {
  const left = new Map(
    (fit?.fit.slacks ?? []).flatMap(({ outsideMm, point, surface }) => {
      const one = fit?.points[point]
      return one && one.stand === stand.id && !surface.startsWith('wall:')
        ? [[one.id, outsideMm] as const]
        : []
    }),
  )
  const change = (id: string, of: Partial<MeasuredPoint>): void =>
    editStand((body) => ({
      ...body,
      points: body.points.map((one) => (one.id === id ? { ...one, ...of } : one)),
    }))
  return (
    <table className="w-full text-[13px]">
      <thead className="text-left text-soft">
        <tr>
          <th className="font-normal">Point</th>
          <th className="font-normal">X, Y, Z</th>
          <th className="text-right font-normal">left</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {stand.points.slice(0, MOST_ROWS).map((one) => (
          <tr key={one.id} className={`border-t border-faint ${one.off ? 'opacity-45' : ''}`}>
            <td className="max-w-28 truncate py-0.5" title={fitLabel(part, one.surface)}>
              <strong>{one.id}</strong> {fitLabel(part, one.surface)}
            </td>
            <td className="w-40">
              <PlaceField
                part={part}
                label={`Place of ${one.id}`}
                at={one.at}
                onChange={(at) => change(one.id, { at })}
              />
            </td>
            <td className="figures text-right">
              {left.has(one.id) ? figure(left.get(one.id) ?? 0, part.unit) : ''}
            </td>
            <td className="text-right whitespace-nowrap">
              <button
                type="button"
                className="cursor-pointer px-1 text-soft underline"
                title={one.off ? 'Take it in again' : 'Leave it out'}
                onClick={() =>
                  editStand((body) => ({
                    ...body,
                    points: body.points.map((p) => (p.id === one.id ? toggled(p) : p)),
                  }))
                }
              >
                {one.off ? 'use' : 'out'}
              </button>
              <button
                type="button"
                aria-label={`Take ${one.id} off`}
                className="cursor-pointer px-1 text-soft"
                onClick={() =>
                  editStand((body) => ({
                    ...body,
                    points: body.points.filter(({ id }) => id !== one.id),
                  }))
                }
              >
                <Trash2 className="inline size-3.5" aria-hidden />
              </button>
            </td>
          </tr>
        ))}
      </tbody>
      {stand.points.length > MOST_ROWS && (
        <tfoot>
          <tr>
            <td colSpan={4} className="py-1 text-soft">
              and {stand.points.length - MOST_ROWS} more
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  )
}

function toggled({ off, ...point }: MeasuredPoint): MeasuredPoint {
  return off ? point : { ...point, off: true }
}

/** Three figures in one field. */
function PlaceField({
  at,
  label,
  onChange,
  part,
}: {
  readonly part: Part
  readonly label: string
  readonly at: MeasuredPoint['at']
  readonly onChange: (at: MeasuredPoint['at']) => void
}) {
  const shown = [at.x, at.y, at.z].map((mm) => figure(mm, part.unit)).join(' ')
  const [text, setText] = useState<string>()
  const commit = (): void => {
    const read = (text ?? shown)
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map((one) => parseLength(one, part.unit))
    const [x, y, z] = read.flatMap((one) => (one.ok ? [one.value.mm] : []))
    setText(undefined)
    if (
      text !== undefined &&
      text !== shown &&
      x !== undefined &&
      y !== undefined &&
      z !== undefined
    )
      onChange({ x, y, z })
  }
  return (
    <input
      aria-label={label}
      className="figures w-full rounded border border-transparent bg-transparent px-0.5 text-[12px] hover:border-faint"
      value={text ?? shown}
      onChange={(event) => setText(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  )
}
