'use client'

import { Box, FilePlus2, Search, Upload } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import { call } from '@/ui/api'
import { TopBar } from '@/ui/TopBar'
import { JobCard, type JobLine } from './JobCard'
import { type GearDiffers, WhoseGear } from './WhoseGear'

interface JobsViewProps {
  readonly list: {
    readonly jobs: readonly JobLine[]
    readonly total: number
    readonly archived: number
    readonly page: number
    readonly pages: number
  }
  readonly search: string
  readonly archived: boolean
}

/** How soon the list is asked for again while ways are being looked at, ms. */
const LOOK_AGAIN_MS = 1200

/** What is in work, how it stands, and the next thing to do. */
export function JobsView({ archived, list, search }: JobsViewProps) {
  const router = useRouter()
  const [name, setName] = useState('')
  const [sentence, setSentence] = useState<string>()
  const [asked, setAsked] = useState<{ readonly text: string; readonly differs: GearDiffers }>()
  const file = useRef<HTMLInputElement>(null)
  const isLooking = list.jobs.some((job) =>
    job.ways.some((way) => way.setups > 0 && (!way.standing || way.isOld)),
  )

  // Less and less often: where others are at work something is always being looked at.
  useEffect(() => {
    if (!isLooking) return
    let timer: ReturnType<typeof setTimeout>
    const later = (ms: number): void => {
      timer = setTimeout(() => {
        router.refresh()
        later(1.6 * ms)
      }, ms)
    }
    later(LOOK_AGAIN_MS)
    return () => clearTimeout(timer)
  }, [isLooking, router])

  const go = async (path: string, body: unknown, open: boolean): Promise<void> => {
    setSentence(undefined)
    const answer = await call<{ id?: string }>(path, 'POST', body)
    if (answer.kind === 'done') {
      setAsked(undefined)
      if (open && answer.data.id) router.push(`/jobs/${answer.data.id}/part`)
      else router.refresh()
      return
    }
    if (answer.kind === 'conflict' && typeof body === 'string')
      return setAsked({ text: body, differs: answer.data as GearDiffers })
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
          <h1 className="mr-auto text-[24px] font-bold">{archived ? 'Put away' : 'In work'}</h1>
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
          <FromFile />
          <button type="button" className="button" onClick={() => file.current?.click()}>
            <Upload className="size-4" aria-hidden /> Bring in a job
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
        <Refused sentence={sentence} />
        {asked && (
          <WhoseGear
            differs={asked.differs}
            choose={(gear) => void go(`/api/jobs/import?gear=${gear}`, asked.text, true)}
            leave={() => setAsked(undefined)}
          />
        )}
        <Finder search={search} archived={archived} total={list.total} />
        {list.jobs.length === 0 && (
          <NothingHere
            isSearch={search !== ''}
            archived={archived}
            loadDemo={() => void go('/api/jobs/demo', undefined, false)}
          />
        )}
        <ul className="grid gap-3 md:grid-cols-2">
          {list.jobs.map((job) => (
            <JobCard
              key={job.id}
              job={job}
              act={(action) => void go(`/api/jobs/${job.id}`, { action }, false)}
            />
          ))}
        </ul>
        <Pages list={list} search={search} archived={archived} />
        <div className="mt-4 flex gap-3">
          {(list.archived > 0 || archived) && (
            <Link className="button quiet" href={archived ? '/' : '/?archived=yes'}>
              {archived ? 'Back to what is in work' : `Put away (${list.archived})`}
            </Link>
          )}
          {list.jobs.length > 0 && !archived && (
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

const Refused = ({ sentence }: { readonly sentence: string | undefined }) =>
  sentence === undefined ? null : (
    <p role="alert" className="mb-3 rounded-lg border-l-4 border-red bg-red-wash p-3">
      {sentence}
    </p>
  )

const FromFile = () => (
  <Link className="button" href="/import">
    <Box className="size-4" aria-hidden /> Part from STEP, STL, DXF
  </Link>
)

const addressOf = (search: string, archived: boolean, page = 1): string => {
  const query = new URLSearchParams({
    ...(search !== '' && { search }),
    ...(archived && { archived: 'yes' }),
    ...(page > 1 && { page: String(page) }),
  })
  return query.size === 0 ? '/' : `/?${query.toString()}`
}

/** Looks for jobs by name; only where there are more than fit at a glance, or something was looked for. */
function Finder({
  archived,
  search,
  total,
}: Pick<JobsViewProps, 'search' | 'archived'> & { readonly total: number }) {
  const router = useRouter()
  const [text, setText] = useState(search)
  if (total <= FEW && search === '') return null
  return (
    <form
      role="search"
      className="mb-3 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        router.push(addressOf(text.trim(), archived))
      }}
    >
      <div className="w-64 max-w-full">
        <input
          className="field"
          type="search"
          aria-label="Job by name"
          placeholder="find by name"
          value={text}
          maxLength={200}
          onChange={(event) => setText(event.target.value)}
        />
      </div>
      <button type="submit" className="button">
        <Search className="size-4" aria-hidden /> Find
      </button>
      {search !== '' && (
        <Link className="button quiet" href={addressOf('', archived)}>
          Show all
        </Link>
      )}
      <span className="text-soft">
        {total} {total === 1 ? 'job' : 'jobs'}
      </span>
    </form>
  )
}

/** So many jobs are seen at a glance. */
const FEW = 6

function Pages({ archived, list, search }: Omit<JobsViewProps, 'jobs'>) {
  if (list.pages <= 1) return null
  return (
    <nav aria-label="Pages" className="mt-4 flex items-center gap-3">
      {list.page > 1 && (
        <Link className="button" href={addressOf(search, archived, list.page - 1)}>
          Newer
        </Link>
      )}
      <span className="text-soft">
        page {list.page} of {list.pages}
      </span>
      {list.page < list.pages && (
        <Link className="button" href={addressOf(search, archived, list.page + 1)}>
          Older
        </Link>
      )}
    </nav>
  )
}

function NothingHere({
  archived,
  isSearch,
  loadDemo,
}: {
  readonly archived: boolean
  readonly isSearch: boolean
  readonly loadDemo: () => void
}) {
  if (isSearch) return <p className="sheet p-8 text-center font-bold">No job is called that.</p>
  return (
    <div className="sheet p-8 text-center">
      <p className="mb-3 text-[18px] font-bold">
        {archived ? 'Nothing is put away.' : 'Nothing in work yet.'}
      </p>
      {!archived && (
        <>
          <p className="mb-4 text-soft">
            Name a part above and say what is on it, or look at the demo first: a worm block made in
            two ways, and a plate full of holes.
          </p>
          <button type="button" className="button main" onClick={loadDemo}>
            Load the demo jobs
          </button>
        </>
      )}
    </div>
  )
}
