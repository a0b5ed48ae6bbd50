'use client'

import { type Part, refLabel } from '@/core/work/part'
import { type PlannedSetup } from '@/core/plan/planning'
import { locatorPlane } from '@/core/shop/holding'
import { type Prediction } from '@/core/predict/prediction'
import { contactWords } from '@/core/paper/sheet'
import { editContact, resetContact, type Setup } from '@/core/plan/way'
import { Choice } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { PropFields } from './PropFields'

interface FootingFieldsProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly analysis: Prediction
  readonly onPoint: (ref: string | undefined) => void
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** The footing contact by contact: what it bears on, where; moved, taken away, or put in. */
export default function FootingFields({
  analysis,
  onChange,
  onPoint,
  part,
  planned,
}: FootingFieldsProps) {
  const { clamping, contacts } = planned
  const planes = [...planned.surfaces.values()].filter((s) => s.kind === 'plane')
  const removed = clamping.footing.edits.filter((e) => e.off)
  const add = (): void => {
    const n = clamping.footing.edits.filter((e) => e.id.startsWith('extra')).length + 1
    onChange((s) => editContact(s, { id: `extra${n}`, surface: planned.standing.faceAt.down }))
  }
  return (
    <>
      <ul>
        {contacts.map((contact) => {
          const [u, v] = locatorPlane(contact)
          const edit = clamping.footing.edits.find((e) => e.id === contact.id)
          return (
            <li
              key={contact.id}
              className="border-t border-faint py-1.5"
              onPointerEnter={() => onPoint(contact.id)}
              onPointerLeave={() => onPoint(undefined)}
            >
              <p className="flex flex-wrap items-center gap-2">
                <span className={contact.raw || !contact.bears ? 'font-semibold text-red' : ''}>
                  {contactWords(analysis, contact)}
                </span>
                <span className="ml-auto flex gap-1.5 text-[14px]">
                  {edit && (
                    <button
                      type="button"
                      className="button quiet"
                      onClick={() => onChange((s) => resetContact(s, contact.id))}
                    >
                      Put back
                    </button>
                  )}
                  <button
                    type="button"
                    className="button quiet"
                    onClick={() =>
                      onChange((s) =>
                        contact.id.startsWith('extra')
                          ? resetContact(s, contact.id)
                          : editContact(s, { id: contact.id, off: true }),
                      )
                    }
                  >
                    Take away
                  </button>
                </span>
              </p>
              <div className="grid grid-cols-3 gap-2">
                <Choice
                  label="Bears on"
                  value={contact.surface}
                  options={planes.map((s) => ({ value: s.id, label: refLabel(part, s.id) }))}
                  onChange={(surface) =>
                    onChange((s) => editContact(s, { id: contact.id, surface }))
                  }
                />
                <QuantityField
                  label={`${u.toUpperCase()} on the part`}
                  value={{ mm: contact.at[u] }}
                  unit={part.unit}
                  onChange={({ mm }) => onChange((s) => editContact(s, { id: contact.id, u: mm }))}
                />
                <QuantityField
                  label={`${v.toUpperCase()} on the part`}
                  value={{ mm: contact.at[v] }}
                  unit={part.unit}
                  onChange={({ mm }) => onChange((s) => editContact(s, { id: contact.id, v: mm }))}
                />
              </div>
            </li>
          )
        })}
      </ul>
      <div className="flex flex-wrap items-center gap-2 border-t border-faint pt-2">
        <button type="button" className="button" onClick={add}>
          Put a contact in
        </button>
        {removed.map((e) => (
          <button
            key={e.id}
            type="button"
            className="button quiet"
            onClick={() => onChange((s) => resetContact(s, e.id))}
          >
            Give back {e.id}
          </button>
        ))}
      </div>
      <PropFields part={part} planned={planned} onPoint={onPoint} onChange={onChange} />
    </>
  )
}
