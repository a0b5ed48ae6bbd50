'use client'

import { useState } from 'react'
import { freeId, type Part, refLabel, type Requirement } from '@/core/work/part'
import { type Length } from '@/core/handbook/units'
import { Choice, Tick } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

const KINDS = [
  ['distance', 'distance ±'],
  ['parallelism', 'parallel within'],
  ['perpendicularity', 'square within'],
  ['position', 'position within'],
  ['coaxiality', 'in line within'],
  ['symmetry', 'central within'],
] as const
type TieKind = (typeof KINDS)[number][0]

interface TiePanelProps {
  readonly part: Part
  readonly of: string
  readonly to: string | undefined
  readonly onTo: (ref: string) => void
  readonly onAdd: (requirement: Requirement) => void
  readonly onCancel: () => void
}

/** Ties two features with a tolerance: the second is pointed at in the drawing or chosen here. */
export function TiePanel({ of, onAdd, onCancel, onTo, part, to }: TiePanelProps) {
  const [kind, setKind] = useState<TieKind>('distance')
  const [tolerance, setTolerance] = useState<Length>({
    mm: 0.05,
    typed: part.unit === 'mm' ? '0.05' : undefined,
  })
  const [critical, setCritical] = useState(false)
  const others = [
    ...Object.keys(part.faces),
    ...part.features.filter((f) => f.kind !== 'chamfer').map((f) => f.id),
    // Faces that were pointed at in the solid are tied by themselves.
    ...(to !== undefined && to.includes('.') ? [to] : []),
  ].filter((ref) => ref !== of)
  const add = (): void => {
    if (to === undefined) return
    const common = { id: freeId(part, 'hold'), of, critical }
    const made: Requirement =
      kind === 'distance'
        ? { ...common, kind, to, plus: tolerance, minus: { mm: -tolerance.mm } }
        : kind === 'position'
          ? { ...common, kind, tolerance, material: 'none', datums: [to] }
          : { ...common, kind, to, tolerance }
    onAdd(made)
  }
  return (
    <section aria-label="Tie" className="border-b border-faint bg-wash p-3">
      <h2 className="mb-1 text-[16px] font-bold">
        Tie {refLabel(part, of)} to {to === undefined ? '…' : refLabel(part, to)}
      </h2>
      <p className="mb-2 text-soft">
        {to === undefined
          ? 'Point at the other feature in the drawing, or choose it.'
          : 'How closely must the two agree?'}
      </p>
      <div className="grid grid-cols-2 gap-x-3">
        <Choice
          label="To"
          value={to ?? ''}
          options={[
            { value: '', label: 'choose' },
            ...others.map((ref) => ({ value: ref, label: refLabel(part, ref) })),
          ]}
          onChange={onTo}
        />
        <Choice
          label="How"
          value={kind}
          options={KINDS.map(([value, label]) => ({ value, label }))}
          onChange={setKind}
        />
        <QuantityField
          label="Tolerance"
          value={tolerance}
          unit={part.unit}
          onChange={setTolerance}
        />
        <div className="pt-5">
          <Tick label="Critical" checked={critical} onChange={setCritical} />
        </div>
      </div>
      <div className="flex gap-2">
        <button
          type="button"
          className="button main"
          disabled={to === undefined || to === ''}
          onClick={add}
        >
          Tie them
        </button>
        <button type="button" className="button" onClick={onCancel}>
          Let go
        </button>
      </div>
    </section>
  )
}
