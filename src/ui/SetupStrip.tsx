'use client'

import { useMemo } from 'react'
import { markedCornerSeen } from '@/core/plan/drilling'
import { type Part } from '@/core/work/part'
import { isometric } from '@/core/paper/picture'
import { type PlannedSetup, turnWords } from '@/core/plan/planning'
import { SceneSvg } from './SceneSvg'
import { useKeys } from './useKeys'
import { standingLooks, useLooks } from './useLooks'

interface SetupStripProps {
  readonly part: Part
  readonly planned: readonly PlannedSetup[]
  readonly chosen: string | undefined
  /** One line about a setup, under its name. */
  readonly says: (planned: PlannedSetup, index: number) => string
  readonly onChoose: (id: string) => void
}

const intoView = (button: HTMLButtonElement | null): void =>
  button?.scrollIntoView({ block: 'nearest', inline: 'nearest' })

/** The setups of a way in order, each with a small picture of the part as it stands and its marked corner. */
export function SetupStrip({ chosen, onChoose, part, planned, says }: SetupStripProps) {
  const wanted = useMemo(() => standingLooks(planned), [planned])
  const looks = useLooks(part, wanted)
  const scenes = useMemo(
    () =>
      planned.map((one, i) =>
        isometric(part, one.after, {
          width: 96,
          height: 60,
          axes: one.standing.setupFromPart.rows,
          tinted: new Set(one.setup.ops.map((op) => op.feature)),
          corner: markedCornerSeen(one),
          look: looks[i],
        }),
      ),
    [looks, part, planned],
  )
  const step = (by: -1 | 1): void => {
    const at = planned.findIndex((p) => p.setup.id === chosen)
    const next = planned[Math.max(0, Math.min(planned.length - 1, at + by))]
    if (next) onChoose(next.setup.id)
  }
  useKeys({ '[': () => step(-1), ']': () => step(1) })
  return (
    <nav aria-label="Setups" className="flex shrink-0 gap-2 overflow-x-auto px-4 py-2">
      {planned.map((p, i) => {
        const before = planned[i - 1]
        return (
          <button
            key={p.setup.id}
            type="button"
            ref={p.setup.id === chosen ? intoView : undefined}
            aria-pressed={p.setup.id === chosen}
            className={`sheet flex shrink-0 cursor-pointer items-center gap-3 px-3 py-1 text-left ${p.setup.id === chosen ? 'border-2! border-blue!' : ''}`}
            onClick={() => onChoose(p.setup.id)}
          >
            {scenes[i] && <SceneSvg scene={scenes[i]} title="" className="h-[52px] w-[84px]" />}
            <span>
              <b>
                {i + 1} · {p.setup.name}
              </b>
              <span className="block text-[13px] text-soft">{says(p, i)}</span>
              <span className="block text-[13px] text-soft">{turnWords(before, p)}</span>
            </span>
          </button>
        )
      })}
    </nav>
  )
}
