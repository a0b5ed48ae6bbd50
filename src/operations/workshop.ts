import { schemaIssues } from '@/core/formats'
import { fail, type Result, succeed } from '@/core/issues'
import { GEAR_SCHEMAS, type GearKind, STANDARD_WORKSHOP, type Workshop } from '@/core/workshop'
import { insertWorkshop, writeGear } from '@/db'
import { workshopOrStandard } from './jobs'

/** Checks one piece of gear and writes it; every way is predicted with it from then on. */
export async function saveGear(
  kind: GearKind,
  id: string,
  body: unknown,
): Promise<Result<Workshop>> {
  const parsed = GEAR_SCHEMAS[kind].safeParse(body)
  if (!parsed.success) {
    const [first, ...rest] = schemaIssues(parsed.error)
    return first
      ? { ok: false, issues: [first, ...rest] }
      : fail('gear.invalid', 'The figures are not as they should be.')
  }
  if (parsed.data.id !== id)
    return fail('gear.id', 'The id of a piece of gear stays: ways refer to it.', 'id')
  await insertWorkshop(STANDARD_WORKSHOP)
  await writeGear(kind, id, parsed.data)
  return succeed(await workshopOrStandard())
}
