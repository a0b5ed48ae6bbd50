'use client'

import { cutText } from '@/core/ground/issues'
import {
  type Conditions,
  CONDITIONS_ID,
  PROCESSES,
  type ShopKind,
  type Workshop,
} from '@/core/shop/workshop'
import { TextField, Tick } from '@/ui/fields'
import { GearFields } from './FieldsOfGear'
import { CAPABILITY_FIELDS, type GearField, PROCESS_WORDS } from './gearFields'

const HEAT: readonly GearField[] = [
  { path: 'temperatureK', label: 'Work is at 20 °C within ± K', kind: 'number' },
]
const BENDING: readonly GearField[] = [
  { path: 'sideForceN', label: 'Side force in a finishing cut, N', kind: 'number' },
  {
    path: 'modulusGPa',
    label: 'Stiffness of end mills, GPa',
    kind: 'number',
    hint: '550 carbide, 210 steel',
  },
]

interface ShopFiguresProps {
  readonly workshop: Workshop
  readonly onSave: (kind: ShopKind, id: string, next: unknown) => Promise<void>
}

/** What the processes hold and under what conditions the shop works: part of every prediction. */
export function ShopFigures({ onSave, workshop }: ShopFiguresProps) {
  const { conditions } = workshop
  const save = (next: unknown): Promise<void> => onSave('setting', CONDITIONS_ID, next)
  return (
    <main className="grid grow content-start gap-3 px-4 pb-3 lg:grid-cols-2">
      <section className="sheet p-4" aria-label="Conditions">
        <h2 className="mb-2 text-[18px] font-bold">Conditions</h2>
        <Cause
          cause="thermal"
          label="Count work that is not at 20 °C"
          conditions={conditions}
          onSave={save}
        />
        <GearFields item={conditions} fields={HEAT} onSave={save} />
        <hr className="my-3 border-faint" />
        <Cause
          cause="deflection"
          label="Count end mills that give way"
          conditions={conditions}
          onSave={save}
        />
        <GearFields item={conditions} fields={BENDING} onSave={save} />
        <p className="mt-3 text-[14px] text-soft">
          The force is an estimate; the cutter’s and the machine’s own limits decide. What is left
          out is left out of every prediction, and the reason stays here.
        </p>
      </section>
      <section className="sheet p-4" aria-label="What the processes hold">
        <h2 className="mb-2 text-[18px] font-bold">What the processes hold</h2>
        {PROCESSES.map((process) => (
          <details key={process} className="border-t border-faint py-1.5">
            <summary className="cursor-pointer font-semibold">{PROCESS_WORDS[process]}</summary>
            <GearFields
              item={workshop.capabilities[process]}
              fields={CAPABILITY_FIELDS}
              onSave={(next) => onSave('capability', process, next)}
            />
          </details>
        ))}
        <p className="mt-3 text-[14px] text-soft">
          Measure yours and put them in: what came with the product is common practice without a
          source.
        </p>
      </section>
    </main>
  )
}

/** A cause that may be left out, with the reason. */
function Cause({
  cause,
  conditions,
  label,
  onSave,
}: {
  readonly cause: 'thermal' | 'deflection'
  readonly label: string
  readonly conditions: Conditions
  readonly onSave: (next: unknown) => Promise<void>
}) {
  const { counted, reason } = conditions[cause]
  const put = (next: Conditions['thermal']): void => void onSave({ ...conditions, [cause]: next })
  return (
    <>
      <Tick label={label} checked={counted} onChange={(now) => put({ counted: now, reason })} />
      {!counted && (
        <TextField
          label="Why it is left out"
          value={reason}
          onChange={(text) => put({ counted, reason: cutText(text, 200) })}
        />
      )}
    </>
  )
}
