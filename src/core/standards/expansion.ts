/** A material's linear expansion, per kelvin. */
export interface Expansion {
  readonly words: readonly string[]
  readonly perKelvin: number
}

export const EXPANSION_SOURCE = 'common handbook values near 20 °C, from memory'

const EXPANSIONS: readonly Expansion[] = [
  { words: ['invar'], perKelvin: 1.5e-6 },
  { words: ['stainless', 'a2', 'a4', '304', '316'], perKelvin: 16.5e-6 },
  { words: ['cast iron', 'grey iron', 'iron'], perKelvin: 10.5e-6 },
  { words: ['steel', 'c45', '4140', '1018'], perKelvin: 11.7e-6 },
  { words: ['brass'], perKelvin: 19e-6 },
  { words: ['bronze', 'gunmetal'], perKelvin: 18e-6 },
  { words: ['copper'], perKelvin: 16.8e-6 },
  { words: ['titanium'], perKelvin: 8.8e-6 },
  { words: ['magnesium'], perKelvin: 26e-6 },
  { words: ['zinc'], perKelvin: 27e-6 },
  { words: ['acetal', 'nylon', 'plastic', 'pom', 'acrylic'], perKelvin: 100e-6 },
  { words: ['aluminium', 'aluminum', 'alu', '6061', '6082', '7075', '5083'], perKelvin: 23.6e-6 },
]

/** Linear expansion of a material by its name, 1/K; that of steel for a name that says nothing. */
export function expansionOf(material: string): number {
  const lower = material.toLowerCase()
  const known = EXPANSIONS.find(({ words }) => words.some((word) => lower.includes(word)))
  return known?.perKelvin ?? 11.7e-6
}
