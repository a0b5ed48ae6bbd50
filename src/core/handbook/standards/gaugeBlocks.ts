/**
 * Nominal lengths of the 87 block set of the shops, micrometres: 1.001 to 1.009 by 0.001, 1.01 to
 * 1.49 by 0.01, 0.5 to 9.5 by 0.5, 10 to 90 by 10 mm. Set composition as in BS 888 set M87, from
 * memory; the lengths are those of ISO 3650.
 */
export const GAUGE_BLOCKS_MICROMETRES: readonly number[] = [
  ...Array.from({ length: 9 }, (_, i) => 1001 + i),
  ...Array.from({ length: 49 }, (_, i) => 1010 + 10 * i),
  ...Array.from({ length: 19 }, (_, i) => 500 + 500 * i),
  ...Array.from({ length: 10 }, (_, i) => 10_000 + 10_000 * i),
]

/**
 * Blocks to wring together to a height, by taking away the last figure first.
 *
 * @param heightMm - 1 to 200; rounded to 0.001.
 * @returns the blocks in mm, thinnest first, no length twice; undefined when the set cannot make it.
 */
export function gaugeBlockStack(heightMm: number): readonly number[] | undefined {
  const found = search(Math.round(heightMm * 1000), [])
  return found && [...found].sort((a, b) => a - b).map((micrometres) => micrometres / 1000)
}

const MOST_BLOCKS = 6

function search(rest: number, taken: readonly number[]): readonly number[] | undefined {
  if (rest === 0) return taken
  if (rest < 500 || taken.length === MOST_BLOCKS) return undefined
  const step = [10, 500, 10_000].find((unit) => rest % unit !== 0)
  const fits = GAUGE_BLOCKS_MICROMETRES.filter(
    (block) =>
      block <= rest &&
      !taken.includes(block) &&
      (step === undefined || (rest - block) % step === 0),
  )
  const largestFirst = [...fits].reverse()
  for (const block of largestFirst) {
    const stack = search(rest - block, [...taken, block])
    if (stack) return stack
  }
  return undefined
}
