'use client'

import { type Part } from '@/core/work/part'
import { GENERAL_CLASSES } from '@/core/handbook/standards'
import { Choice, TextField } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

/** The part as a whole: name, revision, material, unit, finished size. */
export function BlockPanel({
  onChange,
  part,
}: {
  readonly part: Part
  readonly onChange: (part: Part) => void
}) {
  return (
    <section aria-label="Block" className="border-b border-faint p-3">
      <h2 className="mb-2 text-[16px] font-bold">The block</h2>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        <TextField
          label="Part"
          value={part.name}
          onChange={(name) => name.trim() !== '' && onChange({ ...part, name: name.trim() })}
        />
        <TextField
          label="Revision"
          value={part.revision}
          onChange={(revision) => onChange({ ...part, revision })}
        />
        <TextField
          label="Material"
          value={part.material}
          onChange={(material) => onChange({ ...part, material })}
        />
        <Choice
          label="Bare numbers are"
          value={part.unit}
          options={[
            { value: 'mm', label: 'millimetres' },
            { value: 'inch', label: 'inches' },
          ]}
          onChange={(unit) => onChange({ ...part, unit })}
        />
        <Choice
          label="Without a tolerance"
          value={part.general ?? 'none'}
          options={[
            { value: 'none', label: 'no class said' },
            ...GENERAL_CLASSES.map((one) => ({ value: one, label: `ISO 2768-${one}` })),
          ]}
          onChange={(general) => {
            const { general: _old, ...rest } = part
            onChange(general === 'none' ? rest : { ...rest, general })
          }}
        />
        {(
          [
            ['x', 'Length, left to right'],
            ['y', 'Width, front to back'],
            ['z', 'Height'],
          ] as const
        ).map(([axis, label]) => (
          <QuantityField
            key={axis}
            label={label}
            value={part.size[axis]}
            unit={part.unit}
            onChange={(value) => onChange({ ...part, size: { ...part.size, [axis]: value } })}
          />
        ))}
      </div>
    </section>
  )
}
