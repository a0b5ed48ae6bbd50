import { type Area, type Mark, type Scene, type Tone } from '@/core/ground/scene'
import { clean, type Paper } from './paper'
import { hatchLines, stippleDots } from './texture'

export const INK = '#000000'
export const GREY = '#595959'
const TEXTURE = '#737373'

/** Black on white: fills are paper or light grey, everything else is ink. */
const FILLS: Partial<Record<Tone, string>> = {
  tint: '#dbdbdb',
  steel: '#ededed',
  side: '#e6e6e6',
  front: '#f5f5f5',
  up: '#ffffff',
  sheet: '#ffffff',
  dark: '#404040',
  blue: '#595959',
  red: INK,
  ochre: INK,
  ink: INK,
  raw: '#ffffff',
  hatch: '#ffffff',
}

type Line = Extract<Mark, { kind: 'path' }>

/** Draws a scene with its left upper corner at a place of the page, in points, and so many points to its unit. */
export function drawScene(paper: Paper, scene: Scene, x: number, y: number, scale: number): void {
  paper.save().translate(x, y).scale(scale)
  for (const mark of scene.marks)
    if (mark.kind === 'words') drawWords(paper, mark)
    else if (mark.kind === 'area') drawArea(paper, mark)
    else drawLine(paper, mark)
  paper.restore()
}

function drawWords(paper: Paper, mark: Extract<Mark, { kind: 'words' }>): void {
  const text = clean(mark.text)
  paper.font(mark.figures ? 'figures' : mark.bold ? 'bold' : 'words').fontSize(mark.size)
  const shift = mark.anchor === 'start' ? 0 : mark.anchor === 'end' ? 1 : 0.5
  paper.save()
  if (mark.upright) paper.rotate(-90, { origin: [mark.x, mark.y] })
  paper.fillColor(INK).text(text, mark.x - shift * paper.widthOfString(text), mark.y, {
    baseline: 'alphabetic',
    lineBreak: false,
  })
  paper.restore()
}

/** Rows overlap by a hair, so that no seam shows between them. */
const SEAM = 0.15

function drawArea(paper: Paper, { fill, height, runs }: Area): void {
  const ink = FILLS[fill]
  if (ink === undefined) return
  for (const [x, y, long] of runs) paper.rect(x, y, long, height + SEAM)
  paper.fill(ink)
  if (fill !== 'raw') return
  for (const [x, y, long] of runs)
    for (const [dotX, dotY] of stippleDots(
      [
        [x, y],
        [x + long, y],
        [x + long, y + height],
        [x, y + height],
      ],
      4,
    ))
      paper.circle(dotX, dotY, 0.6)
  paper.fill(TEXTURE)
}

function drawLine(paper: Paper, mark: Line): void {
  const trace = (): Paper => {
    mark.points.forEach(([x, y], i) => (i === 0 ? paper.moveTo(x, y) : paper.lineTo(x, y)))
    return mark.closed ? paper.closePath() : paper
  }
  const fill = mark.closed ? FILLS[mark.fill] : undefined
  if (fill) trace().fill(fill)
  if (mark.closed) drawTexture(paper, mark)
  if (mark.stroke === 'none' || mark.stroke === 'sheet') return
  paper.save().lineWidth(mark.width * 0.8)
  if (mark.dash === 'hidden') paper.dash(4, { space: 2.7 })
  if (mark.dash === 'centre') dashes(paper, [8, 2.7, 1.3, 2.7])
  trace().stroke(mark.stroke === 'soft' || mark.stroke === 'faint' ? GREY : INK)
  paper.restore()
}

/** The writer takes a row of dashes as well as one; its types do not say so. */
function dashes(paper: Paper, row: readonly number[]): void {
  ;(paper.dash as unknown as (row: readonly number[], more: object) => Paper).call(paper, row, {})
}

function drawTexture(paper: Paper, { fill, points }: Line): void {
  if (fill === 'hatch') {
    for (const [x0, y0, x1, y1] of hatchLines(points, 8)) paper.moveTo(x0, y0).lineTo(x1, y1)
    paper.lineWidth(0.45).stroke(TEXTURE)
  }
  if (fill === 'raw') {
    for (const [x, y] of stippleDots(points, 4)) paper.circle(x, y, 0.6)
    paper.fill(TEXTURE)
  }
}
