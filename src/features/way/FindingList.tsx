'use client'

import { type Finding } from '@/core/ground/finding'

const LOOKS = {
  forbids: { box: 'border-red bg-red-wash', sign: '▲', word: 'Forbids' },
  warns: { box: 'border-ochre bg-ochre-wash', sign: '◆', word: 'Warns' },
  notes: { box: 'border-faint bg-wash', sign: '·', word: 'Note' },
} as const

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
      {here.map((finding, i) => {
        const look = LOOKS[finding.severity]
        return (
          <button
            key={i}
            type="button"
            data-finding={finding.code}
            className={`block w-full cursor-pointer rounded-md border-l-4 p-2 text-left text-[14px] leading-snug ${look.box}`}
            onClick={() => onPick(finding)}
          >
            <strong>
              <span aria-hidden>{look.sign}</span>
              <span className="sr-only">{look.word}:</span> {finding.what}
            </strong>{' '}
            {finding.rest}
          </button>
        )
      })}
    </section>
  )
}
