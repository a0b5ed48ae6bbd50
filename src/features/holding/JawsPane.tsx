'use client'

import { useMemo } from 'react'
import { jawsPlan } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { type JawDesign } from '@/core/shop/making'
import { SceneSvg } from '@/ui/SceneSvg'
import { useSize } from '@/ui/useSize'
import { FileLinks } from './FileLinks'

interface JawsPaneProps {
  readonly jobId: string
  readonly wayName: string
  readonly planned: PlannedSetup
  readonly design: JawDesign | undefined
  /** Another is being worked out. */
  readonly isStale: boolean
}

/** Both halves from above, closed on the part, and the files by which they are cut. */
export function JawsPane({ design, isStale, jobId, planned, wayName }: JawsPaneProps) {
  const [sheet, size] = useSize<HTMLDivElement>({ width: 800, height: 560 })
  const scene = useMemo(() => design && jawsPlan(planned, design, size), [design, planned, size])
  const address = (as: string): string =>
    `/api/jobs/${jobId}/jaws?way=${encodeURIComponent(wayName)}&setup=${planned.index + 1}&as=${as}`
  return (
    <section
      aria-label="The jaws"
      aria-busy={isStale}
      className="sheet flex min-h-0 min-w-0 flex-col p-3"
    >
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[18px] font-bold">
          {planned.index + 1} · {planned.setup.name}
        </h1>
        <p className="text-[14px] text-soft">
          both halves from above, closed on the part at the height of the step
        </p>
      </div>
      <div ref={sheet} className="min-h-[320px] grow overflow-hidden sm:min-h-[420px]">
        {scene ? (
          <SceneSvg
            scene={scene}
            title={`Soft jaws from above. ${planned.standing.words.lines.join(' ')}`}
          />
        ) : (
          <p role="status" className="p-4 text-soft">
            {isStale ? 'The jaws are being worked out …' : 'No jaws can be made of this.'}
          </p>
        )}
      </div>
      <FileLinks address={address}>
        <span className="text-[13px] text-soft">
          both halves; one alone:{' '}
          {(['fixed', 'moving'] as const).map((jaw) => (
            <a key={jaw} className="mr-2 underline" href={`${address('step')}&jaw=${jaw}`} download>
              {jaw}
            </a>
          ))}
        </span>
      </FileLinks>
    </section>
  )
}
