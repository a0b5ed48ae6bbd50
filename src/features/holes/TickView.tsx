'use client'

import { PaperList } from './PaperList'
import { ArrowLeft, Printer } from 'lucide-react'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { drillingPlan, type StageCut, type ToolStage } from '@/core/plan/drilling'
import { type RunLog, tickKey } from '@/core/paper/run'
import { type Part } from '@/core/work/part'
import { WhoInBar } from '@/ui/WhoInBar'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { groundOf } from './ground'
import { HoleDots } from './HoleDots'
import { Finished, NextHole } from './NextHole'
import { type Ticks, useTicks } from './useTicks'

interface TickViewProps {
  readonly runId: string
  readonly piece: number
  /** Of a run; undefined where no release is made, and pieces are not counted. */
  readonly pieces: number | undefined
  /** Where one comes from. */
  readonly back: { readonly href: string; readonly words: string }
  readonly setupId: string
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly log: RunLog
}

/** At the machine: the next hole, large, and a tick when it is done. */
export function TickView(props: TickViewProps) {
  const { back, log, part, piece, pieces, runId, setupId, way, workshop } = props
  const way_ = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const number = way_.setups.findIndex((p) => p.setup.id === setupId)
  const planned = way_.setups[number]
  const plan = useMemo(() => (planned ? drillingPlan(planned) : undefined), [planned])
  const work = useTicks(runId, piece, setupId, log)
  const stages = plan?.stages ?? []
  const left = (stage: ToolStage): number => stage.cuts.filter((cut) => !isDone(stage, cut)).length
  const isDone = (stage: ToolStage, cut: StageCut): boolean =>
    work.done.has(tickKey({ stage: stage.id, hole: cut.key }))
  // A tool stays until another is chosen: going on to the next by itself would drill with the wrong one.
  const [chosen, setChosen] = useState(() => stages.find((s) => left(s) > 0)?.id)
  const stage = stages.find((s) => s.id === chosen) ?? stages[0]
  if (!planned || !stage)
    return (
      <main className="p-6">
        <p className="mb-3 text-[20px]">No hole is made in this setup.</p>
        <Link className="button" href={back.href}>
          Back: {back.words}
        </Link>
      </main>
    )
  const ground = groundOf(planned, 'zero')
  const next = stage.cuts.find((cut) => !isDone(stage, cut))
  const coming = stage.cuts.filter((cut) => cut !== next && !isDone(stage, cut)).slice(0, 3)
  const doneHere = stage.cuts.filter((cut) => isDone(stage, cut))
  const last = doneHere[doneHere.length - 1]
  const all = stages.reduce((sum, s) => sum + s.cuts.length, 0)
  const allLeft = stages.reduce((sum, s) => sum + left(s), 0)
  const finish = (): void => {
    if (next) work.tick({ stage: stage.id, hole: next.key }, true)
  }
  return (
    <>
      <div data-theme="dark" className="flex min-h-screen flex-col bg-ground text-ink print:hidden">
        <header className="flex flex-wrap items-center gap-3 bg-bar px-3 py-2 text-bar-ink">
          <Link
            href={back.href}
            className="button min-h-[44px]! border-bar-soft! bg-transparent! text-bar-ink!"
          >
            <ArrowLeft className="size-5" aria-hidden /> {back.words}
          </Link>
          <span className="mr-auto text-[17px]">
            {part.name}
            {pieces !== undefined && ` · piece ${piece} of ${pieces}`} · setup {number + 1},{' '}
            {planned.setup.name}
          </span>
          <WhoInBar who={work.who} onWho={work.setWho} />
          <Kept state={work.state} />
          <button type="button" className="button min-h-[44px]!" onClick={() => window.print()}>
            <Printer className="size-5" aria-hidden /> Paper
          </button>
        </header>
        {plan && plan.before.length > 0 && (
          <p className="px-3 pt-2 text-[17px]">{plan.before.join(' ')}</p>
        )}
        <Tools stages={stages} chosen={stage.id} left={left} onChoose={setChosen} />
        <main className="grid grow gap-3 px-3 pb-3 md:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
          {next ? (
            <NextHole
              stage={stage}
              next={next}
              last={last}
              after={coming}
              unit={part.unit}
              rank={doneHere.length + 1}
              isQuill={plan?.isQuill ?? false}
              onDone={finish}
              onBack={
                last ? () => work.tick({ stage: stage.id, hole: last.key }, false) : undefined
              }
            />
          ) : (
            <Finished
              stage={stage}
              nextTool={stages.find((s) => left(s) > 0)}
              onNext={(id) => setChosen(id)}
              onBack={
                last ? () => work.tick({ stage: stage.id, hole: last.key }, false) : undefined
              }
              onAgain={
                pieces === undefined
                  ? () => {
                      if (
                        !window.confirm('Take every tick of this setup away, for the next piece?')
                      )
                        return
                      work.again()
                      setChosen(stages[0]?.id)
                    }
                  : undefined
              }
            />
          )}
          <HoleDots
            outline={ground.outline}
            stage={stage}
            next={next}
            isDone={(cut) => isDone(stage, cut)}
            words={`${stage.cuts.length - left(stage)} of ${stage.cuts.length} under this tool done · ${allLeft} of ${all} left in all`}
          />
        </main>
      </div>
      <PaperList
        part={part}
        before={plan?.before ?? []}
        isQuill={plan?.isQuill ?? false}
        stages={stages}
        title={`${part.name}, setup ${number + 1}: ${planned.setup.name}`}
        offset={planned.setup.zero.offset}
      />{' '}
    </>
  )
}

const KEPT_WORDS = {
  saved: 'Saved',
  sending: 'Being kept …',
  kept: '▲ Kept on this device until the server is back',
} as const

const Kept = ({ state }: Pick<Ticks, 'state'>) => (
  <span role="status" data-ticks={state.kind}>
    {state.kind === 'refused' ? `▲ ${state.sentence}` : KEPT_WORDS[state.kind]}
  </span>
)

/** The tools in the order of the program, each with what is left for it. */
function Tools(props: {
  readonly stages: readonly ToolStage[]
  readonly chosen: string
  readonly left: (stage: ToolStage) => number
  readonly onChoose: (id: string) => void
}) {
  const { chosen, left, onChoose, stages } = props
  return (
    <nav aria-label="Tools" className="flex gap-2 overflow-x-auto px-3 py-2">
      {stages.map((s) => (
        <button
          key={s.id}
          type="button"
          aria-pressed={s.id === chosen}
          className={`sheet min-h-[56px] shrink-0 cursor-pointer px-3 text-left ${s.id === chosen ? 'border-2! border-yellow!' : ''}`}
          onClick={() => onChoose(s.id)}
        >
          <b>
            T{s.tool} {s.name}
          </b>
          <span className="block text-[14px] text-soft">
            {left(s) === 0 ? '● done' : `${s.cuts.length - left(s)} of ${s.cuts.length}`}
          </span>
        </button>
      ))}
    </nav>
  )
}
