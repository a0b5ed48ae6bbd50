import { type Scene } from '@/core/ground/scene'
import { drawScene, GREY, INK } from './drawScene'
import { clean, type Paper, type PaperFont } from './paper'

/** A4 in points. */
const [WIDTH, HEIGHT] = [595.28, 841.89]
export const MARGIN = 42
export const INSIDE = WIDTH - 2 * MARGIN
export const SMALL = 9.5
const GUTTER = 6
/** Lines stand a little closer than the font would have them, points. */
const TIGHT = -0.5

/** A cell of a row: how far from the margin it begins, in points, and what it says. */
interface Cell {
  readonly from: number
  readonly text: string
  readonly font?: PaperFont
}

/** Writes down a page from its upper margin; what does not fit goes on the next. */
export class Writer {
  /** The top of the last row, in points from the upper edge. */
  private rowTop = 0
  constructor(readonly paper: Paper) {}

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
  beside(left: Scene, right: Scene): void {
    const top = this.paper.y + 6
    drawScene(this.paper, left, MARGIN, top, SCALE)
    drawScene(this.paper, right, MARGIN + left.width * SCALE, top, SCALE)
    this.paper.y = top + Math.max(left.height, right.height) * SCALE
  }

  /** A photograph, as JPEG, with words under it; one that cannot be drawn is told. */
  photo(jpeg: Uint8Array, words: string): void {
    this.need(PHOTO + 24)
    const top = this.paper.y + 4
    try {
      this.paper.image(Buffer.from(jpeg), MARGIN, top, { fit: [INSIDE, PHOTO] })
      this.paper.y = top + PHOTO + 2
    } catch {
      words = `${words} (cannot be drawn on paper)`
    }
    this.line(words, SMALL)
  }

  /** A picture with words to its left. */
  aside(scene: Scene, from: number, words: () => void): void {
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

/** How high a photograph may be, points. */
const PHOTO = 190
/** Points to a unit of a scene. */
const SCALE = 0.75
