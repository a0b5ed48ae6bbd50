'use client'

import { memo } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'

/** How deep what guides the work is drawn, mm. */
export const JAW_MM = 9

/** What the map shows, in the coordinates of the holes, mm. */
export interface MapGround {
  readonly outline: { readonly low: PlanePoint; readonly high: PlanePoint }
  /** What guides the work towards + Y: its level, and what it is. */
  readonly guide: { readonly y: number; readonly name: string } | undefined
  readonly stopX: number | undefined
  readonly corner: PlanePoint | undefined
  readonly cornerName: string
  /** Closed outlines of what is milled into the face. */
  readonly pockets: readonly (readonly PlanePoint[])[]
  /** Edges that are seen from above, where the part has outlines. */
  readonly edges: readonly (readonly [PlanePoint, PlanePoint])[]
}

/** The block from above, with what guides it and the stop. */
export const Ground = memo(function Ground({ ground }: { readonly ground: MapGround }) {
  const { high, low } = ground.outline
  const [w, h] = [high.x - low.x, high.y - low.y]
  return (
    <>
      {ground.guide && (
        <rect x={low.x - 6} y={ground.guide.y} width={w + 12} height={JAW_MM} fill="var(--hatch)" />
      )}
      {ground.stopX !== undefined && (
        <rect
          x={ground.stopX <= low.x + 1 ? ground.stopX - 6 : ground.stopX}
          y={low.y + h / 2 - 10}
          width="6"
          height="20"
          fill="var(--hatch)"
        />
      )}
      <rect
        x={low.x}
        y={low.y}
        width={w}
        height={h}
        fill="var(--up)"
        stroke="var(--ink)"
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={ground.edges.map(([a, b]) => `M${a.x} ${a.y}L${b.x} ${b.y}`).join('')}
        stroke="var(--soft)"
        fill="none"
        vectorEffect="non-scaling-stroke"
      />
      {ground.pockets.map((points, i) => (
        <polygon
          key={i}
          points={points.map((p) => `${p.x},${p.y}`).join(' ')}
          fill="var(--front)"
          stroke="var(--soft)"
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </>
  )
})

export interface Screen {
  readonly sx: (x: number) => number
  readonly sy: (y: number) => number
}

/** Where X and Y are nought and which way they grow, the marked corner, and the jaw by name. */
export function Axes({ ground, sx, sy }: Screen & { readonly ground: MapGround }) {
  const { corner, cornerName, outline } = ground
  const label = {
    fontSize: 13,
    fill: 'var(--ink)',
    paintOrder: 'stroke',
    stroke: 'var(--sheet)',
    strokeWidth: 4,
  }
  return (
    <>
      <text
        {...label}
        x={sx((outline.low.x + outline.high.x) / 2)}
        y={sy((ground.guide?.y ?? outline.high.y) + JAW_MM) - 5}
        textAnchor="middle"
      >
        {ground.guide?.name}
      </text>
      {corner && (
        <>
          <circle
            cx={sx(corner.x)}
            cy={sy(corner.y)}
            r="10"
            fill="var(--yellow)"
            stroke="var(--ink)"
            strokeWidth="1.6"
          />{' '}
          <text
            {...label}
            x={sx(corner.x) + (corner.x < (outline.low.x + outline.high.x) / 2 ? -2 : 2)}
            y={sy(corner.y) + (corner.y < (outline.low.y + outline.high.y) / 2 ? 24 : -14)}
            textAnchor={corner.x < (outline.low.x + outline.high.x) / 2 ? 'start' : 'end'}
          >
            {cornerName}
          </text>
        </>
      )}
      <g stroke="var(--ink)" strokeWidth="2" fill="none">
        <circle cx={sx(0)} cy={sy(0)} r="6" fill="var(--sheet)" />
        <path d={`M${sx(0) - 12} ${sy(0)}h50m-7 -5l7 5l-7 5`} />
        <path d={`M${sx(0)} ${sy(0) + 12}v-50m-5 7l5 -7l5 7`} />
      </g>
      <text {...label} x={sx(0) + 42} y={sy(0) + 5} fontWeight="700">
        X+
      </text>
      <text {...label} x={sx(0)} y={sy(0) - 42} textAnchor="middle" fontWeight="700">
        Y+
      </text>
    </>
  )
}
