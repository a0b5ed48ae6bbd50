'use client'

import dynamic from 'next/dynamic'
import { useCallback, useMemo, useState } from 'react'
import { type Finding } from '@/core/ground/finding'
import { type Part, type Side } from '@/core/work/part'
import { type PartState, stateAsBought } from '@/core/work/stock'
import { type PlannedSetup } from '@/core/plan/planning'
import { type LinkShare } from '@/core/chain/variation'
import {
  changeSetup,
  indexedSetup,
  moveSetup,
  newSetup,
  removeSetup,
  type Setup,
  type Way,
} from '@/core/plan/way'
import { type Angle } from '@/core/handbook/units'
import { type Workshop } from '@/core/shop/workshop'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { useKeys } from '@/ui/useKeys'
import { Bench } from './Bench'
import { Chain } from './Chain'
import { FindingList } from './FindingList'
import { Ledger } from './Ledger'
import { Route } from './Route'
import { SetupTools } from './SetupTools'
import { useFindings } from './useFindings'
import { usePicking } from './usePicking'
import { type AnswerKind, useWayAddress } from './useWayAddress'
import { WaysBar } from './WaysBar'

/** Twenty-four pictures that most visits never ask for. */
const TurnDialog = dynamic(() => import('./TurnDialog'), { ssr: false })

interface WayViewProps {
  readonly jobId: string
  readonly part: Part
  readonly workshop: Workshop
  readonly ways: readonly { readonly id: string; readonly body: Way }[]
  readonly way: {
    readonly id: string
    readonly version: number
    readonly body: Way
    readonly canUndo: boolean
    readonly canRedo: boolean
  }
}

/** Route, bench, ledger and chain of one way; every change is predicted again at once. */
export function WayView({ jobId, part, way: stored, ways, workshop }: WayViewProps) {
  const document_ = useDocument('way', stored)
  const { body: way, edit } = document_
  useHistoryKeys(document_)
  const address = useWayAddress()
  const [pointed, setPointed] = useState<ReadonlySet<string>>(new Set())
  const [turning, setTurning] = useState<'change' | 'add'>()

  const { analysis, findings, metal } = useFindings(workshop, part, way)
  const planned = analysis.plan.setups
  const index = Math.max(
    0,
    planned.findIndex((p) => p.setup.id === address.setup),
  )
  const setup = planned[index]
  const chosen =
    analysis.requirements.find((r) => r.requirement.id === address.requirement) ??
    analysis.requirements.find((r) => r.standing === 'short') ??
    analysis.requirements[0]
  const chosenId = chosen?.requirement.id
  const lit = useMemo(
    () => new Set([...pointed, ...(chosen ? litBy(chosen.requirement) : [])]),
    [chosen, pointed],
  )

  const change = useCallback(
    (id: string) => (next: (setup: Setup) => Setup) => edit((w) => changeSetup(w, id, next)),
    [edit],
  )
  const point = useCallback(
    (ref: string | undefined) => setPointed(new Set(ref === undefined ? [] : [ref])),
    [],
  )
  const pickFinding = (finding: Finding): void => {
    address.go({
      requirement: finding.requirement,
      setup: finding.setup === undefined ? undefined : planned[finding.setup]?.setup.id,
    })
    setPointed(new Set([finding.feature, finding.contact].filter((ref) => ref !== undefined)))
  }
  const pointLink = useCallback(
    (link: LinkShare | undefined) => setPointed(new Set(link?.lights ?? [])),
    [],
  )
  const clamp = (add: (way: Way) => Setup, change: (setup: Setup) => Setup): void => {
    if (turning === 'change' && setup) edit((w) => changeSetup(w, setup.setup.id, change))
    if (turning === 'add') {
      const added = add(way)
      edit((w) => ({ ...w, setups: [...w.setups, added] }))
      address.go({ setup: added.id })
    }
    setTurning(undefined)
  }
  const turn = (up: Side, guide: Side): void =>
    clamp(
      (w) => newSetup(workshop, part, w, up, guide),
      (s) => ({ ...s, clamping: { ...(setup as PlannedSetup).clamping, up, guide } }),
    )
  const clampedBefore = planned
    .slice(0, turning === 'change' ? index : undefined)
    .findLast((p) => !p.indexed)
  const indexBy = (of: string, by: Angle): void =>
    clamp(
      (w) => indexedSetup(w, of, by),
      (s) => ({ ...s, clamping: { kind: 'indexed', of, turn: by } }),
    )
  const step = (by: -1 | 1): void => address.go({ setup: nearAt(planned, index + by)?.setup.id })
  const move = (by: -1 | 1): void => {
    if (setup) edit((w) => moveSetup(w, setup.setup.id, index + by))
  }
  const choose = (by: -1 | 1): void => {
    const at = analysis.requirements.findIndex((r) => r.requirement.id === chosenId)
    address.go({ requirement: nearAt(analysis.requirements, at + by)?.requirement.id })
  }
  useKeys({
    '[': () => step(-1),
    ']': () => step(1),
    '{': () => move(-1),
    '}': () => move(1),
    ArrowUp: () => choose(-1),
    ArrowDown: () => choose(1),
    t: () => setup && setTurning('change'),
    n: () => setTurning('add'),
    w: () => address.go({ answer: NEXT_ANSWER[address.answer] }),
  })
  const { isPicking, offered, pick, setPicking } = usePicking(setup, point, (next) => {
    if (setup) change(setup.setup.id)(next)
  })
  const last: PartState = planned[planned.length - 1]?.after ?? stateAsBought(part)

  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:min-h-[720px]">
      <TopBar
        here="ways"
        job={barJob(jobId, part, stored.id)}
        save={document_.state}
        unit={part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <WaysBar
        jobId={jobId}
        part={part}
        workshop={workshop}
        ways={ways}
        current={stored.id}
        analysis={analysis}
      />
      <Route
        part={part}
        workshop={workshop}
        analysis={analysis}
        findings={findings}
        chosen={setup?.setup.id}
        lit={lit}
        onChoose={(id) => address.go({ setup: id })}
        onMove={(id, to) => edit((w) => moveSetup(w, id, to))}
        onAdd={() => setTurning('add')}
      />
      <main className="flex min-h-0 grow flex-col gap-2.5 px-4 pb-3">
        {setup ? (
          <div className="grid min-h-0 grow gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(400px,38%)] lg:grid-rows-[minmax(0,1fr)]">
            <Bench
              part={part}
              planned={setup}
              volume={metal?.setups[index]}
              index={index}
              lit={lit}
              onPoint={point}
              offered={offered}
              onPick={pick}
              onRemove={() => edit((w) => removeSetup(w, setup.setup.id))}
              tools={
                <SetupTools
                  part={part}
                  planned={setup}
                  workshop={workshop}
                  analysis={analysis}
                  isPicking={isPicking}
                  onPicking={setPicking}
                  onTurn={() => setTurning('change')}
                  onPoint={point}
                  onChange={change(setup.setup.id)}
                />
              }
            />
            <aside
              className="sheet min-h-0 overflow-auto"
              aria-label="Ledger and findings"
              tabIndex={0}
            >
              <Ledger
                part={part}
                requirements={analysis.requirements}
                setup={index}
                chosen={chosenId}
                answer={address.answer}
                onChoose={(id) => address.go({ requirement: id })}
              />
              <FindingList findings={findings} setup={index} onPick={pickFinding} />
            </aside>
          </div>
        ) : (
          <EmptyWay onAdd={() => setTurning('add')} part={part} />
        )}
        <Chain
          part={part}
          analysis={analysis}
          chosen={chosen}
          answer={address.answer}
          onAnswer={(answer) => address.go({ answer })}
          onPoint={pointLink}
          onPick={(link) => link.setup !== undefined && address.go({ setup: link.setup })}
          onTry={(tried) => {
            // It stays in view though another requirement is the tightest now.
            address.go({ requirement: chosenId })
            edit(() => tried)
          }}
          onTakeBack={document_.undo}
        />
      </main>
      {turning && (
        <TurnDialog
          part={part}
          state={turning === 'add' ? last : (setup?.before ?? last)}
          now={turning === 'change' ? setup : undefined}
          clamped={clampedBefore}
          onClose={() => setTurning(undefined)}
          onPick={turn}
          onIndex={indexBy}
        />
      )}
    </div>
  )
}

const NEXT_ANSWER: Readonly<Record<AnswerKind, AnswerKind>> = {
  likely: 'simulate',
  simulate: 'worst',
  worst: 'likely',
}

/** What stands at a place of a list, or at the end that lies nearer. */
const nearAt = <Item,>(list: readonly Item[], at: number): Item | undefined =>
  list[Math.max(0, Math.min(list.length - 1, at))]

/** The two ends of a requirement. */
const litBy = (requirement: {
  of: string
  to?: string
  datums?: readonly string[]
}): readonly string[] =>
  [requirement.of, requirement.to ?? '', ...(requirement.datums ?? [])]
    .flatMap((ref) => ref.split('|').map((r) => r.split('.')[0] ?? r))
    .filter(Boolean)

function EmptyWay({ onAdd, part }: { readonly onAdd: () => void; readonly part: Part }) {
  return (
    <section className="sheet p-8 text-center">
      <h1 className="mb-2 text-[18px] font-bold">How would you make {part.name}?</h1>
      <p className="mx-auto mb-4 max-w-xl text-soft">
        Begin with the first setup: pick which face is up and which lies against the fixed jaw. Then
        tick what is cut there, and turn the part for the next. Write down at least two ways before
        you choose one.
      </p>
      <button type="button" className="button main" onClick={onAdd}>
        First setup
      </button>
    </section>
  )
}
