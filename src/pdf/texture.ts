import { polygonContains } from 'd3-polygon'
/** Hatching and stipple worked out as lines and dots, for paper where no pattern fill is at hand. */

type Points = readonly (readonly [number, number])[]

/** Lines at 45° clipped to a polygon; even-odd along each line. */
export function hatchLines(
  polygon: Points,
  spacing: number,
): readonly (readonly [number, number, number, number])[] {
  const lines: [number, number, number, number][] = []
  const sums = polygon.map(([x, y]) => x + y)
  for (
    let c = Math.ceil(Math.min(...sums) / spacing) * spacing;
    c <= Math.max(...sums);
    c += spacing
  ) {
    const crossings = polygon
      .flatMap(([x0, y0], i): number[] => {
        const [x1, y1] = polygon[(i + 1) % polygon.length] ?? [x0, y0]
        const [a, b] = [x0 + y0 - c, x1 + y1 - c]
        return a < 0 === b < 0 ? [] : [x0 + ((x1 - x0) * a) / (a - b)]
      })
      .sort((p, q) => p - q)
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const [from = 0, to = 0] = [crossings[k], crossings[k + 1]]
      lines.push([from, c - from, to, c - to])
    }
  }
  return lines
}

/** Dots of a staggered grid that fall inside a polygon. */
export function stippleDots(
  polygon: Points,
  spacing: number,
): readonly (readonly [number, number])[] {
  const [xs, ys] = [polygon.map(([x]) => x), polygon.map(([, y]) => y)]
  const outline = polygon.map(([x, y]): [number, number] => [x, y])
  const dots: [number, number][] = []
  let row = 0
  for (let y = Math.min(...ys) + spacing / 2; y < Math.max(...ys); y += spacing, row++) {
    for (
      let x = Math.min(...xs) + (row % 2 === 0 ? spacing / 2 : spacing);
      x < Math.max(...xs);
      x += spacing
    )
      if (polygonContains(outline, [x, y])) dots.push([x, y])
  }
  return dots
}
