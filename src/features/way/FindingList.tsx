'use client'

import { type Finding } from '@/core/ground/finding'
import { FindingCards } from '@/ui/FindingCards'

interface FindingListProps {
  readonly findings: readonly Finding[]
  readonly setup: number
  readonly onPick: (finding: Finding) => void
}

/** What a good foreman would say of this setup, and of the way as a whole. */
export function FindingList({ findings, onPick, setup }: FindingListProps) {
  const here = findings.filter((f) => f.setup === setup || f.setup === undefined)
  return (
    <section aria-label="Findings" className="space-y-1.5 p-2.5">
      {here.length === 0 && (
        <p className="text-[14px] text-green">● Nothing to find fault with here.</p>
      )}
      <FindingCards findings={here} onPick={onPick} />
    </section>
  )
}
