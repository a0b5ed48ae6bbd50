'use client'

import { type Part, partSurfaces, refLabel, type Surface } from '@/core/work/part'
import { useMemo } from 'react'
import { outOf } from './lie'

/** Which end of the lie is picked next. */
export type LiePick = 'base' | 'front'

interface LieStripProps {
  readonly part: Part
  readonly picked: Readonly<Partial<Record<LiePick, string>>>
  readonly next: LiePick
  readonly isBusy: boolean
  readonly onNext: (next: LiePick) => void
  readonly onPick: (which: LiePick, ref: string) => void
  readonly onLay: (how: 'picked' | 'drawn' | 'flattest') => void
  readonly onLeave: () => void
}

const WORDS: Readonly<Record<LiePick, string>> = { base: 'Stands on', front: 'To the front' }

/** Which face is the base, which looks to the front: picked in the solid or chosen here. */
export function LieStrip(props: LieStripProps) {
  const { isBusy, next, onLay, onLeave, onNext, onPick, part, picked } = props
  const flats = useMemo(() => flatsOf(part, partSurfaces(part)), [part])
  return (
    <section
      aria-label="Which way up"
      className="flex flex-wrap items-end gap-2 rounded-lg bg-tint px-3 py-2"
    >
      {(['base', 'front'] as const).map((which) => (
        <label key={which} className="block">
          <span className="block text-[13px]">
            <button
              type="button"
              aria-pressed={next === which}
              className={`cursor-pointer underline decoration-dotted ${next === which ? 'font-bold' : ''}`}
              onClick={() => onNext(which)}
            >
              {WORDS[which]}
            </button>
            {next === which && ': pick it in the solid, or here'}
          </span>
          <select
            aria-label={WORDS[which]}
            className="field w-52!"
            value={picked[which] ?? ''}
            onChange={(event) => onPick(which, event.target.value)}
          >
            <option value="">as now</option>
            {flats.map((ref) => (
              <option key={ref} value={ref}>
                {refLabel(part, ref)}
              </option>
            ))}
          </select>
        </label>
      ))}
      <button
        type="button"
        className="button main"
        disabled={isBusy}
        onClick={() => onLay('picked')}
      >
        Lay it so
      </button>
      <button type="button" className="button" disabled={isBusy} onClick={() => onLay('drawn')}>
        As drawn
      </button>
      <button type="button" className="button" disabled={isBusy} onClick={() => onLay('flattest')}>
        On its largest flat
      </button>
      <button type="button" className="button quiet" onClick={onLeave}>
        Leave it
      </button>
    </section>
  )
}

const flatsOf = (part: Part, surfaces: ReadonlyMap<string, Surface>): readonly string[] =>
  [...surfaces.keys(), ...(part.model?.rest ?? []).map((_, i) => `rest-${i + 1}`)].filter(
    (ref) => outOf(part, ref, surfaces) !== undefined,
  )
