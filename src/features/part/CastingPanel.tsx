'use client'

import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { skinMm, SKIN_MM } from '@/core/work/casting'
import {
  CAST_PROCESSES,
  type CastingSpec,
  type Part,
  partSurfaces,
  refLabel,
} from '@/core/work/part'
import { Choice } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

const PROCESSES: Readonly<Record<CastingSpec['process'], string>> = {
  sand: 'cast in sand',
  shell: 'cast in a shell mould',
  investment: 'investment cast',
  mould: 'cast in a metal mould',
  die: 'die cast',
  forged: 'forged',
}

/** Whether the part comes as a casting, how deep its skin is, and which walls must keep their thickness. */
export function CastingPanel({
  onChange,
  part,
}: {
  readonly part: Part
  readonly onChange: (part: Part) => void
}) {
  const { casting, unit } = part
  const set = (change: Partial<CastingSpec>): void =>
    onChange({ ...part, casting: { process: 'sand', walls: [], ...casting, ...change } })
  const none = (): void => {
    const { casting: _old, ...rest } = part
    onChange(rest)
  }
  return (
    <section aria-label="Casting" className="border-b border-faint p-3">
      <h2 className="mb-1 text-[16px] font-bold">Comes as</h2>
      <div className="grid grid-cols-2 gap-x-3">
        <Choice
          label="Made by"
          value={casting?.process ?? 'none'}
          options={[
            { value: 'none' as const, label: 'bar, plate or block' },
            ...CAST_PROCESSES.map((value) => ({ value, label: PROCESSES[value] })),
          ]}
          onChange={(process) => (process === 'none' ? none() : set({ process }))}
        />
        {casting && (
          <QuantityField
            label="Skin, a first cut goes under"
            value={casting.skin ?? { mm: skinMm(part) }}
            unit={unit}
            onChange={(skin) => skin.mm >= 0 && set({ skin })}
            hint={casting.skin ? undefined : `${SKIN_MM[casting.process]} mm is usual`}
          />
        )}
      </div>
      {casting && (
        <>
          <p className="text-[13px] text-soft">
            Say of each face, and of each feature that is cast in, what is left on it and whether it
            stays. Then measure under Casting.
          </p>
          <Walls part={part} walls={casting.walls} onWalls={(walls) => set({ walls })} />
        </>
      )}
    </section>
  )
}

type Wall = CastingSpec['walls'][number]

function freeWall(walls: readonly Wall[]): string {
  let number = walls.length + 1
  while (walls.some(({ id }) => id === `wall-${number}`)) number++
  return `wall-${number}`
}

function Walls({
  onWalls,
  part,
  walls,
}: {
  readonly part: Part
  readonly walls: readonly Wall[]
  readonly onWalls: (walls: Wall[]) => void
}) {
  const [of, setOf] = useState<string>('bottom')
  const [to, setTo] = useState<string>('top')
  const options = [...partSurfaces(part).keys()].map((id) => ({
    value: id,
    label: refLabel(part, id),
  }))
  const add = (): void => onWalls([...walls, { id: freeWall(walls), of, to, least: { mm: 6 } }])
  return (
    <div className="mt-1.5">
      <h3 className="text-[14px] font-bold">Walls that keep their thickness</h3>
      <ul>
        {walls.map((wall) => (
          <li key={wall.id} className="flex items-end gap-2">
            <span className="grow pb-2 text-[14px]">
              {refLabel(part, wall.of)} to {refLabel(part, wall.to)}
            </span>
            <div className="w-28">
              <QuantityField
                label="At least"
                value={wall.least}
                unit={part.unit}
                onChange={(least) =>
                  least.mm > 0 &&
                  onWalls(walls.map((one) => (one.id === wall.id ? { ...one, least } : one)))
                }
              />
            </div>
            <button
              type="button"
              aria-label="Take this wall off"
              className="mb-2 cursor-pointer"
              onClick={() => onWalls(walls.filter(({ id }) => id !== wall.id))}
            >
              <Trash2 className="size-4" aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <div className="flex items-end gap-2">
        <div className="grow">
          <Choice label="From the cut face" value={of} options={options} onChange={setOf} />
        </div>
        <div className="grow">
          <Choice label="to the cast one" value={to} options={options} onChange={setTo} />
        </div>
        <button type="button" className="button mb-0.5" disabled={of === to} onClick={add}>
          + Wall
        </button>
      </div>
    </div>
  )
}
