import { type z } from 'zod'
import { type Fixture, FixtureSchema } from '../../floor/register'
import { fail, type Result, succeed } from '../../ground/issues'
import { type ZeroRecord, ZeroRecordSchema } from '../../floor/offsets'
import { type Part, PartSchema } from '../../work/part'
import { type Way, WaySchema } from '../../plan/way'
import { upgradeBody } from './upgrade'
import { schemaIssues } from './zodIssues'

interface Bodies {
  readonly part: Part
  readonly way: Way
  readonly reading: ZeroRecord
  readonly fixture: Fixture
}

const SCHEMAS: { readonly [Kind in keyof Bodies]: z.ZodType<Bodies[Kind]> } = {
  part: PartSchema,
  way: WaySchema,
  reading: ZeroRecordSchema,
  fixture: FixtureSchema,
}

/** A body as it was stored, with the format that was current then. */
export interface StoredBody {
  readonly body: unknown
  readonly format: number
}

/**
 * Reads what was stored by this or an earlier build: brought up to the present format, then checked.
 *
 * @returns why it cannot be read otherwise; it is for the caller to show that and to leave the row as it is.
 */
export function readStored<Kind extends keyof Bodies>(
  kind: Kind,
  { body, format }: StoredBody,
): Result<Bodies[Kind]> {
  const upgraded = upgradeBody(kind, body, format)
  if (!upgraded.ok) return upgraded
  const parsed = SCHEMAS[kind].safeParse(upgraded.value)
  if (parsed.success) return succeed(parsed.data)
  const [first, ...rest] = schemaIssues(parsed.error)
  return first
    ? { ok: false, issues: [first, ...rest] }
    : fail('document.schema', 'It is not as it should be.')
}
