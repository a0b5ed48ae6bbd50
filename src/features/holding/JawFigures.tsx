'use client'

import { useMemo } from 'react'
import { type LengthUnit, lengthWords, printLength } from '@/core/handbook/units'
import { jawsSection } from '@/core/paper/picture'
import { type JawDesign } from '@/core/shop/making'
import { SceneSvg } from '@/ui/SceneSvg'
import { FigureTable } from './FigureTable'

interface JawFiguresProps {
  readonly design: JawDesign
  readonly unit: LengthUnit
}

const SECTION = { width: 400, height: 170 }

/** Section through both halves, what was measured of them, what is cut in which order, and what keeps them from being made. */
export function JawFigures({ design, unit }: JawFiguresProps) {
  const section = useMemo(() => jawsSection(design, unit, SECTION), [design, unit])
  const { blank, clearMm, cuts, fixed, gripMm, moving, slug, topZ, troubles, workTopZ } = design
  const length = (mm: number): string => printLength(mm, unit)
  const rows: readonly (readonly [string, string])[] = [
    ['Grip, flat contact less the mouth', length(gripMm)],
    ['Work over the jaws', length(workTopZ - topZ)],
    ['Free where nothing locates', length(clearMm)],
    ['Gap to the part, fixed half', `${length(fixed.leastGapMm)} … ${length(fixed.mostGapMm)}`],
    ['Gap to the part, moving half', `${length(moving.leastGapMm)} … ${length(moving.mostGapMm)}`],
    ['Bears along, fixed and moving', `${length(fixed.bearsMm)}, ${length(moving.bearsMm)}`],
    [
      `${blank.name}, ${blank.pairs === 1 ? '1 pair' : `${blank.pairs} pairs`}`,
      `${length(blank.width)} × ${length(blank.thickness)} × ${length(blank.height)}`,
    ],
  ]
  return (
    <>
      <section aria-label="Section through both jaws" className="sheet p-3">
        <h2 className="font-bold">Section through both jaws</h2>
        <SceneSvg scene={section} title="Both halves and the part, from the left" />
      </section>
      <section aria-label="Figures of the jaws" className="sheet p-3">
        {troubles.map(({ sentence }) => (
          <p
            key={sentence}
            role="alert"
            className="mb-2 rounded-md border-l-4 border-red bg-red-wash p-2 text-[14px]"
          >
            <span aria-hidden>▲</span> {sentence}
          </p>
        ))}
        <FigureTable rows={rows} />
        <h2 className="mt-3 font-bold">Cut in this order</h2>
        <ol className="list-inside list-decimal text-[14px]">
          {cuts.map(({ cutter, depthMm, what }) => (
            <li key={what}>
              {what}: {cutter}, {lengthWords(depthMm, unit)} deep
            </li>
          ))}
        </ol>
        <p className="mt-2 text-[13px] text-soft">
          {design.edges} Closed meanwhile on a slug {lengthWords(slug.diameterMm, unit)} thick over
          the vise’s screw, as hard as the part will be gripped. Zero of the jaws:{' '}
          {design.zero.words}. Grip is an estimate: the vise’s own limits and a qualified person
          decide.
        </p>
      </section>
    </>
  )
}
