import { type Part } from '../../../work/part'
import {
  AS_THE_FIRST,
  LEAST_PITCH_MM,
  type Lies,
  outlineOf,
  type PinPlateHolding,
  type PlatePocket,
  type Placed,
  PLATE_BEYOND_MM,
  type ReturnsBy,
  returnsBy,
  type Work,
  wholeSteps,
} from '../../holding'
import { type Plate } from '../../workshop'
import { ontoPitch, stepOnto } from './grid'
import { nestedSteps, otherWay } from './nest'
import { type Grid, type Place, type PlateGrid, type PlatePlace, tidy } from './types'

/** The plate stands out so far at both ends for screws, dowels and keys of its own, mm. */
const EAR_MM = 30

/** Parts as they lie on a plate, whatever locates them there. */
export interface Lying extends Placed {
  readonly work: Work
  readonly plate: Plate
  readonly pocket?: PlatePocket | undefined
  /** Clamps stand so much further in front of the work than else, mm. */
  readonly stripMm?: number
  readonly holding: {
    readonly columns: number
    readonly rows: number
    readonly gap: { readonly mm: number }
    readonly grid?: { readonly mm: number } | undefined
    readonly uses?: Grid['uses'] | undefined
    readonly slots: { readonly mm: number }
    readonly returns?: ReturnsBy | undefined
    readonly drains?: 'no' | 'through' | undefined
    readonly turned?: PinPlateHolding['turned']
  }
}

const earOf = ({ holding }: Lying): number =>
  holding.slots.mm > 0 || returnsBy(holding) === 'keys' ? EAR_MM : 0

/** The grid of holes that the plate has already. */
export function gridOf({ holding: { grid, uses = 'no' }, pocket }: Lying): Grid | undefined {
  if (!grid || grid.mm < LEAST_PITCH_MM) return undefined
  // Where walls locate, no dowel stands in it.
  return { pitchMm: grid.mm, uses: pocket && uses !== 'no' ? 'threads' : uses }
}

/** Parts that lie the same way round: how they follow each other, and how far the corner of the first is from the first of all, mm. */
export interface Run extends PlateGrid {
  readonly away: Place
}

/** What lies otherwise than the first: every second of a row or every second row, and which way round. */
interface Second {
  readonly along: 'x' | 'y'
  readonly lies: Lies
}

const SECONDS: Readonly<Record<NonNullable<PinPlateHolding['turned']>, Second | undefined>> = {
  no: undefined,
  columns: { along: 'x', lies: { x: true, y: true } },
  rows: { along: 'y', lies: { x: true, y: true } },
  'mirrored columns': { along: 'x', lies: { x: true, y: false } },
  'mirrored rows': { along: 'y', lies: { x: false, y: true } },
}

const secondOf = ({ holding: { turned = 'no' } }: Lying): Second | undefined => SECONDS[turned]

/** All the same way round; or every second one of a row, or every second row, turned or mirrored and moved as close as its outline lets it. */
export function runsOf(own: Lying): readonly Run[] {
  const {
    high,
    holding: { columns, gap, rows },
    low,
  } = own
  const box = { x: tidy(high.x - low.x), y: tidy(high.y - low.y) }
  const grid = gridOf(own)
  const step = stepOnto(
    { x: tidy(box.x + gap.mm), y: tidy(box.y + gap.mm + (own.stripMm ?? 0)) },
    grid,
  )
  const all: Run = { columns, rows, step, lies: AS_THE_FIRST, away: { x: 0, y: 0 } }
  const second = secondOf(own)
  if (!second) return [all]
  const { along, lies } = second
  const count = along === 'x' ? 'columns' : 'rows'
  const outline = outlineOf(own)
  const { back, there } = nestedSteps(outline, otherWay(outline, box, lies), along, gap.mm)
  const half = { ...all, step: { ...step, [along]: tidy(ontoPitch(there + back, grid)) } }
  const seconds = Math.floor(all[count] / 2)
  return [
    { ...half, [count]: all[count] - seconds },
    ...(seconds > 0
      ? [{ ...half, [count]: seconds, lies, away: { x: 0, y: 0, [along]: tidy(there) } }]
      : []),
  ]
}

/** The places of some runs: the first at the front left, then to the right and to the back. */
export function placesOf(own: Lying, runs: readonly Run[], away: Place): readonly PlatePlace[] {
  const { high, low } = own
  const second = secondOf(own)
  const first = {
    x: PLATE_BEYOND_MM + earOf(own) + away.x,
    y: PLATE_BEYOND_MM + (own.stripMm ?? 0) + away.y,
  }
  // Zero of a part that lies the other way round is as far from its high corner as that of another from its low one.
  const about = { x: high.x + low.x, y: high.y + low.y }
  return runs
    .flatMap(({ away: begun, columns, lies, rows, step }) =>
      Array.from({ length: rows }, (_, row) =>
        Array.from({ length: columns }, (__, column): PlatePlace => {
          const x = begun.x + column * step.x
          const y = begun.y + row * step.y
          return {
            column: placeAmong(column, second?.along === 'x', lies),
            row: placeAmong(row, second?.along === 'y', lies),
            shift: {
              x: tidy(x + (lies.x ? about.x : 0)),
              y: tidy(y + (lies.y ? about.y : 0)),
            },
            corner: { x: tidy(first.x + x), y: tidy(first.y + y) },
            lies,
          }
        }),
      ).flat(),
    )
    .sort((a, b) => a.row - b.row || a.column - b.column)
}

/** From 1; where every second lies otherwise those come between the others. */
const placeAmong = (nth: number, isShared: boolean, { x, y }: Lies): number =>
  (isShared ? 2 * nth + Number(x || y) : nth) + 1

export const thickOf = ({ plate, pocket }: Lying): number =>
  tidy(pocket ? plate.height + pocket.wallMm : plate.height - plate.padHeight)

/** @param far - the furthest corner of what lies on it. */
export function sizeOf(own: Lying, far: Place): Part['size'] {
  const grid = gridOf(own)
  // A plate with a grid is whole pitches long, so that the grid goes on beside it.
  const whole = (mm: number): number => tidy(grid ? wholeSteps(mm, grid) : mm)
  return {
    x: { mm: whole(far.x + PLATE_BEYOND_MM + earOf(own)) },
    y: { mm: whole(far.y + PLATE_BEYOND_MM) },
    z: { mm: thickOf(own) },
  }
}

/** Something was said of a grid that is none. */
export const noGrid = ({ holding: { grid } }: Lying): readonly string[] =>
  grid && grid.mm > 0 && grid.mm < LEAST_PITCH_MM
    ? [
        `A grid of ${grid.mm} mm is none: threads of M8 stand at least ${LEAST_PITCH_MM} apart. Nothing is kept clear of it.`,
      ]
    : []

export function tooLarge({ work }: Lying, { x, y }: Part['size']): readonly string[] {
  const { name, travel } = work.machine
  return x.mm > travel.x || y.mm > travel.y
    ? [
        `The plate is ${x.mm.toFixed(0)} × ${y.mm.toFixed(0)} mm; ${name} travels ${travel.x} × ${travel.y}. Put fewer parts on it.`,
      ]
    : []
}
