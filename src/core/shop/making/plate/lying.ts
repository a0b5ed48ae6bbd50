import { type Part } from '../../../work/part'
import { type Placed, PLATE_BEYOND_MM, type Work } from '../../holding'
import { type Plate } from '../../workshop'
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
  }
}

const earOf = ({ holding }: Lying): number => (holding.slots.mm > 0 ? EAR_MM : 0)

/** How the parts follow each other. */
export const gridOf = ({ high, holding, low }: Lying): PlateGrid => ({
  columns: holding.columns,
  rows: holding.rows,
  step: {
    x: tidy(high.x - low.x + holding.gap.mm),
    y: tidy(high.y - low.y + holding.gap.mm),
  },
})

/** The parts all the same way round, the first at the front left. */
export function placesOf(own: Lying, away: Place): readonly PlatePlace[] {
  const { holding } = own
  const { step } = gridOf(own)
  return Array.from({ length: holding.rows }, (_, row) =>
    Array.from({ length: holding.columns }, (__, column): PlatePlace => {
      const shift = { x: tidy(column * step.x), y: tidy(row * step.y) }
      return {
        column: column + 1,
        row: row + 1,
        shift,
        corner: {
          x: tidy(PLATE_BEYOND_MM + earOf(own) + away.x + shift.x),
          y: tidy(PLATE_BEYOND_MM + away.y + shift.y),
        },
      }
    }),
  ).flat()
}

export function sizeOf(own: Lying, away: Place): Part['size'] {
  const { high, holding, low, plate } = own
  const over = (length: number, count: number): number =>
    count * length + (count - 1) * holding.gap.mm + 2 * PLATE_BEYOND_MM
  const pitch = holding.grid?.mm ?? 0
  // A plate with a grid is whole pitches long, so that the grid goes on beside it.
  const whole = (mm: number): number => tidy(pitch > 0 ? Math.ceil(mm / pitch - 1e-9) * pitch : mm)
  return {
    x: { mm: whole(over(high.x - low.x, holding.columns) + 2 * earOf(own) + away.x) },
    y: { mm: whole(over(high.y - low.y, holding.rows) + away.y) },
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
