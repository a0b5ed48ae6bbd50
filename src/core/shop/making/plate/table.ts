import { type Hole, type Part } from '../../../work/part'
import { BORE_MM, KEY, returnsBy, TABLE_DOWEL_MM } from '../../holding'
import { hole, letIn, placeAt, type Pocket, screwHole } from './holes'
import { type Lying } from './lying'
import { type Place, type TablePlace, tidy } from './types'

/** Screws into the table, their heads let in (common practice, no source). */
const SCREW = 'M10'
/** From the edge to the middle of such a screw, and of a dowel where a row of screws has its place; to that of a key beside it, mm. */
const [EDGE_MM, KEY_MM] = [14, 36]

/**
 * Four screws in the two outermost slots that the plate reaches, two where it reaches one; and what it comes back by:
 * a dowel between at each end, a key at each end in the front one of those slots, or a bore in the middle.
 */
export function tableOf({ holding }: Lying, { x, y }: Part['size']): TablePlace {
  const slots = holding.slots.mm
  const by = returnsBy(holding)
  const middle = y.mm / 2
  const apart = slots > 0 ? Math.floor((y.mm - 2 * EDGE_MM) / slots + 1e-9) * slots : 0
  const at = (inside: number, ...up: number[]): readonly Place[] =>
    [inside, x.mm - inside].flatMap((end) =>
      up.map((above) => ({ x: tidy(end), y: tidy(middle + above) })),
    )
  const rows = apart > 0 ? [-apart / 2, apart / 2] : [0]
  return {
    by,
    screws: slots > 0 ? at(EDGE_MM, ...rows) : [],
    dowels: by === 'dowels' ? at(EDGE_MM, apart > 0 ? 0 : Math.max(0, middle - EDGE_MM)) : [],
    keys: by === 'keys' ? at(KEY_MM, rows[0] ?? 0) : [],
    ...(by === 'bore' && { bore: { x: tidy(x.mm / 2), y: tidy(middle) } }),
  }
}

const REAMED = { making: 'ream', fit: 'H7' } as const

/** Whether a hole is one that holds the plate itself, by its id. */
export const isOfTable = ({ id }: Pick<Hole, 'id'>): boolean => /^(table|dowel|key|bore)-/.test(id)

/** What is drilled for the plate itself. */
export const tableHoles = ({ bore, dowels, keys, screws }: TablePlace): readonly Hole[] => [
  ...screws.map((at, i) => hole(`table-${i + 1}`, `table screw ${i + 1}`, at, letIn(SCREW) ?? {})),
  ...dowels.map((at, i) =>
    hole(`dowel-${i + 1}`, `table dowel ${i + 1}`, at, {
      ...REAMED,
      diameter: { mm: TABLE_DOWEL_MM },
    }),
  ),
  ...keys.map((at, i) =>
    hole(`key-${i + 1}`, `key screw ${i + 1}`, at, {
      ...screwHole({ from: 'above', thread: KEY.screw }),
      on: 'bottom',
      extent: { kind: 'deep', depth: { mm: KEY.screwDeepMm } },
    }),
  ),
  ...(bore
    ? [hole('bore-1', 'bore in the middle', bore, { ...REAMED, diameter: { mm: BORE_MM } })]
    : []),
]

/** Where keys are let into the underside. */
export const keyWays = ({ keys }: TablePlace): readonly Pocket[] =>
  keys.map((at, i): Pocket => ({
    kind: 'pocket',
    id: `keyway-${i + 1}`,
    name: `keyway ${i + 1}`,
    on: 'bottom',
    across: { mm: KEY.longMm },
    up: { mm: KEY.wideMm },
    extent: { kind: 'deep', depth: { mm: KEY.deepMm } },
    corner: { mm: KEY.wideMm / 2 },
    place: placeAt(at),
  }))
