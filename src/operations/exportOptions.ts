import { type CountedFrom } from '@/core/plan/drilling'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { type Anchor, type RecordsBySetup } from '@/core/floor/offsets'
import { type LengthUnit, parseLength } from '@/core/handbook/units'

export const EXPORT_KINDS = [
  'json',
  'csv',
  'sheet-pdf',
  'part-step',
  'part-stl',
  'left-step',
  'left-stl',
  'holes-csv',
  'holes-dxf',
  'template-svg',
  'template-pdf',
  'program',
  'offsets-csv',
  'offsets-g10',
] as const
export type ExportKind = (typeof EXPORT_KINDS)[number]

/** What more an export may be told. */
export interface ExportOptions {
  /** Name of the way; the first when left out. */
  readonly way?: string | undefined
  /** Number of the setup from 1, for holes, templates and programs: the first when left out; for what is left, after which it is taken: the last when left out. */
  readonly setup?: number | undefined
  /** From where hole coordinates are counted. */
  readonly from?: CountedFrom | undefined
  /** Unit of the program; that of the part when left out. */
  readonly unit?: LengthUnit | undefined
  /** Readings by which zero was found, for offsets and the sheet. */
  readonly records?: RecordsBySetup | undefined
  /** Where vises stand by the register, for offsets that were not found. */
  readonly register?: readonly Anchor[] | undefined
  /** Where stop, fixed jaw and bed stand, machine coordinates, mm; instead of the register. */
  readonly place?: { readonly x: number; readonly y: number; readonly z: number } | undefined
  /** Canned cycles in the program; written out without. */
  readonly cycles?: boolean | undefined
}

/** Reads `X, Y, Z`, as lengths are read everywhere; a bare number is mm. */
export function readPlace(text: string): Result<{ x: number; y: number; z: number }> {
  const parts = text.split(/[,;]\s*|\s+/).filter(Boolean)
  const read = parts.map((part) => parseLength(part, 'mm'))
  const wrong = read.find((r) => !r.ok)
  if (wrong && !wrong.ok) return wrong
  const [x, y, z] = read.flatMap((r) => (r.ok ? [r.value.mm] : []))
  return x === undefined || y === undefined || z === undefined || parts.length > 3
    ? fail(
        'place.three',
        'A place has three figures: X, Y, Z of stop, fixed jaw and bed in the machine.',
        'place',
      )
    : succeed({ x, y, z })
}
