'use client'

import { Download } from 'lucide-react'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { drawing, DRAWING_LOOKS, hasRoomForDimensions } from '@/core/paper/picture'
import { lengthWords } from '@/core/handbook/units'
import { type Part, type Requirement } from '@/core/work/part'
import { printFeature } from '@/core/work/say'
import { SolidButton } from '@/ui/solid/SolidButton'
import { SceneSvg } from '@/ui/SceneSvg'
import { useKeys } from '@/ui/useKeys'
import { useLooks } from '@/ui/useLooks'
import { useSize } from '@/ui/useSize'

const PartSolid = dynamic(() => import('@/ui/solid/PartSolid'), {
  ssr: false,
  loading: () => <p className="p-4 text-soft">Making the solid …</p>,
})

interface DrawingSheetProps {
  readonly part: Part
  readonly jobId: string
  /** Nothing was said of it yet. */
  readonly isBare: boolean
  readonly chosen: string | undefined
  readonly tie: Requirement | undefined
  readonly lit: ReadonlySet<string>
  readonly onPick: (ref: string) => void
  readonly onPoint: (ref: string | undefined) => void
  readonly onTie: (of: string, to: string) => void
}

/** How it is looked at for its views. */
const VIEWS = (['front', 'top', 'right', 'slanting'] as const).map((view) => ({
  looking: DRAWING_LOOKS[view],
}))

/** The drawing in words, for those who do not see it. */
const spoken = (part: Part): string =>
  [
    `Three views of ${part.name}, ${lengthWords(part.size.x.mm, part.unit)} by ${lengthWords(part.size.y.mm, part.unit)} by ${lengthWords(part.size.z.mm, part.unit)}`,
    ...part.features.map((feature) => printFeature(part, feature)),
  ].join('; ')

/** The part in three views, or as a solid. */
export function DrawingSheet(props: DrawingSheetProps) {
  const { chosen, isBare, jobId, lit, onPick, onPoint, onTie, part, tie } = props
  const [isSolid, setSolid] = useState(false)
  const [sheet, size] = useSize<HTMLDivElement>({ width: 760, height: 500 })
  const [hasDimensions, setDimensions] = useState(true)
  useKeys({ d: () => setDimensions((shown) => !shown) })
  const hasRoom = hasRoomForDimensions(part, size)
  const [front, top, right, slanting] = useLooks(part, VIEWS)
  const looks = useMemo(
    () => (front && top && right && slanting ? { front, top, right, slanting } : undefined),
    [front, right, slanting, top],
  )
  const scene = useMemo(
    () => drawing(part, { ...size, chosen, tie, looks, dimensions: hasDimensions }),
    [chosen, hasDimensions, looks, part, size, tie],
  )
  return (
    <section aria-label="Drawing" className="sheet flex min-h-[420px] flex-col p-3">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h1 className="text-[18px] font-bold">Drawing</h1>
        <p className="text-[14px] text-soft">
          {isBare
            ? 'a bare block so far: say what is on it, above'
            : 'raw stippled · pick to change or tie'}
        </p>
        <span className="ml-auto" />
        {isSolid &&
          (['step', 'stl'] as const).map((kind) => (
            <a
              key={kind}
              className="button quiet text-[14px]"
              href={`/api/jobs/${jobId}/export?as=part-${kind}`}
            >
              <Download className="size-4" aria-hidden /> {kind.toUpperCase()}
            </a>
          ))}
        {part.model && (
          <Link className="button quiet text-[14px]" href={`/jobs/${jobId}/file`}>
            What the file shows
          </Link>
        )}
        <button
          type="button"
          className="button quiet text-[14px]"
          aria-pressed={hasDimensions && hasRoom}
          disabled={!hasRoom}
          title={hasRoom ? undefined : 'The sheet is too small for dimensions'}
          onClick={() => setDimensions(!hasDimensions)}
        >
          Dimensions <kbd>D</kbd>
        </button>
        <SolidButton isSolid={isSolid} onSolid={setSolid} />
      </div>
      <div ref={sheet} className="relative min-h-0 grow overflow-hidden" style={{ flexBasis: 400 }}>
        {isSolid ? (
          <PartSolid
            part={part}
            chosen={chosen}
            lit={lit}
            onPick={onPick}
            onPoint={onPoint}
            onTie={onTie}
          />
        ) : (
          <div className="absolute inset-0">
            <SceneSvg
              scene={scene}
              title={spoken(part)}
              lit={lit}
              onPick={onPick}
              onPoint={onPoint}
            />
          </div>
        )}
      </div>
    </section>
  )
}
