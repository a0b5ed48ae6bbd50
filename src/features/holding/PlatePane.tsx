'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { capital } from '@/core/ground/finding'
import { type LengthUnit, lengthWords, printLength } from '@/core/handbook/units'
import { type PlannedSetup } from '@/core/plan/planning'
import { liesWords, ownPlaceWords, sizeWords } from '@/core/shop/holding'
import { type PlateDesign } from '@/core/shop/making'
import { refLabel } from '@/core/work/part'
import { call } from '@/ui/api'
import { FigureTable } from './FigureTable'
import { FileLinks } from './FileLinks'
import { type DesignedPlate } from './usePlate'

interface PlatePaneProps {
  readonly jobId: string
  readonly wayName: string
  readonly planned: PlannedSetup
  readonly plate: DesignedPlate
}

/** The plate as it would be made for this setup in figures: pins, rests, screws and reliefs, places with their offsets; its files; the plate as a job of its own. */
export function PlatePane({ jobId, planned, plate, wayName }: PlatePaneProps) {
  const router = useRouter()
  const [sentence, setSentence] = useState<string>()
  const { part } = planned
  const { beside, besideOffsets, design, offsets } = plate
  const address = (as: string): string =>
    `/api/jobs/${jobId}/plate?way=${encodeURIComponent(wayName)}&setup=${planned.index + 1}&as=${as}`
  const makeJob = async (): Promise<void> => {
    const document_ = await call<unknown>(address('job'), 'GET')
    const made =
      document_.kind === 'done'
        ? await call<{ id: string }>('/api/jobs/import?gear=ours', 'POST', document_.data)
        : document_
    if (made.kind === 'done') router.push(`/jobs/${(made.data as { id: string }).id}/part`)
    else
      setSentence(
        made.kind === 'refused'
          ? made.issues[0]?.sentence
          : 'The server does not answer just now. No job was made.',
      )
  }
  return (
    <section aria-label="The plate for it" className="sheet p-3">
      <h2 className="font-bold">A plate made for it</h2>
      {design.troubles.map((trouble) => (
        <p
          key={trouble}
          className="mt-1 rounded-md border-l-4 border-ochre bg-ochre-wash p-2 text-[14px]"
        >
          <span aria-hidden>◆</span> {trouble}
        </p>
      ))}
      <Figures
        design={design}
        offsets={offsets}
        unit={part.unit}
        label={(ref) => refLabel(part, ref)}
      />
      {beside && design.beside && (
        <>
          <h3 className="mt-2 font-semibold">
            Beside it, setup {beside.index + 1} · {beside.setup.name}
          </h3>
          <p className="text-[13px] text-soft">
            Each time the spindle has gone round, one part moves over and one is finished.
          </p>
          <Figures
            design={design.beside.design}
            offsets={besideOffsets}
            unit={part.unit}
            label={(ref) => refLabel(part, ref)}
          />
        </>
      )}
      <FileLinks address={address}>
        <button type="button" className="button main" onClick={() => void makeJob()}>
          Make it a job
        </button>
      </FileLinks>
      {sentence && (
        <p role="alert" className="mt-1 text-[14px] text-red">
          {sentence}
        </p>
      )}
    </section>
  )
}

function Figures(props: {
  readonly design: PlateDesign
  readonly offsets: readonly string[]
  readonly unit: LengthUnit
  readonly label: (ref: string) => string
}) {
  const { design, label, offsets, unit } = props
  const { betweenPinsMm, clamps, part, pins, places, reliefs, restMm, rests } = design
  const { pocket, screws, stops, table } = design
  const length = (mm: number): string => printLength(mm, unit)
  const own = ownPlaceWords(table, length)
  const rows: readonly (readonly [string, string])[] = [
    [
      `Plate, ${design.weightKg.toFixed(1)} kg in ${part.material}`,
      `${length(part.size.x.mm)} × ${length(part.size.y.mm)} × ${length(part.size.z.mm)}`,
    ],
    ...pins.map(
      ({ headMm, hole, kind, landMm, playMm, shankMm }) =>
        [
          `${kind} pin in ${label(hole)}, shank ${lengthWords(shankMm, unit)} m6 in H7`,
          `⌀${length(headMm)}, play ${length(playMm)}${landMm !== undefined && landMm < headMm ? `, lands ${length(landMm)}` : ''}`,
        ] as const,
    ),
    ...(betweenPinsMm === undefined
      ? []
      : ([['Between the pins', length(betweenPinsMm)]] as const)),
    ...(stops.length > 0
      ? ([
          [
            `${stops.length} dowels m6 in H7, two at the back and one at the ${stops.at(-1)?.at ?? 'end'}`,
            `⌀${length(stops[0]?.diameterMm ?? 0)}`,
          ],
        ] as const)
      : []),
    ...(pocket
      ? ([
          [
            `Pocket, ${length(pocket.deepMm)} deep, corners relieved by ⌀${length(pocket.reliefMm)}`,
            `${length(pocket.widthMm)} × ${length(pocket.depthMm)}`,
          ],
        ] as const)
      : []),
    ...(clamps.length > 0
      ? ([
          [
            `${clamps.length} ${clamps.length === 1 ? 'edge clamp' : 'edge clamps'}, head ⌀${length(clamps[0]?.headMm ?? 0)}`,
            clamps[0]?.thread ?? '',
          ],
        ] as const)
      : []),
    [`${rests.length} rest buttons, ground together`, `${length(restMm)} high`],
    ...screws.map(
      ({ engagedMm, from, hole, lengthMm, thread }) =>
        [
          `Screw ${from === 'below' ? 'from below into' : 'through'} ${label(hole)}`,
          `${thread} × ${lengthMm}, ${length(engagedMm)} in the ${from === 'below' ? 'part' : 'plate'}`,
        ] as const,
    ),
    ...(design.lifts.length > 0
      ? ([
          ['Screws that lift it off', `${design.lifts.length} × ${design.lifts[0]?.thread ?? ''}`],
        ] as const)
      : []),
    ...design.air.map(({ thread }) => ['Fitting for air, from below', thread] as const),
    ...(reliefs.length > 0
      ? ([['Reliefs under holes that come through', `${reliefs.length}`]] as const)
      : []),
    ...(own.down ? ([['Held down by', own.down]] as const) : []),
    [`Comes back by ${own.back}`, ''],
    ...gridRows(design, length),
    ...(design.sizes ?? []).map(
      (size, i) =>
        [
          `${sizeWords(size)}, ${offsets[places.length + i] ?? 'by its shift'}`,
          `X ${length(size.shift.x)}, Y ${length(size.shift.y)}`,
        ] as const,
    ),
    ...(places.length > 1
      ? places.map(
          ({ lies, shift }, i) =>
            [
              `Place ${i + 1}, ${offsets[i] ?? `by its shift from ${offsets.at(-1) ?? ''}`}${liesWords(lies)}`,
              `X ${length(shift.x)}, Y ${length(shift.y)}`,
            ] as const,
        )
      : []),
  ]
  return <FigureTable rows={rows} />
}

/** The grid that a plate has already, and which of its holes serve. */
const gridRows = (
  { grid }: PlateDesign,
  length: (mm: number) => string,
): readonly (readonly [string, string])[] => {
  if (!grid) return []
  const pitch = `pitch ${length(grid.pitchMm)}`
  return grid.used.length === 0
    ? [['Kept clear of a grid of M8', pitch]]
    : [
        ['Uses its grid of M8: columns A, B …, rows 1, 2 … from the front left', pitch],
        ...grid.used.map(
          ({ as, holes, name }) =>
            [
              `${capital(name)}, in its ${as === 'thread' ? 'thread' : 'dowel hole'}`,
              holes.map((hole) => hole.name).join(', '),
            ] as const,
        ),
      ]
}
