'use client'

import { Radio, X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { setupWorld, touchedPoint } from '@/core/floor/offsets'
import { refusal, type SeenWorld } from '@/core/floor/standin'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import {
  type Casting,
  type CastingFit,
  fitLabel,
  fitSurfacesOf,
  withTouch,
} from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { call } from '@/ui/api'
import { Choice } from '@/ui/fields'
import { lumpInMill } from '@/ui/lumpInMill'
import { MillPanel } from '@/ui/MillPanel'
import { seedOf } from '@/ui/seedOf'
import { Sight } from '@/ui/Sight'
import { useMill } from '@/ui/useMill'
import { type Moment, momentsOf } from './moments'

interface MillPointsProps {
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly name: string
  /** How the part is to lie in it, where it was measured. */
  readonly fit: CastingFit | undefined
  readonly edit: (change: (casting: Casting) => Casting) => void
}

interface Standing {
  readonly mill: string
  readonly seen: SeenWorld
}

/** How far from its place, how far turned and how much off its size a casting stands that nobody has touched yet, mm and rad. */
const LOOSE = { place: 2, turnRad: 0.006, size: 0.3 } as const
const PROBE = ['probe'] as const

/** Points from the probe of the stand-in mill, with the part as a setup of the way has it. */
export default function MillPoints({ edit, fit, name, part, way, workshop }: MillPointsProps) {
  const moments = useMemo(() => momentsOf(workshop, part, way), [part, way, workshop])
  const [key, setKey] = useState(moments[0]?.key ?? '')
  const [standing, setStanding] = useState<Standing>()
  const [sentence, setSentence] = useState<string>()
  const moment = moments.find((one) => one.key === key)
  if (!moment)
    return (
      <p className="text-[14px] text-soft">
        {way.name} has no setup yet: what stands in the mill is not known.
      </p>
    )
  const begin = async (): Promise<void> => {
    const { before } = moment.planned
    const lump = await lumpInMill(part, before, name, fit)
    const answer = await call<Standing>('/api/mill/mills', 'POST', {
      kind: 'setup',
      world: setupWorld(moment.planned, {}, lump),
      viseSeed: seedOf(part.name),
      setupSeed: seedOf(part.name + moment.planned.setup.name),
      loose: LOOSE,
    })
    if (answer.kind !== 'done')
      return setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The mill does not answer. Points can be typed all the same.',
      )
    setSentence(undefined)
    setStanding(answer.data)
  }
  return (
    <section aria-label="From the mill" className="sheet space-y-2 p-3">
      <h2 className="text-[16px] font-bold">From the probe in the mill</h2>
      <Choice
        label="The casting stands as in"
        value={key}
        options={moments.map((one) => ({ value: one.key, label: one.label }))}
        onChange={(chosen) => {
          setKey(chosen)
          setStanding(undefined)
        }}
      />
      {standing ? (
        <Touching
          key={standing.mill}
          part={part}
          moment={moment}
          standing={standing}
          edit={edit}
          onClose={() => setStanding(undefined)}
        />
      ) : (
        <button type="button" className="button" onClick={() => void begin()}>
          <Radio className="size-4" aria-hidden /> Touch it in the stand-in mill
        </button>
      )}
      {sentence && (
        <p role="alert" className="text-[14px] text-red">
          ▲ {sentence}
        </p>
      )}
    </section>
  )
}

function Touching({
  edit,
  onClose,
  part,
  moment,
  standing,
}: Pick<MillPointsProps, 'part' | 'edit'> & {
  readonly moment: Moment
  readonly standing: Standing
  readonly onClose: () => void
}) {
  const mill = useMill(standing.mill)
  const { last, state } = mill
  const surfaces = fitSurfacesOf(part).filter(({ kind }) => kind !== 'wall')
  const [surface, setSurface] = useState(surfaces[0]?.id ?? 'bottom')
  const [kept, setKept] = useState(0)
  const touches =
    last?.tool === 'probe' && last.sense.kind === 'touch' && !last.moving && state.kind === 'live'
  const keep = (): void => {
    if (!last) return
    const touch = touchedPoint(moment.planned, surface, last)
    edit((body) => withTouch(body, moment, touch))
    setKept(kept + 1)
  }
  return (
    <>
      <div className="relative flex h-[150px] items-center justify-center overflow-hidden">
        <Sight seen={standing.seen} last={last} isNarrow className="h-full w-full" />
        <button type="button" className="button quiet absolute top-0 right-0" onClick={onClose}>
          <X className="size-4" aria-hidden /> Leave
        </button>
      </div>
      <Choice
        label="It touches"
        value={surface}
        options={surfaces.map(({ id }) => ({ value: id, label: fitLabel(part, id) }))}
        onChange={setSurface}
      />
      <div className="flex flex-wrap items-center gap-2">
        {last?.tool === 'probe' ? (
          <button type="button" className="button main" disabled={!touches} onClick={keep}>
            Keep this point
          </button>
        ) : (
          <button
            type="button"
            className="button main"
            onClick={() => mill.act({ do: 'tool', tool: 'probe' })}
          >
            Put the probe in
          </button>
        )}
        <span role="status" className="text-[13px] text-soft">
          {state.kind !== 'live' && state.kind !== 'waiting'
            ? refusal(state)
            : touches
              ? 'It touches.'
              : `Jog the ball onto the face; go slowly at the end.${kept > 0 ? ` ${kept} kept.` : ''}`}
        </span>
      </div>
      <MillPanel mill={mill} tools={PROBE} unit={part.unit} />
    </>
  )
}
