import { AXES } from '@/core/ground/geometry'
import { type OffsetRow } from '@/core/floor/offsets'
import { axisName, type PlannedSetup } from '@/core/plan/planning'
import { type LengthUnit, printSpread } from '@/core/handbook/units'

/** The offset of a setup in the machine, large: each axis with how well it is known and from where. */
export function OffsetFigures({
  planned,
  row,
  unit,
}: {
  readonly planned: PlannedSetup
  readonly row: OffsetRow
  readonly unit: LengthUnit
}) {
  return (
    <dl
      className="my-1.5 grid grid-cols-[auto_repeat(3,minmax(0,1fr))] items-baseline max-sm:grid-cols-1 gap-x-3 rounded-lg border border-ink px-3 py-1.5"
      data-offset={row.offset}
    >
      <dt className="text-[20px] font-bold whitespace-nowrap">{row.offset}</dt>
      {AXES.map((axis) => {
        const at = row.axes[axis]
        return (
          <dd key={axis} data-axis={axis} data-how={at?.how ?? 'unknown'}>
            <span className="text-[14px] text-soft">{axisName(planned, axis)} </span>
            <span className={`figures text-[22px] ${at ? 'font-bold' : 'text-soft'}`}>
              {at ? printSpread(at.at, unit) : '–'}
            </span>
            <span className="block text-[13px] text-soft">
              {at ? (
                <>
                  {at.how === 'found' ? '● found' : '◆ predicted'}{' '}
                  <span className="figures">±{printSpread(at.plusMinus, unit)}</span>
                </>
              ) : (
                '○ find it'
              )}
            </span>
          </dd>
        )
      })}
    </dl>
  )
}
