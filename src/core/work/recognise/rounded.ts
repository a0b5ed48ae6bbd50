/** What a file's figures are good for: exact faces to a nanometre, corners of facets to a micrometre. */
export type Grain = 1e-6 | 1e-3

const KEPT = new Set(['out', 'across', 'bulge'])

/** A document with its lengths rounded to what they are good for and its angles to as many degrees; directions and arcs stay. */
export function roundedTo<Value>(value: Value, grain: Grain, key = ''): Value {
  if (KEPT.has(key)) return value
  if (typeof value === 'number') {
    const each = Math.round(1 / grain)
    if (key !== 'rad') return (Math.round(value * each) / each) as Value
    const degrees = Math.round(((value * 180) / Math.PI) * each) / each
    return ((degrees * Math.PI) / 180) as Value
  }
  if (Array.isArray(value)) return value.map((one: unknown) => roundedTo(one, grain, key)) as Value
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, one]) => [name, roundedTo(one, grain, name)]),
  ) as Value
}
