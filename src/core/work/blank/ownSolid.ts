import {
  add,
  applyMotion,
  AXES,
  type Motion,
  point,
  type Point,
  scale,
} from '../../ground/geometry'
import { cornerOf, type Mesh } from '../../ground/mesh'
import { boundsOfPoints } from '../../ground/recipe'
import { axisOf, BOUGHT_DEFAULTS, type Part, SIDES, type Side, signOf, type Stock } from '../part'

export type OwnStock = Extract<Stock, { readonly form: 'solid' }>

/** A body of a file that a part is to be cut from, with its facets in the axes of the file, mm by the file's own unit. */
export interface StockBody extends Pick<
  OwnStock,
  'digest' | 'file' | 'body' | 'volumeMm3' | 'thicknessMm' | 'layer'
> {
  readonly mesh: Mesh
}

/** How it lies about the part: the axes of the part in those of the file, and its origin; centred where that is left out. */
export interface StockLie extends Pick<OwnStock, 'rows' | 'times'> {
  readonly shift?: OwnStock['shift'] | undefined
}

const AS_DRAWN: OwnStock['rows'] = [
  { x: 1, y: 0, z: 0 },
  { x: 0, y: 1, z: 0 },
  { x: 0, y: 0, z: 1 },
]

/** As the part's own file lies, else as drawn. */
export const usualLie = ({ model }: Part): StockLie => ({
  rows: model?.rows ?? AS_DRAWN,
  times: model?.times ?? 1,
})

/** The part cut from a solid of its own; what is on each side to the box about that solid. */
export function cutFromSolid(
  part: Part,
  { body, digest, file, layer, mesh, thicknessMm, volumeMm3 }: StockBody,
  { rows, shift, times }: StockLie,
): Part {
  const turned: Motion<'part', 'file'> = { rows: rows.map(pointed) as never, shift: point(0, 0, 0) }
  const corners = Array.from({ length: mesh.positions.length / 3 }, (_, v) =>
    applyMotion(turned, scale(cornerOf<'file'>(mesh, v), times)),
  )
  const box = boundsOfPoints(corners)
  const at = shift ? pointed(shift) : centring(part, box)
  const [low, high] = [add(box.low, at), add(box.high, at)]
  const stock: OwnStock = {
    form: 'solid',
    digest,
    file,
    body,
    times,
    rows,
    shift: plain(at),
    low: plain(low),
    high: plain(high),
    volumeMm3: volumeMm3 * times ** 3,
    ...(thicknessMm !== undefined && { thicknessMm }),
    ...(layer !== undefined && { layer }),
  }
  return withSides({ ...part, stock })
}

/** The part with its stock moved by so much, mm. */
export function shiftStock(part: Part, stock: OwnStock, by: Point<'part'>): Part {
  const moved = (p: OwnStock['shift']): OwnStock['shift'] => plain(add(pointed(p), by))
  return withSides({
    ...part,
    stock: { ...stock, shift: moved(stock.shift), low: moved(stock.low), high: moved(stock.high) },
  })
}

/** What of its own stock reaches past a side of the finished block, mm; less than 0 where the block does. */
export function pastSide(part: Part, { high, low }: OwnStock, side: Side): number {
  const axis = axisOf(side)
  return signOf(side) > 0 ? high[axis] - part.size[axis].mm : -low[axis]
}

const withSides = (part: Part): Part => {
  const stock = part.stock as OwnStock
  const faces = Object.fromEntries(
    SIDES.map((side) => {
      const face = part.faces[side]
      const was = face.bought === 'cut' ? face : { ...face, bought: 'cast' as const }
      const spread =
        face.bought === was.bought ? face.spread : { mm: BOUGHT_DEFAULTS.cast.spreadMm }
      return [side, { ...was, spread, stock: { mm: Math.max(0, pastSide(part, stock, side)) } }]
    }),
  ) as Part['faces']
  return { ...part, faces }
}

const centring = (part: Part, box: { low: Point<'part'>; high: Point<'part'> }): Point<'part'> =>
  AXES.reduce(
    (at, axis) => ({ ...at, [axis]: (part.size[axis].mm - box.low[axis] - box.high[axis]) / 2 }),
    point<'part'>(0, 0, 0),
  )

const pointed = ({ x, y, z }: OwnStock['shift']): Point<'part'> => point(x, y, z)
const plain = ({ x, y, z }: Point<'part'>): OwnStock['shift'] => ({ x, y, z })
