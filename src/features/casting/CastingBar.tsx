'use client'

import { useRouter } from 'next/navigation'
import { type Casting, type CastingFit, skinMm } from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { type OpenDocument } from '@/ui/useDocument'
import { type Pane, PANES } from './panes'
import { useNewCasting } from './NoCasting'
import { figure, pressed } from './words'

export interface OtherCasting {
  readonly id: string
  readonly name: string
  readonly state: Casting['state']
}

const HELD: Readonly<Record<Casting['held'], string>> = {
  none: 'nothing',
  turn: 'its turn',
  rest: 'three points',
}

/** What is shown, what is held while it is fitted, and the verdict. */
export function CastingBar({
  document: { body, edit },
  fit,
  id,
  jobId,
  onPane,
  others,
  pane,
  part,
}: {
  readonly jobId: string
  readonly id: string
  readonly others: readonly OtherCasting[]
  readonly part: Part
  readonly document: OpenDocument<Casting>
  readonly fit: CastingFit | undefined
  readonly pane: Pane
  readonly onPane: (pane: Pane) => void
}) {
  const router = useRouter()
  const fresh = useNewCasting(jobId)
  const count = body.stands.reduce((sum, stand) => sum + stand.points.length, 0)
  const words: Readonly<Record<Pane, string>> = {
    points: `Points ${count}`,
    fit: 'Fit',
    bench: 'At the bench',
  }
  return (
    <div className="no-print flex flex-wrap items-center gap-2 px-4 pt-2.5">
      <select
        aria-label="Which casting"
        className="field w-36!"
        value={id}
        onChange={({ target }) =>
          target.value === 'new'
            ? void fresh.add()
            : router.push(`/jobs/${jobId}/casting?casting=${target.value}`)
        }
      >
        {others.map((one) => (
          <option key={one.id} value={one.id}>
            {one.id === id ? body.name : one.name}
            {one.state === 'in hand' ? '' : ` (${one.state})`}
          </option>
        ))}
        <option value="new">another casting …</option>
      </select>
      <div role="group" aria-label="What is shown" className="flex gap-1.5">
        {PANES.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === pane}
            className={`button ${pressed(one === pane)}`}
            onClick={() => onPane(one)}
          >
            {words[one]}
          </button>
        ))}
      </div>
      {fit && fit.cuts.length > 0 ? (
        <span className="text-soft">
          lies on {fit.cuts.map(({ label }) => label).join(' and ')}, as cut
        </span>
      ) : (
        <HeldChoice casting={body} edit={edit} />
      )}
      {fit && <Verdict part={part} fit={fit} />}
    </div>
  )
}

function HeldChoice({
  casting,
  edit,
}: {
  readonly casting: Casting
  readonly edit: (change: (casting: Casting) => Casting) => void
}) {
  return (
    <>
      <span className="text-soft">held:</span>
      <div role="group" aria-label="What is held" className="flex gap-1">
        {(Object.keys(HELD) as Casting['held'][]).map((held) => (
          <button
            key={held}
            type="button"
            aria-pressed={held === casting.held}
            className={`button ${pressed(held === casting.held)}`}
            onClick={() => edit((body) => ({ ...body, held }))}
          >
            {HELD[held]}
          </button>
        ))}
      </div>
    </>
  )
}

function Verdict({ fit, part }: { readonly part: Part; readonly fit: CastingFit }) {
  const { cleansUp, fit: best, isUnderSkin, leastMm, surfaces } = fit
  const { unit } = part
  const skin = skinMm(part)
  const [worst] = surfaces
  const thin = surfaces.find(({ outcome }) => outcome === 'skin')
  return (
    <p className="ml-auto flex flex-wrap items-center gap-x-3 text-[15px]" aria-live="polite">
      {cleansUp ? (
        <span className="font-bold text-green">
          ● Cleans up, <span className="font-normal text-ink">least</span>{' '}
          <span className="figures text-ink">
            {figure(leastMm, unit)} ±{figure(best.plusMinusMm, unit)}
          </span>
        </span>
      ) : (
        <span className="font-bold text-red">▲ Does not clean up{worst && `: ${worst.label}`}</span>
      )}
      {cleansUp && !isUnderSkin && thin && (
        <span className="font-bold text-ochre">
          ◆ {thin.label} not under the skin ({figure(skin, unit)})
        </span>
      )}
    </p>
  )
}
