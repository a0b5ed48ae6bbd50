'use client'

import { useCallback } from 'react'
import { type Series } from '@/core/floor/learning'
import { type LengthUnit, printSpread } from '@/core/handbook/units'
import { ChartCanvas, type ChartMade, STILL } from '@/ui/ChartCanvas'
import { wordsOf } from './SeriesList'

interface SeriesChartProps {
  readonly series: Series
  readonly unit: LengthUnit
}

/** One requirement, piece by piece in the order of making: limits, what was expected, and what was measured. */
export function SeriesChart({ series, unit }: SeriesChartProps) {
  const make = useCallback(
    (canvas: HTMLCanvasElement): ChartMade => {
      const inks = inksOf(canvas)
      return {
        type: 'line',
        data: { datasets: setsOf(series, inks) },
        options: {
          ...STILL,
          scales: {
            x: {
              type: 'linear',
              min: 0,
              max: lastOf(series),
              title: { display: true, text: 'piece, in the order of making', color: inks.soft },
              ticks: { color: inks.soft, precision: 0, maxRotation: 0, includeBounds: false },
              grid: { display: false },
            },
            y: {
              ticks: {
                color: inks.soft,
                maxTicksLimit: 9,
                callback: (value) => figureOf(Number(value), series, unit),
              },
              grid: { color: inks.faint },
            },
          },
        },
      }
    },
    [series, unit],
  )
  const outside = series.points.filter(({ isInside }) => !isInside).length
  return (
    <figure className="sheet p-3">
      <figcaption className="mb-2">
        <b className="text-[17px]">{series.words}</b>{' '}
        <span className="text-soft">{wordsOf(series, unit)}</span>
        <span className="block text-[14px] text-soft">
          Red dashes: limits. Band: where 99.7 % were expected, the instrument’s own error with it.
          {outside > 0 ? ` Triangles: ${outside} not expected there.` : ''}
        </span>
      </figcaption>
      <ChartCanvas
        className="h-[340px]"
        label={`${series.words}: ${series.points
          .map(({ piece, value }) => `piece ${piece} ${figureOf(value, series, unit)}`)
          .join(', ')}`}
        make={make}
      />
    </figure>
  )
}

const figureOf = (value: number, { unit: of }: Series, unit: LengthUnit): string =>
  (of === 'deg' ? `${value.toFixed(3)}°` : printSpread(value, unit)).replace('-', '−')

/** Where the picture ends: a piece beyond the last. */
const lastOf = ({ points }: Pick<Series, 'points'>): number =>
  Math.max(2, points[points.length - 1]?.place ?? 1) + 1

type Inks = Readonly<Record<'ink' | 'soft' | 'faint' | 'red' | 'band' | 'ochre', string>>

/** The inks of the theme that the page has. */
function inksOf(element: HTMLElement): Inks {
  const style = getComputedStyle(element)
  const ink = (name: string): string => style.getPropertyValue(`--${name}`).trim()
  return {
    ink: ink('ink'),
    soft: ink('soft'),
    faint: ink('faint'),
    red: ink('red'),
    ochre: ink('ochre'),
    band: ink('tint'),
  }
}

type Line = ChartMade['data']['datasets'][number]

function setsOf({ limits, points }: Series, inks: Inks): Line[] {
  const last = lastOf({ points })
  const across = (y: number): Line => ({
    data: [
      { x: 0, y },
      { x: last, y },
    ],
    borderColor: inks.red,
    borderWidth: 2,
    borderDash: [8, 5],
    pointRadius: 0,
  })
  const edge = (side: 1 | -1): Line => ({
    data: points.map(({ expected, place, plusMinus }) => ({
      x: place,
      y: expected + side * plusMinus,
    })),
    borderColor: inks.soft,
    borderWidth: 1,
    pointRadius: 0,
  })
  const inside = points.map(({ isInside }) => isInside)
  return [
    {
      data: points.map(({ place, value }) => ({ x: place, y: value })),
      borderColor: inks.ink,
      borderWidth: 1.5,
      pointRadius: inside.map((is) => (is ? 4 : 7)),
      pointStyle: inside.map((is) => (is ? 'circle' : 'triangle')),
      pointBackgroundColor: inside.map((is) => (is ? inks.ink : inks.ochre)),
      pointBorderColor: inks.ink,
    },
    ...[limits.lower, limits.upper].flatMap((y) => (y === undefined ? [] : [across(y)])),
    ...(points.some(({ plusMinus }) => plusMinus > 0)
      ? [edge(-1), { ...edge(1), fill: '-1', backgroundColor: inks.band }]
      : []),
  ]
}
