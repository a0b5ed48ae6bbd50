import { bytesOf, newPaper, type PaperFonts } from './paper'
import { MARGIN, SMALL, Writer } from './writer'

/** A check sheet as it is printed: words and figures only. */
export interface CheckPaper {
  readonly title: string
  readonly subtitle: string
  readonly lines: readonly {
    readonly title: string
    readonly asked: string
    /** Each value with what it is of. */
    readonly measured: readonly string[]
    readonly by: readonly string[]
    readonly verdict: string
  }[]
  /** What can still be done with what is out. */
  readonly rework: readonly string[]
  readonly times: readonly string[]
  readonly story: readonly string[]
  /** Pictures that were taken, as JPEG. */
  readonly pictures: readonly { readonly words: string; readonly jpeg: Uint8Array }[]
}

/** Draws the check sheet of a piece: every requirement with what was measured, the times, and its story. */
export function checkSheetPdf(sheet: CheckPaper, fonts: PaperFonts): Promise<Uint8Array> {
  const writer = new Writer(newPaper(sheet.title, fonts, MARGIN))
  writer.page()
  writer.line(sheet.title, 18, 'bold')
  writer.line(sheet.subtitle, 11)
  writer.heading('Requirements')
  for (const { asked, by, measured, title, verdict } of sheet.lines)
    writer.row([
      { from: 0, text: title },
      { from: 150, text: asked, font: 'figures' },
      { from: 235, text: measured.join('\n') },
      { from: 365, text: by.join('\n') },
      { from: 440, text: verdict },
    ])
  if (sheet.rework.length > 0) writer.list('What can still be done', sheet.rework)
  writer.list('Time taken', sheet.times)
  writer.list('Its story', sheet.story)
  if (sheet.pictures.length > 0) writer.heading('Pictures')
  for (const { jpeg, words } of sheet.pictures) writer.photo(jpeg, words)
  writer.gap(16)
  writer.line('Accepted by ______________________  date ______________', SMALL)
  writer.number(sheet.title)
  return bytesOf(writer.paper)
}
