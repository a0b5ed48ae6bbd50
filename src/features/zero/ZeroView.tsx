'use client'

import { type Anchor } from '@/core/floor/offsets'
import { type RunLog } from '@/core/paper/run'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { PieceBar } from '@/ui/PieceBar'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { type KnownFixture } from './types'
import { useRecords } from './useRecords'
import { ZeroRoom } from './ZeroRoom'

interface ZeroProps {
  readonly jobId: string
  readonly part: Part
  readonly workshop: Workshop
  readonly log: RunLog
  readonly register: readonly Anchor[]
  readonly fixtures: readonly KnownFixture[]
}

interface ZeroViewProps extends ZeroProps {
  readonly way: {
    readonly id: string
    readonly version: number
    readonly body: Way
    readonly canUndo: boolean
    readonly canRedo: boolean
  }
}

/** Where each setup's zero lies: found, predicted from the last, checked, written down; of the way as it is now. */
export function ZeroView({ jobId, log, way: stored, ...props }: ZeroViewProps) {
  const document_ = useDocument('way', stored)
  useHistoryKeys(document_)
  const work = useRecords(stored.id, 1, log)
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:min-h-[700px]">
      <TopBar
        here="zero"
        job={barJob(jobId, props.part, stored.id)}
        save={document_.state}
        unit={props.part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <ZeroRoom
        {...props}
        way={document_.body}
        work={work}
        seed={stored.id}
        exportPath={`/api/jobs/${jobId}/export?`}
        onWay={document_.edit}
      />
    </div>
  )
}

interface RunZeroViewProps extends ZeroProps {
  readonly runId: string
  readonly piece: number
  readonly pieces: number
  readonly way: Way
  /** Where the run goes on. */
  readonly back: string
}

/** The same for a piece of a run: the way is the released one, and what is found belongs to the piece. */
export function RunZeroView({ back, log, piece, pieces, runId, ...props }: RunZeroViewProps) {
  const work = useRecords(runId, piece, log)
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:min-h-[700px]">
      <PieceBar
        part={props.part}
        piece={piece}
        pieces={pieces}
        back={{ href: back, words: 'Run' }}
        here="find zero"
      />
      <ZeroRoom
        {...props}
        work={work}
        seed={runId}
        exportPath={`/api/runs/${runId}/export?piece=${piece}&`}
        onWay={undefined}
      />
    </div>
  )
}
