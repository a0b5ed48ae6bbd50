'use client'

import { ArrowLeftRight } from 'lucide-react'
import { useMemo } from 'react'
import { printLength } from '@/core/handbook/units'
import { holeLines, type Part } from '@/core/work/part'
import { suspectUnit } from '@/core/work/recognise'

const INCH_MM = 25.4
/** A misfit below this is none. */
const LEAST_MM = 1e-3

/** The unit of the file with what it makes of the part, and one press to set it right. */
export function UnitStrip({
  isBusy,
  onTimes,
  part,
}: {
  readonly part: Part
  readonly isBusy: boolean
  readonly onTimes: (times: number) => void
}) {
  const { model, size, unit } = part
  const suspected = useMemo(() => suspicionOf(part), [part])
  if (!model) return null
  const isAsFile = Math.abs(model.times - 1) < 1e-9
  const other = unit === 'mm' ? INCH_MM : 1 / INCH_MM
  const asOther = unit === 'mm' ? 'it is inches' : 'it is millimetres'
  const box = (['x', 'y', 'z'] as const).map((axis) => printLength(size[axis].mm, part.unit))
  return (
    <>
      <span className="text-[14px] text-soft">
        {model.file} · {unit === 'mm' ? 'millimetres' : 'inches'}
        {isAsFile ? '' : `, taken ${Number(model.times.toFixed(6))} times`} ·{' '}
        <span className="figures">{box.join(' × ')}</span> ·{' '}
        {Object.values(model.faces).flat().length + model.rest.flatMap((r) => r.faces).length} faces
        {model.fitted &&
          `, ${model.fitted.count} as splines${model.fitted.misfitMm < LEAST_MM ? '' : `, within ${printLength(model.fitted.misfitMm, unit)}`}`}
      </span>
      <button
        type="button"
        className="button"
        disabled={isBusy}
        onClick={() => onTimes(isAsFile ? other : 1)}
      >
        <ArrowLeftRight className="size-4" aria-hidden /> {isAsFile ? asOther : 'as the file says'}
      </button>
      {suspected && (
        <span
          role="alert"
          className="flex flex-wrap items-center gap-2 rounded-md bg-ochre-wash px-2 py-1"
        >
          <span>◆ {suspected.sentence}</span>
          <button
            type="button"
            className="button"
            disabled={isBusy}
            onClick={() => onTimes(suspected.times)}
          >
            Set it right
          </button>
        </span>
      )}
    </>
  )
}

/** What the figures of a file speak for, where nobody has set its unit right yet. */
function suspicionOf(part: Part) {
  if (!part.model || Math.abs(part.model.times - 1) > 1e-9) return undefined
  const holes = part.features.flatMap((feature) =>
    feature.kind === 'hole' && holeLines(part, feature).length > 0 ? [feature.diameter.mm] : [],
  )
  const { x, y, z } = part.size
  return suspectUnit(part.unit, [x.mm, y.mm, z.mm], holes)
}
