'use client'

import { cutText } from '@/core/issues'
import { Grip } from 'lucide-react'
import { type Part } from '@/core/part'
import { type PlannedSetup } from '@/core/prediction'
import { type Setup } from '@/core/way'
import { type Workshop } from '@/core/workshop'
import { Choice, TextField } from '@/ui/fields'
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

/** Machine, vise, parallels, stop, and which surface leads. */
export function HoldingTool({ onChange, part, planned, workshop }: HoldingToolProps) {
  const { layout, setup } = planned
  const { holding } = setup
  const hold = (change: Partial<Setup['holding']>) =>
    onChange((s) => ({ ...s, holding: { ...s.holding, ...change } }))
  const { faceAt } = layout
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
        <Choice
          label="Vise"
          value={holding.vise}
          options={named(workshop.vises)}
          onChange={(vise) => hold({ vise })}
        />
        <Choice
          label="Parallels"
          value={holding.parallels}
          options={named(workshop.parallels)}
          onChange={(parallels) => hold({ parallels })}
        />
        <Choice
          label="Stop"
          value={holding.stop}
          options={[
            { value: 'left', label: `left, on ${part.faces[faceAt.left].name}` },
            { value: 'right', label: `right, on ${part.faces[faceAt.right].name}` },
            { value: 'none', label: 'none' },
          ]}
          onChange={(stop) => hold({ stop })}
        />
        <QuantityField
          label="Shifted to the right"
          value={holding.shift}
          unit={part.unit}
          onChange={(shift) => hold({ shift })}
        />
      </div>
      <Choice
        label="What leads"
        value={setup.footing.lead}
        options={[
          { value: 'rest', label: 'parallels take three points (hammered down)' },
          { value: 'jaw', label: 'fixed jaw takes three (round bar at the moving jaw)' },
        ]}
        onChange={(lead) => onChange((s) => ({ ...s, footing: { lead, edits: s.footing.edits } }))}
      />
      <p className="mt-2 text-[13px] text-soft">
        Gripped {layout.gripMm.toFixed(1)} mm, {layout.aboveMm.toFixed(1)} mm above the jaws. An
        estimate of what is enough: the vise’s own limits and a qualified person decide.
      </p>
    </Tool>
  )
}
