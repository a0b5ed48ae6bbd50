import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb } from 'pdf-lib'
import { type Template } from '@/core/paper/formats'
import { type PlanePoint } from '@/core/ground/geometry'
import { type SheetFonts } from './setupSheetPdf'

/** Points to a millimetre. */
const POINTS = 72 / 25.4
const INK = rgb(0, 0, 0)

/** The template on one page of its own size, at full size. */
export async function templatePdf(template: Template, fonts: SheetFonts): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle(template.title)
  const font = await pdf.embedFont(fonts.words, { subset: true })
  const page = pdf.addPage([template.widthMm * POINTS, template.heightMm * POINTS])
  const at = (p: PlanePoint) => ({ x: p.x * POINTS, y: p.y * POINTS })
  const line = (a: PlanePoint, b: PlanePoint): void =>
    page.drawLine({ start: at(a), end: at(b), thickness: 0.15 * POINTS, color: INK })
  const words = (x: number, y: number, sizeMm: number, text: string): void =>
    page.drawText(text, { x: x * POINTS, y: y * POINTS, size: sizeMm * POINTS, font, color: INK })
  const { check, holes, outline } = template
  page.drawRectangle({
    ...at(outline.low),
    width: (outline.high.x - outline.low.x) * POINTS,
    height: (outline.high.y - outline.low.y) * POINTS,
    borderWidth: 0.2 * POINTS,
    borderColor: INK,
  })
  for (const { at: middle, label, radiusMm } of holes) {
    page.drawCircle({
      ...at(middle),
      size: radiusMm * POINTS,
      borderWidth: 0.15 * POINTS,
      borderColor: INK,
    })
    const half = radiusMm + 2
    line({ x: middle.x - half, y: middle.y }, { x: middle.x + half, y: middle.y })
    line({ x: middle.x, y: middle.y - half }, { x: middle.x, y: middle.y + half })
    if (label !== '') words(middle.x + radiusMm + 0.6, middle.y + 0.6, 2.4, label)
  }
  line(check.from, check.to)
  for (const end of [check.from, check.to])
    line({ x: end.x, y: end.y - 2 }, { x: end.x, y: end.y + 2 })
  words(check.from.x, check.from.y - 5, 3, check.words)
  words(check.from.x, check.from.y + 5, 3.4, template.title)
  return pdf.save()
}
