import { z } from 'zod'
import { fail, type Issue, type Result, resultOf } from '../../ground/issues'
import { type Part, partIssues, PartSchema } from '../../work/part'
import { type Casting, CastingSchema } from '../../work/casting'
import { type Way, wayIssues, WaySchema } from '../../plan/way'
import { type Workshop, WorkshopSchema } from '../../shop/workshop'
import { FORMAT, upgradeDocument } from '../stored'
import { brokenText, schemaIssues } from '../stored'

/** A job in one open file: workshop, part and its ways. Millimetres and radians inside. */
export const FootholdFileSchema = z.strictObject({
  format: z.literal('foothold/2'),
  version: z.literal(FORMAT),
  workshop: WorkshopSchema,
  part: PartSchema,
  ways: z.array(WaySchema).max(20),
  castings: z.array(CastingSchema).max(50).optional(),
})

export interface FootholdFile {
  readonly workshop: Workshop
  readonly part: Part
  readonly ways: readonly Way[]
  readonly castings?: readonly Casting[] | undefined
}

/** Largest document that is read, bytes of text. */
export const MOST_DOCUMENT_BYTES = 2_000_000

/** Reads a document from text: JSON, format, version, fields, then what the fields say together. */
export function readDocumentText(text: string): Result<FootholdFile> {
  if (text.length > MOST_DOCUMENT_BYTES)
    return fail(
      'document.large',
      `The file has ${(text.length / 1e6).toFixed(1)} MB; a Foothold document has at most ${MOST_DOCUMENT_BYTES / 1e6} MB.`,
    )
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return fail('document.json', `The file is not JSON: ${jsonPlace(text, error)}`)
  }
  return readDocument(value)
}

/** Reads a document from a value as JSON gives it. */
export function readDocument(value: unknown): Result<FootholdFile> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return fail('document.foreign', 'The file is JSON, but not a Foothold document.')
  const document = value as Record<string, unknown>
  if (document.format !== 'foothold/1' && document.format !== 'foothold/2')
    return fail(
      'document.foreign',
      `The file is not a Foothold document: its “format” is neither “foothold/1” nor “foothold/2”.`,
      'format',
    )
  const broken = brokenText(document)
  if (broken) return { ok: false, issues: [broken] }
  const upgraded = upgradeDocument(document)
  if (!upgraded.ok) return upgraded
  const parsed = FootholdFileSchema.safeParse(upgraded.value)
  if (!parsed.success) {
    const [first, ...rest] = schemaIssues(parsed.error)
    return first
      ? { ok: false, issues: [first, ...rest] }
      : fail('document.schema', 'The document is not as it should be.')
  }
  const { castings, part, ways, workshop } = parsed.data
  const at =
    (prefix: string) =>
    (issue: Issue): Issue => ({ ...issue, path: `${prefix}.${issue.path}` })
  const issues = [
    ...partIssues(part).map(at('part')),
    ...ways.flatMap((way, i) => wayIssues(workshop, part, way).map(at(`ways.${i}`))),
  ]
  return resultOf({ workshop, part, ways, ...(castings && { castings }) }, issues)
}

/** Writes a document, two spaces deep, ending with a line break. */
export function writeDocument(file: FootholdFile): string {
  return `${JSON.stringify({ format: 'foothold/2', version: FORMAT, ...file }, undefined, 2)}\n`
}

/** JSON Schema of the document, draft 2020-12. */
export const documentJsonSchema = (): object => z.toJSONSchema(FootholdFileSchema)

function jsonPlace(text: string, error: unknown): string {
  const position = /position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1]
  if (position === undefined)
    return text.trim() === '' ? 'it is empty.' : 'it ends too soon or is damaged.'
  const before = text.slice(0, Number(position)).split('\n')
  return `line ${before.length}, column ${(before[before.length - 1]?.length ?? 0) + 1} cannot be read.`
}
