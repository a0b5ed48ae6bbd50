'use client'

import { Archive, ArchiveRestore, Copy, Download } from 'lucide-react'
import Link from 'next/link'
import { useMemo, useSyncExternalStore } from 'react'
import { isometric } from '@/core/paper/picture'
import { setupAxes } from '@/core/shop/holding'
import { type Part } from '@/core/work/part'
import { stateFinished } from '@/core/work/stock'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'

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

const AXES = setupAxes('top', 'back')
const FROM_ABOVE = [{ looking: { kind: 'slanting', axes: AXES } }] as const
const PICTURE = { width: 170, height: 128 } as const
const nothingChanges = () => () => undefined

/** The finished part; drawn by the page itself, so that the server has the list ready at once. */
function JobPicture({ part }: { readonly part: Part }) {
  const isOnPage = useSyncExternalStore(
    nothingChanges,
    () => true,
    () => false,
  )
  const [look] = useLooks(part, FROM_ABOVE)
  const scene = useMemo(
    () =>
      isOnPage &&
      isometric(part, stateFinished(part), {
        ...PICTURE,
        axes: AXES,
        look,
        tinted: new Set(),
      }),
    [isOnPage, look, part],
  )
  return (
    <div className="shrink-0" style={PICTURE}>
      {scene && <SceneSvg scene={scene} title={`${part.name} as finished`} className="w-full" />}
    </div>
  )
}

export function JobCard({
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
                {way.note} · {setupsWords(way.setups)}
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

const setupsWords = (count: number): string =>
  count === 0 ? 'nothing planned yet' : count === 1 ? 'one setup' : `${count} setups`
