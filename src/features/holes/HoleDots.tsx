'use client'

import { type StageCut, type ToolStage } from '@/core/plan/drilling'
import { type MapGround } from './MapGround'

/** Where the holes lie: done ones filled and crossed, the next ringed. */
export function HoleDots(props: {
  readonly stage: ToolStage
  readonly next: StageCut | undefined
  readonly words: string
  /** The face that is up, from zero. */
  readonly outline: MapGround['outline']
  readonly isDone: (cut: StageCut) => boolean
}) {
  const { isDone, next, outline, stage, words } = props
  const { high, low } = outline
  const [w, h] = [Math.max(high.x - low.x, 10), Math.max(high.y - low.y, 10)]
  const r = Math.max(stage.diameterMm / 2, Math.max(w, h) / 60)
  const room = Math.max(w, h) / 40
  return (
    <section className="sheet flex min-h-60 flex-col p-3" aria-label="Where the holes lie">
      <svg
        className="min-h-0 w-full grow"
        viewBox={`${low.x - room} ${-high.y - room} ${w + 2 * room} ${h + 2 * room}`}
        role="img"
        aria-label={words}
      >
        <rect
          x={low.x}
          y={-high.y}
          width={w}
          height={h}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={r / 5}
        />
        {stage.cuts.map((cut) => (
          <g key={cut.key} strokeWidth={r / 4}>
            <circle
              cx={cut.seen.x}
              cy={-cut.seen.y}
              r={r}
              fill={isDone(cut) ? 'var(--green)' : 'none'}
              stroke={isDone(cut) ? 'var(--green)' : 'var(--soft)'}
            />
            {isDone(cut) && (
              <path
                d={`M${cut.seen.x - r / 2} ${-cut.seen.y}l${r / 3} ${r / 2}l${r * 0.7} ${-r}`}
                fill="none"
                stroke="var(--ground)"
                strokeWidth={r / 3}
              />
            )}
            {cut === next && (
              <circle
                cx={cut.seen.x}
                cy={-cut.seen.y}
                r={2 * r}
                fill="none"
                stroke="var(--yellow)"
                strokeWidth={r / 2}
              />
            )}
          </g>
        ))}
      </svg>
      <p className="pt-2 text-[18px]" role="status">
        {words}
      </p>
    </section>
  )
}
