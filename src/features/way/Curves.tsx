'use client'

import { useCallback } from 'react'
import { type SimulatedCurve, type SimulatedMeasure } from '@/core/chain/variation'
import { ChartCanvas, type ChartMade, STILL } from '@/ui/ChartCanvas'

/** Inks on the dark bar, and dashes, so that curves are told apart without colour too. */
const LOOKS = [
  { ink: '#f4c95d', dash: [] },
  { ink: '#8fc7ff', dash: [7, 3] },
  { ink: '#8fe3bb', dash: [2, 3] },
  { ink: '#ffb3ac', dash: [10, 3, 2, 3] },
] as const
const LIMIT = '#ffffff'
const SOFT = '#b9c6cc'

interface CurvesProps {
  readonly drawn: SimulatedMeasure
  readonly figure: (value: number) => string
}

/** Each reading's own curve with its limits drawn in, and in words what is to be seen. */
export function Curves({ drawn, figure }: CurvesProps) {
  const shown = worstOf(drawn.curves)
  return (
    <>
      <ul className="text-[13px]" aria-label="The readings">
        {shown.map((curve, i) => (
          <li key={i} className="flex items-center gap-2">
            <svg viewBox="0 0 28 6" className="h-1.5 w-7 shrink-0" aria-hidden>
              <path
                d="M0 3H28"
                stroke={LOOKS[i]?.ink}
                strokeWidth="2.5"
                strokeDasharray={LOOKS[i]?.dash.join(' ')}
              />
            </svg>
            <span>{wordsOf(curve, figure)}</span>
          </li>
        ))}
        {drawn.curves.length > shown.length && (
          <li className="text-bar-soft">
            and {drawn.curves.length - shown.length} more that fail less
          </li>
        )}
      </ul>
      <Picture curves={shown} figure={figure} />
    </>
  )
}

/** Those that fail most, as many as can be told apart. */
const worstOf = (curves: readonly SimulatedCurve[]): readonly SimulatedCurve[] =>
  [...curves].sort((a, b) => b.below + b.over - a.below - a.over).slice(0, LOOKS.length)

/** "at front: 0.42 % under, 0.01 % over, in the middle 0.003 high". */
function wordsOf(
  { below, label, lower, mean, over, upper }: SimulatedCurve,
  figure: CurvesProps['figure'],
): string {
  const percent = (share: number): string =>
    share === 0 ? 'none' : `${(100 * share).toFixed(share < 0.001 ? 3 : 2)} %`
  const place = label === '' ? '' : `at ${label.toLowerCase()}: `
  if (lower === undefined) return `${place}${percent(over)} over the zone`
  const off = mean - (lower + upper) / 2
  const lies =
    figure(Math.abs(off)) === figure(0)
      ? 'in the middle of its limits'
      : `${figure(Math.abs(off))} too ${off > 0 ? 'high' : 'low'} in the middle`
  return `${place}${percent(below)} under, ${percent(over)} over; ${lies}`
}

function Picture({
  curves,
  figure,
}: Pick<CurvesProps, 'figure'> & { readonly curves: readonly SimulatedCurve[] }) {
  const make = useCallback(
    (): ChartMade => ({
      type: 'line',
      data: { datasets: [...curves.map(curveSet), ...limitSets(curves)] },
      options: {
        ...STILL,
        scales: {
          y: { display: false, min: 0, max: 1.05 },
          x: {
            type: 'linear',
            ticks: {
              color: SOFT,
              maxTicksLimit: 7,
              maxRotation: 0,
              callback: (value) => figure(Number(value)),
            },
            grid: { display: false },
          },
        },
      },
    }),
    [curves, figure],
  )
  return (
    <ChartCanvas
      className="h-[96px] min-w-60 grow"
      label={`How the pieces are spread: ${curves.map((curve) => wordsOf(curve, figure)).join('; ')}`}
      make={make}
    />
  )
}

type Line = ChartMade['data']['datasets'][number]

/** A curve as high as the picture, whatever its width. */
function curveSet({ counts, from, to }: SimulatedCurve, i: number): Line {
  const width = (to - from) / counts.length
  const most = Math.max(1, ...counts)
  const { dash = [], ink = LIMIT } = LOOKS[i] ?? {}
  return {
    data: counts.map((count, bin) => ({ x: from + (bin + 0.5) * width, y: count / most })),
    borderColor: ink,
    borderDash: [...dash],
    borderWidth: 2,
    pointRadius: 0,
    tension: 0.3,
  }
}

/** Limits as upright lines, each once. */
const limitSets = (curves: readonly SimulatedCurve[]): readonly Line[] =>
  [...new Set(curves.flatMap(({ lower, upper }) => [lower ?? upper, upper]))].map((x) => ({
    data: [
      { x, y: 0 },
      { x, y: 1.05 },
    ],
    borderColor: LIMIT,
    borderWidth: 1.5,
    pointRadius: 0,
  }))
