import { type ZodError } from 'zod'
import { schemaIssues } from '@/core/paper/stored'
import { absent, fail, type Result, succeed } from '@/core/ground/issues'
import {
  CONDITIONS_ID,
  GEAR_SCHEMAS,
  type GearKind,
  PROCESSES,
  SHOP_SCHEMAS,
  type ShopKind,
  STANDARD_WORKSHOP,
  type Workshop,
} from '@/core/shop/workshop'
import { insertWorkshop, readShop, removeItem, type Shop, writeGear } from '@/db'
import { workshopOrStandard } from './jobs'

/** Checks what a process holds, or the shop's conditions, and writes it. */
export async function saveShopFigures(
  kind: ShopKind,
  id: string,
  body: unknown,
): Promise<Result<Workshop>> {
  const isKnown =
    kind === 'setting' ? id === CONDITIONS_ID : (PROCESSES as readonly string[]).includes(id)
  if (!isKnown) return fail('gear.id', `The shop keeps no figures for “${id}”.`, 'id')
  const parsed = SHOP_SCHEMAS[kind].safeParse(body)
  if (!parsed.success) return refused(parsed.error)
  await insertWorkshop(STANDARD_WORKSHOP)
  return written(await writeGear(kind, id, parsed.data))
}

/** Checks one piece of gear and writes it; every way is predicted with it from then on. */
export async function saveGear(
  kind: GearKind,
  id: string,
  body: unknown,
): Promise<Result<Workshop>> {
  const parsed = GEAR_SCHEMAS[kind].safeParse(body)
  if (!parsed.success) return refused(parsed.error)
  if (parsed.data.id !== id)
    return fail('gear.id', 'The id of a piece of gear stays: ways refer to it.', 'id')
  await insertWorkshop(STANDARD_WORKSHOP)
  return written(await writeGear(kind, id, parsed.data))
}

/** The workshop as it is read now, and what had to be set aside. */
export const shopNow = async (): Promise<Shop> =>
  (await readShop()) ?? { workshop: STANDARD_WORKSHOP, aside: [] }

/** Takes what is set aside out of the workshop for good; the standard figure stands in for a figure of the shop. */
export async function clearAside(kind: string, id: string): Promise<Result<Shop>> {
  const item = (await shopNow()).aside.find((row) => row.kind === kind && row.id === id)
  if (!item) return absent('gear.missing', 'Nothing of that name is set aside.')
  await removeItem(item.kind, item.id)
  return succeed(await shopNow())
}

async function written(done: Result<true>): Promise<Result<Workshop>> {
  return done.ok ? succeed(await workshopOrStandard()) : done
}

function refused(error: ZodError): Result<never> {
  const [first, ...rest] = schemaIssues(error)
  return first
    ? { ok: false, issues: [first, ...rest] }
    : fail('gear.invalid', 'The figures are not as they should be.')
}
