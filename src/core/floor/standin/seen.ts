import { sharpEdges } from './metal'
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
  /** The edges of work of a shape of its own, from above: x and y of one end and of the other. */
  readonly edges?: readonly (readonly [number, number, number, number])[] | undefined
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
    ...(world.work && {
      edges: sharpEdges(world.work).map(([a, b]) => {
        const [p, q] = [at(a.x, a.y), at(b.x, b.y)]
        return [p.x, p.y, q.x, q.y] as const
      }),
    }),
  }
}
