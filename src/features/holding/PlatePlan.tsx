'use client'

import { useMemo } from 'react'
import { platePlan } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { SceneSvg } from '@/ui/SceneSvg'
import { useSize } from '@/ui/useSize'
import { type DesignedPlate } from './usePlate'

/** The plate from above, as large as there is room. */
export function PlatePlan({
  planned,
  plate: { beside, besideOffsets, design, offsets },
}: {
  readonly planned: PlannedSetup
  readonly plate: DesignedPlate
}) {
  const [sheet, { height, width }] = useSize<HTMLDivElement>({ width: 760, height: 300 })
  const scene = useMemo(
    () =>
      platePlan(
        planned,
        design,
        offsets,
        { width: width - 8, height },
        beside && { planned: beside, offsets: besideOffsets },
      ),
    [beside, besideOffsets, design, height, offsets, planned, width],
  )
  return (
    <section
      aria-label="The plate from above"
      className="sheet flex min-w-0 shrink-0 grow flex-col p-3"
    >
      <h2 className="font-bold">The plate from above</h2>
      <div ref={sheet} className="mt-1 min-h-[240px] grow basis-[240px] overflow-hidden">
        <SceneSvg
          scene={scene}
          title={`The plate from above: ${design.places.length} ${design.places.length === 1 ? 'place' : 'places'}, pins blue, rests grey, reliefs hatched.`}
        />
      </div>
    </section>
  )
}
