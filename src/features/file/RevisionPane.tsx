'use client'

import { refLabel, type Part } from '@/core/work/part'
import { printRequirement } from '@/core/work/say'
import { type Revised } from '@/core/work/revision'

export interface TouchedSetup {
  readonly way: string
  readonly setup: number
  readonly refs: readonly string[]
}

interface RevisionPaneProps {
  readonly before: Part
  readonly revised: Revised
  readonly setups: readonly TouchedSetup[]
  readonly onTake: () => void
  readonly onLeave: () => void
  readonly onPoint: (ref: string | undefined) => void
}

const GROUPS = [
  ['moved', 'Moved'],
  ['turned', 'Turned'],
  ['sized', 'Another size'],
  ['new', 'New'],
  ['gone', 'Gone'],
] as const

/** What another revision changes, before it is taken: faces, requirements, setups. */
export function RevisionPane(props: RevisionPaneProps) {
  const { before, onLeave, onPoint, onTake, revised, setups } = props
  const { changes, requirements } = revised
  return (
    <section aria-label="What changes" className="flex min-h-0 grow flex-col">
      <h2 className="text-[16px] font-bold">What changes, face by face</h2>
      <div className="min-h-0 grow space-y-3 overflow-auto py-2 text-[14px]">
        {changes.length === 0 && <p>Nothing moved: every face is where it was.</p>}
        {GROUPS.map(([kind, title]) => {
          const own = changes.filter((change) => change.kind === kind)
          return own.length === 0 ? null : (
            <div key={kind}>
              <h3 className="font-bold">
                {title} ({own.length})
              </h3>
              <ul>
                {own.map(({ ref, sentence }) => (
                  <li
                    key={ref}
                    className="figures hover:bg-wash"
                    onPointerEnter={() => onPoint(ref)}
                    onPointerLeave={() => onPoint(undefined)}
                  >
                    {sentence}
                  </li>
                ))}
              </ul>
            </div>
          )
        })}
        {requirements.length > 0 && (
          <div>
            <h3 className="font-bold">Requirements touched</h3>
            <ul>
              {requirements.map(({ isLost, requirement }) => (
                <li key={requirement.id}>
                  {isLost ? (
                    <span className="font-semibold text-red">▲ goes away: </span>
                  ) : (
                    <span className="font-semibold text-ochre">◆ look at: </span>
                  )}
                  {printRequirement(isLost ? before : revised.part, requirement)}
                </li>
              ))}
            </ul>
          </div>
        )}
        {setups.length > 0 && (
          <div>
            <h3 className="font-bold">Setups touched</h3>
            <ul>
              {setups.map(({ refs, setup, way }) => (
                <li key={`${way} ${setup}`}>
                  {way}, setup {setup}: {refs.map((ref) => refLabel(before, ref)).join(', ')}
                </li>
              ))}
            </ul>
          </div>
        )}
      </div>
      <div className="flex flex-wrap gap-2 border-t border-faint pt-2">
        <button type="button" className="button main" onClick={onTake}>
          Take it so
        </button>
        <button type="button" className="button" onClick={onLeave}>
          Keep the old one
        </button>
      </div>
    </section>
  )
}
