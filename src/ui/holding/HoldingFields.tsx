'use client'

import { cutText } from '@/core/ground/issues'
import { useState } from 'react'
import { HOLDING_KINDS, kindOf } from '@/core/shop/holding'
import { type Part } from '@/core/work/part'
import { parseAngle, printDegrees } from '@/core/handbook/units'
import { type Plan, type PlannedSetup } from '@/core/plan/planning'
import { changeClamping, holdIn, type OwnClamping, type Setup } from '@/core/plan/way'
import { ACROSS, turnerLetter, type Workshop } from '@/core/shop/workshop'
import { Choice, TextField } from '../fields'
import { QuantityField } from '../QuantityField'
import { HoldingChooser } from './HoldingChooser'
import { HoldingInput } from './HoldingInput'
import { LeanFields } from './LeanFields'

interface HoldingFieldsProps {
  readonly plan: Plan
  readonly part: Part
  readonly planned: PlannedSetup
  readonly workshop: Workshop
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

const named = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: name }))

/** Machine, what holds the part with all that is its own, and what leads; or how far it is turned, where another setup clamped it. */
export default function HoldingFields(props: HoldingFieldsProps) {
  const { onChange, plan, planned } = props
  const { setup, standing } = planned
  const take = (holding: OwnClamping['holding']): void => onChange((s) => holdIn(s, holding))
  return (
    <>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        <TextField
          label="Setup is called"
          value={setup.name}
          onChange={(name) =>
            name.trim() !== '' && onChange((s) => ({ ...s, name: cutText(name.trim(), 60) }))
          }
        />
        {planned.indexed ? <TurnField {...props} /> : <ClampingFields {...props} />}
      </div>
      <p className="mt-2 text-[13px] text-soft">{standing.words.note}</p>
      {!planned.indexed && <HoldingChooser plan={plan} index={planned.index} onTake={take} />}
    </>
  )
}

/** How far the rotary axis turns what an earlier setup clamped. */
function TurnField({ onChange, planned }: HoldingFieldsProps) {
  const { setup } = planned
  const [sentence, setSentence] = useState<string>()
  const { clamping } = setup
  if (clamping.kind !== 'indexed') return null
  return (
    <div>
      <TextField
        label={`${turnerLetter(planned.indexed?.turner)} turns by`}
        value={clamping.turn.typed ?? printDegrees(clamping.turn.rad)}
        onChange={(text) => {
          const read = parseAngle(text)
          setSentence(read.ok ? undefined : read.issues[0].sentence)
          if (read.ok) onChange((s) => ({ ...s, clamping: { ...clamping, turn: read.value } }))
        }}
      />
      {sentence && (
        <p role="alert" className="text-[13px] text-red">
          {sentence}
        </p>
      )}
    </div>
  )
}

function ClampingFields({ onChange, part, plan, planned, workshop }: HoldingFieldsProps) {
  const { clamping, surfaces } = planned
  const { footing, holding } = clamping
  const kind = kindOf(holding)
  const kinds = HOLDING_KINDS.flatMap((other) => {
    const first = other.begin(workshop, part, surfaces, clamping)
    return other.kind === kind.kind || first ? [{ kind: other, first }] : []
  })
  const change = (more: Partial<OwnClamping>): void =>
    onChange((s) => changeClamping(s, (c) => ({ ...c, ...more })))
  return (
    <>
      <Choice
        label="Machine"
        value={clamping.machine}
        options={named(workshop.machines)}
        onChange={(machine) => change({ machine })}
      />
      {kinds.length > 1 && (
        <Choice
          label="Held in"
          value={kind.kind}
          options={kinds.map((k) => ({ value: k.kind.kind, label: k.kind.title }))}
          onChange={(chosen) => {
            const first = kinds.find((k) => k.kind.kind === chosen)?.first
            if (first) onChange((s) => holdIn(s, first))
          }}
        />
      )}
      {kind.fields.map((field) => (
        <HoldingInput
          key={field.key}
          field={field}
          planned={planned}
          plan={plan}
          onChange={(value) =>
            onChange((s) =>
              changeClamping(s, (c) => ({
                ...c,
                holding: { ...c.holding, [field.key]: value } as OwnClamping['holding'],
              })),
            )
          }
        />
      ))}
      {kind.leads && (
        <div className="col-span-2">
          <Choice
            label="What leads"
            value={footing.lead}
            options={(['rest', 'jaw'] as const).map((lead) => ({
              value: lead,
              label: kind.leads?.[lead] ?? '',
            }))}
            onChange={(lead) => change({ footing: { lead, edits: footing.edits } })}
          />
        </div>
      )}
      <LeanFields planned={planned} onChange={(lean) => change({ lean })} />
      <CentreFields planned={planned} onChange={(centre) => change({ centre })} />
    </>
  )
}

/** Where the centre line of the rotary axis runs, from the nought of the holding. */
function CentreFields(props: {
  readonly planned: PlannedSetup
  readonly onChange: (centre: NonNullable<OwnClamping['centre']>) => void
}) {
  const { clamping, leaning, machine, part, standing } = props.planned
  const { rotary } = machine
  if (!rotary || standing.turner || leaning) return null
  const centre = clamping.centre ?? { x: { mm: 0 }, y: { mm: 0 }, z: { mm: 0 } }
  return (
    <>
      {ACROSS[rotary.along].map((axis) => (
        <QuantityField
          key={axis}
          label={`Centre of ${rotary.letter}, ${axis.toUpperCase()} from ${standing.words.nought[axis]}`}
          value={centre[axis]}
          unit={part.unit}
          onChange={(length) => props.onChange({ ...centre, [axis]: length })}
        />
      ))}
    </>
  )
}
