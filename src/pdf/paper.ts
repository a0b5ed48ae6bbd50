import PDFDocument from 'pdfkit'

/** Font files, TrueType or WOFF. */
export interface PaperFonts {
  readonly words: Uint8Array
  readonly bold: Uint8Array
  readonly figures: Uint8Array
}

export type Paper = PDFKit.PDFDocument
export type PaperFont = keyof PaperFonts

/** A document without a page, with the fonts under their names. */
export function newPaper(title: string, fonts: PaperFonts, marginPt: number): Paper {
  const paper = new PDFDocument({
    autoFirstPage: false,
    bufferPages: true,
    margin: marginPt,
    info: { Title: title },
  })
  for (const [name, file] of Object.entries(fonts))
    paper.registerFont(name, Buffer.from(file as Uint8Array))
  return paper
}

/** Ends the document; its bytes. */
export async function bytesOf(paper: Paper): Promise<Uint8Array> {
  const parts: Buffer[] = []
  const done = new Promise<void>((resolve, reject) => {
    paper.on('data', (part: Buffer) => parts.push(part))
    paper.on('end', resolve)
    paper.on('error', reject)
  })
  paper.end()
  await done
  return new Uint8Array(Buffer.concat(parts))
}

/** Letters that the shipped fonts do not have are written another way. */
export const clean = (text: string): string =>
  text
    .replaceAll('⌀', 'Ø')
    .replaceAll('▲', '!')
    .replaceAll('■', '>')
    .replaceAll('−', '-')
    .replaceAll('“', '"')
    .replaceAll('”', '"')
    .replaceAll('’', "'")
    .replaceAll('…', '...')
    .replace(/[^\n\u0020-\u017e–·]/g, '?')
