'use client'

import { parseAsString } from 'nuqs'
import { useMemo, useState } from 'react'
import { findingsOf } from '@/core/foreman/findings'
import { type PlannedSetup, planWay } from '@/core/plan/planning'
import { changeSetup, type Way } from '@/core/plan/way'
import { predictWay } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { FindingCards } from '@/ui/FindingCards'
import { HistoryButtons } from '@/ui/HistoryButtons'
import HoldingFields from '@/ui/holding/HoldingFields'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useAddress } from '@/ui/useAddress'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { useKeys } from '@/ui/useKeys'
import { BenchPane } from './BenchPane'
import { JawFigures } from './JawFigures'
import { JawsPane } from './JawsPane'
import { useJaws } from './useJaws'

interface HoldingViewProps {
  readonly jobId: string
  readonly part: Part
  readonly workshop: Workshop
  readonly way: {
    readonly id: string
    readonly version: number
    readonly body: Way
    readonly canUndo: boolean
    readonly canRedo: boolean
  }
}

const ADDRESS = { setup: parseAsString }

/** One setup by how it is held: drawn large, with its figures, its parameters, and what else could hold it. */
export function HoldingView({ jobId, part, way: stored, workshop }: HoldingViewProps) {
  const document_ = useDocument('way', stored)
  const { body: way, edit } = document_
  useHistoryKeys(document_)
  const { go, setup: chosen } = useAddress(ADDRESS)
  const [pointed, setPointed] = useState<ReadonlySet<string>>(new Set())
  const plan = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const findings = useMemo(() => findingsOf(predictWay(plan)), [plan])
  const index = Math.max(
    0,
    plan.setups.findIndex(({ id }) => id === chosen),
  )
  const planned = plan.setups[index]
  const jaws = useJaws(plan, index)
  const step = (by: -1 | 1): void => {
    const next = plan.setups[index + by]
    if (next) go({ setup: next.id })
  }
  useKeys({ '[': () => step(-1), ']': () => step(1) })
  const design = jaws.is === 'here' ? jaws.design : jaws.is === 'coming' ? jaws.last : undefined
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:min-h-[720px]">
      <TopBar
        here="holding"
        job={barJob(jobId, part, stored.id)}
        save={document_.state}
        unit={part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <Setups setups={plan.setups} index={index} onChoose={(id) => go({ setup: id })} />
      {planned ? (
        <main className="grid min-h-0 grow gap-3 px-4 pb-3 lg:grid-cols-[minmax(0,1fr)_minmax(380px,34%)]">
          {planned.clamping.holding.kind === 'soft-jaws' ? (
            <JawsPane
              jobId={jobId}
              wayName={way.name}
              planned={planned}
              design={design}
              isStale={jaws.is === 'coming'}
            />
          ) : (
            <BenchPane part={part} planned={planned} lit={pointed} onPoint={setPointed} />
          )}
          <div className="flex min-h-0 flex-col gap-3 lg:overflow-y-auto">
            {design && <JawFigures design={design} unit={part.unit} />}
            <section aria-label="How it is held" className="sheet p-3">
              <h2 className="mb-1 font-bold">How it is held</h2>
              <HoldingFields
                plan={plan}
                part={part}
                planned={planned}
                workshop={workshop}
                onChange={(next) => edit((w) => changeSetup(w, planned.id, next))}
              />
            </section>
            <section aria-label="What is to be said of it" className="flex flex-col gap-2">
              <FindingCards
                findings={findings.filter(({ setup }) => setup === index)}
                onPick={({ contact, feature }) =>
                  setPointed(new Set([contact, feature].filter((ref) => ref !== undefined)))
                }
              />
            </section>
          </div>
        </main>
      ) : (
        <p className="p-6 text-soft">This way has no setup yet. Add one under Ways.</p>
      )}
    </div>
  )
}

/** The setups of the way, each with what holds it. */
function Setups(props: {
  readonly setups: readonly PlannedSetup[]
  readonly index: number
  readonly onChoose: (id: string) => void
}) {
  return (
    <nav aria-label="Setups" className="flex gap-2 overflow-x-auto px-4 py-2.5">
      {props.setups.map(({ id, setup, standing }, i) => (
        <button
          key={id}
          type="button"
          aria-current={i === props.index ? 'page' : undefined}
          className="chip shrink-0 text-left aria-[current]:border-blue aria-[current]:bg-tint"
          onClick={() => props.onChoose(id)}
        >
          <strong>
            {i + 1} · {setup.name}
          </strong>
          <span className="block text-[13px] text-soft">{standing.words.short}</span>
        </button>
      ))}
    </nav>
  )
}
