import { seededUniform } from '../../chain/variation'
import { WORK, type World } from './world'

/** How far things may really be from what the plan says, ± mm (turn: ± rad). */
export interface Looseness {
  readonly place: number
  readonly turnRad: number
  readonly size: number
}

/**
 * A world with a hidden truth: the same for everything drawn from the vise's seed, so that the vise
 * stays where it is from one setup to the next; sizes by the setup's seed.
 */
export function hideTruth(
  world: World,
  viseSeed: number,
  setupSeed: number,
  loose: Looseness,
): World {
  const ofVise = seededUniform(viseSeed)
  const ofSetup = seededUniform(setupSeed)
  const off = (uniform: () => number, plusMinus: number): number => plusMinus * (2 * uniform() - 1)
  const vise = {
    x: world.vise.x + off(ofVise, loose.place),
    y: world.vise.y + off(ofVise, loose.place),
    z: world.vise.z + off(ofVise, loose.place),
    turnRad: world.vise.turnRad + off(ofVise, loose.turnRad),
  }
  const boxes = world.boxes.map((box) =>
    box.name === WORK && !world.work
      ? {
          ...box,
          high: { ...box.high, x: box.high.x + off(ofSetup, loose.size) },
          low: { ...box.low, y: box.low.y + off(ofSetup, loose.size) },
          top: box.top + off(ofSetup, loose.size),
        }
      : box,
  )
  const work = boxes.find((box) => box.name === WORK)
  return {
    ...world,
    vise,
    boxes,
    holes: world.holes.map((hole) => ({ ...hole, top: work?.top ?? hole.top })),
  }
}
