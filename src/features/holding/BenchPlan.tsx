'use client'

import { type Scene } from '@/core/ground/scene'
import { type PlannedSetup } from '@/core/plan/planning'
import { SceneSvg } from '@/ui/SceneSvg'
import { type Moved, useContactDrag } from './useContactDrag'

interface BenchPlanProps {
  readonly planned: PlannedSetup
  readonly scene: Scene
  readonly title: string
  readonly lit: ReadonlySet<string>
  readonly onPoint: (refs: ReadonlySet<string>) => void
  readonly onMoved: (moved: Moved) => void
}

/** The holding from above; its contacts are drawn to where they are wanted. */
export function BenchPlan({ lit, onMoved, onPoint, planned, scene, title }: BenchPlanProps) {
  const { hands, moved } = useContactDrag(planned, scene, onMoved)
  return (
    <div
      className="relative shrink-0 touch-none [&_[data-ref^=clamp]:not([data-ref=clamp])]:cursor-grab [&_[data-ref^=guide]]:cursor-grab [&_[data-ref^=jack]]:cursor-grab [&_[data-ref^=rest]]:cursor-grab [&_[data-ref^=stop]]:cursor-grab [&_[data-ref^=strap]]:cursor-grab"
      style={{ width: scene.width }}
      {...hands}
    >
      <SceneSvg
        scene={scene}
        title={title}
        lit={lit}
        onPoint={(ref) => onPoint(new Set(ref === undefined ? [] : [ref]))}
      />
      {moved && scene.frame && <Ghost moved={moved} scene={scene} frame={scene.frame} />}
    </div>
  )
}

/** Where the contact would lie, and what it is drawn to. */
function Ghost({
  frame: { bottom, left, scale },
  moved: { at, bears, inSetup },
  scene,
}: {
  readonly moved: Moved
  readonly scene: Scene
  readonly frame: NonNullable<Scene['frame']>
}) {
  const [x, y] = [left + inSetup.x * scale, bottom - inSetup.y * scale]
  const tone = bears ? 'var(--blue)' : 'var(--red)'
  return (
    <svg
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      className="pointer-events-none absolute inset-0"
      aria-hidden
    >
      <line x1={x} x2={x} y1={0} y2={scene.height} stroke={tone} strokeDasharray="3 4" />
      <line x1={0} x2={scene.width} y1={y} y2={y} stroke={tone} strokeDasharray="3 4" />
      <circle cx={x} cy={y} r={9} fill={tone} stroke="var(--sheet)" strokeWidth={2} />
      <text
        x={Math.min(x + 14, scene.width - 170)}
        y={Math.max(16, y - 12)}
        fontSize={14}
        fontWeight={700}
        fill={tone}
        paintOrder="stroke"
        stroke="var(--sheet)"
        strokeWidth={4}
      >
        {bears ? at : `${at}: no metal there`}
      </text>
    </svg>
  )
}
