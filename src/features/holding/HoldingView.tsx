'use client'

import { fixtureOfJaws, fixtureOfPlate } from '@/core/floor/register'
import { parseAsString } from 'nuqs'
import { useMemo, useState } from 'react'
import { findingsOf } from '@/core/foreman/findings'
import { tightestIn } from '@/core/foreman/footings'
import { printSpread } from '@/core/handbook/units'
import { planWay } from '@/core/plan/planning'
import { changeSetup, type Way } from '@/core/plan/way'
import { type Prediction, predictWay } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { FindingCards } from '@/ui/FindingCards'
import { HistoryButtons } from '@/ui/HistoryButtons'
import HoldingFields from '@/ui/holding/HoldingFields'
import { SetupStrip } from '@/ui/SetupStrip'
import { StandingMark } from '@/ui/Standing'
import { signedFigure } from '@/ui/signedFigure'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useAddress } from '@/ui/useAddress'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { BenchPane } from './BenchPane'
import { type OwnedFixture, OwnedFixtures } from './OwnedFixtures'
import { JawFigures } from './JawFigures'
import { JawsPane } from './JawsPane'
import { PlatePane } from './PlatePane'
import { PlatePlan } from './PlatePlan'
import { usePlate } from './usePlate'
import { IntoRegister } from './IntoRegister'
import { isInJaws, useJaws } from './useJaws'

interface HoldingViewProps {
  /** What the register has that was made for this part. */
  readonly owned: readonly OwnedFixture[]
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
export function HoldingView({ jobId, owned, part, way: stored, workshop }: HoldingViewProps) {
  const document_ = useDocument('way', stored)
  const { body: way, edit } = document_
  useHistoryKeys(document_)
  const { go, setup: chosen } = useAddress(ADDRESS)
  const [pointed, setPointed] = useState<ReadonlySet<string>>(new Set())
  const plan = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const prediction = useMemo(() => predictWay(plan), [plan])
  const findings = useMemo(() => findingsOf(prediction), [prediction])
  const index = Math.max(
    0,
    plan.setups.findIndex(({ id }) => id === chosen),
  )
  const planned = plan.setups[index]
  const jaws = useJaws(plan, index)
  const plate = usePlate(plan, planned)
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
      {planned && (
        <SetupStrip
          part={part}
          planned={plan.setups}
          chosen={planned.id}
          says={({ standing }) => standing.words.short}
          onChoose={(id) => go({ setup: id })}
        />
      )}
      {planned ? (
        <main className="grid min-h-0 grow gap-3 px-4 pb-3 lg:grid-cols-[minmax(0,1fr)_minmax(380px,34%)]">
          {isInJaws(planned) ? (
            <JawsPane
              jobId={jobId}
              wayName={way.name}
              planned={planned}
              design={design}
              isStale={jaws.is === 'coming'}
            />
          ) : (
            <div className="flex min-h-0 min-w-0 flex-col gap-3 lg:overflow-y-auto">
              <BenchPane
                part={part}
                planned={planned}
                lit={pointed}
                onPoint={setPointed}
                onChange={(next) => edit((w) => changeSetup(w, planned.id, next))}
              />
              {plate && <PlatePlan planned={planned} plate={plate} />}
            </div>
          )}
          <div className="flex min-h-0 flex-col gap-3 lg:overflow-y-auto">
            <Tightest prediction={prediction} index={index} />
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
            <OwnedFixtures
              owned={owned}
              planned={planned}
              onChange={(next) => edit((w) => changeSetup(w, planned.id, next))}
            />
            {plate && (
              <PlatePane jobId={jobId} wayName={way.name} planned={planned} plate={plate} />
            )}
            {plate && (
              <IntoRegister
                fixture={() =>
                  fixtureOfPlate(
                    planned,
                    plate.design,
                    plate.offsets,
                    plate.beside && { planned: plate.beside, offsets: plate.besideOffsets },
                  )
                }
              >
                The register keeps its edges, the offset of each place and what must be looked at
                when it is put back.
              </IntoRegister>
            )}
            {design && <JawFigures design={design} unit={part.unit} />}
            {jaws.is === 'here' && (
              <IntoRegister fixture={() => fixtureOfJaws(planned, jaws.design)}>
                Cut, they are as good as cut until they are unscrewed: the register keeps their
                edges, their zero and what must be looked at when they are put back.
              </IntoRegister>
            )}
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

/** The least margin of all that hangs on this setup. */
function Tightest({
  prediction,
  index,
}: {
  readonly prediction: Prediction
  readonly index: number
}) {
  const tightest = tightestIn(prediction, index)
  if (!tightest) return null
  return (
    <p className="sheet px-3 py-2 text-[14px]">
      Tightest here: <strong>{tightest.title}</strong>{' '}
      <span className="figures whitespace-nowrap">
        {signedFigure(tightest.mm, (mm) => printSpread(mm, prediction.plan.part.unit))}
      </span>{' '}
      <StandingMark standing={tightest.standing} />
    </p>
  )
}
