'use client'

import { Link2 } from 'lucide-react'
import { BOUGHT_DEFAULTS, type Face, type Part, type Side } from '@/core/part'
import { Choice, TextField, Tick } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

interface FacePanelProps {
  readonly part: Part
  readonly side: Side
  readonly onChange: (face: Face) => void
  readonly onTie: () => void
}

const LETTERS = ['', 'A', 'B', 'C', 'D', 'E', 'F'] as const

/** A face: its name and datum letter, how it was bought, what is left on it. */
export function FacePanel({ onChange, onTie, part, side }: FacePanelProps) {
  const face = part.faces[side]
  return (
    <section aria-label="Face" className="border-b border-faint p-3">
      <h2 className="mb-2 text-[16px] font-bold">
        {face.name} <span className="font-normal text-soft">({side} face)</span>
      </h2>
      <div className="grid grid-cols-2 gap-x-3">
        <TextField
          label="Called"
          value={face.name}
          onChange={(name) => name.trim() !== '' && onChange({ ...face, name: name.trim() })}
        />
        <Choice
          label="Datum letter"
          value={(face.datum ?? '') as (typeof LETTERS)[number]}
          options={LETTERS.map((value) => ({ value, label: value === '' ? 'none' : value }))}
          onChange={(datum) => {
            const { datum: _old, ...rest } = face
            onChange(datum === '' ? rest : { ...face, datum })
          }}
        />
        <Choice
          label="Bought"
          value={face.bought}
          options={(['sawn', 'rolled', 'cast', 'cut'] as const).map((value) => ({
            value,
            label: value,
          }))}
          onChange={(bought) =>
            onChange({
              ...face,
              bought,
              stock: { mm: BOUGHT_DEFAULTS[bought].stockMm },
              spread: { mm: BOUGHT_DEFAULTS[bought].spreadMm },
              toCut: bought !== 'cut',
            })
          }
        />
        <QuantityField
          label="Left on it"
          value={face.stock}
          unit={part.unit}
          onChange={(stock) => onChange({ ...face, stock })}
        />
        <QuantityField
          label="Wanders, ±"
          value={face.spread}
          unit={part.unit}
          onChange={(spread) => onChange({ ...face, spread })}
        />
        <div className="pt-5">
          <Tick
            label="To be cut"
            checked={face.toCut}
            onChange={(toCut) => onChange({ ...face, toCut })}
          />
        </div>
      </div>
      <button type="button" className="button" onClick={onTie}>
        <Link2 className="size-4" aria-hidden /> Tie to …
      </button>
    </section>
  )
}
