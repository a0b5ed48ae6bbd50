import { type Series } from '@/core/floor/learning'
import { printLength, type LengthUnit } from '@/core/handbook/units'

interface SeriesListProps {
  readonly series: readonly Series[]
  readonly chosen: string | undefined
  readonly unit: LengthUnit
  readonly onChoose: (words: string) => void
}

/** Everything that was measured, with how many pieces, and how well it is kept. */
export function SeriesList({ chosen, onChoose, series, unit }: SeriesListProps) {
  return (
    <ul className="sheet flex max-h-[440px] flex-col overflow-y-auto p-2">
      {series.map((one) => (
        <li key={one.words}>
          <button
            type="button"
            aria-pressed={one.words === chosen}
            className="w-full rounded px-2 py-1.5 text-left aria-pressed:bg-tint"
            onClick={() => onChoose(one.words)}
          >
            <Mark series={one} /> <b>{one.words}</b>
            <span className="block text-[14px] text-soft">{wordsOf(one, unit)}</span>
          </button>
        </li>
      ))}
    </ul>
  )
}

/** Whether all that was measured holds: a sign and its place in the words. */
function Mark({ series: { drift, limits, points } }: { readonly series: Series }) {
  const { lower = -Infinity, upper = Infinity } = limits
  const out = points.filter(({ value }) => value < lower || value > upper).length
  if (out > 0) return <span className="text-red">▲</span>
  if (drift) return <span className="text-ochre">◆</span>
  return <span className="text-green">●</span>
}

/** "30 pieces · Cpk 1.33 (0.97 to 1.69)". */
export function wordsOf({ capability, drift, limits, points }: Series, unit: LengthUnit): string {
  const { lower = -Infinity, upper = Infinity } = limits
  const out = points.filter(({ value }) => value < lower || value > upper).length
  const count = `${points.length} ${points.length === 1 ? 'piece' : 'pieces'}`
  const outside = out > 0 ? [`${out} out of limits`] : []
  if (drift)
    return [count, ...outside, `drifts by ${signed(10 * drift.perPiece, unit)} in ten pieces`].join(
      ' · ',
    )
  if (!capability)
    return [count, ...outside, points.length < 25 ? 'capability from 25 on' : '']
      .filter(Boolean)
      .join(' · ')
  const { cp, cpk } = capability
  const told = ({ high, low, value }: typeof cpk): string =>
    `${value.toFixed(2)} (${low.toFixed(2)} to ${high.toFixed(2)})`
  return [count, ...outside, ...(cp ? [`Cp ${told(cp)}`] : []), `Cpk ${told(cpk)}`].join(' · ')
}

const signed = (mm: number, unit: LengthUnit): string =>
  `${mm < 0 ? '−' : '+'}${printLength(Math.abs(mm), unit)}`
