/** Linear expansion about 20 °C, 10⁻⁶ per kelvin; usual figures, from memory. */
export const EXPANSION = {
  aluminium: 23.1,
  brass: 19,
  bronze: 18,
  'cast iron': 10.5,
  steel: 11.5,
  'stainless steel': 16.5,
  titanium: 8.6,
} as const

/** Other words by which a material is known on a drawing. */
const OTHER_WORDS: Readonly<Record<string, keyof typeof EXPANSION>> = {
  aluminum: 'aluminium',
  alu: 'aluminium',
  iron: 'cast iron',
  gunmetal: 'bronze',
  stainless: 'stainless steel',
}

/** Linear expansion of a material by its name on the drawing, 1/K; that of steel where the name says nothing. */
export function expansionOf(material: string): number {
  const lower = material.toLowerCase()
  // The longest name first: stainless steel is not steel.
  const named = (Object.keys(EXPANSION) as (keyof typeof EXPANSION)[])
    .sort((a, b) => b.length - a.length)
    .find((name) => lower.includes(name))
  const other = Object.keys(OTHER_WORDS).find((word) => lower.includes(word))
  const found = named && !lower.includes('stainless') ? named : other ? OTHER_WORDS[other] : named
  return EXPANSION[found ?? 'steel'] * 1e-6
}
