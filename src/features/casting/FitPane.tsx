'use client'

import { useMemo } from 'react'
import {
  type CastingFit,
  doubtsOf,
  fitLabel,
  type FittedSurface,
  nextPoints,
  wholeDoubt,
} from '@/core/work/casting'
import { axisOf, type Part } from '@/core/work/part'
import { bindingWords, figure, OUTCOME, outcomeWord } from './words'

const TEXT = { red: 'text-red', ochre: 'text-ochre', green: 'text-green' } as const

/** How every surface comes out, why not as it lies, what binds, what to do, and where to measure next. */
export function FitPane({
  fit,
  part,
}: {
  readonly part: Part
  readonly fit: CastingFit | undefined
}) {
  if (!fit) return <section className="sheet p-3 text-soft">Fitting …</section>
  return (
    <>
      {fit.cuts.map((cut, i) => (
        <p
          key={cut.side}
          className="rounded-r-md border-l-4 border-green bg-sheet p-2.5 text-[14px] first-letter:uppercase"
        >
          <strong>{cut.label} is cut:</strong> the casting lies on {cut.points} points measured
          there since, flat to {figure(cut.offMm, part.unit)}
          {i > 0 &&
            `, and with what was cut before as drawn within ${figure(cut.awayMm, part.unit)}`}
          . {i === fit.cuts.length - 1 && leftFree(fit)}
        </p>
      ))}
      <section aria-label="Every face" className="sheet p-3">
        <h2 className="mb-1 text-[16px] font-bold">Every face, least metal first</h2>
        <table className="w-full text-[14px]">
          <tbody>
            {fit.surfaces.map((row) => (
              <Row key={row.id} row={row} part={part} />
            ))}
          </tbody>
        </table>
      </section>
      <Lies part={part} fit={fit} />
      <Measure part={part} fit={fit} />
    </>
  )
}

function Row({ part, row }: { readonly part: Part; readonly row: FittedSurface }) {
  const { sign, tone } = OUTCOME[row.outcome]
  return (
    <tr className="border-t border-faint">
      <td className="py-1">{row.label}</td>
      <td className="figures py-1 text-right whitespace-nowrap">
        {figure(row.leastMm, part.unit)}
        {row.kind !== 'cut' && (
          <span className="text-soft"> of {figure(row.limitMm, part.unit)}</span>
        )}
      </td>
      <td className={`py-1 pl-3 font-semibold whitespace-nowrap ${TEXT[tone]}`}>
        {sign} {outcomeWord(row)}
      </td>
    </tr>
  )
}

/** How it would come out as it lies; what binds; what could be given up. */
function Lies({ fit, part }: { readonly part: Part; readonly fit: CastingFit }) {
  const { asItLies, points, remedies } = fit
  const lying = asItLies.slacks[asItLies.tightest]
  const surface = points[asItLies.tightest]?.surface ?? ''
  const binds = bindingWords(part, fit)
  return (
    <section aria-label="Why" className="sheet space-y-2 p-3 text-[14px]">
      <h2 className="text-[16px] font-bold">
        {lying && lying.outsideMm < 0 ? 'As it lies it does not' : 'As it lies'}
      </h2>
      {lying && (
        <p
          className={`rounded-r-md border-l-4 p-2 ${lying.outsideMm < 0 ? 'border-red bg-red-wash' : 'border-green bg-wash'}`}
        >
          {lying.outsideMm < 0 ? (
            <>
              <strong>
                ▲ Short {figure(-lying.outsideMm, part.unit)} on {fitLabel(part, surface)}
              </strong>{' '}
              if it is simply cut as it stands. What is taken off the first face cannot be put back.
            </>
          ) : (
            <>
              {figure(lying.outsideMm, part.unit)} at the least, on {fitLabel(part, surface)}.
            </>
          )}
        </p>
      )}
      {fit.freeMm > fit.fit.smallestMm + 0.005 && (
        <p className="rounded-r-md border-l-4 border-blue bg-tint p-2">
          <strong>{fit.cuts.length > 0 ? 'What the cut costs:' : 'What holding costs:'}</strong>{' '}
          {fit.cuts.length > 0
            ? `cut where the fit had ${fit.cuts.map(({ label }) => label).join(' and ')},`
            : 'with nothing held'}{' '}
          there would be {figure(fit.freeMm - fit.fit.smallestMm, part.unit)} more at the tightest
          place.
        </p>
      )}
      {binds && (
        <p className="rounded-r-md border-l-4 border-ochre bg-ochre-wash p-2">
          <strong>What binds:</strong> {binds}
        </p>
      )}
      {remedies.map((remedy) => (
        <p key={remedy.surface} className="rounded-r-md border-l-4 border-blue bg-tint p-2">
          <strong>
            {remedy.kind === 'give-up' ? 'Give up or build up' : 'Let go of'}{' '}
            {fitLabel(part, remedy.surface)}:
          </strong>{' '}
          {figure(remedy.mm, part.unit)} is missing there, and all others have{' '}
          {figure(remedy.smallestMm, part.unit)} to spare at the least.
        </p>
      ))}
      {remedies.length > 0 && <p className="text-soft">Else ask for another casting.</p>}
    </section>
  )
}

/** What the cut faces leave to be chosen. */
function leftFree({ cuts }: CastingFit): string {
  const across = new Set(cuts.map(({ side }) => axisOf(side))).size
  if (across > 2) return 'Nothing is left to choose.'
  return across > 1
    ? 'The rest is fitted again: it may slide along both, and no more.'
    : 'The rest is fitted again: it may slide and turn on that, and no more.'
}

/** Where a point would say most, and which ones look wrong. */
function Measure({ fit, part }: { readonly part: Part; readonly fit: CastingFit }) {
  const { plusMinusMm } = fit.fit
  const { doubts, next, whole } = useMemo(() => {
    const { points } = fit
    const { motion, smallestMm } = fit.fit
    return {
      next: nextPoints(part, points, motion, smallestMm).filter(
        ({ surface }) => !fit.cuts.some(({ side }) => side === surface),
      ),
      doubts: doubtsOf(part, points, motion),
      whole: wholeDoubt(part, points),
    }
  }, [fit, part])
  const place = ({ x, y, z }: { x: number; y: number; z: number }): string =>
    [x, y, z].map((mm) => figure(mm, part.unit)).join(', ')
  return (
    <section aria-label="Measuring" className="sheet space-y-1.5 p-3 text-[14px]">
      <h2 className="text-[16px] font-bold">Measuring</h2>
      {whole && (
        <p role="alert" className="rounded-r-md border-l-4 border-red bg-red-wash p-2">
          {whole}
        </p>
      )}
      {doubts.map((doubt) => (
        <p key={doubt.point} className="rounded-r-md border-l-4 border-ochre bg-ochre-wash p-2">
          <strong>
            ◆ {doubt.point} on {fitLabel(part, doubt.surface)}
          </strong>{' '}
          is {figure(Math.abs(doubt.offMm), part.unit)} {doubt.offMm > 0 ? 'proud of' : 'under'}{' '}
          what the others say: {doubt.words}
        </p>
      ))}
      {next.length === 0 ? (
        <p>
          Enough is measured: nowhere could the skin turn out tighter than what is known, and the
          least is known to ±{figure(plusMinusMm, part.unit)}.
        </p>
      ) : (
        <>
          <p>Measure here next; it could turn out tighter than what is tightest now:</p>
          <ul>
            {next.map((one) => (
              <li
                key={one.surface}
                className="flex justify-between gap-2 border-t border-faint py-1"
              >
                <span>{one.label}</span>
                <span className="figures text-soft">{place(one.at)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
