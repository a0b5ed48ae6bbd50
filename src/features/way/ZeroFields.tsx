'use client'

import { type Axis, dot } from '@/core/ground/geometry'
import {
  normalOf,
  oppositeOf,
  type Part,
  refLabel,
  type Side,
  SIDES,
  type Surface,
} from '@/core/work/part'
import { uppermost } from '@/core/shop/holding'
import { type PlannedSetup } from '@/core/plan/planning'
import { type Pickup, type Setup, type TurnPickup } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { Choice, TextField } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

interface ZeroFieldsProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly workshop: Workshop
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** How zero is found, axis by axis: only what lies across that axis is offered. */
export default function ZeroFields({ onChange, part, planned, workshop }: ZeroFieldsProps) {
  const { setup } = planned
  return (
    <>
      <div className="mb-2 w-40">
        <TextField
          label="Work offset"
          value={setup.zero.offset}
          onChange={(offset) =>
            offset.trim() !== '' &&
            onChange((s) => ({ ...s, zero: { ...s.zero, offset: offset.trim().slice(0, 12) } }))
          }
        />
      </div>
      {(['x', 'y', 'z'] as const).map((axis) => (
        <AxisRow
          key={axis}
          axis={axis}
          part={part}
          planned={planned}
          workshop={workshop}
          onChange={(pickup) => onChange((s) => ({ ...s, zero: { ...s.zero, [axis]: pickup } }))}
        />
      ))}
      <TurnRow part={part} planned={planned} workshop={workshop} onChange={onChange} />
    </>
  )
}

/** Whether the line of the part is taken as the vise gives it, or found by touching an edge twice. */
function TurnRow({ onChange, part, planned, workshop }: ZeroFieldsProps) {
  const { turn } = planned.setup.zero
  const up = planned.standing.setupFromPart.rows[2]
  const upright = [...planned.surfaces.values()].filter(
    (s) => s.kind === 'plane' && Math.abs(dot(s.normal, up)) < 0.1,
  )
  const set = (next: TurnPickup | undefined): void =>
    onChange((s) => {
      const { turn: _turn, ...zero } = s.zero
      return { ...s, zero: next ? { ...zero, turn: next } : zero }
    })
  const fresh: TurnPickup = {
    surface: planned.clamping.guide,
    instrument: workshop.instruments.find((t) => t.kind === 'probe')?.id ?? '',
    apart: { mm: 60 },
    answer: 'program',
  }
  return (
    <div className="grid grid-cols-[28px_1fr_1fr_1fr] items-end gap-x-2 border-t border-faint py-1.5">
      <strong className="pb-1.5 text-[18px]" aria-hidden>
        ∠
      </strong>
      <Choice
        label="Angle from"
        value={turn?.answer ?? 'vise'}
        options={[
          { value: 'vise', label: 'the vise, as trammed' },
          { value: 'program', label: 'an edge: turn the program about zero' },
          ...(planned.indexed
            ? []
            : [{ value: 'part' as const, label: 'an edge: turn the vise, then find zero' }]),
        ]}
        onChange={(answer) => set(answer === 'vise' ? undefined : { ...(turn ?? fresh), answer })}
      />
      {turn && (
        <>
          <Choice
            label="Edge touched twice"
            value={turn.surface}
            options={upright.map((s) => ({ value: s.id, label: refLabel(part, s.id) }))}
            onChange={(surface) => set({ ...turn, surface })}
          />
          <QuantityField
            label="Touches apart"
            unit={part.unit}
            value={turn.apart}
            onChange={(apart) => apart.mm > 0 && set({ ...turn, apart })}
          />
        </>
      )}
    </div>
  )
}

interface AxisRowProps extends Omit<ZeroFieldsProps, 'onChange'> {
  readonly axis: Axis
  readonly onChange: (pickup: Pickup) => void
}

function AxisRow({ axis, onChange, part, planned, workshop }: AxisRowProps) {
  const { setup } = planned
  const pickup = setup.zero[axis]
  const direction = planned.standing.setupFromPart.rows[axis === 'x' ? 0 : axis === 'y' ? 1 : 2]
  const surfaces = [...planned.surfaces.values()]
  const planes = surfaces.filter(
    (s) => s.kind === 'plane' && Math.abs(dot(s.normal, direction)) > 0.9,
  )
  const axes = surfaces.filter(
    (s): s is Surface & { kind: 'axis' } =>
      s.kind === 'axis' &&
      Math.abs(
        dot({ x: s.to.x - s.from.x, y: s.to.y - s.from.y, z: s.to.z - s.from.z }, direction),
      ) < 1e-6,
  )
  const across = SIDES.find((side) => Math.abs(dot(normalOf(side), direction)) > 0.9) as Side
  const options = (list: readonly Surface[]) =>
    list.map((s) => ({ value: s.id, label: refLabel(part, s.id) }))
  const tool =
    'instrument' in pickup
      ? pickup.instrument
      : ((
          workshop.instruments.find((t) =>
            axis === 'z' ? t.kind === 'setter' : t.kind === 'edge finder',
          ) ?? workshop.instruments[0]
        )?.id ?? '')
  const kinds: { value: Pickup['kind']; label: string }[] = [
    {
      value: 'fixture',
      label: planned.standing.stays[axis].words,
    },
    ...(axis === 'z'
      ? [{ value: 'height' as const, label: 'height of a face' }]
      : [
          { value: 'edge' as const, label: 'touch one side' },
          { value: 'both-sides' as const, label: 'touch both sides, halve' },
        ]),
    ...(axes.length > 0 ? [{ value: 'bore' as const, label: 'pick up a bore or pin' }] : []),
  ]
  const start = (kind: Pickup['kind']): Pickup => {
    switch (kind) {
      case 'fixture':
        return { kind }
      case 'edge':
      case 'height':
        return {
          kind,
          surface: axis === 'z' ? uppermost(planned.standing) : across,
          instrument: tool,
        }
      case 'both-sides':
        return { kind, first: across, second: oppositeOf(across), instrument: tool }
      case 'bore':
        return {
          kind,
          feature: axes[0]?.id ?? '',
          instrument: workshop.instruments.find((t) => t.kind === 'indicator')?.id ?? tool,
        }
    }
  }
  return (
    <div className="grid grid-cols-[28px_1fr_1fr_1fr] items-end gap-x-2 border-t border-faint py-1.5">
      <strong className="pb-1.5 text-[18px]">{axis.toUpperCase()}</strong>
      <Choice
        label={`${axis.toUpperCase()} from`}
        value={pickup.kind}
        options={kinds}
        onChange={(kind) => onChange(start(kind))}
      />
      {(pickup.kind === 'edge' || pickup.kind === 'height') && (
        <Choice
          label="Touched"
          value={pickup.surface}
          options={options(planes)}
          onChange={(surface) => onChange({ ...pickup, surface })}
        />
      )}
      {pickup.kind === 'both-sides' && (
        <p className="pb-1.5 text-[14px]">
          {refLabel(part, pickup.first)} and {refLabel(part, pickup.second)}
        </p>
      )}
      {pickup.kind === 'bore' && (
        <Choice
          label="Picked up"
          value={pickup.feature}
          options={options(axes)}
          onChange={(feature) => onChange({ ...pickup, feature })}
        />
      )}
      {pickup.kind !== 'fixture' && (
        <Choice
          label="With"
          value={pickup.instrument}
          options={workshop.instruments.map((t) => ({ value: t.id, label: t.name }))}
          onChange={(instrument) => onChange({ ...pickup, instrument })}
        />
      )}
    </div>
  )
}
