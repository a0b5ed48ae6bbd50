'use client'

import { Archive, ArchiveRestore, Copy, Download, FilePlus2, Search, Upload } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { setupAxes } from '@/core/shop/holding'
import { type Part } from '@/core/work/part'
import { isometric } from '@/core/paper/picture'
import { stateFinished } from '@/core/work/stock'
import { call } from '@/ui/api'
import { SceneSvg } from '@/ui/SceneSvg'
import { TopBar } from '@/ui/TopBar'
import { type GearDiffers, WhoseGear } from './WhoseGear'

interface WayStandingWords {
  readonly short: number
  readonly open: number
  readonly forbids: number
}

export interface JobLine {
  readonly id: string
  readonly name: string
  readonly archived: boolean
  readonly isDemo: boolean
  readonly touchedAt: string
  readonly ways: readonly {
    readonly id: string
    readonly name: string
    readonly note: string
    readonly setups: number
    readonly standing?: WayStandingWords
    readonly isOld?: true
  }[]
  readonly next: string
  readonly part?: Part
}

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

const PICTURE = { width: 170, height: 128 } as const
const nothingChanges = () => () => undefined

/** The finished part; drawn by the page itself, so that the server has the list ready at once. */
function JobPicture({ part }: { readonly part: Part }) {
  const isOnPage = useSyncExternalStore(
    nothingChanges,
    () => true,
    () => false,
  )
  const scene = useMemo(
    () =>
      isOnPage &&
      isometric(part, stateFinished(part), {
        ...PICTURE,
        axes: setupAxes('top', 'back'),
        tinted: new Set(),
      }),
    [isOnPage, part],
  )
  return (
    <div className="shrink-0" style={PICTURE}>
      {scene && <SceneSvg scene={scene} title={`${part.name} as finished`} className="w-full" />}
    </div>
  )
}

function JobCard({
  act,
  job,
}: {
  readonly job: JobLine
  readonly act: (action: 'copy' | 'archive' | 'restore') => void
}) {
  const { part } = job
  const first = job.ways[0]
  return (
    <li className="sheet flex flex-wrap gap-4 p-4 sm:flex-nowrap">
      {part && <JobPicture part={part} />}
      <div className="min-w-0 grow">
        <h2 className="text-[18px] font-bold">
          <Link href={`/jobs/${job.id}/part`} className="hover:underline">
            {job.name}
          </Link>{' '}
          {part && <span className="text-[14px] font-normal text-soft">rev {part.revision}</span>}
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
              {way.setups > 0 && <WayStanding standing={way.standing} />}
              {way.isOld && <span className="text-soft"> before the last changes</span>}
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

function WayStanding({ standing }: { readonly standing: WayStandingWords | undefined }) {
  if (!standing) return <span className="text-soft">is being looked at …</span>
  const { forbids, open, short } = standing
  if (forbids > 0)
    return <span className="font-semibold whitespace-nowrap text-red">▲ {forbids} forbid it</span>
  if (short > 0)
    return <span className="font-semibold whitespace-nowrap text-red">▲ {short} short</span>
  if (open > 0)
    return <span className="font-semibold whitespace-nowrap text-ochre">◆ {open} open</span>
  return <span className="font-semibold whitespace-nowrap text-green">● all hold</span>
}
