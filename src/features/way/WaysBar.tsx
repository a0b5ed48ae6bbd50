'use client'

import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { type Part } from '@/core/work/part'
import { planWay } from '@/core/plan/planning'
import { type Prediction, predictWay, wayVerdict } from '@/core/predict/prediction'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { call } from '@/ui/api'
import { signedFigure } from '@/ui/signedFigure'
import { figureOf } from './figures'

/** A rule of thumb waits until the page is there, ms: it asks for the steps of a run. */
const AFTER_MS = 1500
const PlannedTime = dynamic(
  async () => {
    await new Promise((resolve) => setTimeout(resolve, AFTER_MS))
    return import('./PlannedTime')
  },
  { ssr: false },
)

interface WaysBarProps {
  readonly jobId: string
  readonly part: Part
  readonly workshop: Workshop
  readonly ways: readonly { readonly id: string; readonly body: Way }[]
  readonly current: string
  readonly analysis: Prediction
}

/** All ways above the one that is open: the other way is one click off, with its verdict. */
export function WaysBar({ analysis, current, jobId, part, ways, workshop }: WaysBarProps) {
  const router = useRouter()
  const [sentence, setSentence] = useState<string>()
  const others = useMemo(
    () =>
      new Map(
        ways
          .filter((way) => way.id !== current)
          .map((way) => [way.id, predictWay(planWay(workshop, part, way.body))]),
      ),
    [current, part, ways, workshop],
  )
  const add = async (copyOf?: string): Promise<void> => {
    const answer = await call<{ id: string }>(
      `/api/jobs/${jobId}/ways`,
      'POST',
      copyOf === undefined ? {} : { copyOf },
    )
    if (answer.kind === 'done') router.push(`/jobs/${jobId}/ways/${answer.data.id}`)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The server does not answer just now; nothing was added.',
      )
  }
  const remove = async (id: string): Promise<void> => {
    if (!window.confirm('Take this way off the job?')) return
    const next = ways.find((way) => way.id !== id)
    const answer = await call(`/api/documents/${id}`, 'DELETE')
    if (answer.kind === 'done' && next) router.push(`/jobs/${jobId}/ways/${next.id}`)
  }
  return (
    <nav aria-label="Ways" className="no-print flex flex-wrap items-center gap-2 px-4 pt-2">
      {ways.map((way) => {
        const isCurrent = way.id === current
        return (
          <Link
            key={way.id}
            href={`/jobs/${jobId}/ways/${way.id}`}
            aria-current={isCurrent ? 'page' : undefined}
            className={`sheet max-w-[420px] px-3 py-1 text-[14px] leading-snug ${isCurrent ? 'border-ink! shadow-[0_2px_0_var(--ink)]' : ''}`}
          >
            <span className="block truncate">
              <strong>{way.body.name}</strong> <span className="text-soft">{way.body.note}</span>
            </span>
            <Verdict
              part={part}
              way={isCurrent ? analysis.plan.way : way.body}
              analysis={isCurrent ? analysis : others.get(way.id)}
            />
          </Link>
        )
      })}
      <button
        type="button"
        className="min-h-8 cursor-pointer rounded-lg border border-dashed border-soft px-3 text-[14px] text-soft hover:bg-sheet"
        onClick={() => void add()}
      >
        + another way
      </button>
      <button
        type="button"
        className="min-h-8 cursor-pointer rounded-lg px-2 text-[14px] text-soft hover:bg-sheet"
        aria-label="Copy this way"
        onClick={() => void add(current)}
      >
        Copy
      </button>
      {ways.length > 1 && (
        <button
          type="button"
          className="min-h-8 cursor-pointer rounded-lg px-2 text-[14px] text-soft hover:bg-sheet"
          aria-label="Take this way off"
          onClick={() => void remove(current)}
        >
          Take off
        </button>
      )}
      {sentence && (
        <span role="alert" className="text-red">
          {sentence}
        </span>
      )}
    </nav>
  )
}

/** How a way stands, in a line that can be compared: what fails, the smallest margin, how often it is located anew. */
function Verdict({
  analysis,
  part,
  way,
}: {
  readonly analysis: Prediction | undefined
  readonly part: Part
  readonly way: Way
}) {
  if (!analysis || way.setups.length === 0)
    return <span className="text-soft">nothing planned yet</span>
  const { open, short, tightest } = wayVerdict(analysis)
  const margin =
    tightest?.outcome &&
    signedFigure(tightest.outcome.likely.margin, figureOf(tightest.requirement, part.unit))
  const located = way.setups.filter(({ clamping }) => clamping.kind === 'own').length
  return (
    <>
      <Standing open={open} short={short} />
      <span className="text-soft">
        {margin !== undefined && (
          <>
            {' '}
            · tightest <span className="figures">{margin}</span>
          </>
        )}{' '}
        · located {located}×
        <PlannedTime analysis={analysis} />
      </span>
    </>
  )
}

function Standing({ open, short }: { readonly open: number; readonly short: number }) {
  if (short > 0) return <strong className="text-red">▲ {short} short</strong>
  if (open > 0) return <strong className="text-ochre">◆ {open} not settled</strong>
  return <strong className="text-green">● all hold</strong>
}
