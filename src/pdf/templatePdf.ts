import { type Template } from '@/core/paper/formats'
import { type PlanePoint } from '@/core/ground/geometry'
import { INK } from './drawScene'
import { bytesOf, newPaper, type PaperFonts } from './paper'

/** Points to a millimetre. */
const POINTS = 72 / 25.4

/** The template on one page of its own size, at full size. */
export function templatePdf(template: Template, fonts: PaperFonts): Promise<Uint8Array> {
  const { check, heightMm, holes, outline, title, widthMm } = template
  const paper = newPaper(title, fonts, 0)
  paper.addPage({ size: [widthMm * POINTS, heightMm * POINTS], margin: 0 })
  // Millimetres from the left upper corner; a template counts from the left lower one.
  paper.scale(POINTS)
  const down = (y: number): number => heightMm - y
  const line = (a: PlanePoint, b: PlanePoint): void => {
    paper.moveTo(a.x, down(a.y)).lineTo(b.x, down(b.y)).lineWidth(0.15).stroke(INK)
  }
  const words = (x: number, y: number, sizeMm: number, text: string): void => {
    paper.font('words').fontSize(sizeMm).fillColor(INK)
    paper.text(text, x, down(y), { baseline: 'alphabetic', lineBreak: false })
  }
  const { high, low } = outline
  paper
    .lineWidth(0.2)
    .rect(low.x, down(high.y), high.x - low.x, high.y - low.y)
    .stroke(INK)
  for (const { at, label, radiusMm } of holes) {
    paper.lineWidth(0.15).circle(at.x, down(at.y), radiusMm).stroke(INK)
    const half = radiusMm + 2
    line({ x: at.x - half, y: at.y }, { x: at.x + half, y: at.y })
    line({ x: at.x, y: at.y - half }, { x: at.x, y: at.y + half })
    if (label !== '') words(at.x + radiusMm + 0.6, at.y + 0.6, 2.4, label)
  }
  line(check.from, check.to)
  for (const end of [check.from, check.to])
    line({ x: end.x, y: end.y - 2 }, { x: end.x, y: end.y + 2 })
  words(check.from.x, check.from.y - 5, 3, check.words)
  words(check.from.x, check.from.y + 5, 3.4, title)
  return bytesOf(paper)
}
