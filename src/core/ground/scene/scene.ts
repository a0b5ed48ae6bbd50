import { polygonHull } from 'd3-polygon'

/** A colour by what it means; each renderer has its own inks for it. */
export type Tone =
  | 'none'
  | 'sheet'
  | 'ink'
  | 'soft'
  | 'faint'
  | 'up'
  | 'side'
  | 'front'
  | 'raw'
  | 'tint'
  | 'blue'
  | 'red'
  | 'ochre'
  | 'green'
  | 'steel'
  | 'hatch'
  | 'dark'
  | 'yellow'

export interface Path {
  readonly kind: 'path'
  readonly points: readonly (readonly [number, number])[]
  readonly closed: boolean
  readonly fill: Tone
  readonly stroke: Tone
  readonly width: number
  readonly dash?: 'hidden' | 'centre' | undefined
  /** What it stands for: a surface, feature or contact; pointing at it lights the same elsewhere. */
  readonly ref?: string | undefined
}

export interface Words {
  readonly kind: 'words'
  readonly x: number
  readonly y: number
  readonly text: string
  readonly size: number
  readonly anchor: 'start' | 'middle' | 'end'
  readonly ink: Tone
  readonly figures?: boolean | undefined
  /** Written upwards, to be read from the right. */
  readonly upright?: boolean | undefined
  readonly bold?: boolean | undefined
  readonly ref?: string | undefined
}

/** A filled area of any shape as runs along rows of one height: x, y of the upper left corner and length of each. */
export interface Area {
  readonly kind: 'area'
  readonly runs: readonly (readonly [number, number, number])[]
  readonly height: number
  readonly fill: Tone
  readonly ref?: string | undefined
}

export type Mark = Path | Words | Area

/** The places that a mark reaches to. */
export function reachOf(mark: Mark): readonly (readonly [number, number])[] {
  if (mark.kind === 'words') return [[mark.x, mark.y]]
  if (mark.kind === 'path') return mark.points
  return mark.runs.flatMap(([x, y, long]) => [
    [x, y] as const,
    [x + long, y + mark.height] as const,
  ])
}

/** A drawing in sheet units (CSS pixels, or points on paper), y downwards. */
export interface Scene {
  readonly width: number
  readonly height: number
  readonly marks: readonly Mark[]
  /** How it lies on its paper, where things in it can be moved: x = left + scale · u, y = bottom − scale · v. */
  readonly frame?: { readonly scale: number; readonly left: number; readonly bottom: number }
}

interface PathStyle {
  readonly fill?: Tone
  readonly stroke?: Tone
  readonly width?: number
  readonly dash?: Path['dash']
  readonly ref?: string | undefined
}

const SEGMENTS = 48

/** Collects marks, turning world millimetres into sheet units at one scale. */
export class Sheet {
  readonly marks: Mark[] = []

  /**
   * @param scale - sheet units for a millimetre, > 0.
   * @param left - sheet x of world u = 0.
   * @param bottom - sheet y of world v = 0; v grows upwards.
   */
  constructor(
    readonly scale: number,
    readonly left: number,
    readonly bottom: number,
  ) {}

  at(u: number, v: number): readonly [number, number] {
    return [this.left + u * this.scale, this.bottom - v * this.scale]
  }

  polygon(points: readonly (readonly [number, number])[], style: PathStyle): void {
    this.path(points, true, style)
  }

  /** The convex outline of points: what a convex solid looks like. */
  silhouette(points: readonly (readonly [number, number])[], style: PathStyle): void {
    this.path(polygonHull(points.map(([u, v]) => [u, v])) ?? [], true, style)
  }

  rectangle(u0: number, v0: number, u1: number, v1: number, style: PathStyle): void {
    this.path(
      [
        [u0, v0],
        [u1, v0],
        [u1, v1],
        [u0, v1],
      ],
      true,
      style,
    )
  }

  line(u0: number, v0: number, u1: number, v1: number, style: PathStyle): void {
    this.polyline(
      [
        [u0, v0],
        [u1, v1],
      ],
      style,
    )
  }

  polyline(points: readonly (readonly [number, number])[], style: PathStyle): void {
    this.path(points, false, style)
  }

  circle(u: number, v: number, radius: number, style: PathStyle): void {
    this.path(
      Array.from({ length: SEGMENTS }, (_, i): [number, number] => {
        const angle = (2 * Math.PI * i) / SEGMENTS
        return [u + radius * Math.cos(angle), v + radius * Math.sin(angle)]
      }),
      true,
      style,
    )
  }

  /** A mark of fixed size on the sheet, given in sheet units about a world point. */
  symbol(
    u: number,
    v: number,
    outline: readonly (readonly [number, number])[],
    style: PathStyle,
  ): void {
    const [x, y] = this.at(u, v)
    this.push(
      outline.map(([dx, dy]): [number, number] => [x + dx, y + dy]),
      true,
      style,
    )
  }

  words(
    u: number,
    v: number,
    text: string,
    style: Partial<Omit<Words, 'kind' | 'x' | 'y' | 'text'>> & { dx?: number; dy?: number } = {},
  ): void {
    const { dx = 0, dy = 0, ...rest } = style
    const [x, y] = this.at(u, v)
    this.marks.push({
      kind: 'words',
      x: x + dx,
      y: y + dy,
      text,
      size: 13,
      anchor: 'middle',
      ink: 'ink',
      ...rest,
    })
  }

  /** Rows of runs in world millimetres: left end, lower edge and length of each, all of one height. */
  area(
    runs: readonly (readonly [number, number, number])[],
    height: number,
    style: { readonly fill: Tone; readonly ref?: string | undefined },
  ): void {
    this.marks.push({
      kind: 'area',
      runs: runs.map(([u, v, long]) => {
        const [x, y] = this.at(u, v + height)
        return [x, y, long * this.scale]
      }),
      height: height * this.scale,
      ...style,
    })
  }

  private path(
    points: readonly (readonly [number, number])[],
    closed: boolean,
    style: PathStyle,
  ): void {
    this.push(
      points.map(([u, v]) => this.at(u, v)),
      closed,
      style,
    )
  }

  private push(
    points: readonly (readonly [number, number])[],
    closed: boolean,
    style: PathStyle,
  ): void {
    const { fill = 'none', stroke = 'ink', width = 1, dash, ref } = style
    this.marks.push({ kind: 'path', points, closed, fill, stroke, width, dash, ref })
  }
}

/** A dimension line between two world points, with ticks and its figure, `offset` sheet units away. */
export function dimension(
  sheet: Sheet,
  from: readonly [number, number],
  to: readonly [number, number],
  offset: number,
  text: string,
  ink: Tone = 'soft',
  ref?: string,
): void {
  const [x0, y0] = sheet.at(...from)
  const [x1, y1] = sheet.at(...to)
  const across = Math.abs(x1 - x0) >= Math.abs(y1 - y0)
  const [a, b]: readonly (readonly [number, number])[] = across
    ? [
        [x0, y0 + offset],
        [x1, y0 + offset],
      ]
    : [
        [x0 + offset, y0],
        [x0 + offset, y1],
      ]
  if (!a || !b) return
  const line = (points: readonly (readonly [number, number])[], width: number): void =>
    void sheet.marks.push({
      kind: 'path',
      points,
      closed: false,
      fill: 'none',
      stroke: ink,
      width,
      ref,
    })
  line([a, b], 1)
  for (const [start, end] of [
    [[x0, y0], a],
    [[x1, y1], b],
  ] as const) {
    line(
      [start, end].map(([x, y]) => [x, y] as const),
      0.5,
    )
    line(
      [
        [end[0] - 4, end[1] + 4],
        [end[0] + 4, end[1] - 4],
      ],
      1,
    )
  }
  const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
  sheet.marks.push({
    kind: 'words',
    x: across ? mx : mx + (offset < 0 ? -6 : 6),
    y: across ? my - 5 : my + 4,
    text,
    size: 13,
    anchor: across ? 'middle' : offset < 0 ? 'end' : 'start',
    ink,
    figures: true,
    ref,
  })
}
