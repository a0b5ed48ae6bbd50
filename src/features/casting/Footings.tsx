'use client'

import { useMemo } from 'react'
import { footingsOf } from '@/core/foreman/footings'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'

/** How the casting could be held for the first cut of the first way: each predicted to the end, and what is not reckoned. */
export default function Footings({
  part,
  way,
  workshop,
}: {
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
}) {
  const footings = useMemo(() => footingsOf(workshop, part, way, 0), [part, way, workshop])
  return (
    <section aria-label="First footing" className="sheet p-3 text-[14px]">
      <h2 className="text-[16px] font-bold">First footing</h2>
      <p className="mb-1 text-soft">
        {footings.length === 0
          ? `${way.name} has no setup yet: set up the first cut, then they are compared.`
          : `Each tried in ${way.name}, everything after it as it is: what is tightest of all that hangs on it.`}
      </p>
      <table className="w-full">
        <tbody>
          {footings.map(({ forbids, isChosen, kind, marginMm, requirement, title }) => (
            <tr
              key={kind}
              className={`border-t border-faint align-top ${isChosen ? 'bg-wash' : ''}`}
            >
              <td className={`py-1 pr-2 ${isChosen ? 'font-bold' : ''}`}>
                {title}
                <span className="block text-[13px] font-normal text-soft">
                  {forbids ?? requirement ?? ''}
                </span>
              </td>
              <td className="figures py-1 text-right whitespace-nowrap">
                {marginMm === undefined
                  ? ''
                  : `${marginMm < 0 ? '−' : '+'}${Math.abs(marginMm).toFixed(3)}`}
              </td>
              <td className="w-7 py-1 text-right">{sign(forbids, marginMm)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function sign(forbids: string | undefined, marginMm: number | undefined) {
  if (forbids !== undefined || (marginMm ?? 0) < 0) return <span className="text-red">▲</span>
  return <span className="text-green">●</span>
}
