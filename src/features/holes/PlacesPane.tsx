'use client'

import { Download, ListChecks } from 'lucide-react'
import Link from 'next/link'
import { useEffect, useRef } from 'react'
import { type CountedFrom, type HoleInSetup } from '@/core/plan/drilling'
import { leanWords, type PlannedSetup, swungIn } from '@/core/plan/planning'
import { type Part, refLabel } from '@/core/work/part'
import { type LengthUnit, printLength, printSpread } from '@/core/handbook/units'

interface PlacesPaneProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly holes: readonly HoleInSetup[]
  readonly from: CountedFrom
  readonly unit: LengthUnit
  readonly chosen: string | undefined
  readonly exportPath: (as: string) => string
  readonly tickPath: string
  readonly onFrom: (from: CountedFrom) => void
  readonly onChoose: (key: string) => void
}

const FROM_WORDS: Readonly<Record<CountedFrom, string>> = {
  zero: 'zero of the setup',
  corner: 'marked corner',
  centre: 'centre',
}

const FILES = [
  ['holes-csv', 'CSV'],
  ['holes-dxf', 'DXF'],
  ['template-pdf', 'Template 1:1 PDF'],
  ['template-svg', 'Template 1:1 SVG'],
] as const

/** The coordinates of every hole in the axes of this setup. */
export function PlacesPane(props: PlacesPaneProps) {
  const { chosen, exportPath, from, holes, onChoose, onFrom, part, planned, tickPath, unit } = props
  const swung = swungIn(planned)
  const row = useRef<HTMLTableRowElement>(null)
  useEffect(() => row.current?.scrollIntoView({ block: 'nearest' }), [chosen])
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="flex flex-wrap items-center gap-2 px-3 py-2">
        <span className="text-[13px] text-soft">counted from</span>
        <div role="group" aria-label="Counted from" className="flex gap-1">
          {(['zero', 'corner', 'centre'] as const).map((word) => (
            <button
              key={word}
              type="button"
              aria-pressed={word === from}
              className={`button quiet ${word === from ? 'border-blue! bg-tint! font-bold!' : ''}`}
              onClick={() => onFrom(word)}
            >
              {FROM_WORDS[word]}
            </button>
          ))}
        </div>
      </div>
      {swung && (
        <p className="px-3 pb-2 text-[14px]">
          As table and quill read, {leanWords(swung.lean)}; the face is drawn as the spindle sees
          it.
        </p>
      )}
      <div
        className="min-h-0 grow overflow-auto"
        tabIndex={0}
        aria-label="Coordinates"
        role="region"
      >
        <table className="w-full border-collapse">
          <thead className="sticky top-0 bg-(--sheet) text-left text-[13px] text-soft">
            <tr>
              <th className="py-1 pl-3 font-normal">hole</th>
              <th className="px-2 text-right font-normal">X</th>
              <th className="px-2 text-right font-normal">Y</th>
              <th className="px-2 text-right font-normal">{swung ? 'quill' : 'Z'}</th>
              <th className="px-2 text-right font-normal">deep</th>
              <th className="pr-3 font-normal">
                <span className="sr-only">made here</span>
              </th>
            </tr>
          </thead>
          <tbody className="figures">
            {holes.map((hole) => {
              const isChosen = hole.key === chosen
              return (
                <tr
                  key={hole.key}
                  ref={isChosen ? row : undefined}
                  aria-selected={isChosen}
                  className={`cursor-pointer border-t border-faint ${isChosen ? 'bg-tint' : 'hover:bg-wash'}`}
                  onClick={() => onChoose(hole.key)}
                >
                  <td className="py-0.5 pl-3 font-sans">
                    <button type="button" className="cursor-pointer text-left">
                      {refLabel(part, hole.key)}
                    </button>
                  </td>
                  <td className="px-2 text-right">{printSpread(hole.reads.x, unit)}</td>
                  <td className="px-2 text-right">{printSpread(hole.reads.y, unit)}</td>
                  <td className="px-2 text-right">{printSpread(hole.reads.z, unit)}</td>
                  <td className="px-2 text-right">
                    {hole.through ? 'through' : printLength(hole.depthMm, unit)}
                  </td>
                  <td className="pr-3 font-sans text-[13px] whitespace-nowrap text-soft">
                    {hole.cutHere ? 'here' : hole.from === 'behind' ? 'from behind' : 'elsewhere'}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center gap-2 border-t border-faint px-3 py-2">
        <Link className="button main" href={tickPath}>
          <ListChecks className="size-4" aria-hidden /> Tick list for the machine
        </Link>
        {FILES.map(([as, words]) => (
          <a key={as} className="button quiet" href={exportPath(as)}>
            <Download className="size-4" aria-hidden /> {words}
          </a>
        ))}
      </div>
    </div>
  )
}
