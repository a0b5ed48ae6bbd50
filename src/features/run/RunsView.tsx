'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { type Part } from '@/core/work/part'
import { call } from '@/ui/api'
import { useWho } from '@/ui/useWho'
import { barJob, TopBar } from '@/ui/TopBar'
import { Begin, type Beginning } from './Begin'

interface Releasing {
  readonly releases: readonly {
    readonly id: string
    readonly number: number
    readonly who: string
    readonly at: string
    /** What was changed since. */
    readonly changed: readonly string[]
    readonly overrides: readonly { readonly code: string; readonly why: string }[]
  }[]
  readonly runs: readonly {
    readonly id: string
    readonly release: number
    readonly pieces: number
    readonly every: number
    readonly who: string
    readonly at: string
    readonly isPractice: boolean
  }[]
  readonly questions: readonly string[]
  readonly forbids: readonly {
    readonly code: string
    readonly setup?: number
    readonly words: string
  }[]
}

interface RunsViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly wayName: string
  readonly part: Part
  readonly list: Releasing
}

/** Releases of a way and the runs made by them. */
export function RunsView({ jobId, list: initial, part, wayId, wayName }: RunsViewProps) {
  const router = useRouter()
  const [list, setList] = useState(initial)
  const [who, setWho] = useWho()
  const [whys, setWhys] = useState<Readonly<Record<number, string>>>({})
  const [sentence, setSentence] = useState<string>()
  const [newest] = list.releases
  const release = async (): Promise<void> => {
    const answer = await call<Releasing>(`/api/ways/${wayId}/releases`, 'POST', {
      who,
      overrides: list.forbids.flatMap(({ code, setup }, i) => {
        const why = whys[i]?.trim()
        return why ? [{ code, why, ...(setup === undefined ? {} : { setup }) }] : []
      }),
    })
    if (answer.kind === 'done') setList(answer.data)
    setSentence(refusal(answer))
  }
  const start = async (asked: Beginning): Promise<void> => {
    if (!newest) return
    const answer = await call<{ id: string }>(`/api/ways/${wayId}/runs`, 'POST', {
      release: newest.id,
      who,
      ...asked,
    })
    if (answer.kind === 'done') router.push(`/jobs/${jobId}/ways/${wayId}/run/${answer.data.id}`)
    setSentence(refusal(answer))
  }
  return (
    <>
      <TopBar here="run" job={barJob(jobId, part, wayId)} unit={part.unit} />
      <main className="mx-auto grid max-w-[1100px] gap-4 p-4 md:grid-cols-2">
        <section className="sheet flex flex-col gap-3 p-4" aria-labelledby="release">
          <h1 id="release" className="text-[22px] font-bold">
            Release {wayName}
          </h1>
          <p className="text-soft">
            A release freezes the way, the part and the workshop as they are now. Runs keep theirs,
            whatever is changed later.
          </p>
          <label className="flex items-center gap-2">
            By
            <input
              className="field"
              value={who}
              placeholder="name or initials"
              onChange={(event) => setWho(event.target.value)}
            />
          </label>
          {list.questions.map((text) => (
            <p key={text} className="text-ochre">
              ◆ Not answered yet: {text}
            </p>
          ))}
          <Forbidding
            forbids={list.forbids}
            whys={whys}
            onWhy={(i, why) => setWhys({ ...whys, [i]: why })}
          />
          <button
            type="button"
            className="button main self-start"
            disabled={who.trim() === ''}
            onClick={() => void release()}
          >
            Release it as it is
          </button>
          {sentence && (
            <p role="alert" className="text-red">
              {sentence}
            </p>
          )}
          <ul className="flex flex-col gap-2">
            {list.releases.map((one) => (
              <li key={one.id} className="border-t border-faint pt-2">
                <b>Release {one.number}</b> by {one.who}, {day(one.at)}
                {one.changed.length === 0
                  ? ' · as it is now'
                  : ` · changed since: ${one.changed.join(', ')}`}
                {one.overrides.map(({ code, why }) => (
                  <span key={code + why} className="block text-ochre">
                    ◆ let pass: {why}
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </section>
        <section className="sheet flex flex-col gap-3 p-4" aria-labelledby="runs">
          <h2 id="runs" className="text-[22px] font-bold">
            Runs
          </h2>
          {newest ? (
            <Begin
              number={newest.number}
              canBegin={who.trim() !== ''}
              onBegin={(asked) => void start(asked)}
            />
          ) : (
            <p className="text-soft">
              Release the way first; then pieces are made by it, step by step.
            </p>
          )}
          <Link className="button self-start" href={`/jobs/${jobId}/ways/${wayId}/run/log`}>
            The log of this way
          </Link>
          <RunLines runs={list.runs} base={`/jobs/${jobId}/ways/${wayId}/run`} />
        </section>
      </main>
    </>
  )
}

/** The runs that were begun, the newest first, and what they teach. */
function RunLines({ base, runs }: Pick<Releasing, 'runs'> & { readonly base: string }) {
  return (
    <>
      {runs.length > 0 && (
        <p className="flex flex-wrap gap-2">
          <Link className="button" href={`${base}/learned`}>
            What the pieces teach
          </Link>
          <Link className="button quiet" href={`${base}/learned?practice=1`}>
            and those of the stand-in shop
          </Link>
        </p>
      )}
      <ul className="flex flex-col gap-2">
        {runs.map((run) => (
          <li key={run.id} className="border-t border-faint pt-2">
            <Link className="underline" href={`${base}/${run.id}`}>
              {run.isPractice ? 'Practice' : 'Run'} of {run.pieces}{' '}
              {run.pieces === 1 ? 'piece' : 'pieces'}
            </Link>{' '}
            by release {run.release}, {run.who}, {day(run.at)} ·{' '}
            <Link className="underline" href={`${base}/${run.id}/sheet`}>
              check sheet
            </Link>
          </li>
        ))}
      </ul>
    </>
  )
}

/** What forbids releasing it, each with room for why it may pass. */
function Forbidding({
  forbids,
  onWhy,
  whys,
}: Pick<Releasing, 'forbids'> & {
  readonly whys: Readonly<Record<number, string>>
  readonly onWhy: (place: number, why: string) => void
}) {
  if (forbids.length === 0) return null
  return (
    <>
      <p className="text-red">
        ▲ {forbids.length} findings forbid it. Put them right, or say why each may pass.
      </p>
      <ul className="flex flex-col gap-3">
        {forbids.map(({ setup, words }, i) => (
          <li key={words}>
            <p>
              {setup === undefined ? '' : `Setup ${setup + 1}: `}
              {words}
            </p>
            <input
              className="field mt-1 w-full"
              aria-label={`Why it may pass: ${words}`}
              placeholder="Why it may pass"
              value={whys[i] ?? ''}
              onChange={(event) => onWhy(i, event.target.value)}
            />
          </li>
        ))}
      </ul>
    </>
  )
}

const day = (at: string): string => at.slice(0, 16).replace('T', ' ')

const refusal = (answer: {
  readonly kind: string
  readonly issues?: readonly { readonly sentence: string }[]
}): string | undefined =>
  answer.kind === 'refused'
    ? answer.issues?.[0]?.sentence
    : answer.kind === 'away'
      ? 'The server does not answer just now; nothing was kept.'
      : undefined
