import { type ChainBlock, type SetupSheet, type SheetPage } from '@/core/paper/sheet'
import { type DrawingSheet, drawingPage } from './drawingPdf'
import { bytesOf, newPaper, type PaperFonts } from './paper'
import { MARGIN, SMALL, Writer } from './writer'

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
  writer.heading('Before the first cut')
  for (const text of page.first) {
    writer.row([
      { from: 0, text },
      { from: 460, text: '' },
    ])
    writer.box(460)
  }
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
  writer.gap(4)
  writer.line(sheet.cautions.join(' '), 8)
}

const STANDINGS: Readonly<Record<string, string>> = {
  holds: 'ok',
  near: '!',
  short: 'X',
  open: '?',
}
