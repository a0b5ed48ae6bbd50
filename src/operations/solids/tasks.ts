import { cutText, type Result, succeed } from '@/core/ground/issues'
import { type Part } from '@/core/work/part'
import { type SuspectedUnit } from '@/core/work/recognise'
import { type FacedMesh, type FileUnit } from '@/core/work/solid'
import { tell } from '../backroom/telling'
import { type BodyChoice, partOfBody } from './body'
import { digestOf, type ReadOptions, readSolidFile, type SolidFile } from './read'
import { type BodyReport, reportOf } from './report'

/** A file as a page is shown it: its bodies with what was recognised, and their facets apart from that. */
export interface ReadSolids {
  readonly digest: string
  readonly name: string
  readonly format: SolidFile['format']
  readonly unit: FileUnit | undefined
  readonly suspected: SuspectedUnit | undefined
  readonly remarks: readonly string[]
  /** How it was read, to be said again. */
  readonly reading: ReadOptions
  readonly bodies: readonly {
    readonly report: BodyReport
  }[]
  readonly meshes: readonly FacedMesh[]
}

/** The file read last: what is asked of it next is mostly of the same. */
let last: { readonly key: string; readonly file: SolidFile } | undefined

async function fileOf(
  bytes: Uint8Array,
  name: string,
  options: ReadOptions,
): Promise<Result<SolidFile>> {
  const ending = name.slice(name.lastIndexOf('.')).toLowerCase()
  const key = [digestOf(bytes), ending, options.thicknessMm ?? '', options.layer ?? ''].join(' ')
  if (last?.key === key) return succeed({ ...last.file, name: cutText(name, 200) })
  const read = await readSolidFile(bytes, name, options, tell)
  if (read.ok) last = { key, file: read.value }
  return read
}

export async function readSolids(
  bytes: Uint8Array,
  name: string,
  options: ReadOptions,
): Promise<Result<ReadSolids>> {
  const read = await fileOf(bytes, name, options)
  if (!read.ok) return read
  const { bodies, digest, format, remarks, suspected, unit } = read.value
  tell('done', 1)
  const { bodies: reports } = reportOf(
    read.value,
    bodies.map(() => undefined),
  )
  return succeed({
    digest,
    name: read.value.name,
    format,
    unit,
    suspected,
    remarks,
    reading: options,
    bodies: reports.map((report) => ({ report })),
    meshes: bodies.map(({ mesh }) => mesh),
  })
}

/** One body of a file as a part. */
export async function bodyAsPart(
  bytes: Uint8Array,
  name: string,
  choice: BodyChoice,
): Promise<Result<Part>> {
  const { layer, thicknessMm } = choice
  const read = await fileOf(bytes, name, { layer, thicknessMm })
  if (!read.ok) return read
  tell('recognising', 0.7)
  return partOfBody(read.value, choice)
}
