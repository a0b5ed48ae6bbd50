'use client'

import { Archive, ArchiveRestore, Copy, Download, FilePlus2, Upload } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useMemo, useRef, useState } from 'react'
import { type Part } from '@/core/part'
import { isometric } from '@/core/picture'
import { type PartState } from '@/core/planning'
import { call } from '@/ui/api'
import { SceneSvg } from '@/ui/SceneSvg'
import { TopBar } from '@/ui/TopBar'

export interface JobLine {
  readonly id: string
  readonly name: string
  readonly revision: string
  readonly archived: boolean
  readonly isDemo: boolean
  readonly touchedAt: string
  readonly ways: readonly {
    readonly id: string
    readonly name: string
    readonly note: string
    readonly setups: number
    readonly short: number
    readonly open: number
    readonly forbids: number
  }[]
  readonly next: string
  readonly part: Part
}

/** What is in work, how it stands, and the next thing to do. */
export function JobsView({ jobs }: { readonly jobs: readonly JobLine[] }) {
  const router = useRouter()
  const [name, setName] = useState('')
  const [sentence, setSentence] = useState<string>()
  const [showArchived, setShowArchived] = useState(false)
  const file = useRef<HTMLInputElement>(null)
  const shown = jobs.filter((job) => job.archived === showArchived)
  const archivedCount = jobs.filter((job) => job.archived).length

  const go = async (path: string, body: unknown, open: boolean): Promise<void> => {
    setSentence(undefined)
    const answer = await call<{ id?: string }>(path, 'POST', body)
    if (answer.kind === 'done') {
      if (open && answer.data.id) router.push(`/jobs/${answer.data.id}/part`)
      else router.refresh()
      return
    }
    setSentence(
      answer.kind === 'refused'
        ? answer.issues
            .slice(0, 4)
            .map((issue) => issue.sentence)
            .join(' ')
        : 'The server does not answer just now. Nothing was changed; try again in a moment.',
    )
  }

  return (
    <>
      <TopBar here="jobs" />
      <main className="mx-auto max-w-6xl p-4">
        <div className="mb-4 flex flex-wrap items-end gap-3">
          <h1 className="mr-auto text-[24px] font-bold">{showArchived ? 'Put away' : 'In work'}</h1>
          <form
            className="flex items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              void go('/api/jobs', { name: name.trim() }, true)
            }}
          >
            <label className="block">
              <span className="block text-[13px] text-soft">New part</span>
              <input
                className="field"
                value={name}
                onChange={(event) => setName(event.target.value)}
                placeholder="what it is called"
                maxLength={80}
              />
            </label>
            <button type="submit" className="button main" disabled={name.trim() === ''}>
              <FilePlus2 className="size-4" aria-hidden /> Start
            </button>
          </form>
          <button type="button" className="button" onClick={() => file.current?.click()}>
            <Upload className="size-4" aria-hidden /> Bring in a file
          </button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            className="sr-only"
            tabIndex={-1}
            aria-label="Foothold file"
            onChange={(event) => {
              const chosen = event.target.files?.[0]
              event.target.value = ''
              if (chosen) void chosen.text().then((text) => go('/api/jobs/import', text, true))
            }}
          />
        </div>
        {sentence && (
          <p role="alert" className="mb-3 rounded-lg border-l-4 border-red bg-red-wash p-3">
            {sentence}
          </p>
        )}
        {shown.length === 0 && (
          <div className="sheet p-8 text-center">
            <p className="mb-3 text-[18px] font-bold">
              {showArchived ? 'Nothing is put away.' : 'Nothing in work yet.'}
            </p>
            {!showArchived && (
              <>
                <p className="mb-4 text-soft">
                  Name a part above and say what is on it, or look at the demo first: a worm block
                  made in two ways, and a plate full of holes.
                </p>
                <button
                  type="button"
                  className="button main"
                  onClick={() => void go('/api/jobs/demo', undefined, false)}
                >
                  Load the demo jobs
                </button>
              </>
            )}
          </div>
        )}
        <ul className="grid gap-3 md:grid-cols-2">
          {shown.map((job) => (
            <JobCard
              key={job.id}
              job={job}
              act={(action) => void go(`/api/jobs/${job.id}`, { action }, false)}
            />
          ))}
        </ul>
        <div className="mt-4 flex gap-3">
          {(archivedCount > 0 || showArchived) && (
            <button
              type="button"
              className="button quiet"
              onClick={() => setShowArchived(!showArchived)}
            >
              {showArchived ? 'Back to what is in work' : `Put away (${archivedCount})`}
            </button>
          )}
          {shown.length > 0 && !showArchived && (
            <button
              type="button"
              className="button quiet"
              onClick={() => void go('/api/jobs/demo', undefined, false)}
            >
              Load the demo jobs again
            </button>
          )}
        </div>
      </main>
    </>
  )
}

function finishedState(part: Part): PartState {
  return {
    stockOn: { left: 0, right: 0, front: 0, back: 0, bottom: 0, top: 0 },
    cut: new Map(
      [...Object.keys(part.faces), ...part.features.map((f) => f.id)].map((id) => [
        id,
        { pass: 'finish' as const, setup: 0 },
      ]),
    ),
  }
}

function JobCard({
  act,
  job,
}: {
  readonly job: JobLine
  readonly act: (action: 'copy' | 'archive' | 'restore') => void
}) {
  const picture = useMemo(
    () =>
      isometric(job.part, finishedState(job.part), {
        width: 170,
        height: 128,
        up: 'top',
        toJaw: 'back',
        tinted: new Set(),
      }),
    [job.part],
  )
  const first = job.ways[0]
  return (
    <li className="sheet flex flex-wrap gap-4 p-4 sm:flex-nowrap">
      <SceneSvg scene={picture} title={`${job.name} as finished`} className="w-[170px] shrink-0" />
      <div className="min-w-0 grow">
        <h2 className="text-[18px] font-bold">
          <Link href={`/jobs/${job.id}/part`} className="hover:underline">
            {job.name}
          </Link>{' '}
          <span className="text-[14px] font-normal text-soft">rev {job.revision}</span>
        </h2>
        <ul className="mt-1 space-y-0.5 text-[14px]">
          {job.ways.map((way) => (
            <li key={way.id}>
              <Link
                href={`/jobs/${job.id}/ways/${way.id}`}
                className="font-semibold underline decoration-faint underline-offset-2 hover:decoration-ink"
              >
                {way.name}
              </Link>
              <span className="text-soft">
                {' '}
                {way.note} · {way.setups === 0 ? 'nothing planned yet' : `${way.setups} setups`}
              </span>{' '}
              {way.setups > 0 && <WayStanding {...way} />}
            </li>
          ))}
        </ul>
        <p className="mt-2 border-l-4 border-yellow pl-2">
          <span className="text-soft">Next:</span> <strong>{job.next}</strong>
        </p>
        <div className="mt-2 flex flex-wrap gap-1.5 text-[14px]">
          {first && (
            <Link className="button quiet" href={`/jobs/${job.id}/ways/${first.id}`}>
              Ways
            </Link>
          )}
          <button type="button" className="button quiet" onClick={() => act('copy')}>
            <Copy className="size-4" aria-hidden /> Copy
          </button>
          <a className="button quiet" href={`/api/jobs/${job.id}/export?as=json`}>
            <Download className="size-4" aria-hidden /> File
          </a>
          <button
            type="button"
            className="button quiet"
            onClick={() => act(job.archived ? 'restore' : 'archive')}
          >
            {job.archived ? (
              <>
                <ArchiveRestore className="size-4" aria-hidden /> Take out
              </>
            ) : (
              <>
                <Archive className="size-4" aria-hidden /> Put away
              </>
            )}
          </button>
        </div>
      </div>
    </li>
  )
}

function WayStanding({
  forbids,
  open,
  short,
}: {
  readonly short: number
  readonly open: number
  readonly forbids: number
}) {
  if (forbids > 0) return <span className="font-semibold text-red">▲ {forbids} forbid it</span>
  if (short > 0) return <span className="font-semibold text-red">▲ {short} short</span>
  if (open > 0) return <span className="font-semibold text-ochre">◆ {open} open</span>
  return <span className="font-semibold text-green">● all hold</span>
}
