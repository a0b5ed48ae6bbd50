import { type Part } from '../../../work/part'
import { outlineOf, type Placed, PLATE_BEYOND_MM, type Work } from '../../holding'
import { type Plate } from '../../workshop'
import { nestedSteps } from './nest'
import { type Place, type PlateDesign, type PlateGrid, type PlatePlace, tidy } from './types'

/** The plate stands out so far at both ends for screws and dowels of its own, mm. */
const EAR_MM = 30
/** Middle of such a screw from the edge, and of a dowel where a row of screws has its place, mm. */
const EDGE_MM = 14

/** Parts as they lie on a plate, whatever locates them there. */
export interface Lying extends Placed {
  readonly work: Work
  readonly plate: Plate
  readonly holding: {
    readonly columns: number
    readonly rows: number
    readonly gap: { readonly mm: number }
    readonly grid?: { readonly mm: number } | undefined
    readonly slots: { readonly mm: number }
    readonly drains?: 'no' | 'through' | undefined
    readonly turned?: 'no' | 'columns' | 'rows' | undefined
  }
}

const earOf = ({ holding }: Lying): number => (holding.slots.mm > 0 ? EAR_MM : 0)

/** Parts that lie the same way round: how they follow each other, and how far the corner of the first is from the first of all, mm. */
export interface Run extends PlateGrid {
  readonly away: Place
}

/** All the same way round; or every second one of a row, or every second row, turned and moved as close as its outline lets it. */
export function runsOf(own: Lying): readonly Run[] {
  const {
    high,
    holding: { columns, gap, rows, turned: how = 'no' },
    low,
  } = own
  const box = { x: tidy(high.x - low.x), y: tidy(high.y - low.y) }
  const step = { x: tidy(box.x + gap.mm), y: tidy(box.y + gap.mm) }
  const all: Run = { columns, rows, step, turned: false, away: { x: 0, y: 0 } }
  if (how === 'no') return [all]
  const [axis, count] = how === 'columns' ? (['x', 'columns'] as const) : (['y', 'rows'] as const)
  const { back, there } = nestedSteps(outlineOf(own), box, axis, gap.mm)
  const half = { ...all, step: { ...step, [axis]: tidy(there + back) } }
  const turned = Math.floor(all[count] / 2)
  return [
    { ...half, [count]: all[count] - turned },
    ...(turned > 0
      ? [{ ...half, [count]: turned, turned: true, away: { x: 0, y: 0, [axis]: tidy(there) } }]
      : []),
  ]
}

/** The places of some runs: the first at the front left, then to the right and to the back. */
export function placesOf(own: Lying, runs: readonly Run[], away: Place): readonly PlatePlace[] {
  const {
    high,
    holding: { turned: how = 'no' },
    low,
  } = own
  const first = {
    x: PLATE_BEYOND_MM + earOf(own) + away.x,
    y: PLATE_BEYOND_MM + away.y,
  }
  // Zero of a part that is turned lies as far from its high corner as that of another from its low one.
  const about = { x: high.x + low.x, y: high.y + low.y }
  return runs
    .flatMap(({ away: begun, columns, rows, step, turned }) =>
      Array.from({ length: rows }, (_, row) =>
        Array.from({ length: columns }, (__, column): PlatePlace => {
          const x = begun.x + column * step.x
          const y = begun.y + row * step.y
          return {
            column: (how === 'columns' ? 2 * column + Number(turned) : column) + 1,
            row: (how === 'rows' ? 2 * row + Number(turned) : row) + 1,
            shift: {
              x: tidy(x + (turned ? about.x : 0)),
              y: tidy(y + (turned ? about.y : 0)),
            },
            corner: { x: tidy(first.x + x), y: tidy(first.y + y) },
            turned,
          }
        }),
      ).flat(),
    )
    .sort((a, b) => a.row - b.row || a.column - b.column)
}

/** @param places - of the parts on it, which lie within it. */
export function sizeOf(own: Lying, places: readonly PlatePlace[]): Part['size'] {
  const { high, holding, low, plate } = own
  const pitch = holding.grid?.mm ?? 0
  // A plate with a grid is whole pitches long, so that the grid goes on beside it.
  const whole = (mm: number): number => tidy(pitch > 0 ? Math.ceil(mm / pitch - 1e-9) * pitch : mm)
  const far = (axis: 'x' | 'y'): number =>
    Math.max(...places.map(({ corner }) => corner[axis])) + high[axis] - low[axis] + PLATE_BEYOND_MM
  return {
    x: { mm: whole(far('x') + earOf(own)) },
    y: { mm: whole(far('y')) },
    z: { mm: tidy(plate.height - plate.padHeight) },
  }
}

/** Four screws in the two outermost slots that the plate reaches, with a dowel between at each end; two where it reaches one slot. */
export function tableOf({ holding }: Lying, { x, y }: Part['size']): PlateDesign['table'] {
  const slots = holding.slots.mm
  if (slots <= 0) return { screws: [], dowels: [] }
  const middle = y.mm / 2
  const apart = Math.floor((y.mm - 2 * EDGE_MM) / slots + 1e-9) * slots
  const ends = [EDGE_MM, x.mm - EDGE_MM].map(tidy)
  const at = (...up: number[]): readonly Place[] =>
    ends.flatMap((end) => up.map((by) => ({ x: end, y: tidy(middle + by) })))
  const aside = Math.max(0, middle - EDGE_MM)
  return apart > 0
    ? { screws: at(-apart / 2, apart / 2), dowels: at(0) }
    : { screws: at(0), dowels: at(aside) }
}

export function tooLarge({ work }: Lying, { x, y }: Part['size']): readonly string[] {
  const { name, travel } = work.machine
  return x.mm > travel.x || y.mm > travel.y
    ? [
        `The plate is ${x.mm.toFixed(0)} × ${y.mm.toFixed(0)} mm; ${name} travels ${travel.x} × ${travel.y}. Put fewer parts on it.`,
      ]
    : []
}
