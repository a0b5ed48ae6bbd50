'use client'

import { useMemo } from 'react'
import { holesInSetup } from '@/core/plan/drilling'
import { planWay } from '@/core/plan/planning'
import { type RunLog } from '@/core/paper/run'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { PieceBar } from '@/ui/PieceBar'
import { MeasuredPane } from './MeasuredPane'
import { useMeasured } from './useMeasured'

interface RunHolesViewProps {
  readonly runId: string
  readonly piece: number
  readonly pieces: number
  readonly setupId: string
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly log: RunLog
  /** Where the run goes on. */
  readonly back: string
}

/** Where the holes of a setup came out on a piece. */
export function RunHolesView(props: RunHolesViewProps) {
  const { back, log, part, piece, pieces, runId, setupId, way, workshop } = props
  const work = useMeasured(runId, piece, log)
  const planned = useMemo(
    () => planWay(workshop, part, way).setups.find(({ id }) => id === setupId),
    [part, setupId, way, workshop],
  )
  const holes = useMemo(
    () => (planned ? holesInSetup(planned).filter((hole) => hole.cutHere) : []),
    [planned],
  )
  return (
    <div className="flex min-h-screen flex-col">
      <PieceBar
        part={part}
        piece={piece}
        pieces={pieces}
        back={{ href: back, words: 'Run' }}
        here={planned ? `setup ${planned.index + 1}, ${planned.setup.name}` : 'no such setup'}
      />
      <main className="sheet m-3 mx-auto flex w-full max-w-[820px] grow flex-col overflow-hidden">
        <h1 className="px-3 pt-3 text-[20px] font-bold">Where the holes came out</h1>
        {planned && holes.length > 0 ? (
          <MeasuredPane part={part} holes={holes} work={work} planned={planned} unit={part.unit} />
        ) : (
          <p className="p-3 text-soft">No hole is made in this setup.</p>
        )}
      </main>
    </div>
  )
}
