import { AXES, type Axis } from '../../ground/geometry'
import { axisOf, type Part, SIDES, type Side, sizeAlong, type Stock } from '../part'

/** Sides of flat and diameters of round bar as they mostly come, mm (common practice, no source). */
const FLAT_MM = [
  5, 6, 8, 10, 12, 15, 16, 18, 20, 22, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 90, 100, 110,
  120, 130, 140, 150, 160, 180, 200, 220, 250, 300, 350, 400, 500,
] as const
const ROUND_MM = [
  5, 6, 8, 10, 12, 14, 15, 16, 18, 20, 22, 24, 25, 28, 30, 32, 35, 36, 38, 40, 42, 45, 48, 50, 55,
  60, 65, 70, 75, 80, 85, 90, 95, 100, 110, 120, 130, 140, 150, 160, 170, 180, 200, 220, 250, 300,
] as const

/** What is left on a rolled side to be cut clean, and on a sawn end, at the least, mm (common practice, no source). */
export const LEAST_STOCK_MM = { side: 1, end: 1.5 } as const

export interface Sawing {
  readonly barMm: number
  readonly kerfMm: number
  readonly gripMm: number
}

export type BarStock = Extract<Stock, { readonly bar: unknown }>

/** A bar that a part can be cut from, lying so; with what comes of it. */
export interface BarOffer {
  readonly form: BarStock['form']
  readonly along: Axis
  readonly wideMm: number
  readonly thickMm: number | undefined
  /** Length of one piece with its stock at both ends, mm. */
  readonly pieceMm: number
  /** Pieces out of one bar. */
  readonly pieces: number
  /** What of the bar goes to chips, kerfs and the end that was held, 0 to 1: all but the finished blocks. */
  readonly waste: number
  /** Volume of bar used for each piece, mm³. */
  readonly perPieceMm3: number
}

/** What a part needs across an axis: finished size, and stock on the sides that are cut. */
const needed = (part: Part, axis: Axis, leastMm: number): number =>
  sizeAlong(part, axis) +
  SIDES.filter((side) => axisOf(side) === axis && part.faces[side].toCut).length * leastMm

/** The smallest of the sizes that is as large as needed. */
const covering = (sizes: readonly number[], mm: number): number | undefined =>
  sizes.find((size) => size >= mm - 1e-9)

/** Pieces that come out of a bar: the first cut faces it, each piece costs its length and a kerf. */
export const piecesOf = ({ barMm, gripMm, kerfMm }: Sawing, pieceMm: number): number =>
  Math.max(0, Math.floor((barMm - gripMm) / (pieceMm + kerfMm) + 1e-9))

/** A bar of a given section for a part that lies so along it. */
export function barOffer(
  part: Part,
  bar: Pick<BarOffer, 'form' | 'along' | 'wideMm' | 'thickMm'>,
  sawing: Sawing,
): BarOffer {
  const pieceMm = needed(part, bar.along, LEAST_STOCK_MM.end)
  const pieces = piecesOf(sawing, pieceMm)
  const section =
    bar.form === 'round' ? (Math.PI / 4) * bar.wideMm ** 2 : bar.wideMm * (bar.thickMm ?? 0)
  const whole = section * sawing.barMm
  const finished = AXES.reduce((product, axis) => product * sizeAlong(part, axis), 1)
  return {
    ...bar,
    pieceMm,
    pieces,
    waste: pieces === 0 ? 1 : 1 - (pieces * finished) / whole,
    perPieceMm3: pieces === 0 ? whole : whole / pieces,
  }
}

/** Every turn of the part in the closest flat and round bar that takes it, the least wasteful first. */
export function barOffers(part: Part, sawing: Sawing): readonly BarOffer[] {
  return AXES.flatMap((along) => {
    const [a = 0, b = 0] = AXES.filter((axis) => axis !== along)
      .map((axis) => needed(part, axis, LEAST_STOCK_MM.side))
      .sort((p, q) => q - p)
    const [wide, thick] = [covering(FLAT_MM, a), covering(FLAT_MM, b)]
    const round = covering(ROUND_MM, Math.hypot(a, b))
    return [
      ...(wide !== undefined && thick !== undefined
        ? [barOffer(part, { form: 'flat', along, wideMm: wide, thickMm: thick }, sawing)]
        : []),
      ...(round !== undefined
        ? [barOffer(part, { form: 'round', along, wideMm: round, thickMm: undefined }, sawing)]
        : []),
    ]
  }).sort((p, q) => p.perPieceMm3 - q.perPieceMm3)
}

/** A part cut from a bar: stock on its sides by the section, sawn at its ends. */
export function cutFrom(part: Part, offer: BarOffer, { barMm, gripMm, kerfMm }: Sawing): Part {
  const { along, form, thickMm, wideMm } = offer
  const across = AXES.filter((axis) => axis !== along).sort(
    (p, q) => sizeAlong(part, q) - sizeAlong(part, p),
  )
  const sectionOf = (axis: Axis): number =>
    form === 'round' || axis === across[0] ? wideMm : (thickMm ?? wideMm)
  const stockOf = (side: Side): number => {
    const axis = axisOf(side)
    if (axis === along) return part.faces[side].toCut ? LEAST_STOCK_MM.end : 0
    const over = sectionOf(axis) - sizeAlong(part, axis)
    const cut = SIDES.filter((one) => axisOf(one) === axis && part.faces[one].toCut)
    // What is over lies on the sides that are cut: half on each, or all on the only one.
    if (cut.length === 0) return over / 2
    return cut.includes(side) ? over / cut.length : 0
  }
  const faces = Object.fromEntries(
    SIDES.map((side) => [
      side,
      {
        ...part.faces[side],
        bought: axisOf(side) === along ? ('sawn' as const) : ('rolled' as const),
        stock: { mm: stockOf(side) },
      },
    ]),
  ) as Part['faces']
  const stock: BarStock = {
    form,
    along,
    wide: { mm: wideMm },
    ...(thickMm !== undefined && { thick: { mm: thickMm } }),
    bar: { mm: barMm },
    kerf: { mm: kerfMm },
    grip: { mm: gripMm },
  }
  return { ...part, faces, stock }
}
