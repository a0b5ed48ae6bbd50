'use client'

import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { parseLength } from '@/core/handbook/units'
import { type CastingFit, fitLabel, type MeasuredPoint, type Stand } from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { figure } from './words'

/** More rows than this are not shown: a scan has many. */
const MOST_ROWS = 150

/** The points of a stand: where they are, what is left on each, out and off. */
export function PointTable({
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
