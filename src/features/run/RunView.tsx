'use client'

import { ArrowLeft, Printer } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import {
  type Asked,
  type EntryBody,
  isFull,
  piecesBefore,
  type PieceState,
  readAsked,
  type RunEntry,
  type RunStep,
  stepsOf,
} from '@/core/paper/run'
import { type Anchor, type RecordsBySetup, zeroLedger } from '@/core/floor/offsets'
import { benchViews } from '@/core/paper/picture'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { predictWay } from '@/core/predict/prediction'
import { type ReadValue } from '@/core/predict/measured'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { call } from '@/ui/api'
import { SceneSvg } from '@/ui/SceneSvg'
import { useKeys } from '@/ui/useKeys'
import { useWho } from '@/ui/useWho'
import { Finished } from './Finished'
import { Foot } from './Foot'
import { StepPane } from './StepPane'
import { SteerPane } from './SteerPane'
import { useRun } from './useRun'

interface RunViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly runId: string
  readonly piece: number
  readonly pieces: number
  /** The first piece and every so many after it are checked in full. */
  readonly every: number
  readonly isPractice: boolean
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly entries: readonly RunEntry[]
  /** Readings of zero of the way, and what the register knows. */
  readonly records: RecordsBySetup
  readonly register: readonly Anchor[]
}

/** At the machine: the next thing to do, large, with its picture, and nothing else in the way. */
export function RunView(props: RunViewProps) {
  const {
    entries,
    every,
    isPractice,
    jobId,
    part,
    piece,
    pieces,
    records,
    register,
    runId,
    way,
    wayId,
    workshop,
  } = props
  const prediction = useMemo(() => predictWay(planWay(workshop, part, way)), [part, way, workshop])
  const steps = useMemo(() => stepsOf(prediction, isFull(piece, every)), [every, piece, prediction])
  const work = useRun(runId, piece, steps, entries)
  const [who, setWho] = useWho()
  const [back, setBack] = useState<string>()
  const step = steps.find(({ id }) => id === back) ?? work.state.next
  // What is asked for is measured, or the step is skipped with a reason.
  const isMissing = step !== undefined && work.state.missing(step).length > 0
  const enter = (body: EntryBody): void => work.enter(body, who || 'nobody named')
  const done = (): void => {
    if (!step || isMissing || work.state.isPaused) return
    enter({ kind: 'done', step: step.id })
    setBack(undefined)
  }
  useKeys({ Enter: done, PageDown: done })
  useAwakeScreen(step !== undefined)
  // What is found at a real machine says nothing of the stand-in shop.
  const zeros = useMemo(
    () => (isPractice ? [] : zeroLedger(prediction.plan, records, register)),
    [isPractice, prediction, records, register],
  )
  const before = useMemo(
    () => piecesBefore(steps, work.entries, piece),
    [piece, steps, work.entries],
  )
  const base = `/jobs/${jobId}/ways/${wayId}/run`
  const planned = prediction.plan.setups[(step?.setupNumber ?? 1) - 1]
  const views = useMemo(
    () => planned && benchViews(planned, { width: 520, height: 260 }),
    [planned],
  )
  const standin = async (asked: Asked): Promise<ReadValue | undefined> => {
    const answer = await call<readonly ReadValue[]>(
      `/api/runs/${runId}/readings?piece=${piece}`,
      'GET',
    )
    if (answer.kind !== 'done') return undefined
    return readAsked(answer.data, asked)
  }
  return (
    <div data-theme="dark" className="flex min-h-screen flex-col bg-ground text-ink">
      <Head
        part={part}
        way={way}
        piece={piece}
        pieces={pieces}
        step={step}
        seconds={work.state.seconds.get(step?.setup ?? '') ?? 0}
        who={who}
        onWho={setWho}
        base={base}
        runId={runId}
      />
      <Strip
        steps={steps.filter(({ setup }) => setup === step?.setup)}
        step={step}
        state={work.state}
        onChoose={setBack}
      />
      <main className="grid grow content-start gap-3 px-3 pb-3 md:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
        {step ? (
          <StepPane
            step={step}
            state={work.state}
            prediction={prediction}
            instruments={workshop.instruments}
            standin={isPractice ? standin : undefined}
            zero={zeros.find(({ setup }) => setup === step.setup)}
            zeroHref={isPractice ? undefined : `/jobs/${jobId}/ways/${wayId}/zero`}
            onEnter={enter}
          />
        ) : (
          <Finished base={base} runId={runId} piece={piece} pieces={pieces} />
        )}
        <aside
          className="sheet flex flex-col gap-3 p-4"
          aria-label="As it stands, and what was measured"
        >
          {views && (
            <SceneSvg
              scene={views.plan}
              title="From above, as it stands"
              className="max-h-[40vh] w-full"
            />
          )}
          <SteerPane
            part={part}
            way={way}
            workshop={workshop}
            state={work.state}
            piece={piece}
            pieces={pieces}
            before={before}
            step={step}
            onEnter={enter}
          />
        </aside>
      </main>
      <Foot work={work} step={step} isMissing={isMissing} onDone={done} enter={enter} />
    </div>
  )
}

function Head({
  base,
  onWho,
  part,
  piece,
  pieces,
  runId,
  seconds,
  step,
  way,
  who,
}: Pick<RunViewProps, 'part' | 'piece' | 'pieces' | 'runId' | 'way'> & {
  readonly base: string
  readonly step: RunStep | undefined
  readonly seconds: number
  readonly who: string
  readonly onWho: (who: string) => void
}) {
  return (
    <header className="flex flex-wrap items-center gap-3 bg-bar px-3 py-2 text-bar-ink">
      <Link
        href={base}
        className="button min-h-[44px]! border-bar-soft! bg-transparent! text-bar-ink!"
      >
        <ArrowLeft className="size-5" aria-hidden /> Out
      </Link>
      <span className="text-[17px]">
        {part.name} ·{' '}
        <b>
          piece {piece} of {pieces}
        </b>
        {step ? ` · setup ${step.setupNumber} of ${way.setups.length}` : ''}
      </span>
      <span className="figures mr-auto text-bar-soft">{clock(seconds)}</span>
      <label className="flex items-center gap-2">
        by
        <input
          className="min-h-[44px] w-24 rounded-lg border border-bar-soft bg-transparent px-2"
          value={who}
          placeholder="initials"
          onChange={(event) => onWho(event.target.value)}
        />
      </label>
      <Link href={`${base}/${runId}/sheet?piece=${piece}`} className="button min-h-[44px]!">
        <Printer className="size-5" aria-hidden /> Check sheet
      </Link>
    </header>
  )
}

/** The steps of the setup in hand: what is done, what is next, what has to be done again. */
function Strip({
  onChoose,
  state,
  step,
  steps,
}: {
  readonly steps: readonly RunStep[]
  readonly step: RunStep | undefined
  readonly state: PieceState
  readonly onChoose: (id: string | undefined) => void
}) {
  return (
    <nav aria-label="Steps of this setup" className="flex gap-2 overflow-x-auto px-3 py-2">
      {steps.map((one) => {
        const isDone = state.done.has(one.id)
        const isFallen = state.fallen.includes(one.id)
        return (
          <button
            key={one.id}
            type="button"
            aria-current={one.id === step?.id ? 'step' : undefined}
            className={`sheet min-h-[48px] shrink-0 cursor-pointer px-3 text-[16px] ${one.id === step?.id ? 'border-2! border-yellow!' : ''}`}
            onClick={() => onChoose(one.id === state.next?.id ? undefined : one.id)}
          >
            {isFallen ? '▲ ' : isDone ? '✓ ' : state.skipped.has(one.id) ? '– ' : ''}
            {SHORT[one.kind]}
          </button>
        )
      })}
    </nav>
  )
}

const SHORT = {
  take: 'take',
  hold: 'hold',
  true: 'true',
  zero: 'zero',
  place: 'look',
  cut: 'cut',
  check: 'measure',
  turn: 'turn',
} as const

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 3600)}:${String(Math.floor(seconds / 60) % 60).padStart(2, '0')}`

/** The screen stays on while a step is open, where the device can. */
function useAwakeScreen(isOpen: boolean): void {
  useEffect(() => {
    if (!isOpen || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | undefined
    navigator.wakeLock.request('screen').then(
      (held) => (lock = held),
      () => undefined,
    )
    return () => void lock?.release()
  }, [isOpen])
}
