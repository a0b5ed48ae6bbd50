import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'

/** The fonts of the product, from the packages that ship with it. */
export function fonts() {
  const from = createRequire(`${process.cwd()}/package.json`)
  const read = (family: string, weight: number): Uint8Array =>
    readFileSync(from.resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`))
  return {
    words: read('atkinson-hyperlegible-next', 400),
    bold: read('atkinson-hyperlegible-next', 700),
    figures: read('atkinson-hyperlegible-mono', 400),
  }
}
