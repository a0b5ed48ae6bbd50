'use client'

import {
  Chart,
  type ChartConfiguration,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js'
import { useEffect, useRef } from 'react'

Chart.register(Filler, LineController, LineElement, LinearScale, PointElement)

/** A line of points, as a chart takes them when nothing has to be parsed. */
export type ChartPoint = { x: number; y: number }
export type ChartMade = ChartConfiguration<'line', ChartPoint[]>

/** Options of every chart: it stands still and fills its place. */
export const STILL = {
  animation: false,
  responsive: true,
  maintainAspectRatio: false,
  parsing: false,
  events: [],
} as const satisfies ChartMade['options']

interface ChartCanvasProps {
  readonly className: string
  /** What it shows, in words. */
  readonly label: string
  /** Keeps its identity while nothing changes. */
  readonly make: (canvas: HTMLCanvasElement) => ChartMade
}

/** A chart, drawn anew when what makes it changes. */
export function ChartCanvas({ className, label, make }: ChartCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (!canvas.current) return
    const chart = new Chart(canvas.current, make(canvas.current))
    return () => chart.destroy()
  }, [make])
  return (
    <div className={className}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  )
}
