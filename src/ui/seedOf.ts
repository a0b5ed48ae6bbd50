/** A number from a name, the same each time: FNV-1a, 31 bits. */
export function seedOf(name: string): number {
  let hash = 0x811c9dc5
  for (const letter of name) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x01000193)
  return (hash >>> 1) + 1
}
