import { schemaIssues } from '@/core/formats'
import { fail, type Issue, type Result, succeed } from '@/core/issues'
import { type Part, partIssues, PartSchema } from '@/core/part'
import { danglingWayCodes, type Way, wayIssues, WaySchema } from '@/core/way'
import {
  type Appended,
  appendVersion,
  type DocumentRecord,
  findDocument,
  listDocuments,
  readWorkshop,
} from '@/db'
import { STANDARD_WORKSHOP } from '@/core/workshop'
import { type Stored, storedPart, storedWay } from './jobs'

export type Saved =
  | { readonly kind: 'saved'; readonly document: Stored<Part | Way> }
  /** Somebody else saved in between; theirs is given, nothing was written. */
  | { readonly kind: 'conflict'; readonly document: Stored<Part | Way> }

const storedOf = (record: DocumentRecord): Stored<Part | Way> =>
  record.kind === 'part' ? storedPart(record) : storedWay(record)

function savedOf(appended: Appended): Result<Saved> {
  switch (appended.kind) {
    case 'missing':
      return fail('document.missing', 'This part or way is not there any more.')
    case 'nothing':
      return fail('document.no-history', 'There is nothing further to take back or to do again.')
    default:
      return succeed({ kind: appended.kind, document: storedOf(appended.document) })
  }
}

/** Checks a body by its kind and saves it on top of the version that it was made on. */
export async function saveDocument(
  id: string,
  baseVersion: number,
  body: unknown,
): Promise<Result<Saved>> {
  const record = await findDocument(id)
  if (!record) return fail('document.missing', 'This part or way is not there any more.')
  const checked = record.kind === 'part' ? checkPart(body) : await checkWay(record.jobId, body)
  if (!checked.ok) return checked
  return savedOf(await appendVersion(id, baseVersion, { kind: 'edit', body: checked.value }))
}

function failWith(issues: readonly Issue[]): Result<never> {
  const [first, ...rest] = issues
  return first
    ? { ok: false, issues: [first, ...rest] }
    : fail('document.invalid', 'The document is not as it should be.')
}

function checkPart(body: unknown): Result<Part> {
  const parsed = PartSchema.safeParse(body)
  if (!parsed.success) return failWith(schemaIssues(parsed.error))
  const issues = partIssues(parsed.data)
  return issues.length > 0 ? failWith(issues) : succeed(parsed.data)
}

/** A way may name features that have left the part meanwhile: that is a finding to be mended, not a reason to lose the edit. */
async function checkWay(jobId: string, body: unknown): Promise<Result<Way>> {
  const parsed = WaySchema.safeParse(body)
  if (!parsed.success) return failWith(schemaIssues(parsed.error))
  const part = (await listDocuments(jobId)).find((d) => d.kind === 'part')
  if (!part) return fail('document.missing', 'The part of this way is not there any more.')
  const workshop = (await readWorkshop()) ?? STANDARD_WORKSHOP
  const issues = wayIssues(workshop, storedPart(part).body, parsed.data).filter(
    (issue) => !danglingWayCodes.has(issue.code),
  )
  return issues.length > 0 ? failWith(issues) : succeed(parsed.data)
}

/** Takes the last change back, or does it again; a version of its own in the history. */
export async function stepHistory(
  id: string,
  baseVersion: number,
  step: 'undo' | 'redo',
): Promise<Result<Saved>> {
  return savedOf(await appendVersion(id, baseVersion, { kind: step }))
}
