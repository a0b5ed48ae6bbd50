'use client'

import { Link2 } from 'lucide-react'
import { axisOf, type Face, type Part, type Side, SIDES } from '@/core/work/part'
import { faceWord } from '@/core/work/say'
import { AngleField } from '@/ui/AngleField'
import { Choice, TextField } from '@/ui/fields'
import { BoughtFields } from './BoughtFields'

interface FacePanelProps {
  readonly part: Part
  readonly side: Side
  readonly onChange: (face: Face) => void
  readonly onTie: () => void
  /** Begins a sentence for something on this face. */
  readonly onBegin: (words: string) => void
}

/** Beginnings of what can be put on a face; the figures are there to be typed over. */
const BEGINNINGS: readonly (readonly [string, (face: string, beside: string) => string])[] = [
  ['Hole', (face) => `hole 6.6 through, on ${face}, centred`],
  ['Tapped holes', (face) => `4 holes M6 through, on ${face}, 20 x 20, centred`],
  ['Bore', (face) => `bore 20 H7 through, on ${face}, centred`],
  ['Bolt circle', (face) => `bolt circle 6 x 5 on 30 through, on ${face}, centred`],
  ['Pocket', (face) => `pocket 20 x 10 x 5 deep, on ${face}, centred`],
  ['Step', (face, beside) => `step 10 wide 5 deep, on ${face}, at ${beside}`],
  ['Boss', (face) => `boss 20 x 5 high, on ${face}, centred`],
]

const LETTERS = ['', 'A', 'B', 'C', 'D', 'E', 'F'] as const

/** A face: its name and datum letter, how it was bought, what is left on it. */
export function FacePanel({ onBegin, onChange, onTie, part, side }: FacePanelProps) {
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
        <BoughtFields
          bought={face}
          unit={part.unit}
          onChange={({ bought, spread, stock, toCut }) => {
            const { draft, ...rest } = face
            // Only what comes out of a mould has draft.
            const kept = draft && bought === 'cast' ? { draft } : {}
            onChange({ ...rest, ...kept, bought, spread, stock, toCut })
          }}
        />
        {face.bought === 'cast' && <DraftFields part={part} side={side} onChange={onChange} />}
      </div>
      <div className="mb-2 flex flex-wrap gap-1.5" role="group" aria-label="Put on this face">
        {BEGINNINGS.map(([label, words]) => (
          <button
            key={label}
            type="button"
            className="button quiet text-[14px]"
            onClick={() => onBegin(words(faceWord(part, side), faceWord(part, besideOf(side))))}
          >
            + {label}
          </button>
        ))}
      </div>
      <button type="button" className="button" onClick={onTie}>
        <Link2 className="size-4" aria-hidden /> Tie to …
      </button>
    </section>
  )
}

const besideOf = (side: Side): Side => SIDES.find((other) => axisOf(other) !== axisOf(side)) ?? side

/** How a cast side leans: by what angle, and towards which neighbour it goes in. */
function DraftFields({ onChange, part, side }: Pick<FacePanelProps, 'onChange' | 'part' | 'side'>) {
  const face = part.faces[side]
  const { draft } = face
  const beside = SIDES.filter((one) => axisOf(one) !== axisOf(side))
  return (
    <>
      <Choice
        label="Draft: goes in towards"
        value={draft?.narrow ?? ''}
        options={[
          { value: '' as const, label: 'none' },
          ...beside.map((one) => ({ value: one, label: part.faces[one].name })),
        ]}
        onChange={(narrow) => {
          const { draft: _old, ...rest } = face
          onChange(
            narrow === ''
              ? rest
              : { ...rest, draft: { angle: draft?.angle ?? USUAL_DRAFT, narrow } },
          )
        }}
      />
      {draft && (
        <AngleField
          label="By"
          value={draft.angle}
          onChange={(angle) => onChange({ ...face, draft: { ...draft, angle } })}
        />
      )}
    </>
  )
}

/** What a pattern usually has (common practice, no source). */
const USUAL_DRAFT = { rad: Math.PI / 90 }
