'use client'

import { Dialog } from 'radix-ui'
import { useMemo } from 'react'
import { setupAxes } from '@/core/shop/holding'
import { type Part, type Side, SIDES } from '@/core/work/part'
import { isometric } from '@/core/paper/picture'
import { guidedBy, type PlannedSetup, turnerOf } from '@/core/plan/planning'
import { type PartState } from '@/core/work/stock'
import { type Angle } from '@/core/handbook/units'
import { ORIENTATIONS } from '@/core/plan/way'
import { DialogSheet } from '@/ui/DialogSheet'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'
import { IndexChoice } from './IndexChoice'

interface TurnDialogProps {
  readonly part: Part
  readonly state: PartState
  /** The setup whose stand is changed; undefined for a new one. */
  readonly now: PlannedSetup | undefined
  /** The setup before it that clamped the part: it can be left so, and turned. */
  readonly clamped: PlannedSetup | undefined
  readonly onClose: () => void
  readonly onPick: (up: Side, guide: Side) => void
  readonly onIndex: (of: string, turn: Angle) => void
}

/** A new setup begins between jaws. */
const FIRST = 'fixed jaw'

/** The 24 ways in which the part can stand, each shown as it would; picked, never typed. Or the clamping before, turned. */
export default function TurnDialog(props: TurnDialogProps) {
  const { clamped, now, onClose, onIndex, onPick, part, state } = props
  const guided = now ? guidedBy(now) : FIRST
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <DialogSheet
        wide
        title="Turn the part"
        description={`Which face is up, and which is to ${guided.replace(/^fixed/, 'the fixed')} (at the back of each picture)?`}
      >
        {clamped && turnerOf(clamped) && (
          <IndexChoice part={part} state={state} clamped={clamped} now={now} onIndex={onIndex} />
        )}
        <Pictures part={part} state={state} now={now} onPick={onPick} />
      </DialogSheet>
    </Dialog.Root>
  )
}

function Pictures({
  now,
  onPick,
  part,
  state,
}: Pick<TurnDialogProps, 'part' | 'state' | 'now' | 'onPick'>) {
  const wanted = useMemo(
    () =>
      // As it will be in the end: a raw block looks the same all round.
      ORIENTATIONS.map(({ guide, up }) => ({
        looking: { kind: 'slanting' as const, axes: setupAxes(up, guide) },
      })),
    [],
  )
  const looks = useLooks(part, wanted)
  const scenes = useMemo(
    () =>
      ORIENTATIONS.map(({ guide, up }, i) => ({
        up,
        guide,
        scene: isometric(part, state, {
          width: 120,
          height: 84,
          axes: setupAxes(up, guide),
          tinted: new Set(),
          look: looks[i],
        }),
      })),
    [looks, part, state],
  )
  const own = now?.indexed ? undefined : now?.clamping
  const guided = now ? guidedBy(now) : FIRST
  return (
    <div className="space-y-2">
      {SIDES.map((up) => (
        <fieldset
          key={up}
          className="grid grid-cols-2 items-center gap-2 border-t border-faint pt-2 sm:grid-cols-[110px_repeat(4,1fr)]"
        >
          <legend className="sr-only">{part.faces[up].name} up</legend>
          <strong aria-hidden>{part.faces[up].name} up</strong>
          {scenes
            .filter((s) => s.up === up)
            .map(({ guide, scene }) => {
              const isNow = own?.up === up && own.guide === guide
              return (
                <button
                  key={guide}
                  type="button"
                  aria-pressed={isNow}
                  onClick={() => onPick(up, guide)}
                  aria-label={`${part.faces[up].name} up, ${part.faces[guide].name} to ${guided}`}
                  className={`cursor-pointer rounded-lg border p-1 text-[13px] hover:bg-wash ${isNow ? 'border-2 border-blue bg-wash' : 'border-faint'}`}
                >
                  <SceneSvg scene={scene} title="" className="mx-auto h-[74px]" />
                  {part.faces[guide].name} {guided === FIRST ? 'to jaw' : 'to the back'}
                </button>
              )
            })}
        </fieldset>
      ))}
    </div>
  )
}
