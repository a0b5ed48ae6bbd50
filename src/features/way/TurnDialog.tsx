'use client'

import { Dialog } from 'radix-ui'
import { useMemo } from 'react'
import { type Part, type Side, SIDES } from '@/core/part'
import { isometric } from '@/core/picture'
import { type PartState } from '@/core/stock'
import { ORIENTATIONS } from '@/core/way'
import { DialogSheet } from '@/ui/DialogSheet'
import { SceneSvg } from '@/ui/SceneSvg'

interface TurnDialogProps {
  readonly part: Part
  readonly state: PartState
  readonly now: { readonly up: Side; readonly toJaw: Side } | undefined
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly onPick: (up: Side, toJaw: Side) => void
}

/** The 24 ways in which the part can stand, each shown as it would; picked, never typed. */
export function TurnDialog({ now, onOpenChange, onPick, open, part, state }: TurnDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <DialogSheet
        wide
        title="Turn the part"
        description="Which face is up, and which is to the fixed jaw (at the back of each picture)?"
      >
        {open && <Pictures part={part} state={state} now={now} onPick={onPick} />}
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
  const scenes = useMemo(
    () =>
      ORIENTATIONS.map((o) => ({
        ...o,
        scene: isometric(part, state, { width: 120, height: 84, ...o, tinted: new Set() }),
      })),
    [part, state],
  )
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
            .map(({ scene, toJaw }) => {
              const isNow = now?.up === up && now.toJaw === toJaw
              return (
                <button
                  key={toJaw}
                  type="button"
                  aria-pressed={isNow}
                  onClick={() => onPick(up, toJaw)}
                  aria-label={`${part.faces[up].name} up, ${part.faces[toJaw].name} to fixed jaw`}
                  className={`cursor-pointer rounded-lg border p-1 text-[13px] hover:bg-wash ${isNow ? 'border-2 border-blue bg-wash' : 'border-faint'}`}
                >
                  <SceneSvg scene={scene} title="" className="mx-auto h-[74px]" />
                  {part.faces[toJaw].name} to jaw
                </button>
              )
            })}
        </fieldset>
      ))}
    </div>
  )
}
