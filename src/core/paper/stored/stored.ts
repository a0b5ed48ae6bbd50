import { type z } from 'zod'
import { fail, type Result, succeed } from '../../ground/issues'
import { type StoredKind, upgradeBody } from './upgrade'
import { schemaIssues } from './zodIssues'

/** A body as it was stored, with the format that was current then. */
export interface StoredBody {
  readonly body: unknown
  readonly format: number
}

/**
 * Reads what was stored by this or an earlier build: brought up to the present format, then checked.
 * The schema is handed in, so that a page which reads a way does not load those of the whole shop.
 *
 * @returns why it cannot be read otherwise; it is for the caller to show that and to leave the row as it is.
 */
export function readStored<Body>(
  kind: StoredKind,
  schema: z.ZodType<Body>,
  { body, format }: StoredBody,
): Result<Body> {
  const upgraded = upgradeBody(kind, body, format)
  if (!upgraded.ok) return upgraded
  const parsed = schema.safeParse(upgraded.value)
  if (parsed.success) return succeed(parsed.data)
  const [first, ...rest] = schemaIssues(parsed.error)
  return first
    ? { ok: false, issues: [first, ...rest] }
    : fail('document.schema', 'It is not as it should be.')
}
