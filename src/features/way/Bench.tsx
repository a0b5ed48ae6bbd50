'use client'

import { Trash2 } from 'lucide-react'
import { Fragment, type ReactNode, useMemo } from 'react'
import { isSide, type Part, type Side } from '@/core/work/part'
import { elevation, plan } from '@/core/paper/picture'
import { type PlannedSetup } from '@/core/plan/planning'
import { isRaw } from '@/core/work/stock'
import { SceneSvg } from '@/ui/SceneSvg'
import { useSize } from '@/ui/useSize'

interface BenchProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly index: number
  readonly lit: ReadonlySet<string>
  readonly onPoint: (ref: string | undefined) => void
  readonly onPick: (ref: string) => void
  readonly onRemove: () => void
  readonly tools: ReactNode
}

/** The setup drawn large: the holding from the side and from above, in proportion. */
export function Bench({ index, lit, onPick, onPoint, onRemove, part, planned, tools }: BenchProps) {
  const [sheet, size] = useSize<HTMLDivElement>({ width: 730, height: 300 })
  const narrow = size.width < 560
  const each = narrow
    ? { width: size.width, height: 225 }
    : { width: Math.floor(size.width / 2) - 4, height: size.height }
  const { height, width } = each
  const side = useMemo(() => elevation(planned, { width, height }), [height, planned, width])
  const above = useMemo(() => plan(planned, { width, height }), [height, planned, width])
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
        </p>
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5 text-[14px]">
        {tools}
        <button
          type="button"
          className="button quiet ml-auto"
          onClick={onRemove}
          aria-label="Take this setup out"
        >
          <Trash2 className="size-4" aria-hidden />
        </button>
      </div>
      <div
        ref={sheet}
        className="mt-1 min-h-[200px] grow overflow-hidden max-lg:min-h-[470px] sm:max-lg:min-h-[300px]"
      >
        <div className={narrow ? '' : 'flex gap-2'}>
          <SceneSvg
            scene={side}
            title="The holding from the side: jaws, parallels, grip"
            lit={lit}
            onPoint={onPoint}
            onPick={onPick}
          />
          <SceneSvg
            scene={above}
            title="The holding from above: jaws, contacts, zero"
            lit={lit}
            onPoint={onPoint}
            onPick={onPick}
          />
        </div>
      </div>
    </section>
  )
}

/** Since when a face is cut. */
function since(part: Part, planned: PlannedSetup, face: Side): string {
  const cut = planned.before.cut.get(face)
  if (cut) return `cut in ${cut.setup + 1}`
  return part.faces[face].bought === 'cut' ? 'bought cut' : 'still raw'
}
