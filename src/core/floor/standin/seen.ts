import { inMachine, type World } from './world'

/** What an eye sees: places to half a millimetre, so that the truth must still be measured. */
const EYE_MM = 0.5
const byEye = (mm: number): number => Math.round(mm / EYE_MM) * EYE_MM

export interface SeenWorld {
  readonly boxes: readonly {
    readonly name: string
    readonly corners: readonly { readonly x: number; readonly y: number }[]
    readonly top: number
  }[]
  readonly holes: readonly { readonly x: number; readonly y: number; readonly diameter: number }[]
}

export function seenWorld(world: World): SeenWorld {
  const at = (x: number, y: number) => {
    const p = inMachine(world, { x, y })
    return { x: byEye(p.x), y: byEye(p.y) }
  }
  return {
    boxes: world.boxes.map(({ high, low, name, top }) => ({
      name,
      corners: [at(low.x, low.y), at(high.x, low.y), at(high.x, high.y), at(low.x, high.y)],
      top: byEye(world.vise.z + top),
    })),
    holes: world.holes.map((hole) => ({
      ...at(hole.at.x, hole.at.y),
      diameter: byEye(hole.diameter),
    })),
  }
}
