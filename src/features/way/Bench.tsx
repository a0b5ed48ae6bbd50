'use client'

import { Trash2 } from 'lucide-react'
import { Fragment, type ReactNode, useMemo, useState } from 'react'
import { isSide, type Part, type Side } from '@/core/work/part'
import {
  type BenchOptions,
  benchViews,
  type BenchViews,
  elevation,
  plan,
  setupLooking,
} from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { isRaw } from '@/core/work/stock'
import { LazySetupSolid, SolidButton } from '@/ui/solid/SolidButton'
import { type SetupVolume } from '@/core/foreman/metal'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'
import { useSize } from '@/ui/useSize'

const VIEWS = [
  ['elevation', 'The holding from the side: jaws, parallels, grip'],
  ['plan', 'The holding from above: jaws, contacts, zero'],
] as const

/** Between the views, px. */
const GUTTER = 8

interface BenchProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly index: number
  readonly lit: ReadonlySet<string>
  readonly onPoint: (ref: string | undefined) => void
  readonly onPick: (ref: string) => void
  readonly onRemove: () => void
  /** What could be picked to be cut here; not asked for otherwise. */
  readonly offered: ReadonlySet<string> | undefined
  readonly tools: ReactNode
  /** What is taken here, once it is worked out. */
  readonly volume: SetupVolume | undefined
}

/** The setup drawn large: the holding from the side and from above, in proportion. */
export function Bench({
  index,
  lit,
  offered,
  onPick,
  onPoint,
  onRemove,
  part,
  planned,
  tools,
  volume,
}: BenchProps) {
  const [sheet, size] = useSize<HTMLDivElement>({ width: 730, height: 300 })
  const [isSolid, setSolid] = useState(false)
  const narrow = size.width < 560
  const wanted = useMemo(() => {
    const { elevation: side, plan: above } = setupLooking(planned)
    return [side, above].map((looking) => ({ state: planned.after, looking }))
  }, [planned])
  const [side, above] = useLooks(part, wanted)
  const looks = useMemo(
    () => (side && above ? { elevation: side, plan: above } : undefined),
    [above, side],
  )
  const views = useMemo(
    () =>
      narrow
        ? stackedViews(planned, size.width, { offered, looks })
        : benchViews(planned, { width: size.width - GUTTER, height: size.height, offered, looks }),
    [looks, narrow, offered, planned, size.height, size.width],
  )
  const where = (face: Side): ReactNode => (
    <>
      <strong>{part.faces[face].name}</strong>{' '}
      <span className={isRaw(part, planned.before, face) ? 'font-semibold text-red' : ''}>
        ({since(part, planned, face)})
      </span>
    </>
  )
  return (
    <section aria-label={`Setup ${index + 1}`} className="sheet flex min-h-0 min-w-0 flex-col p-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h1 className="text-[18px] font-bold">
          {index + 1} · {planned.setup.name}
        </h1>
        <p className="text-[14px] text-soft">
          {planned.standing.words.caption.map((piece) => (
            <Fragment key={piece}>{isSide(piece) ? where(piece) : piece}</Fragment>
          ))}
          {volume && volume.removedMm3 > 0 && ` · ${volumeWords(volume)}`}
        </p>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5 text-[14px]">
        {tools}
        <span className="ml-auto" />
        <SolidButton isSolid={isSolid} onSolid={setSolid} />
        <button
          type="button"
          className="button quiet"
          onClick={onRemove}
          aria-label="Take this setup out"
        >
          <Trash2 className="size-4" aria-hidden />
        </button>
      </div>
      {offered && (
        <p role="status" className="mt-1 rounded-md bg-tint px-2 py-1 text-[14px]">
          Pick what is cut here, a face or a dashed feature; once more takes it out. <kbd>Esc</kbd>{' '}
          ends it.
        </p>
      )}
      <div
        ref={sheet}
        className="mt-1 min-h-[200px] grow overflow-hidden max-lg:min-h-[470px] sm:max-lg:min-h-[300px]"
      >
        {isSolid && (
          <div className="relative h-full min-h-[300px] lg:min-h-0">
            <LazySetupSolid planned={planned} lit={lit} onPick={onPick} onPoint={onPoint} />
          </div>
        )}
        <div className={isSolid ? 'hidden' : narrow ? '' : 'flex gap-2'}>
          {VIEWS.map(([view, title]) => (
            <div key={view} className="shrink-0" style={{ width: views[view].width }}>
              <SceneSvg
                scene={views[view]}
                title={`${title}. ${planned.standing.words.lines.join(' ')}`}
                lit={lit}
                onPoint={onPoint}
                onPick={onPick}
              />
            </div>
          ))}
        </div>
      </div>
    </section>
  )
}

/** What is taken and about how long that is cut, with its caution. */
const volumeWords = ({ minutes, removedMm3 }: SetupVolume): string =>
  `takes ${(removedMm3 / 1000).toPrecision(3)} cm³, some ${Math.max(1, Math.round(minutes))} min of cutting`

/** On a phone the plan stands under the elevation. */
function stackedViews(
  planned: PlannedSetup,
  width: number,
  more: Pick<BenchOptions, 'offered' | 'looks'>,
): BenchViews {
  const paper = { width, height: 225, ...more }
  return { elevation: elevation(planned, paper), plan: plan(planned, paper) }
}

/** Since when a face is cut. */
function since(part: Part, planned: PlannedSetup, face: Side): string {
  const cut = planned.before.cut.get(face)
  if (cut) return `cut in ${cut.setup + 1}`
  return part.faces[face].bought === 'cut' ? 'bought cut' : 'still raw'
}
