/** What a material bears, for high-speed steel tools (common practice, no source). */
export interface CuttingData {
  readonly name: string
  /** Surface speed of drills, m/min. */
  readonly drillSpeed: number
  /** Feed of drills per turn, as a part of the diameter. */
  readonly drillFeed: number
  /** Holes up to this many diameters deep are drilled in one go. */
  readonly noPeck: number
  /** One peck, in diameters, when the chip is only broken. */
  readonly peck: number
}

const TABLE: readonly (CuttingData & { readonly words: RegExp })[] = [
  { name: 'aluminium', words: /alumin/i, drillSpeed: 80, drillFeed: 0.02, noPeck: 3, peck: 0.4 },
  {
    name: 'brass',
    words: /brass|bronze|messing/i,
    drillSpeed: 60,
    drillFeed: 0.02,
    noPeck: 4,
    peck: 0.8,
  },
  {
    name: 'cast iron',
    words: /cast iron|iron/i,
    drillSpeed: 25,
    drillFeed: 0.02,
    noPeck: 4,
    peck: 0.8,
  },
  {
    name: 'stainless steel',
    words: /stainless|inox/i,
    drillSpeed: 12,
    drillFeed: 0.012,
    noPeck: 2,
    peck: 0.3,
  },
  {
    name: 'plastic',
    words: /plastic|acetal|nylon|pom|pvc/i,
    drillSpeed: 60,
    drillFeed: 0.025,
    noPeck: 2,
    peck: 0.5,
  },
]

const STEEL: CuttingData = { name: 'steel', drillSpeed: 25, drillFeed: 0.015, noPeck: 3, peck: 0.5 }

/** Cutting data by the words for the material; unknown ones are taken for steel, which is the slower. */
export function cuttingData(material: string): CuttingData {
  return TABLE.find((row) => row.words.test(material)) ?? STEEL
}

/** Speed of a tool, rev/min, capped by the machine. */
export const spindleSpeed = (
  metresPerMinute: number,
  diameterMm: number,
  fastest = Infinity,
): number => Math.min(fastest, (1000 * metresPerMinute) / (Math.PI * diameterMm))

/** How a deep hole is drilled. */
export interface PeckPlan {
  readonly kind: 'none' | 'break' | 'full'
  /** Depth of one peck, mm. */
  readonly stepMm: number
}

/** Deeper than this many diameters the drill always comes right out (common practice, no source). */
const ALWAYS_OUT = 6
/** Drills up to this diameter are pecked by this much of it, because they break. */
const SMALL_MM = 1.5

/**
 * Pecks for a drill, by depth over diameter and material. A 5 mm drill in aluminium breaks the chip about
 * every 2 mm and comes out every 8 mm (common practice, no source).
 */
export function peckPlan(
  diameterMm: number,
  depthMm: number,
  data: CuttingData,
  chips: 'break' | 'full',
): PeckPlan {
  const diameters = depthMm / diameterMm
  const small = diameterMm <= SMALL_MM
  if (diameters <= (small ? 1 : data.noPeck)) return { kind: 'none', stepMm: depthMm }
  const breaks = chips === 'break' && diameters <= ALWAYS_OUT && !small
  const stepMm = diameterMm * (breaks ? data.peck : small ? 0.5 : 4 * data.peck)
  return { kind: breaks ? 'break' : 'full', stepMm }
}
