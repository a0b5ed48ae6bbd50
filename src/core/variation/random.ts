import { type Source } from './source'

/** A stream of uniform numbers in [0, 1). */
export type Uniform = () => number

/**
 * Seeded uniform generator: sfc32 of the PractRand suite (Doty-Humphrey), seeded by mixing one
 * 32-bit word. Same seed, same stream, on every machine.
 */
export function seededUniform(seed: number): Uniform {
  let [a, b, c, counter] = [0x9e3779b9 ^ seed, 0x243f6a88, 0xb7e15162 ^ (seed << 7), 1]
  const next = (): number => {
    const sum = (((a + b) | 0) + counter) | 0
    counter = (counter + 1) | 0
    a = b ^ (b >>> 9)
    b = (c + (c << 3)) | 0
    c = ((c << 21) | (c >>> 11)) + sum
    c |= 0
    return (sum >>> 0) / 4294967296
  }
  for (let i = 0; i < 16; i++) next()
  return next
}

/** Standard normal numbers by the polar method (Marsaglia and Bray 1964). */
export function normalStream(uniform: Uniform): () => number {
  let spare: number | undefined
  return () => {
    if (spare !== undefined) {
      const value = spare
      spare = undefined
      return value
    }
    let [x, y, square] = [0, 0, 0]
    do {
      x = 2 * uniform() - 1
      y = 2 * uniform() - 1
      square = x * x + y * y
    } while (square >= 1 || square === 0)
    const factor = Math.sqrt((-2 * Math.log(square)) / square)
    spare = y * factor
    return x * factor
  }
}

/** Draws one value of a source, in its own unit. */
export function sampler(source: Source, uniform: Uniform, normal: () => number): () => number {
  const { offset, plusMinus } = source
  switch (source.distribution) {
    case 'normal':
      return () => offset + (plusMinus / 3) * normal()
    case 'uniform':
      return () => offset + plusMinus * (2 * uniform() - 1)
    case 'triangular':
      return () => offset + plusMinus * (uniform() - uniform())
    case 'one-sided':
      return () => offset + (plusMinus / 3) * Math.abs(normal())
  }
}
