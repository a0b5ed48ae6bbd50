import Link from 'next/link'
import { type KeptRecord, type OffsetRow } from '@/core/floor/offsets'
import { AXES } from '@/core/ground/geometry'
import { type LengthUnit, printSpread } from '@/core/handbook/units'
import { type EntryBody } from '@/core/paper/run'

interface ZeroLinesProps {
  readonly zero: OffsetRow | undefined
  readonly unit: LengthUnit
  /** Where it is found step by step. */
  readonly href: string
  /** Readings of this setup that were kept before the run, where the run has none. */
  readonly before: readonly KeptRecord[]
  readonly onEnter: (body: EntryBody) => void
}

/** A figure of the control, with a sign. */
export const machineFigure = (mm: number, unit: LengthUnit): string =>
  `${mm < 0 ? '−' : ''}${printSpread(Math.abs(mm), unit)}`

/** Where zero of the setup was found, or is to be expected, in the machine’s own axes. */
export function ZeroLines({ before, href, onEnter, unit, zero }: ZeroLinesProps) {
  const last = before.at(-1)
  return (
    <div className="flex flex-wrap items-center gap-x-6 gap-y-2 text-[20px]">
      {AXES.map((axis) => {
        const at = zero?.axes[axis]
        return (
          <span key={axis}>
            {axis.toUpperCase()}{' '}
            {at ? (
              <>
                <b className="figures">{machineFigure(at.at, unit)}</b>{' '}
                <span className="text-[16px] text-soft">
                  {at.how} ±{printSpread(at.plusMinus, unit)}
                </span>
              </>
            ) : (
              <span className="text-soft">not found yet</span>
            )}
          </span>
        )
      })}
      <Link className="button min-h-[48px]!" href={href}>
        Find it step by step
      </Link>
      {zero && last && (
        <button
          type="button"
          className="button min-h-[48px]!"
          onClick={() => {
            for (const { record } of before)
              if (record) onEnter({ kind: 'zero', setup: zero.setup, record })
          }}
        >
          Take over what {last.who} found on {new Date(last.takenAt).toLocaleDateString()}: nothing
          was moved since
        </button>
      )}
    </div>
  )
}
