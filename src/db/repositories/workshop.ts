import { asc, eq, max } from 'drizzle-orm'
import { type GearKind, type ShopKind, type Workshop, WorkshopSchema } from '@/core/workshop'
import { database } from '../client'
import { workshopItems } from '../schema'

const LISTS = {
  machine: 'machines',
  vise: 'vises',
  parallels: 'parallels',
  instrument: 'instruments',
  cutter: 'cutters',
} as const

/** The workshop put together from its items; undefined when none has been put in yet. */
export async function readWorkshop(): Promise<Workshop | undefined> {
  const rows = await database().select().from(workshopItems).orderBy(asc(workshopItems.position))
  if (rows.length === 0) return undefined
  const list = (kind: string): unknown[] =>
    rows.filter((row) => row.kind === kind).map((row) => row.spec)
  const setting = (id: string): unknown =>
    rows.find((row) => row.kind === 'setting' && row.id === id)?.spec
  return WorkshopSchema.parse({
    ...Object.fromEntries(Object.entries(LISTS).map(([kind, name]) => [name, list(kind)])),
    capabilities: Object.fromEntries(
      rows.filter((row) => row.kind === 'capability').map((row) => [row.id, row.spec]),
    ),
    seatMm: setting('seatMm'),
    conditions: setting('conditions'),
  })
}

/** Puts a whole workshop in; items that are there already stay as they are. */
export async function insertWorkshop(workshop: Workshop): Promise<void> {
  const items = Object.entries(LISTS).flatMap(([kind, name]) =>
    workshop[name].map((spec, position) => ({
      kind: kind as keyof typeof LISTS,
      id: spec.id,
      position,
      spec,
    })),
  )
  const capabilities = Object.entries(workshop.capabilities).map(([id, spec], position) => ({
    kind: 'capability' as const,
    id,
    position,
    spec,
  }))
  const settings = (['seatMm', 'conditions'] as const).map((id, position) => ({
    kind: 'setting' as const,
    id,
    position,
    spec: workshop[id],
  }))
  await database()
    .insert(workshopItems)
    .values([...items, ...capabilities, ...settings])
    .onConflictDoNothing()
}

/** Writes one piece of gear or one figure of the shop, new at the end of its list or over what was there. */
export async function writeGear(
  kind: GearKind | ShopKind,
  id: string,
  spec: unknown,
): Promise<void> {
  await database().transaction(async (tx) => {
    const [last] = await tx
      .select({ position: max(workshopItems.position) })
      .from(workshopItems)
      .where(eq(workshopItems.kind, kind))
    await tx
      .insert(workshopItems)
      .values({ kind, id, spec, position: (last?.position ?? 0) + 1 })
      .onConflictDoUpdate({ target: [workshopItems.kind, workshopItems.id], set: { spec } })
  })
}
