'use client'

import { Check } from 'lucide-react'
import { type EntryBody, type RunStep } from '@/core/paper/run'
import { MEASURE_FORM } from './StepPane'
import { StepTools } from './StepTools'
import { type RunWork } from './useRun'

/** The one large button, what else can happen, and whether all is kept. */
export function Foot({
  enter,
  isMissing,
  onDone,
  step,
  work,
}: {
  readonly work: RunWork
  readonly step: RunStep | undefined
  readonly isMissing: boolean
  readonly onDone: () => void
  readonly enter: (body: EntryBody) => void
}) {
  return (
    <footer className="sticky bottom-0 flex flex-wrap gap-2 bg-bar px-3 py-2">
      {isMissing ? (
        <button
          type="submit"
          form={MEASURE_FORM}
          className="button main min-h-[72px]! grow justify-center text-[22px]"
          disabled={work.state.isPaused}
        >
          <Check className="size-7" aria-hidden /> Keep the reading
        </button>
      ) : (
        <button
          type="button"
          className="button main min-h-[72px]! grow justify-center text-[22px]"
          disabled={!step || work.state.isPaused}
          onClick={onDone}
        >
          <Check className="size-7" aria-hidden /> Done, next
        </button>
      )}
      {step && (
        <StepTools enter={enter} step={step.id} setup={step.setup} isPaused={work.state.isPaused} />
      )}
      <p
        role="status"
        data-kept={work.kept.kind === 'saved' && work.waiting > 0 ? 'sending' : work.kept.kind}
        className="w-full text-[15px] text-bar-soft"
      >
        {work.kept.kind === 'saved'
          ? work.waiting > 0
            ? 'Being kept …'
            : 'Everything is kept.'
          : work.kept.kind === 'refused'
            ? `▲ ${work.kept.sentence}`
            : `▲ Network gone: ${work.waiting} kept on this device`}
        {work.unread.length > 0 &&
          ` ▲ ${work.unread.length} of its entries cannot be read by this version of Foothold; they are kept as they are.`}
      </p>
    </footer>
  )
}
