import { and, asc, desc, eq, max, sql } from 'drizzle-orm'
import { type z } from 'zod'
import { FORMAT, schemaIssues, upgradeBody } from '@/core/paper/stored'
import { fail, type Result, succeed } from '@/core/ground/issues'
import {
  type Capability,
  CONDITIONS_ID,
  GEAR_LISTS,
  GEAR_SCHEMAS,
  type GearKind,
  MOST_GEAR,
  PROCESSES,
  SHOP_SCHEMAS,
  type ShopKind,
  STANDARD_WORKSHOP,
  type Workshop,
  WorkshopSchema,
} from '@/core/shop/workshop'
import { database, type Transaction } from '../client'
import { takenFigures, workshopItems } from '../schema'

type Row = typeof workshopItems.$inferSelect
type Kind = Row['kind']

/** A row of the workshop that cannot be used as it is; it stays until somebody repairs or removes it. */
export interface SetAside {
  readonly kind: Kind
  readonly id: string
  readonly why: string
}

export interface Shop {
  readonly workshop: Workshop
  readonly aside: readonly SetAside[]
}

const GEAR_KINDS = Object.keys(GEAR_LISTS) as GearKind[]

/** The workshop put together from its items; undefined when none has been put in yet. */
export async function readShop(): Promise<Shop | undefined> {
  const rows = await database()
    .select()
    .from(workshopItems)
    .orderBy(asc(workshopItems.position), asc(workshopItems.id))
  return rows.length === 0 ? undefined : shopOf(rows)
}

export const readWorkshop = async (): Promise<Workshop | undefined> => (await readShop())?.workshop

/**
 * One row that cannot be read never takes the shop with it: it is set aside, and where nothing else is
 * left the standard workshop stands in.
 */
function shopOf(rows: readonly Row[]): Shop {
  const aside: SetAside[] = []
  const read = <Value>(row: Row, schema: z.ZodType<Value>): Value | undefined => {
    const upgraded = upgradeBody('gear', row.spec, row.format)
    const parsed = upgraded.ok ? schema.safeParse(upgraded.value) : undefined
    if (parsed?.success) return parsed.data
    const [issue] = upgraded.ok ? (parsed ? schemaIssues(parsed.error) : []) : upgraded.issues
    aside.push({ kind: row.kind, id: row.id, why: issue?.sentence ?? '' })
    return undefined
  }
  const lists = GEAR_KINDS.map((kind): [string, unknown[]] => {
    const found: unknown[] = []
    for (const row of rows.filter((r) => r.kind === kind)) {
      if (found.length >= MOST_GEAR[kind]) {
        aside.push({ kind, id: row.id, why: `beyond the ${MOST_GEAR[kind]} that a workshop keeps` })
        continue
      }
      const gear = read<unknown>(row, GEAR_SCHEMAS[kind])
      if (gear !== undefined) found.push(gear)
    }
    const isLacking = found.length === 0 && kind !== 'cutter'
    return [GEAR_LISTS[kind], isLacking ? [...STANDARD_WORKSHOP[GEAR_LISTS[kind]]] : found]
  })
  const one = <Value>(kind: Kind, id: string, schema: z.ZodType<Value>, standard: Value): Value => {
    const row = rows.find((r) => r.kind === kind && r.id === id)
    return (row && read(row, schema)) ?? standard
  }
  const { seatMm } = WorkshopSchema.shape
  const workshop = WorkshopSchema.parse({
    ...Object.fromEntries(lists),
    capabilities: Object.fromEntries(
      PROCESSES.map((process): [string, Capability] => [
        process,
        one(
          'capability',
          process,
          SHOP_SCHEMAS.capability,
          STANDARD_WORKSHOP.capabilities[process],
        ),
      ]),
    ),
    seatMm: one('setting', 'seatMm', seatMm, STANDARD_WORKSHOP.seatMm),
    conditions: one('setting', CONDITIONS_ID, SHOP_SCHEMAS.setting, STANDARD_WORKSHOP.conditions),
  })
  return { workshop, aside }
}

/** What changes the workshop goes one after another, so that its totals hold. */
const lockShop = (tx: Transaction): Promise<unknown> =>
  tx.execute(sql`select pg_advisory_xact_lock(hashtext('foothold workshop'))`)

interface Item {
  readonly kind: Kind
  readonly id: string
  readonly position: number
  readonly spec: unknown
}

/** Puts a whole workshop in; items that are there already stay as they are. */
export async function insertWorkshop(workshop: Workshop): Promise<Result<true>> {
  return database().transaction((tx) => mergeWorkshop(tx, workshop))
}

/**
 * The same inside a transaction.
 *
 * @returns `workshop.full` when there would be more gear of a kind than a workshop keeps; nothing is written then.
 */
export async function mergeWorkshop(tx: Transaction, workshop: Workshop): Promise<Result<true>> {
  await lockShop(tx)
  const there = await tx
    .select({ kind: workshopItems.kind, id: workshopItems.id })
    .from(workshopItems)
  const known = new Set(there.map(({ id, kind }) => `${kind} ${id}`))
  const items = itemsOf(workshop).filter(({ id, kind }) => !known.has(`${kind} ${id}`))
  for (const kind of GEAR_KINDS) {
    const of = (list: readonly { readonly kind: Kind }[]): number =>
      list.filter((item) => item.kind === kind).length
    const [now, more] = [of(there), of(items)]
    if (more > 0 && now + more > MOST_GEAR[kind])
      return fail(
        'workshop.full',
        `The workshop keeps at most ${MOST_GEAR[kind]} ${GEAR_LISTS[kind]}; with the ${more} new ones of the file there would be ${now + more}. Take out of the file what its ways do not use.`,
        `workshop.${GEAR_LISTS[kind]}`,
      )
  }
  if (items.length > 0)
    await tx.insert(workshopItems).values(items.map((item) => ({ ...item, format: FORMAT })))
  return succeed(true)
}

function itemsOf(workshop: Workshop): readonly Item[] {
  return [
    ...GEAR_KINDS.flatMap((kind) =>
      workshop[GEAR_LISTS[kind]].map((spec, position): Item => ({
        kind,
        id: spec.id,
        position,
        spec,
      })),
    ),
    ...Object.entries(workshop.capabilities).map(([id, spec], position): Item => ({
      kind: 'capability',
      id,
      position,
      spec,
    })),
    { kind: 'setting', id: 'seatMm', position: 0, spec: workshop.seatMm },
    { kind: 'setting', id: CONDITIONS_ID, position: 1, spec: workshop.conditions },
  ]
}

/** Writes one piece of gear or one figure of the shop, new at the end of its list or over what was there. */
export async function writeGear(
  kind: GearKind | ShopKind,
  id: string,
  spec: unknown,
): Promise<Result<true>> {
  return database().transaction(async (tx) => {
    await lockShop(tx)
    const there = await tx
      .select({ id: workshopItems.id })
      .from(workshopItems)
      .where(eq(workshopItems.kind, kind))
    const most = kind in MOST_GEAR ? MOST_GEAR[kind as GearKind] : Infinity
    if (there.length >= most && !there.some((row) => row.id === id))
      return fail(
        'workshop.full',
        `The workshop keeps at most ${most} of this kind. Change one that is there.`,
        'id',
      )
    const [last] = await tx
      .select({ position: max(workshopItems.position) })
      .from(workshopItems)
      .where(eq(workshopItems.kind, kind))
    await tx
      .insert(workshopItems)
      .values({ kind, id, spec, format: FORMAT, position: (last?.position ?? 0) + 1 })
      .onConflictDoUpdate({
        target: [workshopItems.kind, workshopItems.id],
        set: { spec, format: FORMAT },
      })
    return succeed(true)
  })
}

/** Removes a row for good; only meant for one that is set aside. */
export async function removeItem(kind: Kind, id: string): Promise<void> {
  await database()
    .delete(workshopItems)
    .where(and(eq(workshopItems.kind, kind), eq(workshopItems.id, id)))
}

export type TakenFigureRow = typeof takenFigures.$inferSelect

/** Notes that a figure was taken over, by whom. */
export async function insertTakenFigure(
  taken: Omit<TakenFigureRow, 'id' | 'takenAt'>,
): Promise<void> {
  await database().insert(takenFigures).values(taken)
}

/** Figures that were taken over, the newest first. */
export const listTakenFigures = (most: number): Promise<TakenFigureRow[]> =>
  database().select().from(takenFigures).orderBy(desc(takenFigures.id)).limit(most)
