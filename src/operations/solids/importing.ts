import { fail, type Result, succeed } from '@/core/ground/issues'
import { writeDocument } from '@/core/paper/formats'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { UNIT_MM } from '@/core/work/solid'
import { partOfBody } from './body'
import { readSolidFile, type ReadOptions, type SolidFile } from './read'
import { type ImportReport, reportOf } from './report'

export interface ImportOptions extends ReadOptions {
  /** The unit that its figures are in, against what the file says. */
  readonly unit?: 'mm' | 'inch' | undefined
  /** The body that becomes a document; the only one when left out. */
  readonly body?: number | undefined
}

/** What its lengths are multiplied by when the figures of a file are of another unit than it says. */
export const timesFor = (file: Pick<SolidFile, 'unit'>, unit: 'mm' | 'inch' | undefined): number =>
  unit === undefined ? 1 : UNIT_MM[unit] / UNIT_MM[file.unit ?? 'mm']

/** A file with a solid as the command line takes it in: what is in it, and the document of one body. */
export async function importFile(
  bytes: Uint8Array,
  name: string,
  { body, unit, ...reading }: ImportOptions,
): Promise<Result<{ readonly report: ImportReport; readonly document: string | undefined }>> {
  const read = await readSolidFile(bytes, name, reading)
  if (!read.ok) return read
  const file = read.value
  if (body !== undefined && body >= file.bodies.length)
    return fail(
      'body.unknown',
      `The file has ${file.bodies.length} bodies, counted from 0.`,
      'body',
    )
  const stem = name.replace(/\.[^.]+$/, '') || 'Part'
  const parts: (Part | undefined)[] = []
  for (const index of file.bodies.keys()) {
    const called = file.bodies.length > 1 ? `${stem} ${index + 1}` : stem
    const choice = { ...reading, body: index, name: called, times: timesFor(file, unit) }
    const part = await partOfBody(file, choice)
    // A body that is too small or too large for a part is still reported, without features.
    parts.push(part.ok ? part.value : undefined)
    if (!part.ok && (file.bodies.length === 1 || index === body)) return part
  }
  const chosen = parts[body ?? (parts.length === 1 ? 0 : -1)]
  const document =
    chosen &&
    writeDocument({
      workshop: STANDARD_WORKSHOP,
      part: chosen,
      ways: [{ name: 'Way A', note: '', setups: [] }],
    })
  return succeed({ report: reportOf(file, parts), document })
}
