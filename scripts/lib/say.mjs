/** Something that stops the start, with what to do about it. */
export class Stop extends Error {}

export const step = (words) => console.log(`• ${words}`)

/** Prints what went wrong in words and ends; a bug keeps its stack. */
export function end(error) {
  console.error(error instanceof Stop ? `\n✗ ${error.message}` : error)
  process.exitCode = 1
}
