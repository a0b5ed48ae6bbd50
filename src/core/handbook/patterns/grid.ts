import { type PlanePoint } from '../../ground/geometry'

/** Holes in columns and rows about the origin. A row or a column is a grid of one. */
export interface Grid {
  readonly columns: number
  readonly rows: number
  readonly pitchXMm: number
  readonly pitchYMm: number
  /** Every second row is shifted by half a pitch, so that its holes lie between those below. */
  readonly staggered?: boolean | undefined
  /** Places left out, numbered from 1 along the rows from the first corner. */
  readonly skip?: readonly number[] | undefined
}

/** Centres of a grid, mm about the middle of its columns and rows, row by row from the low corner. */
export function gridPoints(grid: Grid): readonly PlanePoint[] {
  const { columns, rows, pitchXMm, pitchYMm, staggered } = grid
  const skip = new Set(grid.skip)
  return Array.from({ length: columns * rows }, (_, i) => {
    const row = Math.floor(i / columns)
    const shift = staggered ? (row % 2 === 0 ? -0.25 : 0.25) : 0
    return {
      x: ((i % columns) - (columns - 1) / 2 + shift) * pitchXMm,
      y: (row - (rows - 1) / 2) * pitchYMm,
    }
  }).filter((_, i) => !skip.has(i + 1))
}
