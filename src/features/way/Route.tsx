'use client'

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { GripVertical, Plus, RotateCw } from 'lucide-react'
import { Fragment, useEffect, useMemo, useRef } from 'react'
import { type Finding } from '@/core/ground/finding'
import { type Part } from '@/core/work/part'
import { isometric, type Look } from '@/core/paper/picture'
import { type PlannedSetup, turnWords } from '@/core/plan/planning'
import { type Prediction } from '@/core/predict/prediction'
import { pickupWords } from '@/core/paper/sheet'
import { type Workshop } from '@/core/shop/workshop'
import { SceneSvg } from '@/ui/SceneSvg'
import { standingLooks, useLooks } from '@/ui/useLooks'

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
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const planned = analysis.plan.setups
  const wanted = useMemo(() => standingLooks(planned), [planned])
  const looks = useLooks(part, wanted)
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    const to = planned.findIndex((p) => p.setup.id === over?.id)
    if (over && active.id !== over.id && to >= 0) onMove(String(active.id), to)
  }
  return (
    <section aria-label="Route" className="px-4 py-2">
      <DndContext
        id="route"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={onDragEnd}
      >
        <SortableContext
          items={planned.map((p) => p.setup.id)}
          strategy={horizontalListSortingStrategy}
        >
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
                />
              </Fragment>
            ))}
            <li className="flex shrink-0 items-stretch">
              <button
                type="button"
                onClick={onAdd}
                className="grid w-14 cursor-pointer place-content-center justify-items-center gap-1 rounded-lg border border-dashed border-soft text-[14px] text-soft hover:bg-sheet"
              >
                <Plus className="size-5" aria-hidden />{' '}
                {planned.length === 0 ? 'First setup' : 'Setup'}
              </button>
            </li>
          </ol>
        </SortableContext>
      </DndContext>
    </section>
  )
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
}

function SetupCard({
  findings,
  index,
  isChosen,
  lit,
  look,
  onChoose,
  part,
  planned,
}: SetupCardProps) {
  const {
    attributes,
    isDragging,
    listeners,
    setActivatorNodeRef,
    setNodeRef,
    transform,
    transition,
  } = useSortable({ id: planned.setup.id })
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
        setNodeRef(element)
        card.current = element
      }}
      style={{
        transform: CSS.Transform.toString(transform),
        transition,
        zIndex: isDragging ? 5 : undefined,
      }}
      className={`sheet relative flex w-[158px] min-w-[128px] shrink flex-col ${isChosen ? 'border-2! border-blue! shadow-[0_4px_0_var(--blue)]' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
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
