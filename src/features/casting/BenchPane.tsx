'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import {
  benchStand,
  type BenchStand,
  type Casting,
  type CastingFit,
  firstFace,
  skinMm,
} from '@/core/work/casting'
import { oppositeOf, type Part, SIDES } from '@/core/work/part'
import { call } from '@/ui/api'
import { Choice } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { figure } from './words'

/** How the casting is set: jacks to begin with, readings by which it is really set, lines to scribe. */
export function BenchPane({
  casting,
  castingId,
  edit,
  fit,
  jobId,
  part,
}: {
  readonly part: Part
  readonly casting: Casting
  readonly edit: (change: (casting: Casting) => Casting) => void
  readonly fit: CastingFit | undefined
  readonly jobId: string
  readonly castingId: string
}) {
  const { bench } = casting
  const setBench = (change: Partial<Casting['bench']>): void =>
    edit((body) => ({ ...body, bench: { ...body.bench, ...change } }))
  return (
    <>
      <section aria-label="Stand on the bench" className="sheet grid grid-cols-2 gap-x-3 p-3">
        <Choice
          label="Down on the plate"
          value={bench.down}
          options={SIDES.map((value) => ({ value, label: part.faces[value].name }))}
          onChange={(down) => setBench({ down })}
        />
        <QuantityField
          label="Lowest jack"
          value={{ mm: bench.clearance }}
          unit={part.unit}
          onChange={({ mm }) => mm >= 1 && mm <= 500 && setBench({ clearance: mm })}
        />
      </section>
      {fit && (
        <section aria-label="How it is set" className="sheet p-3">
          <h2 className="mb-1 text-[16px] font-bold">On the plate</h2>
          <StandTables part={part} stand={benchStand(part, casting, fit.points, fit.fit.motion)} />
          <p className="mt-2 text-[13px] text-soft">
            Jacks bear on a rough skin: begin with them, then go round by the readings until they
            agree. Tighten nothing before they do, and read again after.
          </p>
          <Link
            className="button main mt-2"
            href={`/jobs/${jobId}/casting/layout?casting=${castingId}`}
          >
            Layout sheet
          </Link>
        </section>
      )}
      {fit && <FirstCutPane part={part} casting={casting} fit={fit} jobId={jobId} />}
    </>
  )
}

/** The stand in the machine for the first cut: another face down, other points, other heights. */
function FirstCutPane({
  casting,
  fit,
  jobId,
  part,
}: {
  readonly part: Part
  readonly casting: Casting
  readonly fit: CastingFit
  readonly jobId: string
}) {
  const router = useRouter()
  const [sentence, setSentence] = useState<string>()
  const first = firstFace(part)
  if (!first || fit.cuts.length > 0) return null
  const stand = benchStand(part, casting, fit.points, fit.fit.motion, oppositeOf(first.side))
  const skin = skinMm(part)
  const take = async (on: 'jacks' | 'nest'): Promise<void> => {
    const known = Math.max(0.01, ...stand.readings.map(({ plusMinusMm }) => plusMinusMm))
    const answer = await call<{ readonly id: string }>(`/api/jobs/${jobId}/ways`, 'POST', {
      firstCut: { on, knownMm: known, clearanceMm: casting.bench.clearance },
    })
    if (answer.kind === 'done') router.push(`/jobs/${jobId}/ways/${answer.data.id}`)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues.map((issue) => issue.sentence).join(' ')
          : 'The server does not answer just now. Try again in a moment.',
      )
  }
  return (
    <section aria-label="First cut" className="sheet p-3">
      <h2 className="mb-1 text-[16px] font-bold">In the machine, for the first cut</h2>
      <p className="mb-1.5 text-[14px]">
        {first.words} The first pass goes at least {figure(skin, part.unit)} deep, under the skin:
        above that a tool only rubs.
      </p>
      <StandTables part={part} stand={stand} />
      {sentence && <p role="alert">{sentence}</p>}
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button main" onClick={() => void take('jacks')}>
          Set up the first cut on jacks
        </button>
        <button type="button" className="button" onClick={() => void take('nest')}>
          … in a nest
        </button>
      </div>
    </section>
  )
}

/** Jacks, readings and lines of a stand, heights over the plate. */
export function StandTables({ part, stand }: { readonly part: Part; readonly stand: BenchStand }) {
  const { unit } = part
  return (
    <div className="space-y-2.5 text-[14px]">
      <Table
        head={['Jack, to begin with', 'height']}
        rows={stand.jacks.map(({ at, heightMm, id }) => [
          `${id} at ${[at.x, at.y, at.z].map((mm) => figure(mm, unit)).join(', ')}`,
          figure(heightMm, unit),
        ])}
      />
      <Table
        head={['Set by, at marked points', 'reads']}
        rows={stand.readings.map(({ heightMm, label, plusMinusMm, point }) => [
          `${point} on ${label}`,
          `${figure(heightMm, unit)} ±${figure(plusMinusMm, unit)}`,
        ])}
      />
      <Table
        head={['Scribe, all round', 'height']}
        rows={stand.scribes.map(({ heightMm, isAxis, label }) => [
          `${isAxis ? 'middle of ' : ''}${label}`,
          figure(heightMm, unit),
        ])}
      />
    </div>
  )
}

function Table({
  head,
  rows,
}: {
  readonly head: readonly [string, string]
  readonly rows: readonly (readonly [string, string])[]
}) {
  if (rows.length === 0) return null
  return (
    <table className="w-full">
      <thead>
        <tr className="text-left text-soft">
          <th className="font-normal">{head[0]}</th>
          <th className="text-right font-normal">{head[1]}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([what, mm]) => (
          <tr key={what} className="border-t border-faint">
            <td className="py-0.5">{what}</td>
            <td className="figures py-0.5 text-right font-bold whitespace-nowrap">{mm}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
