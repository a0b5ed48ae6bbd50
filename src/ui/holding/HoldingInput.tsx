'use client'

import { type Length } from '@/core/handbook/units'
import { type Plan, type PlannedSetup } from '@/core/plan/planning'
import {
  type HoldingField,
  axesAlong,
  holesAlong,
  kindOf,
  type PlateSize,
  roundsAlong,
} from '@/core/shop/holding'
import { GEAR_LISTS } from '@/core/shop/workshop'
import { refLabel, SIDES } from '@/core/work/part'
import { Choice, TextField, Tick } from '../fields'
import { QuantityField } from '../QuantityField'
import { SizesField } from './SizesField'

interface HoldingInputProps {
  readonly field: HoldingField
  readonly plan: Plan
  readonly planned: PlannedSetup
  readonly onChange: (value: unknown) => void
}

/** One choice of a holding, of whichever kind. */
export function HoldingInput(props: HoldingInputProps) {
  const { field, onChange, planned } = props
  const { part } = planned
  const value = valueOf(props)
  if (field.kind === 'length')
    return (
      <QuantityField
        label={field.label}
        value={(value ?? { mm: 0 }) as Length}
        unit={part.unit}
        onChange={onChange}
      />
    )
  if (field.kind === 'text')
    return <TextField label={field.label} value={String(value ?? '')} onChange={onChange} />
  if (field.kind === 'sizes')
    return (
      <SizesField
        label={field.label}
        sizes={(value ?? []) as readonly PlateSize[]}
        unit={part.unit}
        onChange={onChange}
      />
    )
  if (field.kind === 'holes')
    return <Holes {...props} chosen={(value ?? []) as readonly string[]} />
  const options = optionsOf(props)
  if (!options) return null
  return (
    <Choice
      label={field.label}
      value={String(value ?? options[0]?.value)}
      options={options}
      onChange={(chosen) =>
        onChange(field.kind === 'number' ? Number(chosen) : chosen === NONE ? undefined : chosen)
      }
    />
  )
}

/** How it stands in its holding, whether that leans or not. */
const uprightOf = ({ leaning, standing }: PlannedSetup) => leaning?.upright ?? standing

const valueOf = ({ field, planned: { clamping } }: HoldingInputProps): unknown =>
  (clamping.holding as Readonly<Record<string, unknown>>)[field.key]

function Holes({
  chosen: now,
  field,
  onChange,
  planned,
}: HoldingInputProps & { readonly chosen: readonly string[] }) {
  const chosen = new Set(now)
  const { part, surfaces } = planned
  return (
    <fieldset className="col-span-2">
      <legend className="text-[13px] text-soft">{field.label}</legend>
      <div className="flex max-h-28 flex-wrap gap-x-4 overflow-y-auto">
        {holesAlong(surfaces, uprightOf(planned).setupFromPart.rows[2]).map(({ id }) => (
          <Tick
            key={id}
            label={refLabel(part, id)}
            checked={chosen.has(id)}
            onChange={(on) =>
              onChange(on ? [...chosen, id] : [...chosen].filter((other) => other !== id))
            }
          />
        ))}
      </div>
    </fieldset>
  )
}

interface Option {
  readonly value: string
  readonly label: string
}

/** A choice of nothing: what it is of is left out. */
const NONE = ''

/** What can be chosen; nothing is asked where there is nothing to choose and nothing chosen. */
function optionsOf(props: HoldingInputProps): readonly Option[] | undefined {
  const { field, plan, planned } = props
  const { part, surfaces, workshop } = planned
  const standing = uprightOf(planned)
  const [x, y, up] = standing.setupFromPart.rows
  const named = (id: string): Option => ({ value: id, label: refLabel(part, id) })
  const orNone = (none: string, options: readonly Option[]): readonly Option[] | undefined =>
    options.length === 0 && valueOf(props) === undefined
      ? undefined
      : [{ value: NONE, label: none }, ...options]
  switch (field.kind) {
    case 'gear':
      return workshop[GEAR_LISTS[field.gear]].map(({ id, name }) => ({ value: id, label: name }))
    case 'choice': {
      const nameAt = (end: 'left' | 'right'): string => {
        const side = standing.faceAt[end]
        return side ? part.faces[side].name : end
      }
      return field.options.map(({ label, value }) => ({
        value,
        label: label.replace('{left}', nameAt('left')).replace('{right}', nameAt('right')),
      }))
    }
    case 'side':
      return SIDES.map((side) => ({ value: side, label: part.faces[side].name }))
    case 'number':
      return field.options.map((n) => ({ value: String(n), label: String(n) }))
    case 'hole':
      return holesAlong(surfaces, up).map(({ id }) => named(id))
    case 'round':
      return roundsAlong(surfaces, x).map(({ id }) => named(id))
    case 'upright-round':
      return roundsAlong(surfaces, up).map(({ id }) => named(id))
    case 'upright':
      return orNone(
        'nothing round: walls',
        roundsAlong(surfaces, up).map(({ id }) => named(id)),
      )
    case 'hole-across':
      return orNone(
        'none',
        holesAlong(surfaces, y).map(({ id }) => named(id)),
      )
    case 'along':
      return orNone(
        'the middle of the work',
        axesAlong(surfaces, x).map(({ id }) => named(id)),
      )
    case 'hole-or-none':
      return orNone(
        'no pin',
        holesAlong(surfaces, up).map(({ id }) => named(id)),
      )
    case 'setup':
      return orNone(
        'nothing else',
        plan.setups.flatMap(({ clamping: { holding }, id, index, indexed, setup }) =>
          // What can have another beside it can lie beside another.
          id !== planned.id &&
          !indexed &&
          kindOf(holding).fields.some((one) => one.kind === 'setup')
            ? [{ value: id, label: `setup ${index + 1}, ${setup.name}` }]
            : [],
        ),
      )
    default:
      return undefined
  }
}
