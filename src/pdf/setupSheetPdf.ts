import fontkit from '@pdf-lib/fontkit'
import { type Color, PDFDocument, type PDFFont, type PDFPage, rgb } from 'pdf-lib'
import { type Mark, type Scene, type Tone } from '@/core/ground/scene'
import { type ChainBlock, type SetupSheet, type SheetPage } from '@/core/paper/sheet'
import { hatchLines, stippleDots } from './texture'

/** Font files, TrueType or WOFF. */
export interface SheetFonts {
  readonly words: Uint8Array
  readonly bold: Uint8Array
  readonly figures: Uint8Array
}

/** A4 in points. */
const [WIDTH, HEIGHT] = [595.28, 841.89]
const MARGIN = 42
const INK = rgb(0, 0, 0)
const GREY = rgb(0.35, 0.35, 0.35)

/** Draws the setup sheet: black on white, a cover and a page for each setup. */
export async function setupSheetPdf(sheet: SetupSheet, fonts: SheetFonts): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle(sheet.title)
  const embedded = {
    words: await pdf.embedFont(fonts.words, { subset: true }),
    bold: await pdf.embedFont(fonts.bold, { subset: true }),
    figures: await pdf.embedFont(fonts.figures, { subset: true }),
  }
  const writer = new Writer(pdf, embedded, sheet)
  writer.cover()
  for (const page of sheet.pages) writer.setup(page)
  writer.number()
  return pdf.save()
}

interface Fonts {
  readonly words: PDFFont
  readonly bold: PDFFont
  readonly figures: PDFFont
}

class Writer {
  private page: PDFPage
  private y = 0
  constructor(
    private readonly pdf: PDFDocument,
    private readonly fonts: Fonts,
    private readonly sheet: SetupSheet,
  ) {
    this.page = this.newPage()
  }

  cover(): void {
    const { cautions, cover, subtitle, title } = this.sheet
    this.line(title, 20, this.fonts.bold)
    this.paragraph(subtitle, 11)
    this.gap(8)
    if (cover.warnings.length > 0) this.heading('Do not start: these forbid it')
    for (const warning of cover.warnings) this.paragraph(`▲ ${warning}`, 10)
    this.heading('What must agree')
    for (const r of cover.requirements)
      this.row(
        [
          [0, r.title, this.fonts.words],
          [210, r.figures, this.fonts.figures],
          [350, r.predicted, this.fonts.figures],
          [430, r.margin, this.fonts.figures],
        ],
        mark(r.standing),
      )
    for (const chain of cover.chains) this.chain(chain)
    this.heading('Cautions')
    for (const caution of cautions) this.paragraph(`– ${caution}`, 9.5)
  }

  private chain(chain: ChainBlock): void {
    this.need(60 + 13 * chain.links.length)
    this.heading(`Chain: ${chain.title}, ${chain.figures}`)
    for (const link of chain.links) {
      this.row([
        [0, link.where, this.fonts.words],
        [60, link.what, this.fonts.words],
        [350, link.spread, this.fonts.figures],
        [430, `${Math.round(link.share * 100)} %`, this.fonts.figures],
      ])
      this.page.drawRectangle({
        x: MARGIN + 465,
        y: this.y + 3,
        width: Math.max(0.5, 40 * link.share),
        height: 6,
        color: INK,
      })
    }
    this.gap(4)
  }

  setup(page: SheetPage): void {
    this.page = this.newPage()
    this.line(`${page.number} · ${page.name}`, 18, this.fonts.bold)
    this.paragraph(`${this.sheet.title} · ${this.sheet.subtitle}`, 9.5)
    this.paragraph(`First: ${page.turn}.`, 11)
    const top = this.y
    this.scene(page.elevation, MARGIN, top - 6, 0.75)
    this.scene(page.plan, MARGIN + 255, top - 6, 0.75)
    this.y = top - 6 - page.elevation.height * 0.75
    const pictureTop = this.y
    this.scene(page.standing, MARGIN + 330, pictureTop - 8, 0.75)
    const narrow = 315
    this.list('Holding', page.holding, narrow)
    this.list('Footing', page.footing, narrow)
    this.y = Math.min(this.y, pictureTop - page.standing.height * 0.75 - 12)
    this.list('Zero', page.zero)
    this.heading('Cuts, in order')
    page.ops.forEach((op, i) => {
      this.row([
        [0, `${i + 1}`, this.fonts.figures],
        [18, op.what, this.fonts.words],
        [250, op.tool, this.fonts.words],
        [430, 'done', this.fonts.words],
      ])
      this.box(MARGIN + 460)
      if (op.note) this.paragraph(`    ■ ${op.note}`, 10, this.fonts.bold)
    })
    this.heading('Measure before going on')
    if (page.checks.length === 0) this.paragraph('Nothing of the drawing is settled here.', 10)
    for (const check of page.checks)
      this.row([
        [0, check, this.fonts.words],
        [320, 'measured', this.fonts.words],
        [375, '______________', this.fonts.words],
      ])
    if (page.findings.length > 0) this.list('Mind', page.findings)
    this.gap(8)
    for (const caution of this.sheet.cautions) this.paragraph(caution, 8)
  }

  number(): void {
    const pages = this.pdf.getPages()
    pages.forEach((page, i) =>
      page.drawText(`${clean(this.sheet.title)} · sheet ${i + 1} of ${pages.length}`, {
        x: MARGIN,
        y: 24,
        size: 8.5,
        font: this.fonts.words,
        color: GREY,
      }),
    )
  }

  private newPage(): PDFPage {
    this.y = HEIGHT - MARGIN
    return this.pdf.addPage([WIDTH, HEIGHT])
  }

  private need(space: number): void {
    if (this.y - space < MARGIN) this.page = this.newPage()
  }

  private gap(space: number): void {
    this.y -= space
  }

  private heading(text: string): void {
    this.need(40)
    this.gap(8)
    this.line(text, 11.5, this.fonts.bold)
  }

  private line(text: string, size: number, font = this.fonts.words): void {
    this.need(size * 1.4)
    this.y -= size * 1.3
    this.page.drawText(clean(text), { x: MARGIN, y: this.y, size, font, color: INK })
  }

  private paragraph(
    text: string,
    size: number,
    font = this.fonts.words,
    width = WIDTH - 2 * MARGIN,
  ): void {
    for (const line of wrapped(clean(text), font, size, width)) this.line(line, size, font)
  }

  private list(title: string, lines: readonly string[], width = WIDTH - 2 * MARGIN): void {
    this.heading(title)
    for (const text of lines) this.paragraph(text, 9.5, this.fonts.words, width)
  }

  private row(cells: readonly (readonly [number, string, PDFFont])[], before?: string): void {
    this.need(14)
    this.y -= 13
    for (const [x, text, font] of cells)
      this.page.drawText(fitted(clean(text), font, 9.5, nextColumn(cells, x) - x), {
        x: MARGIN + x + (before ? 14 : 0),
        y: this.y,
        size: 9.5,
        font,
        color: INK,
      })
    if (before)
      this.page.drawText(before, {
        x: MARGIN,
        y: this.y,
        size: 9,
        font: this.fonts.words,
        color: INK,
      })
  }

  private box(x: number): void {
    this.page.drawRectangle({
      x,
      y: this.y - 1,
      width: 9,
      height: 9,
      borderColor: INK,
      borderWidth: 0.8,
    })
  }

  private scene(scene: Scene, left: number, top: number, scale: number): void {
    for (const mark of scene.marks) drawMark(this.page, mark, left, top, scale, this.fonts)
  }
}

const mark = (standing: string): string =>
  ({ holds: 'ok', near: '!', short: 'X', open: '?' })[standing] ?? ''
const nextColumn = (cells: readonly (readonly [number, string, PDFFont])[], x: number): number =>
  Math.min(...cells.map(([other]) => other).filter((other) => other > x), WIDTH - 2 * MARGIN) - 6

/** Black on white: fills are paper or light grey, everything else is ink. */
const FILLS: Partial<Record<Tone, Color>> = {
  tint: rgb(0.86, 0.86, 0.86),
  steel: rgb(0.93, 0.93, 0.93),
  side: rgb(0.9, 0.9, 0.9),
  front: rgb(0.96, 0.96, 0.96),
  up: rgb(1, 1, 1),
  sheet: rgb(1, 1, 1),
  dark: rgb(0.25, 0.25, 0.25),
  blue: rgb(0.35, 0.35, 0.35),
  red: INK,
  ochre: INK,
  ink: INK,
  raw: rgb(1, 1, 1),
  hatch: rgb(1, 1, 1),
}

function drawMark(
  page: PDFPage,
  mark: Mark,
  left: number,
  top: number,
  scale: number,
  fonts: Fonts,
): void {
  const at = ([x, y]: readonly [number, number]): { x: number; y: number } => ({
    x: left + x * scale,
    y: top - y * scale,
  })
  if (mark.kind === 'words') {
    const font = mark.figures ? fonts.figures : mark.bold ? fonts.bold : fonts.words
    const size = mark.size * scale
    const text = clean(mark.text)
    const shift =
      mark.anchor === 'start'
        ? 0
        : font.widthOfTextAtSize(text, size) * (mark.anchor === 'end' ? 1 : 0.5)
    const place = at([mark.x, mark.y])
    page.drawText(text, { x: place.x - shift, y: place.y, size, font, color: INK })
    return
  }
  const points = mark.points
  const fill = mark.closed ? FILLS[mark.fill] : undefined
  if (fill)
    page.drawSvgPath(
      `${points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x * scale} ${y * scale}`).join(' ')} Z`,
      { x: left, y: top, color: fill, borderWidth: 0 },
    )
  const grey = rgb(0.45, 0.45, 0.45)
  if (mark.closed && mark.fill === 'hatch')
    for (const [x0, y0, x1, y1] of hatchLines(points, 8))
      page.drawLine({ start: at([x0, y0]), end: at([x1, y1]), thickness: 0.35, color: grey })
  if (mark.closed && mark.fill === 'raw')
    for (const dot of stippleDots(points, 4))
      page.drawCircle({ ...at(dot), size: 0.45, color: grey })
  if (mark.stroke === 'none' || mark.stroke === 'sheet') return
  const dashArray =
    mark.dash === 'hidden' ? [3, 2] : mark.dash === 'centre' ? [6, 2, 1, 2] : undefined
  const color = mark.stroke === 'soft' || mark.stroke === 'faint' ? GREY : INK
  const ends = mark.closed ? [...points, ...points.slice(0, 1)] : points
  ends.slice(1).forEach((end, i) => {
    const start = ends[i]
    if (start)
      page.drawLine({
        start: at(start),
        end: at(end),
        thickness: mark.width * scale * 0.8,
        color,
        ...(dashArray ? { dashArray } : {}),
      })
  })
}

/** Letters that the shipped fonts do not have are written another way. */
const clean = (text: string): string =>
  text
    .replaceAll('⌀', 'Ø')
    .replaceAll('▲', '!')
    .replaceAll('■', '>')
    .replaceAll('−', '-')
    .replaceAll('“', '"')
    .replaceAll('”', '"')
    .replaceAll('’', "'")
    .replace(/[^\u0020-\u017e–·]/g, '?')

function wrapped(text: string, font: PDFFont, size: number, width: number): readonly string[] {
  const lines: string[] = []
  let line = ''
  for (const word of text.split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`
    if (line !== '' && font.widthOfTextAtSize(longer, size) > width) {
      lines.push(line)
      line = word
    } else line = longer
  }
  return line === '' ? lines : [...lines, line]
}

function fitted(text: string, font: PDFFont, size: number, width: number): string {
  let kept = text
  while (kept.length > 1 && font.widthOfTextAtSize(kept, size) > width) kept = kept.slice(0, -1)
  return kept.length < text.length ? `${kept.slice(0, -1)}.` : kept
}
