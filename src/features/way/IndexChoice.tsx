'use client'

import { RotateCw } from 'lucide-react'
import { useState } from 'react'
import { dot } from '@/core/ground/geometry'
import { outwardOf, type Part, refLabel } from '@/core/work/part'
import { type PlannedSetup, turnerOf, turnFor } from '@/core/plan/planning'
import { type PartState } from '@/core/work/stock'
import { type Angle, DEGREE_RAD, parseAngle, printDegrees } from '@/core/handbook/units'
import { turnerLetter } from '@/core/shop/workshop'
import { TextField } from '@/ui/fields'

interface IndexChoiceProps {
  readonly part: Part
  readonly state: PartState
  readonly clamped: PlannedSetup
  readonly now: PlannedSetup | undefined
  readonly onIndex: (of: string, turn: Angle) => void
}

/** Leaves the part clamped as an earlier setup did and turns the rotary axis; offers the angles that holes ask for. */
export function IndexChoice({ clamped, now, onIndex, part, state }: IndexChoiceProps) {
  const { clamping } = now?.setup ?? {}
  const wanted = anglesFor(part, state, clamped)
  const [angle, setAngle] = useState<Angle>(
    clamping?.kind === 'indexed' ? clamping.turn : (wanted[0]?.angle ?? quarter),
  )
  const [sentence, setSentence] = useState<string>()
  const number = clamped.index + 1
  const letter = turnerLetter(turnerOf(clamped))
  return (
    <section
      aria-label="Leave it clamped and turn the rotary axis"
      className="mb-3 flex flex-wrap items-end gap-3 rounded-lg border border-faint p-2.5"
    >
      <p className="w-full">
        <strong>Leave it clamped as in setup {number}</strong>
        <span className="text-soft"> and turn it about {letter}: nothing is located anew.</span>
      </p>
      <div className="w-36">
        <TextField
          label={`${letter} turns by`}
          value={angle.typed ?? printDegrees(angle.rad)}
          onChange={(text) => {
            const read = parseAngle(text)
            setSentence(read.ok ? undefined : read.issues[0].sentence)
            if (read.ok) setAngle(read.value)
          }}
        />
      </div>
      {wanted.map(({ angle: by, words }) => (
        <button
          key={words}
          type="button"
          className="button quiet"
          onClick={() => onIndex(clamped.id, by)}
        >
          {by.typed} for {words}
        </button>
      ))}
      <button type="button" className="button" onClick={() => onIndex(clamped.id, angle)}>
        <RotateCw className="size-4" aria-hidden /> Index it
      </button>
      {sentence && (
        <p role="alert" className="w-full text-red">
          {sentence}
        </p>
      )}
    </section>
  )
}

const quarter: Angle = { rad: Math.PI / 2, typed: '90°' }

/** The angles that bring holes upright which are not cut yet, each once. */
function anglesFor(
  part: Part,
  state: PartState,
  clamped: PlannedSetup,
): readonly { readonly angle: Angle; readonly words: string }[] {
  const found = new Map<string, { angle: Angle; words: string }>()
  const up = clamped.standing.setupFromPart.rows[2]
  for (const feature of part.features) {
    if (feature.kind !== 'hole' || state.cut.has(feature.id)) continue
    const out = outwardOf(feature)
    if (dot(out, up) > 1 - 1e-9) continue
    const rad = turnFor(clamped, out)
    if (rad === undefined) continue
    const degrees = Number((rad / DEGREE_RAD).toFixed(4))
    const typed = `${degrees < 0 ? '−' : ''}${Math.abs(degrees)}°`
    if (!found.has(typed))
      found.set(typed, { angle: { rad, typed }, words: refLabel(part, feature.id) })
  }
  return [...found.values()].slice(0, 4)
}
