'use client'

import dynamic from 'next/dynamic'
import { parseAsStringLiteral } from 'nuqs'
import { useState } from 'react'
import { type CastingFrom } from '@/core/paper/picture'
import { type Casting, type CastingFit } from '@/core/work/casting'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useAddress } from '@/ui/useAddress'
import { type OpenDocument, useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { BenchPane } from './BenchPane'
import { CastingBar, type OtherCasting } from './CastingBar'
import { CastingSheet } from './CastingSheet'
import { FitPane } from './FitPane'
import { NoCasting } from './NoCasting'
import { type Pane, PANES } from './panes'
import { PointsPane } from './PointsPane'
import { useFit } from './useFit'

// Predicting comes after the page.
const Footings = dynamic(() => import('./Footings'), { ssr: false })
const MillPoints = dynamic(() => import('./MillPoints'), { ssr: false })

interface CastingViewProps {
  readonly jobId: string
  readonly firstWay: string | undefined
  readonly part: Part
  readonly casting: StoredCasting | undefined
  /** The first way of the job, with the gear that it is made with. */
  readonly way: Way | undefined
  readonly workshop: Workshop
  readonly others: readonly OtherCasting[]
}

interface StoredCasting {
  readonly id: string
  readonly version: number
  readonly body: Casting
  readonly canUndo: boolean
  readonly canRedo: boolean
}

const ADDRESS = { show: parseAsStringLiteral(PANES).withDefault('fit') }

/** A casting: its points, the part fitted into it, and how it is set on the bench. */
export function CastingView({ casting, ...rest }: CastingViewProps) {
  return casting ? (
    <Measured {...rest} stored={casting} />
  ) : (
    <NoCasting jobId={rest.jobId} firstWay={rest.firstWay} part={rest.part} />
  )
}

function Measured({
  firstWay,
  jobId,
  others,
  part,
  stored,
  way,
  workshop,
}: Omit<CastingViewProps, 'casting'> & { readonly stored: StoredCasting }) {
  const document_ = useDocument('casting', stored)
  useHistoryKeys(document_)
  const address = useAddress(ADDRESS)
  const { body: casting } = document_
  const fitted = useFit(part, casting)
  const fit = fitted?.ok ? fitted.value : undefined
  const [from, setFrom] = useState<CastingFrom>('front')
  return (
    <div className="flex min-h-screen flex-col">
      <TopBar
        here="casting"
        job={barJob(jobId, part, firstWay)}
        save={document_.state}
        unit={part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <CastingBar
        jobId={jobId}
        id={stored.id}
        others={others}
        part={part}
        document={document_}
        fit={fit}
        pane={address.show}
        onPane={(show) => address.go({ show })}
      />
      {fitted && !fitted.ok && (
        <p
          role="alert"
          className="no-print mx-4 mt-2 rounded-lg border-l-4 border-ochre bg-ochre-wash p-2.5"
        >
          {fitted.issues[0].sentence}
        </p>
      )}
      <main className="grid min-h-0 grow gap-3 px-4 py-2.5 lg:grid-cols-[minmax(0,1fr)_400px]">
        <CastingSheet part={part} casting={casting} fit={fit} from={from} onFrom={setFrom} />
        <div className="no-print flex min-h-0 flex-col gap-3 lg:max-h-[calc(100vh-120px)] lg:overflow-auto">
          <Side
            pane={address.show}
            part={part}
            document={document_}
            fit={fit}
            jobId={jobId}
            castingId={stored.id}
          />
          {address.show === 'points' && way && (
            <MillPoints
              part={part}
              way={way}
              workshop={workshop}
              name={casting.name}
              fit={fit}
              edit={document_.edit}
            />
          )}
          {address.show === 'bench' && way && (
            <Footings part={part} way={way} workshop={workshop} />
          )}
        </div>
      </main>
    </div>
  )
}

function Side({
  castingId,
  document: document_,
  fit,
  jobId,
  pane,
  part,
}: {
  readonly pane: Pane
  readonly part: Part
  readonly document: OpenDocument<Casting>
  readonly fit: CastingFit | undefined
  readonly jobId: string
  readonly castingId: string
}) {
  const { body, edit } = document_
  if (pane === 'points') return <PointsPane part={part} casting={body} edit={edit} fit={fit} />
  if (pane === 'bench')
    return (
      <BenchPane
        part={part}
        casting={body}
        edit={edit}
        fit={fit}
        jobId={jobId}
        castingId={castingId}
      />
    )
  return <FitPane part={part} fit={fit} />
}
