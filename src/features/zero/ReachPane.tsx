'use client'

import { useMemo, useState } from 'react'
import { capital } from '@/core/ground/finding'
import { envelopeOf, splitAtStop } from '@/core/floor/offsets'
import { type Length, printLength, printSpread } from '@/core/handbook/units'
import { Choice } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { type PaneProps } from './types'

/** Travels against part, holding and tools: what does not fit, by how much, and where the vise may stand. */
export function ReachPane(props: PaneProps) {
  const { anchor, part, planned } = props
  const envelope = useMemo(() => envelopeOf(planned, anchor), [anchor, planned])
  const length = (mm: number): string => printLength(Math.round(mm * 10) / 10, part.unit)
  return (
    <section className="flex flex-col gap-3">
      <h2 className={`font-bold ${envelope.fits ? '' : 'text-red'}`}>
        {envelope.fits
          ? `● ${planned.machine.name} reaches everything in this setup.`
          : `▲ ${planned.machine.name} does not reach everything.`}
      </h2>
      {envelope.across.length === 0 && (
        <p className="text-soft">Nothing is cut here yet; tick it under Ways.</p>
      )}
      {envelope.across.map((reach) => (
        <div key={reach.axis} data-reach={reach.axis}>
          <p>
            <b>{reach.axis.toUpperCase()}</b>{' '}
            <span className="figures">
              {length(reach.high.at - reach.low.at)} of {length(reach.travelMm)}
            </span>
            <span className="text-[14px] text-soft">
              , for{' '}
              {reach.low.because === reach.high.because
                ? reach.low.because
                : `${reach.low.because} to ${reach.high.because}`}
            </span>
          </p>
          <TravelBar used={(reach.high.at - reach.low.at) / reach.travelMm} />
          <p className="text-[14px]">
            {reach.overMm > 0
              ? `▲ ${length(reach.overMm)} too short. Turn it a quarter, take a smaller cutter, or split it at the stop below.`
              : reach.stands
                ? `${capital(planned.standing.stays[reach.axis].anchor.name)} may stand between ${reach.axis.toUpperCase()} ${length(reach.stands[0])} and ${length(reach.stands[1])}. ${
                    reach.shiftMm === undefined
                      ? 'Where it stands is not known yet.'
                      : reach.shiftMm === 0
                        ? '● Where it stands is within that.'
                        : `▲ It must be moved by ${reach.shiftMm > 0 ? '+' : '−'}${length(Math.abs(reach.shiftMm))}.`
                  }`
                : ''}
          </p>
        </div>
      ))}
      {envelope.down.length > 0 && (
        <table className="w-full text-[14px]">
          <caption className="pb-1 text-left">
            <b>Z</b>: the gauge line can be{' '}
            <span className="figures">{length(envelope.gauge[0])}</span> to{' '}
            <span className="figures">{length(envelope.gauge[1])}</span> over the table
          </caption>
          <thead>
            <tr className="text-left text-[13px] text-soft">
              <th scope="col">Tool</th>
              <th scope="col">length</th>
              <th scope="col">lowest</th>
              <th scope="col">clear</th>
              <th scope="col">room</th>
            </tr>
          </thead>
          <tbody>
            {envelope.down.map((tool) => {
              const room = Math.min(-tool.shortBelowMm, -tool.shortAboveMm)
              return (
                <tr key={tool.tool} className="border-t border-faint">
                  <th scope="row" className="py-0.5 text-left font-normal">
                    {tool.tool}
                  </th>
                  <td className="figures">
                    {length(tool.lengthMm)}
                    {tool.guessed ? '?' : ''}
                  </td>
                  <td className="figures">{length(tool.low)}</td>
                  <td className="figures">{length(tool.high)}</td>
                  <td className={`figures ${room < 0 ? 'font-bold text-red' : ''}`}>
                    {room < 0 ? '▲ ' : ''}
                    {length(room)}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      )}
      {envelope.quill && (
        <div>
          <p>
            <b>Quill</b>{' '}
            <span className="figures">
              {length(envelope.quill.needMm)} of {length(envelope.quill.travelMm)}
            </span>
            <span className="text-[14px] text-soft">
              , with the knee locked; tools of other lengths take their difference besides
            </span>
          </p>
          <TravelBar used={envelope.quill.needMm / envelope.quill.travelMm} />
        </div>
      )}
      {envelope.down.some((tool) => tool.guessed) && (
        <p className="text-[13px] text-soft">
          ? The length is a guess from the diameter. Measure the tool before you rely on it.
        </p>
      )}
      <Split {...props} />
    </section>
  )
}

function TravelBar({ used }: { readonly used: number }) {
  return (
    <div className="my-1 h-2.5 w-full rounded-sm border border-soft" aria-hidden>
      <div
        className={`h-full ${used > 1 ? 'bg-red' : 'bg-blue'}`}
        style={{ width: `${Math.min(100, used * 100)}%` }}
      />
    </div>
  )
}

/** A part longer than the travel: in how many stretches, and how well they meet. */
function Split({ part, planned }: PaneProps) {
  const { machine, standing } = planned
  const [size, setSize] = useState<Length>({ mm: standing.high.x - standing.low.x })
  const [travel, setTravel] = useState<Length>({ mm: machine.travel.x })
  const [beside, setBeside] = useState<Length>({ mm: 15 })
  const [overlap, setOverlap] = useState<Length>({ mm: 10 })
  const [how, setHow] = useState<'slide' | 'end-for-end'>('slide')
  const plan = splitAtStop({
    lengthMm: size.mm,
    travelMm: travel.mm,
    besideMm: beside.mm,
    overlapMm: overlap.mm,
    stopMm: standing.comesBackMm,
    tramPer100: standing.outOfLinePer100,
    parallelMm: 0.02,
    how,
  })
  const length = (mm: number): string => printLength(Math.round(mm * 100) / 100, part.unit)
  return (
    <details className="border-t border-faint pt-2" open={size.mm > travel.mm}>
      <summary className="cursor-pointer font-bold">A long part, split at the stop</summary>
      <div className="mt-1 grid grid-cols-2 gap-x-3">
        <QuantityField
          label="Length of the part"
          unit={part.unit}
          value={size}
          onChange={setSize}
        />
        <QuantityField label="Travel" unit={part.unit} value={travel} onChange={setTravel} />
        <QuantityField
          label="Cutter beside each end"
          unit={part.unit}
          value={beside}
          onChange={setBeside}
        />
        <QuantityField label="Overlap" unit={part.unit} value={overlap} onChange={setOverlap} />
        <Choice
          label="How it is moved"
          value={how}
          options={[
            { value: 'slide', label: 'slid along to the next stop' },
            { value: 'end-for-end', label: 'turned end for end' },
          ]}
          onChange={setHow}
        />
      </div>
      {plan.ok ? (
        <>
          <ol className="figures text-[14px]">
            {plan.value.stretches.map((s, i) => (
              <li key={i}>
                {i + 1}: {length(s.from)} to {length(s.to)}
                {s.turned
                  ? ', turned end for end'
                  : s.moved > 0
                    ? `, moved by ${length(s.moved)}`
                    : ''}
              </li>
            ))}
          </ol>
          {plan.value.seams.length > 0 && (
            <p className="text-[14px]">
              At the seam{plan.value.seams.length > 1 ? 's' : ''} at{' '}
              {plan.value.seams.map(length).join(', ')} the two cuts meet within{' '}
              <b className="figures">±{printSpread(plan.value.alongMm, part.unit)}</b> along and{' '}
              <b className="figures">±{printSpread(plan.value.acrossMm, part.unit)}</b> across. Tram
              the vise first; the overlap shows the step.
              {how === 'end-for-end'
                ? ' Works only when the two guide faces are parallel: 0.02 is assumed here.'
                : ''}
            </p>
          )}
        </>
      ) : (
        <p role="alert" className="text-[14px] text-red">
          ▲ {plan.issues[0].sentence}
        </p>
      )}
    </details>
  )
}
