'use client'

import { Axes, Ground, JAW_MM, type MapGround, type Screen } from './MapGround'
import { Maximize } from 'lucide-react'
import {
  memo,
  type PointerEvent,
  useEffect,
  useMemo,
  useRef,
  useState,
  type WheelEvent,
} from 'react'
import { type HoleInSetup } from '@/core/plan/drilling'
import { type PlanePoint } from '@/core/ground/geometry'
import { type LengthUnit, printLength } from '@/core/handbook/units'
import { useSize } from '@/ui/useSize'

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

interface View {
  readonly scale: number
  readonly left: number
  readonly top: number
}

const ROOM = 46
const MOST_NUMBERS = 150

function fit({ outline }: MapGround, width: number, height: number): View {
  const [w, h] = [outline.high.x - outline.low.x, outline.high.y - outline.low.y + JAW_MM]
  const scale = Math.min((width - 2 * ROOM) / w, (height - 2 * ROOM) / h)
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
  const [view, setView] = useState<View>()
  const now = view ?? fit(ground, size.width, size.height)
  const drag = useRef<{ x: number; y: number; view: View; moved: boolean }>(undefined)
  useEffect(() => setView(undefined), [ground.outline.low.x, ground.outline.low.y, size])

  const toMap = (event: { clientX: number; clientY: number }): PlanePoint => {
    const rect = box.current?.getBoundingClientRect()
    return {
      x: (event.clientX - (rect?.left ?? 0) - now.left) / now.scale,
      y: (now.top - event.clientY + (rect?.top ?? 0)) / now.scale,
    }
  }
  const onDown = (event: PointerEvent): void => {
    drag.current = { x: event.clientX, y: event.clientY, view: now, moved: false }
    event.currentTarget.setPointerCapture(event.pointerId)
  }
  const onMove = (event: PointerEvent): void => {
    const from = drag.current
    if (!from) return
    const [dx, dy] = [event.clientX - from.x, event.clientY - from.y]
    if (!from.moved && Math.hypot(dx, dy) < 4) return
    from.moved = true
    setView({ ...from.view, left: from.view.left + dx, top: from.view.top + dy })
  }
  const onUp = (event: PointerEvent): void => {
    const from = drag.current
    drag.current = undefined
    if (!from || from.moved) return
    const at = toMap(event)
    if (onPlace) return onPlace({ x: Math.round(at.x * 2) / 2, y: Math.round(at.y * 2) / 2 })
    const near = nearest(holes, at)
    if (near && near.far * now.scale < near.hole.hole.diameter.mm * now.scale + 14)
      onChoose(near.hole.key)
  }
  const onWheel = (event: WheelEvent): void => {
    const factor = Math.exp(-event.deltaY / 500)
    const scale = Math.min(400, Math.max(0.05, now.scale * factor))
    const rect = box.current?.getBoundingClientRect()
    const [px, py] = [event.clientX - (rect?.left ?? 0), event.clientY - (rect?.top ?? 0)]
    const by = scale / now.scale
    setView({ scale, left: px - by * (px - now.left), top: py - by * (py - now.top) })
  }
  const picked = holes.find((hole) => hole.key === chosen)
  const sx = (x: number): number => now.left + x * now.scale
  const sy = (y: number): number => now.top - y * now.scale
  const numbers = holes.length <= MOST_NUMBERS || now.scale > 6
  return (
    <div ref={box} className="relative min-h-0 grow overflow-hidden">
      <svg
        width={size.width}
        height={size.height}
        role="img"
        aria-label={`${holes.length} holes as they lie in this setup, seen from above`}
        className={`absolute inset-0 touch-none select-none ${onPlace ? 'cursor-crosshair' : 'cursor-grab'}`}
        onPointerDown={onDown}
        onPointerMove={onMove}
        onPointerUp={onUp}
        onWheel={onWheel}
      >
        <g transform={`translate(${now.left} ${now.top}) scale(${now.scale} ${-now.scale})`}>
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
        {numbers && <Numbers holes={holes} scale={now.scale} sx={sx} sy={sy} />}
        {draft.map((p, i) => (
          <path
            key={i}
            d={`M${sx(p.x) - 7} ${sy(p.y)}h14M${sx(p.x)} ${sy(p.y) - 7}v14`}
            stroke="var(--red)"
            strokeWidth="2"
          />
        ))}
        {picked && (
          <Chosen hole={picked} sx={sx} sy={sy} size={size} scale={now.scale} unit={unit} />
        )}
      </svg>
      <button
        type="button"
        className="button quiet absolute right-2 bottom-2"
        onClick={() => setView(undefined)}
        aria-label="Show the whole face"
      >
        <Maximize className="size-4" aria-hidden />
      </button>
    </div>
  )
}

/** Numbers of the holes: in the middle of large ones, beside small ones. */
function Numbers({
  holes,
  scale,
  sx,
  sy,
}: Screen & { readonly holes: readonly HoleInSetup[]; readonly scale: number }) {
  return holes
    .filter((hole) => hole.count > 1)
    .map(({ at, cutHere, hole, key, number }) => {
      const r = (hole.diameter.mm / 2) * scale
      const inside = r > 10
      return (
        <text
          key={key}
          x={sx(at.x) + (inside ? 0 : 0.75 * r + 2)}
          y={sy(at.y) + (inside ? 4 : -0.75 * r - 1)}
          fontSize="12"
          textAnchor={inside ? 'middle' : 'start'}
          fill={cutHere ? 'var(--ink)' : 'var(--soft)'}
          fontFamily="var(--font-mono)"
        >
          {number}
        </text>
      )
    })
}

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
        X {printLength(hole.at.x, unit)}
      </text>
      <text {...style} x="8" y={y - 6}>
        Y {printLength(hole.at.y, unit)}
      </text>
    </g>
  )
}
