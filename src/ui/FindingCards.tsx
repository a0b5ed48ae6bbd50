'use client'

import { type Finding } from '@/core/ground/finding'

const LOOKS = {
  forbids: { box: 'border-red bg-red-wash', sign: '▲', word: 'Forbids' },
  warns: { box: 'border-ochre bg-ochre-wash', sign: '◆', word: 'Warns' },
  notes: { box: 'border-faint bg-wash', sign: '·', word: 'Note' },
} as const

interface FindingCardsProps {
  readonly findings: readonly Finding[]
  readonly onPick: (finding: Finding) => void
}

/** What a good foreman would say, one card for each. */
export function FindingCards({ findings, onPick }: FindingCardsProps) {
  return findings.map((finding, i) => {
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
  })
}
