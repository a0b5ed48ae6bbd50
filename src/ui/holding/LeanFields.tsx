'use client'

import { useState } from 'react'
import { type Point } from '@/core/ground/geometry'
import { fail, type Result } from '@/core/ground/issues'
import { type Angle, parseAngle, printDegrees } from '@/core/handbook/units'
import { leanFor, leanWords, type PlannedSetup } from '@/core/plan/planning'
import { type Lean, type OwnClamping } from '@/core/plan/way'
import { SWUNG_HEAD } from '@/core/shop/workshop'
import { isSide, outwardOf, type Part, refLabel } from '@/core/work/part'
import { Choice, TextField } from '../fields'

/** How the whole holding leans, or the head over it: on what, to which side, by which angle; and what slanted faces and holes ask for. */
export function LeanFields(props: {
  readonly planned: PlannedSetup
  readonly onChange: (lean: OwnClamping['lean']) => void
}) {
  const { clamping, leaning, machine, part, standing, surfaces, workshop } = props.planned
  const { tilters } = workshop
  const hasHead = machine.head !== undefined || clamping.lean?.by === SWUNG_HEAD
  const [sentence, setSentence] = useState<string>()
  const { lean } = clamping
  if (tilters.length === 0 && !hasHead && !lean) return null
  const wanted = leansFor(part, surfaces, leaning?.upright ?? standing)
  const by = lean?.by ?? tilters[0]?.id ?? SWUNG_HEAD
  const isSwung = lean?.by === SWUNG_HEAD
  const first = wanted[0]?.lean ?? { raised: 'back', angle: { rad: Math.PI / 6, typed: '30°' } }
  return (
    <>
      <Choice
        label="Stands"
        value={lean?.by ?? ''}
        options={[
          { value: '', label: 'level' },
          ...tilters.map(({ id, name }) => ({ value: id, label: `leaning, on ${name}` })),
          ...(hasHead ? [{ value: SWUNG_HEAD, label: 'level, the head swung' }] : []),
        ]}
        onChange={(id) => {
          setSentence(undefined)
          props.onChange(id === '' ? undefined : { ...(lean ?? first), by: id })
        }}
      />
      {lean && (
        <>
          <Choice
            label={isSwung ? 'Spindle leans' : 'Raised'}
            value={lean.raised}
            options={(['back', 'front', 'left', 'right'] as const).map((side) => ({
              value: side,
              label: isSwung ? `to the ${side}` : `the ${side}`,
            }))}
            onChange={(raised) => props.onChange({ ...lean, raised })}
          />
          <div>
            <TextField
              label={isSwung ? 'Head swung by' : 'Raised by'}
              value={lean.angle.typed ?? printDegrees(lean.angle.rad)}
              onChange={(text) => {
                const read = readLean(text)
                setSentence(read.ok ? undefined : read.issues[0].sentence)
                if (read.ok) props.onChange({ ...lean, angle: read.value })
              }}
            />
            {sentence && (
              <p role="alert" className="text-[13px] text-red">
                {sentence}
              </p>
            )}
          </div>
        </>
      )}
      {wanted.length > 0 && (
        <p className="col-span-2 flex flex-wrap gap-1.5">
          {wanted.map(({ lean: offered, words }) => (
            <button
              key={words}
              type="button"
              className="button quiet"
              onClick={() => {
                setSentence(undefined)
                props.onChange({ ...offered, by })
              }}
            >
              {leanWords({ ...offered, by })} for {words}
            </button>
          ))}
        </p>
      )}
    </>
  )
}

/** An angle by which something may lean. */
function readLean(text: string): Result<Angle> {
  const read = parseAngle(text)
  return read.ok && (read.value.rad <= 0 || read.value.rad > Math.PI / 2 + 1e-9)
    ? fail('lean.angle', 'A holding leans by more than 0° and no more than 90°.', 'angle')
    : read
}

/** So many leans are offered at most. */
const MOST_OFFERED = 3

/** The leans that bring what is slanted in this part upright: plane faces and holes, each once. */
function leansFor(
  part: Part,
  surfaces: PlannedSetup['surfaces'],
  upright: PlannedSetup['standing'],
): readonly { readonly lean: Omit<Lean, 'by'>; readonly words: string }[] {
  const found = new Map<string, { lean: Omit<Lean, 'by'>; words: string }>()
  const look = (out: Point<'part'>, owner: string): void => {
    const lean = leanFor(upright, out)
    if (!lean || lean.angle.rad > Math.PI / 2 - 1e-6) return
    const typed = printDegrees(lean.angle.rad)
    const key = `${lean.raised} ${typed}`
    if (!found.has(key))
      found.set(key, {
        lean: { ...lean, angle: { rad: lean.angle.rad, typed } },
        words: refLabel(part, owner),
      })
  }
  for (const surface of surfaces.values())
    if (surface.kind === 'plane' && !isSide(surface.owner)) look(surface.normal, surface.owner)
  for (const feature of part.features)
    if (feature.kind === 'hole') look(outwardOf(feature), feature.id)
  return [...found.values()].slice(0, MOST_OFFERED)
}
