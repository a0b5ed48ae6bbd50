'use client'

import { Axes, Ground, JAW_MM, type MapGround, type Screen } from './MapGround'
import { Maximize } from 'lucide-react'
import { memo, useEffect, useMemo } from 'react'
import { type HoleInSetup } from '@/core/plan/drilling'
import { type PlanePoint } from '@/core/ground/geometry'
import { type LengthUnit, printLength } from '@/core/handbook/units'
import { useSize } from '@/ui/useSize'
import { usePanZoom, type View } from './usePanZoom'

interface FaceMapProps {
  readonly ground: MapGround
  readonly holes: readonly HoleInSetup[]
  readonly unit: LengthUnit
  readonly chosen: string | undefined
  readonly path: readonly PlanePoint[]
  /** Places being pointed, not yet holes. */
  readonly draft: readonly PlanePoint[]
  readonly onChoose: (key: string) => void
  /** Set while places are being pointed. */
  readonly onPlace?: ((at: PlanePoint) => void) | undefined
}

/** Room about the face for jaw, stop and names, px; less where the screen is narrow. */
const [ROOM, NARROW_ROOM, NARROW] = [46, 26, 480]

function fit({ outline }: MapGround, width: number, height: number): View {
  const room = width < NARROW ? NARROW_ROOM : ROOM
  const [w, h] = [outline.high.x - outline.low.x, outline.high.y - outline.low.y + JAW_MM]
  const scale = Math.min((width - 2 * room) / w, (height - 2 * room) / h)
  return {
    scale,
    left: width / 2 - (scale * (outline.low.x + outline.high.x)) / 2,
    top: height / 2 + (scale * (outline.low.y + outline.high.y)) / 2,
  }
}

/** A circle as two arcs of a path; many holes become one element, so that panning stays smooth. */
const ring = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`

const rings = (holes: readonly HoleInSetup[]): string =>
  holes
    .map(({ at, hole }) => {
      const plain = ring(at.x, at.y, hole.diameter.mm / 2)
      const { head } = hole
      return head.kind === 'none' ? plain : plain + ring(at.x, at.y, head.diameter.mm / 2)
    })
    .join('')

/** The face that is up, with its holes in the axes of the setup; drag to move it, turn the wheel to come closer. */
export function FaceMap(props: FaceMapProps) {
  const { chosen, draft, ground, holes, onChoose, onPlace, path, unit } = props
  const [box, size] = useSize<HTMLDivElement>({ width: 700, height: 420 })
  const { hands, reset, view } = usePanZoom(
    box,
    fit(ground, size.width, size.height),
    (at, now) => {
      if (onPlace) return onPlace({ x: Math.round(at.x * 2) / 2, y: Math.round(at.y * 2) / 2 })
      const near = nearest(holes, at)
      if (near && near.far * now.scale < near.hole.hole.diameter.mm * now.scale + 14)
        onChoose(near.hole.key)
    },
  )
  const { x, y } = ground.outline.low
  // eslint-disable-next-line react-hooks/exhaustive-deps -- another face or another size is looked at whole
  useEffect(reset, [x, y, size])
  const picked = holes.find((hole) => hole.key === chosen)
  const sx = (x: number): number => view.left + x * view.scale
  const sy = (y: number): number => view.top - y * view.scale
  return (
    <div ref={box} className="relative min-h-0 grow overflow-hidden max-sm:min-h-[270px]">
      <svg
        width={size.width}
        height={size.height}
        role="img"
        aria-label={`${holes.length} holes as they lie in this setup, seen from above`}
        className={`absolute inset-0 touch-none select-none ${onPlace ? 'cursor-crosshair' : 'cursor-grab'}`}
        {...hands}
      >
        <g transform={`translate(${view.left} ${view.top}) scale(${view.scale} ${-view.scale})`}>
          <Ground ground={ground} />
          <Rings holes={holes} />
        </g>
        {path.length > 1 && (
          <polyline
            points={path.map((p) => `${sx(p.x)},${sy(p.y)}`).join(' ')}
            fill="none"
            stroke="var(--blue)"
            strokeWidth="1.2"
            strokeDasharray="6 4"
          />
        )}
        <Axes ground={ground} sx={sx} sy={sy} />
        <Numbers holes={holes} scale={view.scale} size={size} sx={sx} sy={sy} />
        {draft.map((p, i) => (
          <path
            key={i}
            d={`M${sx(p.x) - 7} ${sy(p.y)}h14M${sx(p.x)} ${sy(p.y) - 7}v14`}
            stroke="var(--red)"
            strokeWidth="2"
          />
        ))}
        {picked && (
          <Chosen hole={picked} sx={sx} sy={sy} size={size} scale={view.scale} unit={unit} />
        )}
      </svg>
      <button
        type="button"
        className="button quiet absolute right-2 bottom-2"
        onClick={reset}
        aria-label="Show the whole face"
      >
        <Maximize className="size-4" aria-hidden />
      </button>
    </div>
  )
}

/** Letters of a number, px: high, and wide. */
const [HIGH, WIDE] = [12, 7.4]

/** Numbers of the holes: in the middle of large ones, beside small ones; those that would cover another are left out. */
function Numbers({
  holes,
  scale,
  size,
  sx,
  sy,
}: Screen & {
  readonly holes: readonly HoleInSetup[]
  readonly scale: number
  readonly size: { readonly width: number; readonly height: number }
}) {
  const free = new FreeCells()
  return holes.map(({ at, count, cutHere, hole, key, number }) => {
    const [x, y] = [sx(at.x), sy(at.y)]
    if (count < 2 || x < 0 || y < 0 || x > size.width || y > size.height) return null
    const r = (hole.diameter.mm / 2) * scale
    const inside = r > 10
    const [left, base] = inside ? [x, y + 4] : [x + 0.75 * r + 2, y - 0.75 * r - 1]
    const wide = String(number).length * WIDE
    if (!free.take(inside ? left - wide / 2 : left, base - HIGH + 2, wide, HIGH)) return null
    return (
      <text
        key={key}
        x={left}
        y={base}
        fontSize={HIGH}
        textAnchor={inside ? 'middle' : 'start'}
        fill={cutHere ? 'var(--ink)' : 'var(--soft)'}
        fontFamily="var(--font-mono)"
      >
        {number}
      </text>
    )
  })
}

/** Places on the screen that are taken, by cells, so that thousands are asked about quickly. */
class FreeCells {
  private readonly cells = new Map<string, (readonly [number, number, number, number])[]>()

  /** Takes a rectangle if nothing that was taken before meets it. */
  take(left: number, top: number, width: number, height: number): boolean {
    const own = [left, top, left + width, top + height] as const
    const keys: string[] = []
    for (let i = Math.floor(left / CELL); i <= Math.floor(own[2] / CELL); i++)
      for (let k = Math.floor(top / CELL); k <= Math.floor(own[3] / CELL); k++)
        keys.push(`${i} ${k}`)
    const meets = ([a, b, c, d]: typeof own): boolean =>
      a < own[2] && own[0] < c && b < own[3] && own[1] < d
    if (keys.some((key) => this.cells.get(key)?.some(meets))) return false
    for (const key of keys) this.cells.set(key, [...(this.cells.get(key) ?? []), own])
    return true
  }
}

const CELL = 32

function nearest(holes: readonly HoleInSetup[], at: PlanePoint) {
  let best: { hole: HoleInSetup; far: number } | undefined
  for (const hole of holes) {
    const far = Math.hypot(hole.at.x - at.x, hole.at.y - at.y)
    if (!best || far < best.far) best = { hole, far }
  }
  return best
}

/** Holes made here are tinted; others are drawn dashed, so that the difference is not one of colour alone. */
const Rings = memo(function Rings({ holes }: { readonly holes: readonly HoleInSetup[] }) {
  const [here, others] = useMemo(
    () => [rings(holes.filter((h) => h.cutHere)), rings(holes.filter((h) => !h.cutHere))],
    [holes],
  )
  return (
    <>
      <path
        d={others}
        fill="none"
        stroke="var(--soft)"
        strokeDasharray="4 3"
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={here}
        fill="var(--tint)"
        fillRule="evenodd"
        stroke="var(--blue)"
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
    </>
  )
})

function Chosen({
  hole,
  scale,
  size,
  sx,
  sy,
  unit,
}: Screen & {
  readonly hole: HoleInSetup
  readonly scale: number
  readonly size: { readonly width: number; readonly height: number }
  readonly unit: LengthUnit
}) {
  const [x, y] = [sx(hole.at.x), sy(hole.at.y)]
  const r = (hole.hole.diameter.mm / 2) * scale + 5
  const style = {
    fontSize: 15,
    fontWeight: 700,
    fill: 'var(--ink)',
    fontFamily: 'var(--font-mono)',
    paintOrder: 'stroke',
    stroke: 'var(--sheet)',
    strokeWidth: 5,
  }
  return (
    <g pointerEvents="none">
      <path
        d={`M0 ${y}H${size.width}M${x} 0V${size.height}`}
        stroke="var(--yellow)"
        strokeWidth="1.5"
      />
      <circle cx={x} cy={y} r={r} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
      <text {...style} x={x + 6} y={size.height - 8}>
        X {printLength(hole.reads.x, unit)}
      </text>
      <text {...style} x="8" y={y - 6}>
        Y {printLength(hole.reads.y, unit)}
      </text>
    </g>
  )
}
