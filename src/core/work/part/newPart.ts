import { type Length } from '../../handbook/units'
import { type Face, type Part } from './schema'
import { SIDES, type Side } from './side'

/** How far a bought face wanders, ±, and what is usually left on it (common practice, no source). */
export const BOUGHT_DEFAULTS: Readonly<
  Record<Face['bought'], { readonly spreadMm: number; readonly stockMm: number }>
> = {
  sawn: { spreadMm: 0.4, stockMm: 2 },
  rolled: { spreadMm: 0.15, stockMm: 2 },
  cast: { spreadMm: 0.8, stockMm: 3 },
  cut: { spreadMm: 0.02, stockMm: 0 },
}

const FACE_NAMES: Readonly<Record<Side, string>> = {
  left: 'left end',
  right: 'right end',
  front: 'front',
  back: 'back',
  bottom: 'base',
  top: 'top',
}

/** A block with nothing on it yet: ends sawn, sides rolled, every face to be cut. */
export function newPart(
  name: string,
  size: { readonly x: Length; readonly y: Length; readonly z: Length },
): Part {
  const face = (side: Side): Face => {
    const bought = side === 'left' || side === 'right' ? 'sawn' : 'rolled'
    const { spreadMm, stockMm } = BOUGHT_DEFAULTS[bought]
    return {
      name: FACE_NAMES[side],
      bought,
      stock: { mm: stockMm },
      spread: { mm: spreadMm },
      toCut: true,
    }
  }
  return {
    name,
    revision: 'A',
    material: 'aluminium',
    unit: 'mm',
    size,
    faces: {
      left: face('left'),
      right: face('right'),
      front: face('front'),
      back: face('back'),
      bottom: { ...face('bottom'), datum: 'A' },
      top: face('top'),
    },
    features: [],
    requirements: [],
  }
}

/** An id not yet used on the part: `hole-1`, `hole-2` … */
export function freeId(part: Part, stem: string): string {
  const used = new Set<string>([
    ...SIDES,
    ...part.features.map((f) => f.id),
    ...part.requirements.map((r) => r.id),
  ])
  for (let n = 1; ; n++) if (!used.has(`${stem}-${n}`)) return `${stem}-${n}`
}
