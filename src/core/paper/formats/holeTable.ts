import Papa from 'papaparse'
import { writeTable } from './csv'
import { type HoleInSetup } from '../../plan/drilling'
import { type PlanePoint } from '../../ground/geometry'
import { type Issue, type Result, resultOf } from '../../ground/issues'
import { type Part, refLabel } from '../../work/part'
import { type LengthUnit, parseLength } from '../../handbook/units'

/** Holes of a setup as a table: number, name, what X, Y and Z read at the mouth, full-diameter depth; mm. */
export function holesCsv(part: Part, holes: readonly HoleInSetup[]): string {
  const mm = (value: number): string => (value + 0).toFixed(4).replace(/^-0\.0000$/, '0.0000')
  return writeTable(
    holes.map((hole) => ({
      hole: hole.key,
      name: refLabel(part, hole.key),
      x: mm(hole.reads.x),
      y: mm(hole.reads.y),
      z: mm(hole.reads.z),
      depth: hole.through ? 'through' : mm(hole.depthMm),
      diameter: mm(hole.hole.diameter.mm),
      thread: hole.hole.thread ?? '',
      'made here': hole.cutHere ? 'yes' : 'no',
    })),
  )
}

/** A line of a table of places, as it was read. */
export interface PlaceRow extends PlanePoint {
  /** Name of the hole, when the table has a column for it. */
  readonly name?: string | undefined
}

/** Most lines that are read from a table. */
export const MOST_ROWS = 10_000

const HEADINGS: Readonly<Record<string, 'x' | 'y' | 'name'>> = {
  x: 'x',
  'x mm': 'x',
  'x in': 'x',
  across: 'x',
  y: 'y',
  'y mm': 'y',
  'y in': 'y',
  up: 'y',
  hole: 'name',
  name: 'name',
  no: 'name',
  'no.': 'name',
  number: 'name',
}

/**
 * Reads places from a table pasted from a spreadsheet or a CSV file: two columns, or columns headed x, y
 * and hole in any order. Separated by tabs, semicolons, commas or blanks; with tabs and semicolons a
 * decimal comma is read.
 *
 * @param unit - unit of bare numbers.
 * @returns all rows, or every line that cannot be read; nothing is half read.
 */
export function readPlaces(text: string, unit: LengthUnit): Result<readonly PlaceRow[]> {
  const one = (code: string, sentence: string): Result<never> =>
    resultOf<never>(undefined as never, [{ code, path: '', sentence }])
  if (/\u0000/.test(text)) return one('table.binary', 'This is not a table but a binary file.')
  const lines = text.split(/\r\n|\r|\n/)
  const separator = separatorOf(text)
  const rows = lines.map((line) => cellsOf(line, separator))
  const filled = rows.flatMap((cells, i) =>
    cells.some((cell) => cell !== '') ? [{ cells, line: i + 1 }] : [],
  )
  const [head] = filled
  if (!head) return one('table.empty', 'The table is empty. Paste two columns, X and Y.')
  if (filled.length > MOST_ROWS)
    return one('table.long', `The table has ${filled.length} lines; ${MOST_ROWS} are the most.`)
  const headed = head.cells.some((cell) => HEADINGS[cell.toLowerCase()] !== undefined)
  const columns = headed ? headedColumns(head.cells) : { x: 0, y: 1, name: undefined }
  if (columns.x === undefined || columns.y === undefined)
    return one(
      'table.heading',
      `Line ${head.line} heads the columns, but ${columns.x === undefined ? 'X' : 'Y'} is not among them.`,
    )
  const { x, y, name } = columns
  const comma = separator === ',' ? 'none' : commaOf(filled.flatMap(({ cells }) => cells))
  const issues: Issue[] = []
  const places = (headed ? filled.slice(1) : filled).map(({ cells, line }): PlaceRow => {
    const read = (column: number, axis: string): number => {
      const cell = withoutComma(cells[column] ?? '', comma)
      if (comma === 'unknown' && TWO_WAYS.test(cell)) {
        const [whole, rest] = [cell.split(',')[0] ?? '', cell.replace(/,/g, '')]
        issues.push({
          code: 'table.two-ways',
          path: `${line}`,
          sentence: `Line ${line}, ${axis}: “${cell}” can be ${whole} or ${rest}. Write it with a point, or without the comma.`,
        })
        return 0
      }
      const parsed = parseLength(cell, unit)
      if (parsed.ok) return parsed.value.mm
      const sentence =
        cell === ''
          ? `Line ${line}: ${axis} is empty.`
          : `Line ${line}, ${axis}: ${parsed.issues[0].sentence}`
      issues.push({
        code: cell === '' ? 'table.empty-cell' : 'table.cell',
        path: `${line}`,
        sentence,
      })
      return 0
    }
    const place = { x: read(x, 'X'), y: read(y, 'Y') }
    return name === undefined ? place : { ...place, name: cells[name] ?? '' }
  })
  if (places.length === 0) return one('table.empty', 'Under the headings there is no line.')
  return resultOf(places, issues.slice(0, 20))
}

type Separator = '\t' | ';' | ',' | ' '

const separatorOf = (text: string): Separator =>
  text.includes('\t') ? '\t' : text.includes(';') ? ';' : text.includes(',') ? ',' : ' '

function cellsOf(line: string, separator: Separator): readonly string[] {
  if (separator === ' ') return line.trim().split(/\s+/)
  const { data } = Papa.parse<string[]>(line, { delimiter: separator })
  return (data[0] ?? []).map((cell) => cell.trim())
}

/** 1,000 may be one, to three places, or a thousand. */
const TWO_WAYS = /^[-+]?[1-9]\d{0,2}(?:,\d{3})+$/

/** What a comma in the figures of a table means, by those that can be read in one way only. */
function commaOf(cells: readonly string[]): 'decimal' | 'thousand' | 'unknown' {
  const withComma = cells.filter((cell) => /^[-+]?\d[\d.]*,\d/.test(cell))
  if (withComma.some((cell) => /,\d{3}\.\d|,\d{3},/.test(cell))) return 'thousand'
  return withComma.some((cell) => !TWO_WAYS.test(cell)) ? 'decimal' : 'unknown'
}

/** 12,5 is twelve and a half where the comma does not separate the columns. */
const withoutComma = (cell: string, comma: ReturnType<typeof commaOf> | 'none'): string =>
  comma === 'decimal'
    ? cell.replace(/^([-+]?\d+),(\d+)/, '$1.$2')
    : comma === 'thousand'
      ? cell.replace(/,(?=\d{3})/g, '')
      : cell

function headedColumns(cells: readonly string[]): Partial<Record<'x' | 'y' | 'name', number>> {
  const columns: Partial<Record<'x' | 'y' | 'name', number>> = {}
  cells.forEach((cell, i) => {
    const heading = HEADINGS[cell.toLowerCase()]
    if (heading !== undefined) columns[heading] ??= i
  })
  return columns
}
