'use client'

import { useEffect, useMemo, useState } from 'react'
import {
  type Asked,
  type EntryBody,
  isFull,
  matesMeasured,
  piecesBefore,
  readAsked,
  type RunEntry,
  type RunLog,
  stepsOf,
  withMates,
} from '@/core/paper/run'
import { type Anchor, type RecordsBySetup } from '@/core/floor/offsets'
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
import { useRunLog } from '@/ui/useRunLog'
import { useWho } from '@/ui/useWho'
import { Finished } from './Finished'
import { Foot } from './Foot'
import { Head, Strip } from './RunHead'
import { StepInHand } from './StepInHand'
import { SteerPane } from './SteerPane'
import { StepPhotos } from './StepPhotos'
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
  readonly log: RunLog
  /** Readings of zero that were kept of the way before the run, and what the register knows. */
  readonly foundBefore: RecordsBySetup
  readonly register: readonly Anchor[]
}

/** At the machine: the next thing to do, large, with its picture, and nothing else in the way. */
export function RunView(props: RunViewProps) {
  const {
    every,
    foundBefore,
    isPractice,
    jobId,
    log,
    part: drawn,
    piece,
    pieces,
    register,
    runId,
    way,
    wayId,
    workshop,
  } = props
  const kept = useRunLog(runId, log)
  const part = usePartToMates(drawn, kept.entries, piece)
  const prediction = useMemo(() => predictWay(planWay(workshop, part, way)), [part, way, workshop])
  const steps = useMemo(() => stepsOf(prediction, isFull(piece, every)), [every, piece, prediction])
  const work = useRun(kept, piece, steps)
  const [who, setWho] = useWho()
  const [back, setBack] = useState<string>()
  const step = steps.find(({ id }) => id === back) ?? work.state.next
  // What is asked for is measured, or the step is skipped with a reason.
  const isMissing = step !== undefined && work.state.missing(step).length > 0
  const enter = (body: EntryBody): void => work.enter(body, who)
  const done = (): void => {
    if (!step || isMissing || work.state.isPaused) return
    enter({ kind: 'done', step: step.id })
    setBack(undefined)
  }
  useKeys({ Enter: done, PageDown: done })
  useAwakeScreen(step !== undefined)
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
          <StepInHand
            step={step}
            work={work}
            prediction={prediction}
            piece={piece}
            foundBefore={foundBefore}
            register={register}
            hrefOf={(page) => `${base}/${runId}/${page}?piece=${piece}&setup=${step.setup}`}
            standin={isPractice ? standin : undefined}
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
          {step && <StepPhotos runId={runId} step={step.id} entries={work.entries} />}
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

/** The part as this piece is to be made: to the mate that was measured for it. Planned anew only when one is measured. */
function usePartToMates(drawn: Part, entries: readonly RunEntry[], piece: number): Part {
  const mark = JSON.stringify([...matesMeasured(entries, piece).values()])
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the mark tells of all that is read of the entries
  return useMemo(() => withMates(drawn, entries, piece), [drawn, mark, piece])
}

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
