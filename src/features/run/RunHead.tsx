import { ClipboardCheck, Printer } from 'lucide-react'
import Link from 'next/link'
import { type PieceState, type RunStep } from '@/core/paper/run'
import { type Way } from '@/core/plan/way'
import { type Part } from '@/core/work/part'
import { PieceBar } from '@/ui/PieceBar'
import { WhoInBar } from '@/ui/WhoInBar'

/** Over the steps: which piece, how long it took, who stands there. */
export function Head({
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
}: {
  readonly part: Part
  readonly way: Way
  readonly piece: number
  readonly pieces: number
  readonly runId: string
  readonly base: string
  readonly step: RunStep | undefined
  readonly seconds: number
  readonly who: string
  readonly onWho: (who: string) => void
}) {
  return (
    <PieceBar
      part={part}
      piece={piece}
      pieces={pieces}
      back={{ href: base, words: 'Out' }}
      here={step ? `setup ${step.setupNumber} of ${way.setups.length}` : ''}
    >
      <span className="figures mr-auto text-bar-soft">{clock(seconds)}</span>
      <WhoInBar who={who} onWho={onWho} />
      <Link href={`${base}/${runId}/sheet?piece=${piece}`} className="button min-h-[44px]!">
        <ClipboardCheck className="size-5" aria-hidden /> Check sheet
      </Link>
      <Link href={`${base}/${runId}/paper?piece=${piece}`} className="button min-h-[44px]!">
        <Printer className="size-5" aria-hidden /> Paper
      </Link>
    </PieceBar>
  )
}

/** The steps of the setup in hand: what is done, what is next, what has to be done again. */
export function Strip({
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
