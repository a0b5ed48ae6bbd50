'use client'

import { ChevronDown, Menu } from 'lucide-react'
import Link from 'next/link'
import { type ReactNode } from 'react'
import { type LengthUnit } from '@/core/handbook/units'
import { type Part } from '@/core/work/part'
import { KeysHelp } from './KeysHelp'
import { QuickFigures } from './QuickFigures'
import { ThemeButton } from './ThemeButton'
import { type SaveState } from './useDocument'

export interface TopBarProps {
  readonly job?:
    | {
        readonly id: string
        readonly name: string
        readonly revision: string
        readonly firstWay: string | undefined
        readonly isCast: boolean
      }
    | undefined
  readonly here:
    | 'jobs'
    | 'part'
    | 'casting'
    | 'ways'
    | 'holding'
    | 'holes'
    | 'zero'
    | 'run'
    | 'sheet'
    | 'fixtures'
    | 'workshop'
    | 'practice'
  readonly save?: SaveState | undefined
  readonly unit?: LengthUnit | undefined
  readonly children?: ReactNode
}

/** What the bar says of the job whose part is shown. */
export const barJob = (
  id: string,
  { casting, name, revision }: Part,
  firstWay: string | undefined,
): NonNullable<TopBarProps['job']> => ({
  id,
  name,
  revision,
  firstWay,
  isCast: casting !== undefined,
})

type Entry = readonly [id: TopBarProps['here'], label: string, href: string]

/** The pages of the job that is open. */
function pagesOf(job: NonNullable<TopBarProps['job']>): readonly Entry[] {
  const way = job.firstWay && `/jobs/${job.id}/ways/${job.firstWay}`
  return [
    ['part', 'Part', `/jobs/${job.id}/part`],
    ...(job.isCast ? ([['casting', 'Casting', `/jobs/${job.id}/casting`]] as const) : []),
    ...(way
      ? ([
          ['ways', 'Ways', way],
          ['holding', 'Holding', `${way}/holding`],
          ['holes', 'Holes', `${way}/holes`],
          ['zero', 'Zero', `${way}/zero`],
          ['run', 'Run', `${way}/run`],
          ['sheet', 'Sheet', `${way}/sheet`],
        ] as const)
      : []),
  ]
}

/** The pages of the shop, which belong to no job. */
const SHOP: readonly Entry[] = [
  ['jobs', 'Jobs', '/'],
  ['fixtures', 'Fixtures', '/fixtures'],
  ['workshop', 'Workshop', '/workshop'],
  ['practice', 'Practice', '/practice'],
]

/** The dark bar: where one is, how saving stands, the keys. Pages of the job and of the shop stand apart; on a phone both fold away. */
export function TopBar({ children, here, job, save, unit }: TopBarProps) {
  const pages = job ? pagesOf(job) : SHOP
  const label = [...pages, ...SHOP].find(([id]) => id === here)?.[1]
  return (
    <header className="on-bar no-print flex min-h-[46px] items-center gap-x-3 bg-bar px-4 py-1 text-bar-ink max-sm:gap-x-2 max-sm:px-2">
      <Link
        href="/"
        className="flex items-center gap-2.5 text-[18px] font-bold"
        aria-label="Foothold, all jobs"
      >
        <Steps />
        <span className="max-sm:hidden">Foothold</span>
      </Link>
      <strong className="truncate sm:hidden">{label}</strong>
      {job && (
        <span className="max-w-52 truncate text-bar-soft max-sm:hidden">
          {job.name} · rev {job.revision}
        </span>
      )}
      <nav aria-label={job ? 'This job' : 'Shop'} className="flex gap-1 max-sm:hidden">
        {pages.map((entry) => (
          <Tab key={entry[0]} entry={entry} here={here} />
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-3 text-[14px] max-sm:gap-1">
        {children}
        {save && <SaveWords save={save} />}
        {unit && <span className="max-sm:hidden">{unit}</span>}
        <ThemeButton />
        <QuickFigures unit={unit} />
        <KeysHelp />
        <Folded job={job} here={here} />
      </div>
    </header>
  )
}

const Steps = () => (
  <svg viewBox="0 0 24 20" className="h-5 w-6 shrink-0" aria-hidden>
    <path
      d="M2 18v-4.5h5V9h5.5V4.5H17V2h5v16z"
      fill="none"
      stroke="var(--yellow)"
      strokeWidth="2.4"
      strokeLinejoin="round"
    />
  </svg>
)

function Tab({
  entry: [id, label, href],
  here,
}: {
  readonly entry: Entry
  readonly here: TopBarProps['here']
}) {
  return (
    <Link
      href={href}
      aria-current={here === id ? 'page' : undefined}
      onClick={(event) => event.currentTarget.closest<HTMLElement>('[popover]')?.hidePopover()}
      className={`rounded-md px-3 py-1.5 ${here === id ? 'bg-bar-ink font-bold text-bar' : 'hover:bg-white/10'}`}
    >
      {label}
    </Link>
  )
}

/** The pages that are not in the bar: the shop's within a job, all of them on a phone. */
function Folded({ here, job }: Pick<TopBarProps, 'here' | 'job'>) {
  return (
    <>
      <button
        type="button"
        popoverTarget="pages"
        className={`flex min-h-8 cursor-pointer items-center gap-1.5 rounded-md border border-bar-soft/50 px-2 hover:bg-white/10 ${job ? '' : 'sm:hidden'}`}
      >
        <Menu className="size-4 sm:hidden" aria-hidden />
        <span className="max-sm:sr-only">Shop</span>
        <ChevronDown className="size-4 max-sm:hidden" aria-hidden />
      </button>
      <div
        id="pages"
        popover="auto"
        className="on-bar fixed inset-auto top-[48px] right-2 m-0 min-w-44 rounded-lg border border-bar-soft/60 bg-bar p-2 text-[15px] text-bar-ink"
      >
        {job && (
          <nav aria-label="This job, folded" className="mb-2 flex flex-col sm:hidden">
            <p className="px-3 py-1 text-[14px] text-bar-soft">
              {job.name} · rev {job.revision}
            </p>
            {pagesOf(job).map((entry) => (
              <Tab key={entry[0]} entry={entry} here={here} />
            ))}
          </nav>
        )}
        <nav aria-label="Shop, folded" className="flex flex-col">
          {SHOP.map((entry) => (
            <Tab key={entry[0]} entry={entry} here={here} />
          ))}
        </nav>
      </div>
    </>
  )
}

function SaveWords({ save }: { readonly save: SaveState }) {
  const words = {
    saved: 'Saved',
    saving: 'Saving',
    kept: '▲ Not saved yet: kept in this page, sent when the server is back',
    refused: '▲ Not saved',
    conflict: '▲ Changed in another page',
  }[save.kind]
  const isWell = save.kind === 'saved' || save.kind === 'saving'
  return (
    <span
      role="status"
      data-save={save.kind}
      className={isWell ? 'text-bar-soft max-sm:sr-only' : 'font-semibold text-yellow'}
    >
      {words}
    </span>
  )
}
