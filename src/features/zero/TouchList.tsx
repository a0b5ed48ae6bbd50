'use client'

import { useState } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'
import { type Length, type LengthUnit, printLength } from '@/core/handbook/units'
import { QuantityField } from '@/ui/QuantityField'

/** The touches round a bore or boss: typed, or taken from the mill. */
export function TouchList(props: {
  readonly touches: readonly PlanePoint[]
  readonly unit: LengthUnit
  readonly blocked: string | undefined
  readonly onAdd: (p: PlanePoint) => void
  readonly onDrop: () => void
  readonly onTake: (() => void) | undefined
}) {
  const { blocked, onAdd, onDrop, onTake, touches, unit } = props
  const [x, setX] = useState<Length>()
  const [y, setY] = useState<Length>()
  return (
    <div>
      <ol className="figures mb-1 grid grid-cols-2 gap-x-4 text-[14px]">
        {touches.map((t, i) => (
          <li key={i}>
            {i + 1}: {printLength(t.x, unit)} {printLength(t.y, unit)}
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap items-start gap-2">
        <div className="w-32">
          <QuantityField label="X of the touch" unit={unit} value={x} onChange={setX} />
        </div>
        <div className="w-32">
          <QuantityField label="Y of the touch" unit={unit} value={y} onChange={setY} />
        </div>
        <button
          type="button"
          className="button mt-[18px]"
          disabled={!x || !y}
          onClick={() => {
            if (!x || !y) return
            onAdd({ x: x.mm, y: y.mm })
            setX(undefined)
            setY(undefined)
          }}
        >
          Add touch
        </button>
        {onTake && (
          <button
            type="button"
            className="button mt-[18px]"
            disabled={blocked !== undefined}
            title={blocked}
            onClick={onTake}
          >
            Take touch
          </button>
        )}
        {touches.length > 0 && (
          <button type="button" className="button quiet mt-[18px]" onClick={onDrop}>
            Drop the last
          </button>
        )}
      </div>
    </div>
  )
}
