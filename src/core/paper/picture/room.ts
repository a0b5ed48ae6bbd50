/** An upright rectangle on the sheet, y downwards. */
export interface Rect {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

export interface Found {
  readonly at: Rect
  /** Where its leader begins. */
  readonly from: readonly [number, number]
}

const DISTANCES = [10, 22, 38, 58, 84, 116] as const
/** Right, left, and slanting up and down on either side. */
const DIRECTIONS = [
  [1, -1],
  [1, 1],
  [-1, -1],
  [-1, 1],
  [1, 0],
  [-1, 0],
] as const
/** So many places of a pattern are tried. */
const MOST_TRIED = 24
/** Words keep so far from each other and from lines. */
const CLEAR = 3

const grown = ({ bottom, left, right, top }: Rect): Rect => ({
  left: left - CLEAR,
  right: right + CLEAR,
  top: top - CLEAR,
  bottom: bottom + CLEAR,
})

const meet = (a: Rect, b: Rect): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

const holds = (outer: Rect, inner: Rect): boolean =>
  inner.left >= outer.left &&
  inner.right <= outer.right &&
  inner.top >= outer.top &&
  inner.bottom <= outer.bottom

/** What is free in a view and beside it, so that words stand on nothing and cross no outline. */
export class Room {
  private readonly taken: Rect[] = []

  /** @param view words stand wholly within it, near what they say */
  constructor(private readonly view: Rect) {}

  take(rect: Rect): void {
    this.taken.push(rect)
  }

  /** A place for words near one of these areas, the nearest that is free; it is taken. */
  find(areas: readonly Rect[], width: number, height: number): Found | undefined {
    for (const distance of DISTANCES)
      for (const area of areas.slice(0, MOST_TRIED))
        for (const direction of DIRECTIONS) {
          const found = this.tried(area, direction, distance, width, height)
          if (!found) continue
          this.take(found.at)
          return found
        }
    return undefined
  }

  private tried(
    area: Rect,
    [dx, dy]: readonly [number, number],
    distance: number,
    width: number,
    height: number,
  ): Found | undefined {
    const x = dx > 0 ? area.right + distance : area.left - distance - width
    const middle = (area.top + area.bottom) / 2
    const y =
      dy === 0
        ? middle - height / 2
        : dy < 0
          ? area.top - distance - height
          : area.bottom + distance
    const at: Rect = { left: x, right: x + width, top: y, bottom: y + height }
    const wide = grown(at)
    if (!holds(this.view, wide) || this.taken.some((rect) => meet(rect, wide))) return undefined
    // A leader begins on the side of the area that looks to the words.
    const slant = dy === 0 ? 0 : 0.7
    const [halfX, halfY] = [(area.right - area.left) / 2, (area.bottom - area.top) / 2]
    const from = [
      (area.left + area.right) / 2 + dx * halfX * (dy === 0 ? 1 : slant),
      middle + dy * halfY * slant,
    ] as const
    return { at, from }
  }
}

/** Words in a row under a view, with the place that their leader comes down from. */
export interface Hanging {
  readonly x: number
  readonly width: number
}

/**
 * Rows for words that hang under a view, each beginning at its own leader: what lies further left hangs lower where
 * its words would reach under a leader to its right, so that no leader crosses words.
 *
 * @returns the row of each, from 0
 */
export function rowsUnder(hanging: readonly Hanging[]): readonly number[] {
  const rows = hanging.map(() => 0)
  const fromRight = hanging
    .map((_, i) => i)
    .sort((a, b) => (hanging[b]?.x ?? 0) - (hanging[a]?.x ?? 0))
  fromRight.forEach((i, rank) => {
    const { width, x } = hanging[i] ?? { x: 0, width: 0 }
    const crossed = fromRight
      .slice(0, rank)
      .filter((j) => (hanging[j]?.x ?? 0) < x + width + CLEAR)
      .map((j) => (rows[j] ?? 0) + 1)
    rows[i] = Math.max(0, ...crossed)
  })
  return rows
}
