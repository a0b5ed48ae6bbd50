'use client'

import { cutText } from '@/core/issues'
import { Grip } from 'lucide-react'
import { type HoldingField, HOLDING_KINDS, holesAlong, kindOf } from '@/core/holding'
import { type Part, refLabel } from '@/core/part'
import { type Length } from '@/core/units'
import { type PlannedSetup } from '@/core/planning'
import { type Setup } from '@/core/way'
import { GEAR_LISTS, type Workshop } from '@/core/workshop'
import { Choice, TextField, Tick } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { Tool } from './Tool'

interface HoldingToolProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly workshop: Workshop
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

const named = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: name }))

/** Machine, what holds the part with all that is its own, and what leads. */
export function HoldingTool({ onChange, part, planned, workshop }: HoldingToolProps) {
  const { setup, standing, surfaces } = planned
  const { holding } = setup
  const kind = kindOf(holding)
  const kinds = HOLDING_KINDS.flatMap((other) => {
    const first = other.begin(workshop, part, surfaces, setup.up)
    return other.kind === kind.kind || first ? [{ kind: other, first }] : []
  })
  return (
    <Tool label="Holding" title="How it is held" icon={<Grip className="size-4" aria-hidden />}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        <TextField
          label="Setup is called"
          value={setup.name}
          onChange={(name) =>
            name.trim() !== '' && onChange((s) => ({ ...s, name: cutText(name.trim(), 60) }))
          }
        />
        <Choice
          label="Machine"
          value={setup.machine}
          options={named(workshop.machines)}
          onChange={(machine) => onChange((s) => ({ ...s, machine }))}
        />
        {kinds.length > 1 && (
          <Choice
            label="Held in"
            value={kind.kind}
            options={kinds.map((k) => ({ value: k.kind.kind, label: k.kind.title }))}
            onChange={(chosen) => {
              const first = kinds.find((k) => k.kind.kind === chosen)?.first
              if (first)
                onChange((s) => ({
                  ...s,
                  holding: first,
                  footing: { lead: kindOf(first).leads ? s.footing.lead : 'rest', edits: [] },
                }))
            }}
          />
        )}
        {kind.fields.map((field) => (
          <HoldingInput
            key={field.key}
            field={field}
            planned={planned}
            onChange={(value) =>
              onChange((s) => ({
                ...s,
                holding: { ...s.holding, [field.key]: value } as Setup['holding'],
              }))
            }
          />
        ))}
      </div>
      {kind.leads && (
        <Choice
          label="What leads"
          value={setup.footing.lead}
          options={(['rest', 'jaw'] as const).map((lead) => ({
            value: lead,
            label: kind.leads?.[lead] ?? '',
          }))}
          onChange={(lead) =>
            onChange((s) => ({ ...s, footing: { lead, edits: s.footing.edits } }))
          }
        />
      )}
      <p className="mt-2 text-[13px] text-soft">{standing.words.note}</p>
    </Tool>
  )
}

/** One choice of a holding, of whichever kind. */
function HoldingInput(props: {
  readonly field: HoldingField
  readonly planned: PlannedSetup
  readonly onChange: (value: unknown) => void
}) {
  const { field, onChange, planned } = props
  const { part, setup, standing, surfaces, workshop } = planned
  const holes = holesAlong(surfaces, standing.setupFromPart.rows[2])
  const value = (setup.holding as Readonly<Record<string, unknown>>)[field.key]
  switch (field.kind) {
    case 'gear':
      return (
        <Choice
          label={field.label}
          value={String(value)}
          options={named(workshop[GEAR_LISTS[field.gear]])}
          onChange={onChange}
        />
      )
    case 'choice':
      return (
        <Choice
          label={field.label}
          value={String(value)}
          options={field.options.map((option) => ({
            value: option.value,
            label: option.label
              .replace('{left}', part.faces[standing.faceAt.left].name)
              .replace('{right}', part.faces[standing.faceAt.right].name),
          }))}
          onChange={onChange}
        />
      )
    case 'length':
      return (
        <QuantityField
          label={field.label}
          value={value as Length}
          unit={part.unit}
          onChange={onChange}
        />
      )
    case 'holes': {
      const chosen = new Set(value as readonly string[])
      return (
        <fieldset className="col-span-2">
          <legend className="text-[13px] text-soft">{field.label}</legend>
          <div className="flex max-h-28 flex-wrap gap-x-4 overflow-y-auto">
            {holes.map(({ id }) => (
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
    case 'hole':
      return (
        <Choice
          label={field.label}
          value={String(value)}
          options={holes.map(({ id }) => ({
            value: id,
            label: refLabel(part, id),
          }))}
          onChange={onChange}
        />
      )
  }
}
