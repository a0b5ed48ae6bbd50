'use client'

import { Radio, X } from 'lucide-react'
import { useState } from 'react'
import { type Anchor, setupWorld } from '@/core/floor/offsets'
import { type Part } from '@/core/work/part'
import { type PlannedSetup } from '@/core/plan/planning'
import { isRaw } from '@/core/work/stock'
import { type SeenWorld, TOOLS } from '@/core/floor/standin'
import { type LengthUnit } from '@/core/handbook/units'
import { call } from '@/ui/api'
import { lumpInMill } from '@/ui/lumpInMill'
import { seedOf } from '@/ui/seedOf'
import { MillPanel } from '@/ui/MillPanel'
import { Sight } from '@/ui/Sight'
import { type MillLink } from '@/ui/useMill'

/** A mill on which this setup stands. */
export interface Standing {
  readonly mill: string
  readonly seen: SeenWorld
}

/** The readout of the mill that readings are taken from, with the vise as one sees it. */
export function MillDock(props: {
  readonly standing: Standing
  readonly mill: MillLink
  readonly unit: LengthUnit
  readonly onClose: () => void
}) {
  const { mill, onClose, standing, unit } = props
  return (
    <div className="flex min-h-0 grow flex-col gap-1.5">
      <div className="relative flex min-h-[170px] grow items-center justify-center overflow-hidden">
        <Sight seen={standing.seen} last={mill.last} className="h-full max-h-[300px] w-full" />
        <button type="button" className="button quiet absolute top-0 right-0" onClick={onClose}>
          <X className="size-4" aria-hidden /> Leave the mill
        </button>
      </div>
      <MillPanel mill={mill} tools={TOOLS} unit={unit} />
    </div>
  )
}

interface BeginProps {
  readonly part: Part
  readonly planned: PlannedSetup
  /** Names the vise, so that it stands where it stood. */
  readonly seed: string
  readonly register: readonly Anchor[]
  readonly onStanding: (standing: Standing) => void
}

/** A trusted vise is where the register says, but for what it repeats by; one that nobody found may be anywhere near. */
const TRUSTED_MM = 0.008
const UNKNOWN_MM = 3
/** Where the stop stands from the middle of the travel when nobody has said. */
const STOP_FROM_MIDDLE_MM = 50

function Begin({ onStanding, part, planned, register, seed }: BeginProps) {
  const [sentence, setSentence] = useState<string>()
  const stand = async (): Promise<void> => {
    const { id } = planned.setup
    const machine = planned.machine.id
    const { faceAt, mark, outOfLinePer100, stays, stopEnd } = planned.standing
    const known = register.find((a) => a.machine === machine && a.mark === mark)
    const sameStop = known?.marks.x.mark === stays.x.anchor.mark
    const middle = -planned.machine.travel.x / 2
    const stop =
      stopEnd === undefined
        ? undefined
        : middle + (stopEnd === 'left' ? -1 : 1) * STOP_FROM_MIDDLE_MM
    const lump = part.casting && (await lumpInMill(part, planned.before, part.name))
    const at = {
      x: (sameStop ? known?.axes.x?.at : undefined) ?? stop,
      y: known?.axes.y?.at,
      z: known?.axes.z?.at,
    }
    const world = setupWorld(planned, at, lump)
    const isRough = [faceAt.up, faceAt.away, faceAt.right].some(
      (side) => side && isRaw(part, planned.before, side),
    )
    const answer = await call<Standing>('/api/mill/mills', 'POST', {
      kind: 'setup',
      world,
      viseSeed: seedOf(seed),
      setupSeed: seedOf(seed + id),
      loose: {
        place: known && sameStop ? TRUSTED_MM : UNKNOWN_MM,
        turnRad: outOfLinePer100 / 100,
        size: isRough ? 0.2 : 0.02,
      },
    })
    if (answer.kind === 'done') onStanding(answer.data)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The mill does not answer. Readings can be typed all the same.',
      )
  }
  if (planned.leaning)
    return (
      <p className="text-[13px] text-soft">
        Nothing leans in the stand-in mill, nor does its head swing; readings of such a setup are
        typed.
      </p>
    )
  if (planned.indexed)
    return (
      <p className="text-[13px] text-soft">
        The stand-in mill has no fourth axis; readings of an indexed setup are typed.
      </p>
    )
  return (
    <div className="flex flex-wrap items-center gap-3">
      <button type="button" className="button quiet" onClick={() => void stand()}>
        <Radio className="size-4" aria-hidden /> Take readings from the stand-in mill
      </button>
      {sentence && (
        <p role="alert" className="text-[14px] text-red">
          ▲ {sentence}
        </p>
      )}
    </div>
  )
}

MillDock.Begin = Begin
