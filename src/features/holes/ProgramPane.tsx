'use client'

import { Download } from 'lucide-react'
import { useState } from 'react'
import { type DrillingPlan } from '@/core/plan/drilling'
import { drillingProgram } from '@/core/paper/formats'
import { type LengthUnit } from '@/core/handbook/units'
import { Choice } from '@/ui/fields'

interface ProgramPaneProps {
  readonly plan: DrillingPlan
  readonly title: string
  readonly offset: string
  readonly unit: LengthUnit
  readonly exportPath: (as: string, more?: Readonly<Record<string, string>>) => string
}

/** The drilling program as it will be written. */
export function ProgramPane({ exportPath, offset, plan, title, unit: usual }: ProgramPaneProps) {
  const [unit, setUnit] = useState<LengthUnit>(usual)
  const [cycles, setCycles] = useState<'yes' | 'no'>('yes')
  if (plan.stages.length === 0)
    return (
      <p className="p-4 text-soft">No hole is made in this setup; there is nothing to write.</p>
    )
  if (plan.unprogrammed !== undefined)
    return <p className="p-4 text-soft">{plan.unprogrammed} Tools and tick list are as ever.</p>
  const text = drillingProgram(plan, { title, unit, cycles: cycles === 'yes', offset })
  return (
    <div className="flex min-h-0 grow flex-col">
      <p className="bg-ochre-wash px-3 py-2 text-[14px]">
        <b>
          <span aria-hidden>◆</span> Prove it above the part first.
        </b>{' '}
        Single block, rapids low, then again at depth. The limits of machine, holder and cutter and
        a qualified person decide.
      </p>
      {plan.before.length > 0 && <p className="px-3 pt-2 font-semibold">{plan.before.join(' ')}</p>}
      <div className="flex flex-wrap items-end gap-3 px-3 py-2">
        <Choice
          label="Unit"
          value={unit}
          options={[
            { value: 'mm', label: 'millimetres, G21' },
            { value: 'inch', label: 'inches, G20' },
          ]}
          onChange={setUnit}
        />
        <Choice
          label="Cycles"
          value={cycles}
          options={[
            { value: 'yes', label: 'canned, G81 to G85' },
            { value: 'no', label: 'every move written out' },
          ]}
          onChange={setCycles}
        />
        <a className="button main" href={exportPath('program', { unit, cycles })}>
          <Download className="size-4" aria-hidden /> Program
        </a>
      </div>
      <pre
        className="figures min-h-0 grow overflow-auto border-t border-faint px-3 py-2 text-[13px]"
        tabIndex={0}
        aria-label="Program"
      >
        {text}
      </pre>
    </div>
  )
}
