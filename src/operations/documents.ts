import { FORMAT, readStored, type StoredBody } from '@/core/paper/stored'
import { absent, fail, type Result, resultOf, succeed } from '@/core/ground/issues'
import { type Part, partIssues, PartSchema } from '@/core/work/part'
import { type Casting, CastingSchema } from '@/core/work/casting'
import { danglingWayCodes, type Way, wayIssues, WaySchema } from '@/core/plan/way'
import {
  type Appended,
  appendVersion,
  type DocumentRecord,
  findDocument,
  listDocuments,
  readWorkshop,
} from '@/db'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Stored, storedCasting, storedPart, storedWay } from './jobs'

export type Saved =
  | { readonly kind: 'saved'; readonly document: Stored<Part | Way | Casting> }
  /** Somebody else saved in between; theirs is given, nothing was written. */
  | { readonly kind: 'conflict'; readonly document: Stored<Part | Way | Casting> }

const storedOf = (record: DocumentRecord): Result<Stored<Part | Way | Casting>> =>
  record.kind === 'part'
    ? storedPart(record)
    : record.kind === 'way'
      ? storedWay(record)
      : storedCasting(record)

function savedOf(appended: Appended): Result<Saved> {
  switch (appended.kind) {
    case 'missing':
      return absent('document.missing', 'This part, way or casting is not there any more.')
    case 'nothing':
      return fail('document.no-history', 'There is nothing further to take back or to do again.')
    default: {
      const document = storedOf(appended.document)
      return document.ok ? succeed({ kind: appended.kind, document: document.value }) : document
    }
  }
}

/** Checks a body by its kind and saves it on top of the version that it was made on. */
export async function saveDocument(
  id: string,
  baseVersion: number,
  body: unknown,
  format = FORMAT,
): Promise<Result<Saved>> {
  const record = await findDocument(id)
  if (!record) return absent('document.missing', 'This part, way or casting is not there any more.')
  const sent = { body, format }
  const checked =
    record.kind === 'part'
      ? checkPart(sent)
      : record.kind === 'way'
        ? await checkWay(record.jobId, sent)
        : readStored('casting', CastingSchema, sent)
  if (!checked.ok) return checked
  return savedOf(await appendVersion(id, baseVersion, { kind: 'edit', body: checked.value }))
}

function checkPart(sent: StoredBody): Result<Part> {
  const part = readStored('part', PartSchema, sent)
  return part.ok ? resultOf(part.value, partIssues(part.value)) : part
}

/** A way may name features that have left the part meanwhile: that is a finding to be mended, not a reason to lose the edit. */
async function checkWay(jobId: string, sent: StoredBody): Promise<Result<Way>> {
  const way = readStored('way', WaySchema, sent)
  if (!way.ok) return way
  const record = (await listDocuments(jobId)).find((d) => d.kind === 'part')
  if (!record) return absent('document.missing', 'The part of this way is not there any more.')
  const part = storedPart(record)
  if (!part.ok) return part
  const workshop = (await readWorkshop()) ?? STANDARD_WORKSHOP
  const issues = wayIssues(workshop, part.value.body, way.value).filter(
    (issue) => !danglingWayCodes.has(issue.code),
  )
  return resultOf(way.value, issues)
}

/** Takes the last change back, or does it again; a version of its own in the history. */
export async function stepHistory(
  id: string,
  baseVersion: number,
  step: 'undo' | 'redo',
): Promise<Result<Saved>> {
  return savedOf(await appendVersion(id, baseVersion, { kind: step }))
}
