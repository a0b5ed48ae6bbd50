'use client'

import Link from 'next/link'
import { type ReactNode } from 'react'
import { type LengthUnit } from '@/core/handbook/units'
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
      }
    | undefined
  readonly here:
    'jobs' | 'part' | 'ways' | 'holes' | 'zero' | 'sheet' | 'fixtures' | 'workshop' | 'practice'
  readonly save?: SaveState | undefined
  readonly unit?: LengthUnit | undefined
  readonly children?: ReactNode
}

/** The dark bar: where one is, how saving stands, the keys. */
export function TopBar({ children, here, job, save, unit }: TopBarProps) {
  const tabs = job
    ? ([
        ['part', 'Part', `/jobs/${job.id}/part`],
        ['ways', 'Ways', job.firstWay ? `/jobs/${job.id}/ways/${job.firstWay}` : undefined],
        ['holes', 'Holes', job.firstWay ? `/jobs/${job.id}/ways/${job.firstWay}/holes` : undefined],
        ['zero', 'Zero', job.firstWay ? `/jobs/${job.id}/ways/${job.firstWay}/zero` : undefined],
        ['sheet', 'Sheet', job.firstWay ? `/jobs/${job.id}/ways/${job.firstWay}/sheet` : undefined],
      ] as const)
    : ([['jobs', 'Jobs', '/']] as const)
  const shop = [
    ['fixtures', 'Fixtures', '/fixtures'],
    ...(job ? [] : ([['workshop', 'Workshop', '/workshop']] as const)),
    ['practice', 'Practice', '/practice'],
  ] as const
  return (
    <header className="on-bar no-print flex min-h-[46px] flex-wrap items-center gap-x-4 gap-y-1 bg-bar px-4 py-1 text-bar-ink">
      <Link
        href="/"
        className="flex items-center gap-2.5 text-[18px] font-bold"
        aria-label="Foothold, all jobs"
      >
        <svg viewBox="0 0 24 20" className="h-5 w-6" aria-hidden>
          <path
            d="M2 18v-4.5h5V9h5.5V4.5H17V2h5v16z"
            fill="none"
            stroke="var(--yellow)"
            strokeWidth="2.4"
            strokeLinejoin="round"
          />
        </svg>
        Foothold
      </Link>
      {job && (
        <span className="max-w-56 truncate text-bar-soft">
          {job.name} · rev {job.revision}
        </span>
      )}
      <nav aria-label="Views" className="flex max-w-full flex-wrap gap-1">
        {[...tabs, ...shop].map(([id, label, href]) =>
          href === undefined ? null : (
            <Link
              key={id}
              href={href}
              aria-current={here === id ? 'page' : undefined}
              className={`rounded-md px-3 py-1.5 ${here === id ? 'bg-bar-ink font-bold text-bar' : 'hover:bg-white/10'}`}
            >
              {label}
            </Link>
          ),
        )}
      </nav>
      <div className="ml-auto flex flex-wrap items-center gap-3 text-[14px]">
        {children}
        {save && <SaveWords save={save} />}
        {unit && <span>{unit}</span>}
        <ThemeButton />
        <QuickFigures unit={unit} />
        <KeysHelp />
      </div>
    </header>
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
  return (
    <span
      role="status"
      data-save={save.kind}
      className={
        save.kind === 'saved' || save.kind === 'saving'
          ? 'text-bar-soft'
          : 'font-semibold text-yellow'
      }
    >
      {words}
    </span>
  )
}
