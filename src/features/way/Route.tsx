'use client'

import dynamic from 'next/dynamic'
import { GripVertical, Plus, RotateCw } from 'lucide-react'
import { Fragment, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { type Finding } from '@/core/ground/finding'
import { type Part } from '@/core/work/part'
import { isometric, type Look } from '@/core/paper/picture'
import { type PlannedSetup, turnWords } from '@/core/plan/planning'
import { type Prediction } from '@/core/predict/prediction'
import { pickupWords } from '@/core/paper/sheet'
import { type Workshop } from '@/core/shop/workshop'
import { SceneSvg } from '@/ui/SceneSvg'
import { standingLooks, useLooks } from '@/ui/useLooks'
import { type Grip } from './RouteDrag'

const RouteDrag = dynamic(() => import('./RouteDrag'), { ssr: false })
/** Nobody drags before so long, ms; a keyboard that goes to a grip finds it. */
const AT_LEISURE_MS = 2500

interface RouteProps {
  readonly part: Part
  readonly workshop: Workshop
  readonly analysis: Prediction
  readonly findings: readonly Finding[]
  readonly chosen: string | undefined
  readonly lit: ReadonlySet<string>
  readonly onChoose: (id: string) => void
  readonly onMove: (id: string, to: number) => void
  readonly onAdd: () => void
}

/** The setups in order, each a true small picture of the part as it stands; between them, how it is turned. */
export function Route({
  analysis,
  chosen,
  findings,
  lit,
  onAdd,
  onChoose,
  onMove,
  part,
  workshop,
}: RouteProps) {
  const planned = analysis.plan.setups
  const wanted = useMemo(() => standingLooks(planned), [planned])
  const looks = useLooks(part, wanted)
  const drag = useGrips()
  const ids = useMemo(() => planned.map((p) => p.setup.id), [planned])
  return (
    <section
      aria-label="Route"
      className="px-4 py-2"
      onPointerEnter={drag.want}
      onPointerDown={drag.want}
      onFocus={drag.want}
    >
      {drag.isWanted && <RouteDrag ids={ids} onGrip={drag.onGrip} onMove={onMove} />}
      <ol className="flex items-stretch gap-0.5 overflow-x-auto pb-1">
        {planned.map((p, i) => (
          <Fragment key={p.setup.id}>
            {i > 0 && <Turn before={planned[i - 1]} after={p} />}
            <SetupCard
              part={part}
              workshop={workshop}
              planned={p}
              look={looks[i]}
              index={i}
              findings={findings.filter((f) => f.setup === i)}
              isChosen={p.setup.id === chosen}
              lit={lit}
              onChoose={onChoose}
              grip={drag.grips.get(p.setup.id)}
            />
          </Fragment>
        ))}
        <li className="flex shrink-0 items-stretch">
          <button
            type="button"
            onClick={onAdd}
            className="grid w-14 cursor-pointer place-content-center justify-items-center gap-1 rounded-lg border border-dashed border-soft text-[14px] text-soft hover:bg-sheet"
          >
            <Plus className="size-5" aria-hidden /> {planned.length === 0 ? 'First setup' : 'Setup'}
          </button>
        </li>
      </ol>
    </section>
  )
}

/** The grips of the cards, once dragging was brought: when a pointer or the focus comes near, or at leisure. */
function useGrips() {
  const [isWanted, setWanted] = useState(false)
  const [grips, setGrips] = useState<ReadonlyMap<string, Grip>>(new Map())
  const want = useCallback(() => setWanted(true), [])
  const onGrip = useCallback(
    (id: string, grip: Grip) => setGrips((now) => new Map(now).set(id, grip)),
    [],
  )
  useEffect(() => {
    const later = setTimeout(want, AT_LEISURE_MS)
    return () => clearTimeout(later)
  }, [want])
  return { grips, isWanted, onGrip, want }
}

function Turn({
  after,
  before,
}: {
  readonly before: PlannedSetup | undefined
  readonly after: PlannedSetup
}) {
  return (
    <li className="flex w-[64px] shrink-0 flex-col items-center justify-center gap-1 text-center text-[12px] leading-tight text-soft">
      <RotateCw className="size-5" aria-hidden />
      {turnWords(before, after)}
    </li>
  )
}

interface SetupCardProps {
  readonly part: Part
  readonly workshop: Workshop
  readonly planned: PlannedSetup
  readonly look: Look | undefined
  readonly index: number
  readonly findings: readonly Finding[]
  readonly isChosen: boolean
  readonly lit: ReadonlySet<string>
  readonly onChoose: (id: string) => void
  readonly grip: Grip | undefined
}

function SetupCard({
  findings,
  grip,
  index,
  isChosen,
  lit,
  look,
  onChoose,
  part,
  planned,
}: SetupCardProps) {
  const { after, contacts, setup, standing } = planned
  const scene = useMemo(
    () =>
      isometric(part, after, {
        width: 150,
        height: 82,
        axes: standing.setupFromPart.rows,
        tinted: new Set(setup.ops.map((op) => op.feature)),
        contacts,
        look,
      }),
    [after, contacts, look, part, setup, standing],
  )
  const card = useRef<HTMLLIElement | null>(null)
  useEffect(() => {
    if (isChosen) card.current?.scrollIntoView({ block: 'nearest', inline: 'center' })
  }, [isChosen])
  const found = pickupWords(planned, 'x')
  return (
    <li
      ref={(element) => {
        grip?.setNodeRef(element)
        card.current = element
      }}
      style={{
        transform: grip?.transform,
        transition: grip?.transition,
        zIndex: grip?.isDragging ? 5 : undefined,
      }}
      className={`sheet relative flex w-[158px] min-w-[128px] shrink flex-col ${isChosen ? 'border-2! border-blue! shadow-[0_4px_0_var(--blue)]' : ''}`}
    >
      <button
        type="button"
        ref={grip?.setActivatorNodeRef}
        {...grip?.attributes}
        {...grip?.listeners}
        aria-label={`Move setup ${index + 1}`}
        className="absolute top-1 left-0.5 cursor-grab touch-none p-1 text-soft"
      >
        <GripVertical className="size-4" aria-hidden />
      </button>
      <button
        type="button"
        data-setup={setup.id}
        aria-pressed={isChosen}
        onClick={() => onChoose(setup.id)}
        className="flex grow cursor-pointer flex-col p-1.5 text-left"
      >
        <span className="absolute top-1.5 right-2 text-[13px]">
          <Corner findings={findings} cutsNothing={setup.ops.length === 0} />
        </span>
        <SceneSvg
          scene={scene}
          title={`The part as it stands in setup ${index + 1}`}
          lit={lit}
          className="mx-auto h-[82px]"
        />
        <span className="mt-0.5 flex items-center gap-1.5 leading-tight font-bold">
          <span className="grid size-5 shrink-0 place-items-center rounded-full bg-ink text-[13px] text-sheet">
            {index + 1}
          </span>
          <span className="line-clamp-2 text-[14px]">{setup.name}</span>
        </span>
        <span className="truncate text-[13px] text-soft">{planned.standing.words.short}</span>
        <span className="truncate text-[13px] text-soft">zero: {found}</span>
      </button>
    </li>
  )
}

/** How a setup's findings stand: the worst sign with its count. */
function Corner({
  cutsNothing,
  findings,
}: {
  readonly findings: readonly Finding[]
  readonly cutsNothing: boolean
}) {
  const count = (severity: Finding['severity']): number =>
    findings.filter((f) => f.severity === severity).length
  if (count('forbids') > 0)
    return (
      <span className="font-bold text-red">
        ▲ {count('forbids')}
        <span className="sr-only"> forbid it</span>
      </span>
    )
  if (count('warns') > 0)
    return (
      <span className="font-bold text-ochre">
        ◆ {count('warns')}
        <span className="sr-only"> warnings</span>
      </span>
    )
  if (cutsNothing) return <span className="text-soft">cuts nothing</span>
  return (
    <span className="text-green">
      ●<span className="sr-only"> nothing found</span>
    </span>
  )
}
