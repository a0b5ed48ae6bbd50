'use client'

import { useMemo, useState } from 'react'
import { holesInSetup } from '@/core/plan/drilling'
import { holeChecks } from '@/core/foreman/findings'
import { type PlanePoint } from '@/core/ground/geometry'
import { type RunLog } from '@/core/paper/run'
import { type Part, type Side } from '@/core/work/part'
import { planWay } from '@/core/plan/planning'
import { changeSetup, tickCut, type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { SaveNotice } from '@/ui/SaveNotice'
import { SetupStrip } from '@/ui/SetupStrip'
import { barJob, TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { SetupHoles } from './SetupHoles'
import { useMeasured } from './useMeasured'
import { useHolesAddress } from './useHolesAddress'

interface Stored<Body> {
  readonly id: string
  readonly version: number
  readonly body: Body
  readonly canUndo: boolean
  readonly canRedo: boolean
}

interface HolesViewProps {
  readonly jobId: string
  readonly part: Stored<Part>
  readonly way: Stored<Way>
  readonly workshop: Workshop
  /** What was kept of the way without a release. */
  readonly log: RunLog
}

/** The holes of the part in the axes of each setup: laid out, checked, drilled, measured. */
export function HolesView({ jobId, log, part: storedPart, way: stored, workshop }: HolesViewProps) {
  const partDocument = useDocument('part', storedPart)
  const wayDocument = useDocument('way', stored)
  useHistoryKeys(partDocument)
  const [part, way] = [partDocument.body, wayDocument.body]
  const address = useHolesAddress()
  const measured = useMeasured(stored.id, 1, log)
  const [stage, setStage] = useState<string>()
  const [pointing, setPointing] = useState(false)
  const [draft, setDraft] = useState<readonly PlanePoint[]>([])
  const plan = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const findings = useMemo(() => holeChecks(plan), [plan])
  const planned = plan.setups
  const index = Math.max(
    0,
    planned.findIndex((p) => p.setup.id === address.setup),
  )
  const setup = planned[index]
  const save = partDocument.state.kind === 'saved' ? wayDocument.state : partDocument.state
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:min-h-[700px]">
      <TopBar here="holes" job={barJob(jobId, part, stored.id)} save={save} unit={part.unit}>
        <HistoryButtons {...partDocument} />
      </TopBar>
      <SaveNotice document={partDocument} />
      <SaveNotice document={wayDocument} />
      <SetupStrip
        part={part}
        planned={planned}
        chosen={setup?.setup.id}
        says={(p) => {
          const count = holesInSetup(p).filter((hole) => hole.cutHere).length
          return `${count} ${count === 1 ? 'hole' : 'holes'} made here`
        }}
        onChoose={(id) => {
          setStage(undefined)
          setDraft([])
          address.go({ setup: id })
        }}
      />
      {setup ? (
        <SetupHoles
          key={setup.setup.id}
          address={address}
          part={part}
          way={way}
          wayId={stored.id}
          jobId={jobId}
          workshop={workshop}
          planned={setup}
          index={index}
          findings={findings}
          measured={measured}
          stage={stage}
          onStage={setStage}
          pointing={pointing}
          onPointing={setPointing}
          draft={draft}
          onDraft={setDraft}
          onPart={(next, added) => {
            partDocument.edit(() => next)
            wayDocument.edit((w) =>
              changeSetup(w, setup.setup.id, (s) =>
                added.reduce((all, id) => withCut(next, all, setup.standing.faceAt.up, id), s),
              ),
            )
          }}
          onDrilling={(drilling) =>
            wayDocument.edit((w) => changeSetup(w, setup.setup.id, (s) => ({ ...s, drilling })))
          }
        />
      ) : (
        <main className="p-4">
          <section className="sheet p-8 text-center">
            <h1 className="mb-2 text-[18px] font-bold">No setup yet.</h1>
            <p className="text-soft">
              Holes are shown in the axes of a setup. Add the first setup under Ways, then come
              back.
            </p>
          </section>
        </main>
      )}
    </div>
  )
}

/** A hole that was just laid out on the face that is up is made here. */
const withCut = (
  part: Part,
  setup: Way['setups'][number],
  up: Side | undefined,
  id: string,
): Way['setups'][number] =>
  part.features.some((feature) => feature.id === id && feature.on === up)
    ? tickCut(setup, id, true)
    : setup
