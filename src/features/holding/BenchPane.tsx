'use client'

import { useMemo } from 'react'
import { benchViews, setupLooking } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { type Part } from '@/core/work/part'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'
import { useSize } from '@/ui/useSize'

interface BenchPaneProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly lit: ReadonlySet<string>
  readonly onPoint: (refs: ReadonlySet<string>) => void
}

/** The holding from the side and from above, as large as there is room. */
export function BenchPane({ lit, onPoint, part, planned }: BenchPaneProps) {
  const [sheet, { height, width }] = useSize<HTMLDivElement>({ width: 760, height: 520 })
  const wanted = useMemo(() => {
    const { elevation, plan } = setupLooking(planned)
    return [elevation, plan].map((looking) => ({ state: planned.after, looking }))
  }, [planned])
  const [elevation, plan] = useLooks(part, wanted)
  const views = useMemo(() => {
    const looks = elevation && plan ? { elevation, plan } : undefined
    return benchViews(planned, { width: width - 8, height, looks })
  }, [elevation, height, plan, planned, width])
  const { words } = planned.standing
  return (
    <section aria-label="The holding" className="sheet flex min-h-0 min-w-0 grow flex-col p-3">
      <h1 className="text-[18px] font-bold">
        {planned.index + 1} · {planned.setup.name}
      </h1>
      <div ref={sheet} className="mt-1 flex min-h-[320px] grow gap-2 overflow-hidden">
        {(['elevation', 'plan'] as const).map((view) => (
          <div key={view} className="shrink-0" style={{ width: views[view].width }}>
            <SceneSvg
              scene={views[view]}
              title={`${view === 'plan' ? 'From above' : 'From the side'}. ${words.lines.join(' ')}`}
              lit={lit}
              onPoint={(ref) => onPoint(new Set(ref === undefined ? [] : [ref]))}
            />
          </div>
        ))}
      </div>
    </section>
  )
}
