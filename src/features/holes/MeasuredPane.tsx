'use client'

import { useMemo, useState } from 'react'
import { TextField } from '@/ui/fields'
import { type Measure, MeasuredTable } from './MeasuredTable'
import { type MeasuredWork } from './useMeasured'
import { type HoleInSetup, judgeMeasured, type MeasuredHole } from '@/core/plan/drilling'
import { readPlaces } from '@/core/paper/formats'
import { driven, type PlannedSetup } from '@/core/plan/planning'
import { type Part, refLabel } from '@/core/work/part'
import { type LengthUnit, printDegrees, printSpread, unitSign } from '@/core/handbook/units'

interface MeasuredPaneProps {
  readonly part: Part
  readonly holes: readonly HoleInSetup[]
  readonly work: MeasuredWork
  readonly planned: PlannedSetup
  readonly unit: LengthUnit
}

/** Where the holes came out, how far off each is, and what the pattern as a whole says. */
export function MeasuredPane(props: MeasuredPaneProps) {
  const { holes, part, planned, unit, work } = props
  const setup = planned.id
  const { sentence } = work
  const measured = work.places(setup)
  const onMeasure = work.measure(setup)
  const report = useMemo(() => {
    const list = holes.flatMap((hole): MeasuredHole[] => {
      const at = measured.get(hole.key)
      return at
        ? [
            {
              key: hole.key,
              label: refLabel(part, hole.key),
              nominal: hole.at,
              measured: at,
              toleranceMm: toleranceOf(part, hole),
            },
          ]
        : []
    })
    return list.length > 0 ? judgeMeasured(list, unit, (way) => driven(planned, way)) : undefined
  }, [holes, measured, part, planned, unit])
  const judged = new Map(report?.holes.map((hole) => [hole.key, hole]))
  const word = unitSign(unit)
  return (
    <div className="min-h-0 grow overflow-auto" tabIndex={0} role="region" aria-label="Measured">
      {report && (
        <section className="border-b border-faint bg-wash px-3 py-2" aria-label="What it says">
          {report.words.map(({ rest, what }) => (
            <p key={what} className="mb-1">
              <b>{what}</b> {rest}
            </p>
          ))}
          <p className="figures text-[13px] text-soft">
            best fit X {printSpread(report.squares.shift.x, unit)} Y{' '}
            {printSpread(report.squares.shift.y, unit)} {word}, turn{' '}
            {printDegrees(report.squares.turnRad)} · smallest zone ⌀{' '}
            {printSpread(2 * report.zone.largestMm, unit)} {word}
          </p>
        </section>
      )}
      <div className="w-40 px-3 pt-2">
        <TextField label="Who" value={work.who} onChange={work.setWho} />
      </div>
      <Paste holes={holes} unit={unit} onMeasure={onMeasure} />
      {sentence !== undefined && (
        <p role="alert" className="px-3 py-1 text-red">
          {sentence}
        </p>
      )}
      <MeasuredTable
        part={part}
        holes={holes}
        measured={measured}
        judged={judged}
        unit={unit}
        onMeasure={onMeasure}
      />
    </div>
  )
}

/** Position that the drawing allows a hole. */
function toleranceOf(part: Part, { hole, key }: HoleInSetup): number | undefined {
  const zones = part.requirements.flatMap((r) =>
    r.kind === 'position' && (r.of === hole.id || r.of === key) ? [r.tolerance.mm] : [],
  )
  return zones.length > 0 ? Math.min(...zones) : undefined
}

/** Takes a table from a measuring machine or a spreadsheet: named holes, or in the order of the list. */
function Paste({
  holes,
  onMeasure,
  unit,
}: Pick<MeasuredPaneProps, 'holes' | 'unit'> & { readonly onMeasure: Measure }) {
  const [text, setText] = useState('')
  const [sentence, setSentence] = useState<string>()
  const take = (): void => {
    const read = readPlaces(text, unit)
    if (!read.ok) return setSentence(read.issues.map((issue) => issue.sentence).join(' '))
    const rows = read.value
    const named = rows.every((row) => holes.some((hole) => hole.key === row.name))
    if (!named && rows.length !== holes.length)
      return setSentence(
        `The table has ${rows.length} lines, the setup ${holes.length} holes. Give one line for each in the order of the list, or a column headed “hole” with their ids, such as ${holes[0]?.key ?? 'side.1'}.`,
      )
    setSentence(undefined)
    setText('')
    onMeasure(
      rows.map(({ name, x, y }, i) => ({
        hole: named ? (name ?? '') : (holes[i]?.key ?? ''),
        at: { x, y },
      })),
    )
  }
  return (
    <details className="px-3 py-2">
      <summary className="cursor-pointer font-semibold">Paste a table of measured places</summary>
      <textarea
        className="field figures mt-2 h-24"
        aria-label="Measured places, X and Y from the zero of this setup"
        placeholder={'X\tY\n-100.02\t0.01'}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {sentence && (
        <p role="alert" className="text-[13px] text-red">
          {sentence}
        </p>
      )}
      <button type="button" className="button mt-1" disabled={text.trim() === ''} onClick={take}>
        Take them
      </button>
    </details>
  )
}
