'use client'

import { useMemo, useState } from 'react'
import { generalAngle, generalLength } from '@/core/handbook/standards'
import { type Angle, type Length, lengthWords, printDegrees } from '@/core/handbook/units'
import {
  isEdgeBreak,
  type Between,
  betweenSurfaces,
  freeId,
  type Part,
  partSurfaces,
  refLabel,
  type Requirement,
  resolveRef,
  type Surface,
} from '@/core/work/part'
import { AngleField } from '@/ui/AngleField'
import { Choice, Tick } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

const KINDS = [
  ['distance', 'distance ±'],
  ['angle', 'angle ±'],
  ['parallelism', 'parallel within'],
  ['perpendicularity', 'square within'],
  ['position', 'position within'],
  ['coaxiality', 'in line within'],
  ['symmetry', 'central within'],
] as const
type TieKind = (typeof KINDS)[number][0]

/** How two references lie to each other, where each is one surface. */
function betweenRefs(part: Part, of: string, to: string | undefined): Between | undefined {
  const surfaces = partSurfaces(part)
  const one = (ref: string): Surface | undefined => {
    const own = resolveRef(part, ref, surfaces)
    const [first, ...more] = own.ok ? own.value : []
    return first?.kind === 'surface' && more.length === 0 ? first.surface : undefined
  }
  const [a, b] = [one(of), to === undefined ? undefined : one(to)]
  return a && b ? betweenSurfaces(a, b) : undefined
}

const SQUARE_RAD = 1e-7

/** What one would mostly hold between two that lie so. */
const kindFor = (between: Between): TieKind =>
  between.kind === 'apart'
    ? 'distance'
    : Math.abs(between.rad - Math.PI / 2) < SQUARE_RAD
      ? 'perpendicularity'
      : 'angle'

const betweenWords = (part: Part, between: Between): string =>
  between.kind === 'apart'
    ? `${lengthWords(between.mm, part.unit)} apart`
    : `at ${printDegrees(between.rad)}`

/** A distance has the general tolerance of its class to begin with; all else a twentieth of a millimetre. */
function usualTolerance(part: Part, kind: TieKind, between: Between | undefined): Length {
  const general =
    kind === 'distance' && part.general && between?.kind === 'apart'
      ? generalLength(part.general, between.mm)
      : undefined
  if (general !== undefined) return { mm: general }
  return { mm: 0.05, typed: part.unit === 'mm' ? '0.05' : undefined }
}

const usualAngle = (part: Part): Angle => ({
  rad: part.general
    ? generalAngle(part.general, Math.min(part.size.x.mm, part.size.y.mm, part.size.z.mm))
    : Math.PI / 360,
})

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
  const between = useMemo(() => betweenRefs(part, of, to), [of, part, to])
  const [chosenKind, setKind] = useState<TieKind>()
  const kind = chosenKind ?? (between ? kindFor(between) : 'distance')
  const [chosenTolerance, setTolerance] = useState<Length>()
  const tolerance = chosenTolerance ?? usualTolerance(part, kind, between)
  const [chosenAngle, setAngle] = useState<Angle>()
  const angle = chosenAngle ?? usualAngle(part)
  const [critical, setCritical] = useState(false)
  const others = [
    ...Object.keys(part.faces),
    ...part.features.filter((f) => !isEdgeBreak(f)).map((f) => f.id),
    // Faces that were pointed at in the solid are tied by themselves.
    ...(to !== undefined && to.includes('.') ? [to] : []),
  ].filter((ref) => ref !== of)
  const add = (): void => {
    if (to === undefined) return
    const common = { id: freeId(part, 'hold'), of, critical }
    const made: Requirement =
      kind === 'angle'
        ? { ...common, kind, to, plusMinus: angle }
        : kind === 'distance'
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
          : between
            ? `They are ${betweenWords(part, between)}. How closely must they agree?`
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
        {kind === 'angle' ? (
          <AngleField label="±" value={angle} onChange={setAngle} />
        ) : (
          <QuantityField
            label="Tolerance"
            value={tolerance}
            unit={part.unit}
            onChange={setTolerance}
          />
        )}
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
