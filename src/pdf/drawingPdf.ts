import { type Scene } from '@/core/ground/scene'
import { drawScene, INK } from './drawScene'
import { bytesOf, clean, newPaper, type Paper, type PaperFonts } from './paper'

/** One drawing on a page on its side, with figures, what is done in which order, and what is to be known. */
export interface DrawingSheet {
  readonly title: string
  readonly subtitle: string
  readonly main: Scene
  readonly beside?: Scene | undefined
  readonly figures: readonly (readonly [string, string])[]
  readonly steps: { readonly title: string; readonly lines: readonly string[] }
  readonly troubles: readonly string[]
  readonly notes: readonly string[]
}

/** A4 on its side, in points. */
const [WIDTH, HEIGHT] = [841.89, 595.28]
const MARGIN = 36
const COLUMN = 250

export function drawingPdf(sheet: DrawingSheet, fonts: PaperFonts): Promise<Uint8Array> {
  const paper = newPaper(sheet.title, fonts, MARGIN)
  drawingPage(paper, sheet)
  return bytesOf(paper)
}

/** The drawing to the left, all words to the right. */
export function drawingPage(paper: Paper, sheet: DrawingSheet): void {
  const { beside, figures, main, notes, steps, subtitle, title, troubles } = sheet
  paper.addPage({ size: [WIDTH, HEIGHT], margin: MARGIN })
  const left = WIDTH - MARGIN - COLUMN
  const say = (text: string, size: number, font: keyof PaperFonts = 'words', x = left): void => {
    paper
      .font(font)
      .fontSize(size)
      .fillColor(INK)
      .text(clean(text), x, paper.y, { width: x === left ? COLUMN : left - MARGIN - 20 })
  }
  say(title, 16, 'bold', MARGIN)
  say(subtitle, 9.5, 'words', MARGIN)
  const [wide, high] = [left - MARGIN - 16, HEIGHT - MARGIN - paper.y - 6]
  drawScene(paper, main, MARGIN, paper.y + 6, Math.min(wide / main.width, high / main.height))
  paper.y = MARGIN
  if (beside) {
    drawScene(paper, beside, left, MARGIN, COLUMN / beside.width)
    paper.y = MARGIN + (beside.height * COLUMN) / beside.width + 8
  }
  for (const [what, figure] of figures) say(`${what}: ${figure}`, 9)
  paper.y += 6
  say(steps.title, 11, 'bold')
  steps.lines.forEach((line, i) => say(`${i + 1}  ${line}`, 9))
  paper.y += 6
  for (const trouble of troubles) say(`! ${trouble}`, 9, 'bold')
  for (const note of notes) say(note, 8.5)
}
