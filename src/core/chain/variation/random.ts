/** A stream of uniform numbers in [0, 1). */
export type Uniform = () => number

/**
 * Seeded uniform generator: sfc32 of the PractRand suite (Doty-Humphrey), seeded by mixing one
 * 32-bit word. Same seed, same stream, on every machine. By hand, not from a package: figures that are
 * written down hang on this stream, a release of a package may change its own; and the simulation draws tens
 * of millions of them in its innermost loop.
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

/** Strips of equal area under exp(−x²/2): where each ends, and which part of it lies wholly inside. */
const STRIPS = 128
/** Where the tail begins, and the area of a strip, for 128 of them (Marsaglia and Tsang 2000, from memory). */
const TAIL = 3.442619855899
const AREA = 9.91256303526217e-3
const [ENDS, INSIDE] = strips()

function strips(): readonly [Float64Array, Float64Array] {
  const height = (x: number): number => Math.exp(-0.5 * x * x)
  const ends = new Float64Array(STRIPS + 1)
  ends[0] = AREA / height(TAIL)
  ends[1] = TAIL
  for (let i = 2; i < STRIPS; i++) {
    const before = ends[i - 1] as number
    ends[i] = Math.sqrt(-2 * Math.log(AREA / before + height(before)))
  }
  const inside = Float64Array.from(
    { length: STRIPS },
    (_, i) => (ends[i + 1] as number) / (ends[i] as number),
  )
  return [ends, inside]
}

/**
 * Standard normal numbers by the ziggurat (Marsaglia and Tsang 2000); strip and place are taken from
 * different bits (Doornik 2005), both named from memory.
 */
export function normalStream(uniform: Uniform): () => number {
  return () => {
    for (;;) {
      const bits = (uniform() * 4294967296) >>> 0
      const strip = bits & (STRIPS - 1)
      // 25 bits, in the middle of their steps: never 0.
      const place = ((bits >>> 7) + 0.5) / 16777216 - 1
      const x = place * (ENDS[strip] as number)
      if (Math.abs(place) < (INSIDE[strip] as number)) return x
      if (strip === 0) return place < 0 ? -tail(uniform) : tail(uniform)
      const [low, high] = [ENDS[strip] as number, ENDS[strip + 1] as number].map((end) =>
        Math.exp(-0.5 * (end * end - x * x)),
      ) as [number, number]
      if (low + uniform() * (high - low) < 1) return x
    }
  }
}

/** A normal number beyond the last strip (Marsaglia 1964). */
function tail(uniform: Uniform): number {
  for (;;) {
    const x = -Math.log(1 - uniform()) / TAIL
    const y = -Math.log(1 - uniform())
    if (y + y > x * x) return TAIL + x
  }
}
