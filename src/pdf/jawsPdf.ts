import { type Scene } from '@/core/ground/scene'
import { type LengthUnit, lengthWords } from '@/core/handbook/units'
import { type JawDesign } from '@/core/shop/holding'
import { drawScene, INK } from './drawScene'
import { bytesOf, clean, newPaper, type Paper, type PaperFonts } from './paper'

/** A drawing of a pair of jaws, and what is to be cut into them. */
export interface JawSheet {
  readonly title: string
  readonly subtitle: string
  readonly unit: LengthUnit
  readonly design: JawDesign
  readonly plan: Scene
  readonly section: Scene
}

/** A4 on its side, in points. */
const [WIDTH, HEIGHT] = [841.89, 595.28]
const MARGIN = 36
const COLUMN = 250

export function jawsPdf(sheet: JawSheet, fonts: PaperFonts): Promise<Uint8Array> {
  const paper = newPaper(sheet.title, fonts, MARGIN)
  jawsPage(paper, sheet)
  return bytesOf(paper)
}

/** A page with both halves from above and in section, with dimensions; figures, cuts in order, cautions beside. */
export function jawsPage(paper: Paper, sheet: JawSheet): void {
  const { design, plan, section, subtitle, title, unit } = sheet
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
  const room = left - MARGIN - 16
  drawScene(paper, plan, MARGIN, paper.y + 6, room / plan.width)
  paper.y = MARGIN
  drawScene(paper, section, left, MARGIN, COLUMN / section.width)
  paper.y = MARGIN + (section.height * COLUMN) / section.width + 8
  const length = (mm: number): string => lengthWords(mm, unit)
  const rows: readonly (readonly [string, string])[] = [
    ['Step', length(design.stepMm)],
    ['Flat contact, less the mouth', length(design.gripMm)],
    ['Gap, closed on the part', length(design.slug.diameterMm)],
    ['Free where nothing locates', length(design.clearMm)],
    ['Measured gap, fixed half', gaps(design.fixed, length)],
    ['Measured gap, moving half', gaps(design.moving, length)],
    ['Blank', `${design.blank.name}, ${design.vise.name}`],
    ['Zero of the jaws', design.zero.words],
  ]
  for (const [what, figure] of rows) say(`${what}: ${figure}`, 9)
  paper.y += 6
  say('Cuts, in order', 11, 'bold')
  design.cuts.forEach((cut, i) =>
    say(`${i + 1}  ${cut.what}: ${cut.cutter}, ${length(cut.depthMm)} deep`, 9),
  )
  paper.y += 6
  say(
    `While they are cut the halves are closed on a slug ${length(design.slug.diameterMm)} thick over the vise’s screw, its top ${length(design.blank.height - design.slug.topZ)} below theirs, as hard as the part will be gripped. The moving half is free at both ends: push the part to the end wall by hand.`,
    9,
  )
  for (const { sentence } of design.troubles) say(`! ${sentence}`, 9, 'bold')
  paper.y += 6
  say(
    'Grip and force are estimates: the limits of vise and machine, local rules and a qualified person decide. The solid and the profile are without the chamfer at the mouth and without the blank’s own holes.',
    8,
  )
}

const gaps = (
  { leastGapMm, mostGapMm }: JawDesign['fixed'],
  length: (mm: number) => string,
): string => `${length(leastGapMm)} to ${length(mostGapMm)}`
