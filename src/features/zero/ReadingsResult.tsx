import { AXES } from '@/core/ground/geometry'
import {
  agreement,
  doubtsOf,
  type foundZero,
  type Predicted,
  readoutAtTouch,
  type ZeroRecord,
} from '@/core/floor/offsets'
import { type Part } from '@/core/work/part'
import { type PlannedSetup } from '@/core/plan/planning'
import { printDegrees, printSpread } from '@/core/handbook/units'
import { type Workshop } from '@/core/shop/workshop'

interface ReadingsResultProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly workshop: Workshop
  readonly predicted: Predicted | undefined
  readonly record: ZeroRecord
  readonly found: ReturnType<typeof foundZero>
}

/** What the readings come to, against what was predicted, with what is suspicious about them. */
export function ReadingsResult({ found, part, planned, predicted, record }: ReadingsResultProps) {
  if (!found.ok)
    return (
      <p role="alert" className="rounded-lg border-l-4 border-red bg-red-wash px-3 py-2">
        ▲ {found.issues[0].sentence}
      </p>
    )
  const { axes, diameter, slope, width } = found.value
  const doubts = doubtsOf(planned, record, found.value, predicted)
  const figure = (mm: number): string => printSpread(mm, part.unit)
  return (
    <section aria-label="What it comes to" className="rounded-lg border border-ink px-3 py-2">
      <ul>
        {AXES.map((axis) => {
          const at = axes[axis]
          const agrees = predicted && agreement(axis, found.value, predicted)
          return at ? (
            <li key={axis} className="figures">
              zero {axis.toUpperCase()} <b className="text-[18px]">{figure(at.at)}</b> ±
              {figure(at.plusMinus)}
              {agrees && (
                <span className={agrees.agrees ? 'text-green' : 'text-red'}>
                  {'  '}
                  {agrees.agrees ? '● as predicted' : '▲ not as predicted'},{' '}
                  {agrees.offMm < 0 ? '−' : '+'}
                  {figure(Math.abs(agrees.offMm))} of ±{figure(agrees.withinMm)}
                </span>
              )}
            </li>
          ) : null
        })}
        {width && (
          <li className="figures">
            width {figure(width.at)} ±{figure(width.plusMinus)}
          </li>
        )}
        {diameter && (
          <li className="figures">
            diameter {figure(diameter.at)} ±{figure(diameter.plusMinus)}
          </li>
        )}
        {slope && (
          <li className="figures">
            runs out {figure(slope.per100)} in 100, {printDegrees(slope.angleRad)}:{' '}
            {record.readings.kind === 'slope' && record.readings.answer === 'program'
              ? `turn the program by ${printDegrees(slope.angleRad)}`
              : `turn the part by ${printDegrees(-slope.angleRad)}`}
          </li>
        )}
      </ul>
      {planned.machine.kind === 'manual' && (
        <p className="mt-1">
          Still standing {record.readings.kind === 'round' ? 'over its middle' : 'at the touch'}?
          Set the readout to{' '}
          <b className="figures">
            {Object.entries(readoutAtTouch(record.readings, found.value))
              .map(([axis, mm]) => `${axis.toUpperCase()} ${figure(mm)}`)
              .join(', ')}
          </b>
          , and it counts from zero.
        </p>
      )}
      {doubts.map((doubt) => (
        <p key={doubt.code + doubt.what} className="mt-1 border-l-4 border-ochre pl-2 text-[14px]">
          ◆ <b>{doubt.what}</b> {doubt.rest}
        </p>
      ))}
    </section>
  )
}
