'use client'

import { useMemo } from 'react'
import { type Anchor, type RecordsBySetup, zeroLedger } from '@/core/floor/offsets'
import { type Asked, type EntryBody, type RunStep, zerosOf } from '@/core/paper/run'
import { type ReadValue } from '@/core/predict/measured'
import { type Prediction } from '@/core/predict/prediction'
import { HoleLinks } from './HoleLinks'
import { MatesAtHand } from './MatesAtHand'
import { StepPane } from './StepPane'
import { type RunWork } from './useRun'
import { ZeroLines } from './ZeroLines'

interface StepInHandProps {
  readonly step: RunStep
  readonly work: RunWork
  readonly prediction: Prediction
  readonly piece: number
  readonly foundBefore: RecordsBySetup
  readonly register: readonly Anchor[]
  /** Of another page of this piece, at this setup. */
  readonly hrefOf: (page: 'zero' | 'ticks' | 'holes') => string
  /** What the stand-in shop reads; undefined at a machine. */
  readonly standin: ((asked: Asked) => Promise<ReadValue | undefined>) | undefined
  readonly onEnter: (body: EntryBody) => void
}

/** The step in hand, with what was found of zero and what became of the holes. */
export function StepInHand(props: StepInHandProps) {
  const { foundBefore, hrefOf, onEnter, piece, prediction, register, standin, step, work } = props
  const { plan } = prediction
  const isPractice = standin !== undefined
  const { entries, unread } = work
  const records = useMemo(() => zerosOf({ entries, unread }, piece), [entries, piece, unread])
  // What is found at a real machine says nothing of the stand-in shop.
  const zero = useMemo(
    () =>
      isPractice
        ? undefined
        : zeroLedger(plan, records, register).find(({ setup }) => setup === step.setup),
    [isPractice, plan, records, register, step.setup],
  )
  const planned = plan.setups[step.setupNumber - 1]
  return (
    <StepPane
      step={step}
      state={work.state}
      prediction={prediction}
      instruments={plan.workshop.instruments}
      standin={standin}
      zero={zero}
      onEnter={onEnter}
    >
      {step.kind === 'zero' && !isPractice && (
        <ZeroLines
          zero={zero}
          unit={plan.part.unit}
          href={hrefOf('zero')}
          before={records[step.setup] ? [] : (foundBefore[step.setup] ?? [])}
          onEnter={onEnter}
        />
      )}
      {step.kind === 'take' && (
        <MatesAtHand
          prediction={prediction}
          setupNumber={step.setupNumber}
          step={step.id}
          entries={entries}
          piece={piece}
          onEnter={onEnter}
        />
      )}
      {planned && (
        <HoleLinks step={step} planned={planned} entries={entries} piece={piece} hrefOf={hrefOf} />
      )}
    </StepPane>
  )
}
