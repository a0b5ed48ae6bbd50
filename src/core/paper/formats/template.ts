import { type HoleInSetup } from '../../plan/drilling'
import { type PlanePoint } from '../../ground/geometry'
import { refLabel, type Part } from '../../work/part'
import { printLength } from '../../handbook/units'

/** A drawing at full size: everything in mm, Y up, from the low corner of the sheet. */
export interface Template {
  readonly widthMm: number
  readonly heightMm: number
  readonly outline: { readonly low: PlanePoint; readonly high: PlanePoint }
  readonly holes: readonly {
    readonly at: PlanePoint
    readonly radiusMm: number
    readonly label: string
  }[]
  /** A line of a known length, to be measured before the sheet is trusted. */
  readonly check: { readonly from: PlanePoint; readonly to: PlanePoint; readonly words: string }
  readonly title: string
}

const MARGIN_MM = 15
const FOOT_MM = 22
/** Length of the check line, mm. */
export const CHECK_MM = 100

/**
 * The face that is up in a setup with its holes, at full size, for a paper template.
 *
 * @param outline - the part as it stands, in the coordinates of `holes`, mm.
 */
export function holeTemplate(
  part: Part,
  holes: readonly HoleInSetup[],
  outline: Template['outline'],
  title: string,
): Template {
  const shift = { x: MARGIN_MM - outline.low.x, y: MARGIN_MM + FOOT_MM - outline.low.y }
  const move = (p: PlanePoint): PlanePoint => ({ x: p.x + shift.x, y: p.y + shift.y })
  const widthMm = Math.max(outline.high.x - outline.low.x, CHECK_MM) + 2 * MARGIN_MM
  return {
    widthMm,
    heightMm: outline.high.y - outline.low.y + 2 * MARGIN_MM + FOOT_MM,
    outline: { low: move(outline.low), high: move(outline.high) },
    holes: holes.map((hole) => ({
      at: move(hole.at),
      radiusMm: hole.hole.diameter.mm / 2,
      label: hole.count > 1 ? String(hole.number) : '',
    })),
    check: {
      from: { x: MARGIN_MM, y: MARGIN_MM + 8 },
      to: { x: MARGIN_MM + CHECK_MM, y: MARGIN_MM + 8 },
      words: `Measure this line before use: ${printLength(CHECK_MM, 'mm')} mm. Print at full size, not fitted to the page.`,
    },
    title: `${title} · ${[...new Set(holes.map((hole) => refLabel(part, hole.hole.id)))].join(', ')}`,
  }
}

const escapeXml = (text: string): string => text.replace(/[<>&"']/g, (c) => `&#${c.charCodeAt(0)};`)

/** The template as SVG whose units are millimetres on paper. */
export function templateSvg(template: Template): string {
  const { check, heightMm, holes, outline, title, widthMm } = template
  const n = (value: number): string => String(Number(value.toFixed(4)))
  const y = (value: number): string => n(heightMm - value)
  const line = (a: PlanePoint, b: PlanePoint): string =>
    `<path d="M${n(a.x)} ${y(a.y)}L${n(b.x)} ${y(b.y)}"/>`
  const cross = (at: PlanePoint, half: number): string =>
    line({ x: at.x - half, y: at.y }, { x: at.x + half, y: at.y }) +
    line({ x: at.x, y: at.y - half }, { x: at.x, y: at.y + half })
  const tick = (p: PlanePoint): string => line({ x: p.x, y: p.y - 2 }, { x: p.x, y: p.y + 2 })
  const marks = holes.map(
    ({ at, radiusMm }) =>
      `<circle cx="${n(at.x)}" cy="${y(at.y)}" r="${n(radiusMm)}"/>${cross(at, radiusMm + 2)}`,
  )
  const words = (x: number, at: number, size: number, text: string): string =>
    `<text x="${n(x)}" y="${y(at)}" font-size="${size}">${escapeXml(text)}</text>`
  const labels = holes
    .filter((hole) => hole.label !== '')
    .map(({ at, label, radiusMm }) => words(at.x + radiusMm + 0.6, at.y + 0.6, 2.4, label))
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}">
<g fill="none" stroke="#000" stroke-width="0.15">
<rect x="${n(outline.low.x)}" y="${y(outline.high.y)}" width="${n(outline.high.x - outline.low.x)}" height="${n(outline.high.y - outline.low.y)}"/>
${marks.join('\n')}
${line(check.from, check.to)}${tick(check.from)}${tick(check.to)}
</g>
<g fill="#000" font-family="sans-serif">
${labels.join('\n')}
${words(check.from.x, check.from.y - 5, 3, check.words)}
${words(check.from.x, check.from.y + 5, 3.4, title)}
</g>
</svg>
`
}
