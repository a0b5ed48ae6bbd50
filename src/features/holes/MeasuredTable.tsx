'use client'

import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react'
import { type HoleInSetup, type MeasuredReport } from '@/core/plan/drilling'
import { type PlanePoint } from '@/core/ground/geometry'
import { type Part, refLabel } from '@/core/work/part'
import { type LengthUnit, parseLength, printLength, printSpread } from '@/core/handbook/units'

type JudgedHole = MeasuredReport['holes'][number]
export type Places = ReadonlyMap<string, PlanePoint>
export type Measure = (places: readonly { hole: string; at?: PlanePoint | undefined }[]) => void

const COLUMNS = ['x', 'y'] as const
type Column = (typeof COLUMNS)[number]
/** What is written in a row and is no place yet. */
type Draft = Readonly<Record<Column, string>>

interface MeasuredTableProps {
  readonly part: Part
  readonly holes: readonly HoleInSetup[]
  readonly measured: Places
  readonly judged: ReadonlyMap<string, JudgedHole>
  readonly unit: LengthUnit
  readonly onMeasure: Measure
}

/** A row for each hole. Enter goes down, Tab across; figures pasted into a cell fill it and those below and beside it. */
export function MeasuredTable(props: MeasuredTableProps) {
  const { holes, judged, measured, onMeasure, part, unit } = props
  const [drafts, setDrafts] = useState<ReadonlyMap<string, Draft>>(new Map())
  const table = useRef<HTMLTableElement>(null)

  const shown = (key: string): Draft => {
    const at = measured.get(key)
    return (
      drafts.get(key) ?? {
        x: at ? printLength(at.x, unit) : '',
        y: at ? printLength(at.y, unit) : '',
      }
    )
  }
  /** Takes rows: a whole one is a place, an empty one takes its place away, half a one waits. */
  const take = (rows: ReadonlyMap<string, Draft>): void => {
    const places: { hole: string; at?: PlanePoint }[] = []
    const waiting = new Map(drafts)
    for (const [hole, draft] of rows) {
      const [x, y] = COLUMNS.map((column) => parseLength(draft[column], unit))
      if (x?.ok && y?.ok) places.push({ hole, at: { x: x.value.mm, y: y.value.mm } })
      else if (draft.x.trim() === '' && draft.y.trim() === '' && measured.has(hole))
        places.push({ hole })
      if (x?.ok && y?.ok) waiting.delete(hole)
      else waiting.set(hole, draft)
    }
    setDrafts(waiting)
    const changed = places.filter(({ at, hole }) => !isSame(at, measured.get(hole)))
    if (changed.length > 0) onMeasure(changed)
  }
  const go = (row: number, column: Column): void => {
    const cell = table.current?.querySelector<HTMLInputElement>(
      `[data-row="${row}"][data-column="${column}"]`,
    )
    cell?.focus()
    cell?.select()
  }
  const onKeyDown = (event: KeyboardEvent, row: number, column: Column): void => {
    const by = { Enter: event.shiftKey ? -1 : 1, ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    go(row + by, column)
  }
  const onPaste = (event: ClipboardEvent, row: number, column: Column): void => {
    const cells = cellsOf(event.clipboardData.getData('text/plain'))
    if (cells.length === 1 && cells[0]?.length === 1) return
    event.preventDefault()
    const rows = new Map<string, Draft>()
    cells.forEach((line, i) => {
      const key = holes[row + i]?.key
      if (key === undefined) return
      const from = COLUMNS.indexOf(column)
      const filled = COLUMNS.map((name, n) => [name, line[n - from] ?? shown(key)[name]] as const)
      rows.set(key, Object.fromEntries(filled) as Draft)
    })
    take(rows)
  }
  return (
    <table ref={table} className="w-full border-collapse">
      <thead className="text-left text-[13px] text-soft">
        <tr>
          <th className="py-1 pl-3 font-normal">hole</th>
          <th className="px-1 font-normal">measured X</th>
          <th className="px-1 font-normal">measured Y</th>
          <th className="px-2 text-right font-normal">position</th>
          <th className="pr-3 text-right font-normal">after fit</th>
        </tr>
      </thead>
      <tbody>
        {holes.map((hole, row) => {
          const found = judged.get(hole.key)
          const draft = shown(hole.key)
          return (
            <tr key={hole.key} className="border-t border-faint">
              <td className="py-0.5 pl-3 leading-tight">
                {found?.wandered && <span aria-hidden>▲ </span>}
                {refLabel(part, hole.key)}
              </td>
              {COLUMNS.map((column) => (
                <td key={column} className="px-1 py-0.5">
                  <input
                    className="field figures max-w-24 text-right"
                    aria-label={`${refLabel(part, hole.key)}: measured ${column.toUpperCase()}`}
                    aria-invalid={isBad(draft[column], unit)}
                    data-row={row}
                    data-column={column}
                    placeholder={printLength(hole.at[column], unit)}
                    value={draft[column]}
                    autoComplete="off"
                    onChange={({ target }) =>
                      setDrafts(new Map(drafts).set(hole.key, { ...draft, [column]: target.value }))
                    }
                    onBlur={() => drafts.has(hole.key) && take(new Map([[hole.key, draft]]))}
                    onKeyDown={(event) => onKeyDown(event, row, column)}
                    onPaste={(event) => onPaste(event, row, column)}
                  />
                </td>
              ))}
              <Judged found={found} unit={unit} />
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** What was copied, by rows and cells: parted by tabs or semicolons, else by blanks. */
const cellsOf = (text: string): readonly (readonly string[])[] =>
  text
    .trim()
    .split(/\r?\n/)
    .map((line) => line.trim().split(/[\t;]/.test(line) ? /\s*[\t;]\s*/ : /\s+/))

const isBad = (text: string, unit: LengthUnit): boolean =>
  text.trim() !== '' && !parseLength(text, unit).ok

const isSame = (a: PlanePoint | undefined, b: PlanePoint | undefined): boolean =>
  a && b ? Math.abs(a.x - b.x) < 1e-9 && Math.abs(a.y - b.y) < 1e-9 : a === b

function Judged({
  found,
  unit,
}: {
  readonly found: JudgedHole | undefined
  readonly unit: LengthUnit
}) {
  const look =
    found?.accepted === false ? 'font-bold text-red' : found?.accepted ? 'text-green' : ''
  return (
    <>
      <td className="figures px-2 text-right whitespace-nowrap">
        {found && (
          <span className={look}>
            {found.accepted === undefined ? '' : found.accepted ? '● ' : '▲ '}
            {printSpread(found.positionMm, unit)}
          </span>
        )}
      </td>
      <td className="figures pr-3 text-right">{found && printSpread(found.afterFitMm, unit)}</td>
    </>
  )
}
