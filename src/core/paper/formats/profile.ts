import { type PlanePoint } from '../../ground/geometry'
import { edgesOf, type Ring } from '../../ground/outline'

/** Outlines at full size, in mm, X to the right and Y up from the low corner: for a cutter, a laser or a plotter. */
export interface Profile {
  readonly title: string
  readonly widthMm: number
  readonly heightMm: number
  readonly layers: readonly {
    /** "JAW": capital letters, digits, no blanks. */
    readonly name: string
    readonly rings: readonly Ring[]
  }[]
  readonly middles: readonly PlanePoint[]
  /** Words to be engraved, by their low left corner. */
  readonly engraved?: readonly Engraved[]
}

export interface Engraved {
  readonly at: PlanePoint
  readonly words: string
  readonly heightMm: number
}

/** Height of capital letters as a part of a font's size. */
const CAPITALS = 0.7

const escaped = (words: string): string => words.replace(/[<>&]/g, (c) => `&#${c.charCodeAt(0)};`)

const n = (value: number): string => String(Number(value.toFixed(5)) + 0)

/** The outlines as SVG whose units are millimetres; arcs as arcs. */
export function profileSvg({
  engraved = [],
  heightMm,
  layers,
  middles,
  title,
  widthMm,
}: Profile): string {
  const y = (value: number): string => n(heightMm - value)
  const path = (ring: Ring): string => {
    const edges = edgesOf(ring)
    const begin = edges[0]?.from ?? { x: 0, y: 0 }
    const steps = edges.map((edge) => {
      const to = `${n(edge.to.x)} ${y(edge.to.y)}`
      if (edge.kind === 'line') return `L${to}`
      const isLong = Math.abs(edge.turnRad) > Math.PI ? 1 : 0
      // On a page Y runs down, so that what turns counter-clockwise is drawn the other way.
      const sweep = edge.turnRad > 0 ? 0 : 1
      return `A${n(edge.radiusMm)} ${n(edge.radiusMm)} 0 ${isLong} ${sweep} ${to}`
    })
    return `<path d="M${n(begin.x)} ${y(begin.y)}${steps.join('')}Z"/>`
  }
  const groups = layers.map(
    ({ name, rings }) => `<g id="${name}">\n${rings.map(path).join('\n')}\n</g>`,
  )
  const cross = ({ x, y: v }: PlanePoint): string =>
    `<path d="M${n(x - 2)} ${y(v)}H${n(x + 2)}M${n(x)} ${y(v - 2)}V${y(v + 2)}"/>`
  const letters = engraved
    .map(
      ({ at, heightMm: size, words }) =>
        `<text x="${n(at.x)}" y="${y(at.y)}" font-size="${n(size / CAPITALS)}" font-family="monospace">${escaped(words)}</text>`,
    )
    .join('\n')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}">
<title>${escaped(title)}</title>
<g fill="none" stroke="#000" stroke-width="0.15">
${groups.join('\n')}
<g id="MIDDLES">
${middles.map(cross).join('\n')}
</g>${letters === '' ? '' : `\n<g id="ENGRAVED">\n${letters}\n</g>`}
</g>
</svg>
`
}
