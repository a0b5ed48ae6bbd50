import { type ChainBlock, type SetupSheet, type SheetPage } from '@/core/paper/sheet'
import { drawScene, GREY, INK } from './drawScene'
import { type DrawingSheet, drawingPage } from './drawingPdf'
import { bytesOf, clean, newPaper, type Paper, type PaperFont, type PaperFonts } from './paper'

/** A4 in points. */
const [WIDTH, HEIGHT] = [595.28, 841.89]
const MARGIN = 42
const INSIDE = WIDTH - 2 * MARGIN
const SMALL = 9.5
const GUTTER = 6
/** Lines stand a little closer than the font would have them, points. */
const TIGHT = -0.5

/** A cell of a row: how far from the margin it begins, in points, and what it says. */
interface Cell {
  readonly from: number
  readonly text: string
  readonly font?: PaperFont
}

/**
 * Draws the setup sheet: black on white, a cover and a page for each setup.
 *
 * @param jaws - drawings of soft jaws by the number of their setup: each comes before its setup.
 */
export function setupSheetPdf(
  sheet: SetupSheet,
  fonts: PaperFonts,
  jaws: ReadonlyMap<number, DrawingSheet> = new Map(),
): Promise<Uint8Array> {
  const paper = newPaper(sheet.title, fonts, MARGIN)
  const writer = new Writer(paper)
  cover(writer, sheet)
  for (const page of sheet.pages) {
    const drawing = jaws.get(page.number)
    if (drawing) drawingPage(paper, drawing)
    setup(writer, sheet, page)
  }
  writer.number(sheet.title)
  return bytesOf(paper)
}

function cover(writer: Writer, { cautions, cover, subtitle, title }: SetupSheet): void {
  writer.page()
  writer.line(title, 20, 'bold')
  writer.line(subtitle, 11)
  if (cover.warnings.length > 0) writer.heading('Do not start: these forbid it')
  for (const warning of cover.warnings) writer.line(`▲ ${warning}`, 10)
  writer.heading('What must agree')
  for (const { figures, margin, predicted, standing, title: what } of cover.requirements)
    writer.row([
      { from: 0, text: STANDINGS[standing] ?? '' },
      { from: 18, text: what },
      { from: 220, text: figures, font: 'figures' },
      { from: 350, text: predicted, font: 'figures' },
      { from: 430, text: margin, font: 'figures' },
    ])
  for (const chain of cover.chains) chainOf(writer, chain)
  writer.heading('Cautions')
  for (const caution of cautions) writer.line(`– ${caution}`, SMALL)
}

function chainOf(writer: Writer, chain: ChainBlock): void {
  writer.need(60 + 13 * chain.links.length)
  writer.heading(`Chain: ${chain.title}, ${chain.figures}`)
  for (const { share, spread, what, where } of chain.links) {
    writer.row([
      { from: 0, text: where },
      { from: 60, text: what },
      { from: 350, text: spread, font: 'figures' },
      { from: 430, text: `${Math.round(share * 100)} %`, font: 'figures' },
    ])
    writer.bar(465, 40 * share)
  }
}

function setup(writer: Writer, sheet: SetupSheet, page: SheetPage): void {
  writer.page()
  writer.line(`${page.number} · ${page.name}`, 18, 'bold')
  writer.line(`${sheet.title} · ${sheet.subtitle}`, SMALL)
  writer.line(`First: ${page.turn}.`, 11)
  const narrow = 315
  writer.beside(page.elevation, page.plan)
  writer.aside(page.standing, narrow + 15, () => {
    writer.list('Holding', page.holding, narrow)
    writer.list('Footing', page.footing, narrow)
  })
  writer.list('Zero', page.zero)
  writer.heading('Cuts, in order')
  page.ops.forEach((op, i) => {
    writer.row([
      { from: 0, text: `${i + 1}`, font: 'figures' },
      { from: 18, text: op.what },
      { from: 250, text: op.tool },
      { from: 430, text: 'done' },
    ])
    writer.box(460)
    if (op.note) writer.line(`■ ${op.note}`, 10, 'bold', 18)
  })
  writer.heading('Measure before going on')
  if (page.checks.length === 0) writer.line('Nothing of the drawing is settled here.', 10)
  for (const check of page.checks)
    writer.row([
      { from: 0, text: check },
      { from: 320, text: 'measured' },
      { from: 375, text: '______________' },
    ])
  if (page.findings.length > 0) writer.list('Mind', page.findings)
  writer.gap(8)
  for (const caution of sheet.cautions) writer.line(caution, 8)
}

const STANDINGS: Readonly<Record<string, string>> = {
  holds: 'ok',
  near: '!',
  short: 'X',
  open: '?',
}

/** Writes down a page from its upper margin; what does not fit goes on the next. */
class Writer {
  /** The top of the last row, in points from the upper edge. */
  private rowTop = 0
  constructor(private readonly paper: Paper) {}

  page(): void {
    this.paper.addPage({ size: [WIDTH, HEIGHT], margin: MARGIN })
  }

  need(space: number): void {
    if (this.paper.y + space > HEIGHT - MARGIN) this.page()
  }

  gap(space: number): void {
    this.paper.y += space
  }

  heading(text: string): void {
    this.need(40)
    this.gap(5)
    this.line(text, 11.5, 'bold')
  }

  line(text: string, size: number, font: PaperFont = 'words', from = 0, width = INSIDE): void {
    this.paper
      .font(font)
      .fontSize(size)
      .fillColor(INK)
      .text(clean(text), MARGIN + from, this.paper.y, { width: width - from, lineGap: TIGHT })
  }

  list(title: string, lines: readonly string[], width = INSIDE): void {
    this.heading(title)
    for (const text of lines) this.line(text, SMALL, 'words', 0, width)
  }

  /** Cells side by side, each on as many lines as it needs. */
  row(cells: readonly Cell[]): void {
    const laid = cells.map((cell, i) => {
      const width = (cells[i + 1]?.from ?? INSIDE + GUTTER) - cell.from - GUTTER
      const text = clean(cell.text)
      this.paper.font(cell.font ?? 'words').fontSize(SMALL)
      return { ...cell, text, width, height: this.paper.heightOfString(text, { width }) }
    })
    const height = Math.max(...laid.map((cell) => cell.height))
    this.need(height)
    this.rowTop = this.paper.y
    for (const { font = 'words', from, text, width } of laid)
      this.paper
        .font(font)
        .fontSize(SMALL)
        .fillColor(INK)
        .text(text, MARGIN + from, this.rowTop, { width })
    this.paper.y = this.rowTop + height + 1
  }

  /** A bar in the last row. */
  bar(from: number, width: number): void {
    this.paper.rect(MARGIN + from, this.rowTop + 3, Math.max(0.5, width), 6).fill(INK)
  }

  /** A box to tick in the last row. */
  box(from: number): void {
    this.paper
      .lineWidth(0.8)
      .rect(MARGIN + from, this.rowTop + 1, 9, 9)
      .stroke(INK)
  }

  /** Two pictures side by side. */
  beside(left: SheetPage['plan'], right: SheetPage['plan']): void {
    const top = this.paper.y + 6
    drawScene(this.paper, left, MARGIN, top, SCALE)
    drawScene(this.paper, right, MARGIN + left.width * SCALE, top, SCALE)
    this.paper.y = top + Math.max(left.height, right.height) * SCALE
  }

  /** A picture with words to its left. */
  aside(scene: SheetPage['plan'], from: number, words: () => void): void {
    const top = this.paper.y
    drawScene(this.paper, scene, MARGIN + from, top + 8, SCALE)
    this.paper.y = top
    words()
    this.paper.y = Math.max(this.paper.y, top + scene.height * SCALE + 12)
  }

  /** The foot of every page. */
  number(title: string): void {
    const { count } = this.paper.bufferedPageRange()
    for (let i = 0; i < count; i++) {
      this.paper.switchToPage(i)
      // The foot stands in the margin, where the writer would begin a new page.
      this.paper.page.margins.bottom = 0
      this.paper
        .font('words')
        .fontSize(8.5)
        .fillColor(GREY)
        .text(clean(`${title} · sheet ${i + 1} of ${count}`), MARGIN, HEIGHT - 34, {
          lineBreak: false,
        })
    }
  }
}

/** Points to a unit of a scene. */
const SCALE = 0.75
