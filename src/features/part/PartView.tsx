'use client'

import { useMemo, useState } from 'react'
import { allRequirements, type Part } from '@/core/work/part'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { DrawingSheet } from './DrawingSheet'
import { FeatureCards } from './FeatureCards'
import { PartPanels, type Tie } from './PartPanels'
import { SayLine } from './SayLine'
import { useSaying } from './useSaying'

interface PartViewProps {
  readonly jobId: string
  readonly firstWay: string | undefined
  readonly part: {
    readonly id: string
    readonly version: number
    readonly body: Part
    readonly canUndo: boolean
    readonly canRedo: boolean
  }
}

/** The drawing taken in fast: said, drawn, tied, asked about. */
export function PartView({ firstWay, jobId, part: stored }: PartViewProps) {
  const document_ = useDocument('part', stored)
  const { body: part, edit } = document_
  useHistoryKeys(document_)
  const saying = useSaying(part, edit)
  const [chosen, setChosen] = useState<string>()
  const [requirementId, setRequirementId] = useState<string>()
  const [tie, setTie] = useState<Tie>()
  const [lit, setLit] = useState<string>()

  const { result, shown } = saying
  const requirement =
    result?.ok && result.said.kind === 'requirement'
      ? result.said.requirement
      : allRequirements(shown).find((r) => r.id === requirementId)
  const drawn = result?.ok && result.said.kind === 'feature' ? result.said.feature.id : chosen
  const litSet = useMemo(
    () => new Set([lit, drawn, tie?.of, tie?.to].filter((ref) => ref !== undefined)),
    [drawn, lit, tie],
  )
  const add = (): void => {
    const made = saying.add()
    if (made?.kind === 'feature') setChosen(made.id)
    if (made?.kind === 'requirement') setRequirementId(made.id)
  }
  const pick = (ref: string): void => {
    const owner = ref.split('.')[0] ?? ref
    if (tie) setTie({ ...tie, to: owner === tie.of ? undefined : owner })
    else setChosen(owner === chosen ? undefined : owner)
  }
  return (
    <div className="flex min-h-screen flex-col">
      <TopBar
        here="part"
        job={barJob(jobId, part, firstWay)}
        save={document_.state}
        unit={part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <SayLine saying={saying} onAdd={add} />
      <main className="grid grow gap-3 px-4 py-2.5 lg:grid-cols-[minmax(0,1fr)_minmax(330px,38%)]">
        <DrawingSheet
          part={shown}
          jobId={jobId}
          isBare={part.features.length === 0}
          chosen={drawn}
          tie={requirement}
          lit={litSet}
          onPick={pick}
          onPoint={setLit}
          onTie={(of, to) => setTie({ of, to })}
        />
        <aside className="sheet overflow-auto lg:max-h-[calc(100vh-210px)]">
          <PartPanels
            part={part}
            edit={edit}
            chosen={chosen}
            onChoose={setChosen}
            requirement={requirementId}
            onRequirement={setRequirementId}
            tie={tie}
            onTie={setTie}
            begin={saying.begin}
          />
        </aside>
      </main>
      <FeatureCards part={part} chosen={chosen} onPick={pick} onPoint={setLit} />
    </div>
  )
}
