'use client'

import { useDeferredValue, useMemo } from 'react'
import { drawingFindings } from '@/core/foreman/findings'
import { type Part } from '@/core/work/part'
import { FindingCards } from '@/ui/FindingCards'

interface DrawingFindingsProps {
  readonly part: Part
  readonly onFeature: (id: string) => void
  readonly onTie: (id: string) => void
}

/** What is wrong with the drawing by itself, before anything is said of how the part is made. */
export default function DrawingFindings({ onFeature, onTie, part }: DrawingFindingsProps) {
  const settled = useDeferredValue(part)
  const findings = useMemo(() => drawingFindings(settled), [settled])
  if (findings.length === 0) return null
  return (
    <section aria-label="Wrong with the drawing" className="space-y-1.5 p-3">
      <h2 className="text-[16px] font-bold">What the drawing itself gets wrong</h2>
      <FindingCards
        findings={findings}
        onPick={({ feature, requirement }) => {
          if (requirement !== undefined) onTie(requirement)
          else if (feature !== undefined) onFeature(feature)
        }}
      />
    </section>
  )
}
