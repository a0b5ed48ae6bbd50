import { type GEAR_LISTS, type GearKind } from './lists'

/** One figure of a workshop, as a path into its document: "vises/vise-125/stopMm". */
export type FigurePath = string

/** The figure that a source is drawn from, and what part of its variance that makes. */
export interface FigureRef {
  readonly path: FigurePath
  /** 0 to 1. */
  readonly share: number
}

type List = (typeof GEAR_LISTS)[GearKind] | 'capabilities'

/** A figure of one thing in a workshop. */
export const figurePath = (list: List, id: string, field: string): FigurePath =>
  `${list}/${id}/${field}`

/** What a clean contact gives: a figure of the shop itself. */
export const SEAT_PATH: FigurePath = 'seatMm'

/** A figure as a source is drawn from it, in a sum of squares with others. */
export function figureRef(path: FigurePath, own: number, all = own): FigureRef {
  return { path, share: all > 0 ? Math.min(1, (own / all) ** 2) : 0 }
}
