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
import { memo, useEffect } from 'react'

/** What a card needs to be dragged by its grip. */
export type Grip = Pick<
  ReturnType<typeof useSortable>,
  'attributes' | 'isDragging' | 'listeners' | 'setActivatorNodeRef' | 'setNodeRef' | 'transition'
> & { readonly transform: string | undefined }

interface RouteDragProps {
  /** The same list as long as it is the same setups: a new one makes new grips. */
  readonly ids: string[]
  readonly onGrip: (id: string, grip: Grip) => void
  readonly onMove: (id: string, to: number) => void
}

/** Dragging, brought when somebody comes near: it draws nothing and hands each card its grip, so that the cards stay what they are. */
const RouteDrag = memo(function RouteDrag({ ids, onGrip, onMove }: RouteDragProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    const to = ids.findIndex((id) => id === over?.id)
    if (over && active.id !== over.id && to >= 0) onMove(String(active.id), to)
  }
  return (
    <DndContext
      id="route"
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
    >
      <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
        {ids.map((id) => (
          <Handed key={id} id={id} onGrip={onGrip} />
        ))}
      </SortableContext>
    </DndContext>
  )
})
export default RouteDrag

function Handed({ id, onGrip }: Pick<RouteDragProps, 'onGrip'> & { readonly id: string }) {
  const {
    attributes,
    isDragging,
    listeners,
    setActivatorNodeRef,
    setNodeRef,
    transform: by,
    transition,
  } = useSortable({ id })
  const transform = CSS.Transform.toString(by)
  useEffect(() => {
    onGrip(id, {
      attributes,
      isDragging,
      listeners,
      setActivatorNodeRef,
      setNodeRef,
      transform,
      transition,
    })
  }, [
    attributes,
    id,
    isDragging,
    listeners,
    onGrip,
    setActivatorNodeRef,
    setNodeRef,
    transform,
    transition,
  ])
  return null
}
