import {
  addSix,
  contactRow,
  type Frame,
  type Point,
  scaleSix,
  type Six,
  subtract,
} from '../../ground/geometry'
import { decompose, invertSquare, type Rows } from '../../ground/linalg'

/** A point where the work bears: its place and the outward unit normal of the part there. */
export interface Contact<F extends Frame> {
  readonly at: Point<F>
  readonly normal: Point<F>
  /** What closes as far from the other side: the middle between the two is what stays where it is. */
  readonly against?: { readonly at: Point<F>; readonly normal: Point<F> } | undefined
}

/** What a contact sees of a displacement: that of its own place; of two that close alike, half their difference. */
export function rowOfContact<F extends Frame>({ against, at, normal }: Contact<F>): Six {
  const row = contactRow(at, normal)
  return against ? scaleSix(addSix(row, contactRow(against.at, against.normal), -1), 1 / 2) : row
}

export type Locating =
  /** Six contacts that fix the part; `inverse` takes the six contact errors to the displacement. */
  | { readonly kind: 'unique'; readonly inverse: Rows; readonly spread: Spread }
  /** The part can still move: each free motion is a small displacement of unit size. */
  | { readonly kind: 'free'; readonly motions: readonly Six[]; readonly inverse: Rows }
  /** More than six: the part rests on some six of them; each choice that holds is listed. */
  | {
      readonly kind: 'redundant'
      readonly inverse: Rows
      readonly choices: readonly Choice[]
      readonly spread: Spread
    }

/** One set of six contacts that could be the ones that bear. */
export interface Choice {
  readonly indices: readonly number[]
  readonly inverse: Rows
}

/** How well the contacts are spread over the part. */
export interface Spread {
  /** Ratio of the largest to the smallest singular value, rotation scaled by the part's half size. */
  readonly condition: number
  /** The motion that the contacts see least, in mm and rad. */
  readonly weakest: Six
}

/** A footing counts as poorly spread above this ratio (common practice, no source). */
export const POOR_CONDITION = 25

/**
 * Works out how a set of contacts holds a body.
 *
 * @param contacts - any number, all in one frame.
 * @param halfSizeMm - half the part's diagonal, > 0: makes rotations comparable with shifts.
 * @param centre - the point about which rotations are weighed; the part's middle.
 */
export function locate<F extends Frame>(
  contacts: readonly Contact<F>[],
  halfSizeMm: number,
  centre: Point<F>,
): Locating {
  const rows = contacts.map(rowOfContact)
  const weighed = decompose(
    contacts.map((c) => weighedRow(c, halfSizeMm, centre)),
    6,
  )
  const inverse = unweighedInverse(weighed.inverse, contacts.length, halfSizeMm, centre)
  if (weighed.rank < 6) {
    return {
      kind: 'free',
      motions: weighed.nullSpace.map((v) => unweigh(v, halfSizeMm, centre)),
      inverse,
    }
  }
  const smallest = weighed.singularValues[5] ?? 0
  const spread = {
    condition: (weighed.singularValues[0] ?? 0) / smallest,
    weakest: unweigh(weighed.rightVectors[5] ?? [], halfSizeMm, centre),
  }
  if (contacts.length === 6) return { kind: 'unique', inverse, spread }
  return { kind: 'redundant', inverse, choices: choicesOfSix(rows), spread }
}

function weighedRow<F extends Frame>(
  contact: Contact<F>,
  halfSizeMm: number,
  centre: Point<F>,
): readonly number[] {
  const { against, at, normal } = contact
  const [a, b, c, ...shift] = rowOfContact<F>({
    at: subtract(at, centre),
    normal,
    against: against && { at: subtract(against.at, centre), normal: against.normal },
  })
  return [a / halfSizeMm, b / halfSizeMm, c / halfSizeMm, ...shift]
}

/** Takes a direction of weighed space back to a displacement about the frame's own origin. */
function unweigh<F extends Frame>(
  vector: readonly number[],
  halfSizeMm: number,
  centre: Point<F>,
): Six {
  const [a = 0, b = 0, c = 0, x = 0, y = 0, z = 0] = vector
  const [rx, ry, rz] = [a / halfSizeMm, b / halfSizeMm, c / halfSizeMm]
  return [
    rx,
    ry,
    rz,
    x - (ry * centre.z - rz * centre.y),
    y - (rz * centre.x - rx * centre.z),
    z - (rx * centre.y - ry * centre.x),
  ]
}

/** The inverse of the weighed rows, column by column taken back to displacements about the frame's origin. */
function unweighedInverse<F extends Frame>(
  inverse: Rows,
  contacts: number,
  halfSizeMm: number,
  centre: Point<F>,
): Rows {
  const columns = Array.from({ length: contacts }, (_, j) =>
    unweigh(
      inverse.map((row) => row[j] ?? 0),
      halfSizeMm,
      centre,
    ),
  )
  return Array.from({ length: 6 }, (_, i) => columns.map((column) => column[i] ?? 0))
}

/** A choice of six worse than this is one on which the part would not settle. */
const SETTLES_CONDITION = 1e6

/** Choices looked at: every six of ten contacts. */
const MOST_CHOICES = 210

/** Every six of the rows that hold the body. */
function choicesOfSix(rows: readonly Six[]): readonly Choice[] {
  const choices: Choice[] = []
  const pick = (start: number, chosen: readonly number[]): void => {
    if (choices.length >= MOST_CHOICES) return
    if (chosen.length === 6) {
      const six = invertSquare(chosen.map((i) => rows[i] ?? []))
      if (six && six.condition < SETTLES_CONDITION)
        choices.push({ indices: chosen, inverse: six.inverse })
      return
    }
    for (let i = start; i <= rows.length - (6 - chosen.length); i++) pick(i + 1, [...chosen, i])
  }
  pick(0, [])
  return choices
}
