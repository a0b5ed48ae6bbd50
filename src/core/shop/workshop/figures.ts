import { type z } from 'zod'
import { type FigurePath, SEAT_PATH } from './figurePath'
import { GEAR_LISTS, type GearKind } from './lists'
import { GEAR_SCHEMAS, SHOP_SCHEMAS, type ShopKind, type Workshop, WorkshopSchema } from './schema'

/** A figure of a workshop, with what it is. */
export interface ShopFigure {
  readonly path: FigurePath
  readonly kind: GearKind | ShopKind
  readonly id: string
  readonly field: string
  /** Whose it is: "Vise 125", "bore". */
  readonly name: string
  /** What it tells: "How closely work comes back to the stop, ± mm." */
  readonly words: string
  readonly value: number
}

/** The figure that a path names; undefined where the workshop has no such thing. */
export function figureIn(workshop: Workshop, path: FigurePath): ShopFigure | undefined {
  const [list = '', id = '', field = ''] = path.split('/')
  if (path === SEAT_PATH)
    return {
      path,
      kind: 'setting',
      id: SEAT_PATH,
      field: '',
      name: 'the shop',
      words: WorkshopSchema.shape.seatMm.description ?? '',
      value: workshop.seatMm,
    }
  if (list === 'capabilities') {
    const can = Object.entries(workshop.capabilities).find(([process]) => process === id)
    return can && told(path, 'capability', id, field, { name: id, ...can[1] })
  }
  const kind = KINDS.find((one) => GEAR_LISTS[one] === list)
  const item = kind && workshop[GEAR_LISTS[kind]].find((one) => one.id === id)
  return kind && item && told(path, kind, id, field, item)
}

/** Gear with one figure changed, as it is kept. */
export function withFigure(workshop: Workshop, path: FigurePath, value: number): unknown {
  const found = figureIn(workshop, path)
  if (!found) return undefined
  if (path === SEAT_PATH) return value
  const { field, id, kind } = found
  if (kind === 'capability') {
    const can = Object.entries(workshop.capabilities).find(([process]) => process === id)
    return can && { ...can[1], [field]: value }
  }
  if (kind === 'setting') return undefined
  const item = workshop[GEAR_LISTS[kind]].find((one) => one.id === id)
  return item && { ...item, [field]: value }
}

const KINDS = Object.keys(GEAR_LISTS) as readonly GearKind[]

function told(
  path: FigurePath,
  kind: GearKind | 'capability',
  id: string,
  field: string,
  item: { readonly name: string },
): ShopFigure | undefined {
  const value = (item as Readonly<Record<string, unknown>>)[field]
  const schemas: Readonly<Record<string, z.ZodType | undefined>> =
    kind === 'capability' ? SHOP_SCHEMAS.capability.shape : GEAR_SCHEMAS[kind].shape
  const words = schemas[field]?.description ?? field
  return typeof value === 'number'
    ? { path, kind, id, field, name: item.name, words, value }
    : undefined
}
