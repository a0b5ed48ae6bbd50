import { z } from 'zod'
import { AXES, type Axis } from '../../ground/geometry'
import { normalStream, seededUniform } from '../../chain/variation'
import { type MillTool, type Sense, type StreamMessage, TOOLS } from './stream'
import { holeAround, inVise, toNearestWall, topUnder, type World } from './world'

/** What can be done at the mill. */
export const MillActionSchema = z.discriminatedUnion('do', [
  z.strictObject({
    do: z.literal('jog'),
    axis: z.enum(['x', 'y', 'z']),
    by: z.number().min(-1000).max(1000),
    feed: z.number().positive().max(5000).optional().describe('mm/min'),
  }),
  z.strictObject({
    do: z.literal('go'),
    x: z.number().optional(),
    y: z.number().optional(),
    z: z.number().optional(),
  }),
  z.strictObject({ do: z.literal('stop') }),
  z.strictObject({ do: z.literal('tool'), tool: z.enum(TOOLS) }),
  z.strictObject({ do: z.literal('spindle'), rpm: z.number().min(0).max(6000) }),
  z.strictObject({
    do: z.literal('tap'),
    per100: z.number().min(-5).max(5).describe('Vise turned by hand, mm in 100 mm.'),
  }),
  z.strictObject({ do: z.literal('swing'), turnRad: z.number() }),
])
export type MillAction = z.infer<typeof MillActionSchema>

/** Length from gauge line to tip, and diameter of the tip, mm. */
export const TOOL_FIGURES: Readonly<
  Record<MillTool, { readonly length: number; readonly tip: number }>
> = {
  'edge-finder': { length: 90, tip: 10 },
  probe: { length: 110, tip: 4 },
  indicator: { length: 120, tip: 2 },
  setter: { length: 100, tip: 10 },
  feeler: { length: 100, tip: 10 },
  rod: { length: 100, tip: 10 },
}
export const SETTER_MM = 50
export const FEELER_MM = 0.5

/** Where a spindle waits before anything is touched: over the work, the longest tip clear of it. */
export function overTheWork({ boxes, ends, vise }: World): Readonly<Record<Axis, number>> {
  const tallest = boxes.reduce((a, b) => (b.top > a.top ? b : a))
  const longest = Math.max(...Object.values(TOOL_FIGURES).map((tool) => tool.length))
  return {
    x: vise.x + (tallest.low.x + tallest.high.x) / 2,
    y: vise.y + (tallest.low.y + tallest.high.y) / 2,
    z: Math.min(ends.z[1], vise.z + tallest.top + longest + CLEAR_MM),
  }
}
const CLEAR_MM = 30

const RAPID = 3000
const NEAR_MM = 0.15
const COARSE_MM = 0.1
const FINE_MM = 0.002
/** Free run-out of an edge finder, and how far it may be pushed before it is bent, mm. */
const RUN_OUT_MM = 0.5
const GIVE_MM = 1.2
/** Below this it looks as if it ran true, mm. */
const LOOKS_TRUE_MM = 0.004
/** How far past true an edge finder kicks out, mm (common practice, no source). */
const KICK_MM = 0.006
/** Range of the indicator each way, mm. */
const DIAL_MM = 0.8
/** Speeds at which an edge finder shows well, rev/min (common practice, no source). */
export const EDGE_FINDER_RPM = [600, 1500] as const
/** A feeler drags between just free and stuck, mm. */
const DRAG_MM = 0.02

/**
 * A simulated mill: axes that are jogged, scales that are read, one thing in the spindle that feels the
 * work. Deterministic: the same world, seed, actions and steps of time give the same readings.
 */
export class Mill {
  private readonly shown: Record<Axis, number>
  private readonly table: Record<Axis, number>
  private readonly target: Record<Axis, number>
  private feed: Record<Axis, number> = { x: RAPID, y: RAPID, z: RAPID }
  private tool: MillTool = 'edge-finder'
  private rpm = 0
  private bent = false
  private touched = false
  private swing = 0
  private noise = 0
  private time = 0
  private count = 0
  private readonly normal: () => number
  private current: World

  constructor(
    world: World,
    seed: number,
    start: Readonly<Record<Axis, number>> = overTheWork(world),
  ) {
    this.current = world
    this.normal = normalStream(seededUniform(seed))
    this.shown = { ...start }
    this.table = { ...start }
    this.target = { ...start }
    this.draw()
  }

  /** What really stands there. */
  get world(): World {
    return this.current
  }

  do(action: MillAction): void {
    switch (action.do) {
      case 'jog':
        this.target[action.axis] = this.within(action.axis, this.shown[action.axis] + action.by)
        this.feed[action.axis] = action.feed ?? RAPID
        break
      case 'go':
        for (const axis of AXES) {
          const to = action[axis]
          if (to !== undefined) this.target[axis] = this.within(axis, to)
          this.feed[axis] = RAPID
        }
        break
      case 'stop':
        this.halt()
        break
      case 'tool':
        this.tool = action.tool
        this.bent = false
        this.touched = false
        this.rpm = 0
        break
      case 'spindle':
        this.rpm = action.rpm
        break
      case 'tap':
        this.current = {
          ...this.current,
          vise: {
            ...this.current.vise,
            turnRad: this.current.vise.turnRad + action.per100 / 100,
          },
        }
        break
      case 'swing':
        this.swing = action.turnRad
        break
    }
  }

  /** Lets time pass, in steps so small that nothing is run through. */
  step(ms: number): StreamMessage {
    this.time += ms
    let left = ms
    while (left > 0) {
      const slice = Math.min(left, this.sliceMs())
      this.move(slice)
      left -= slice
    }
    this.count++
    return this.message()
  }

  /** The message of the last step: whoever begins to listen gets it too, and nobody misses a number by it. */
  message(): StreamMessage {
    const round = (v: number): number => Math.round(v * 1000) / 1000 + 0
    return {
      v: 1,
      n: this.count,
      t: Math.round(this.time),
      x: round(this.shown.x),
      y: round(this.shown.y),
      z: round(this.shown.z),
      tool: this.tool,
      rpm: this.rpm,
      moving: this.isMoving(),
      sense: this.sense(),
    }
  }

  private within(axis: Axis, to: number): number {
    const [low, high] = this.current.ends[axis]
    return Math.max(low, Math.min(high, to))
  }

  private isMoving = (): boolean => AXES.some((axis) => this.target[axis] !== this.shown[axis])

  /** How far at most in a slice: coarse where nothing is near, finer than it repeats before a touch. */
  private sliceMs(): number {
    const fastest = Math.max(
      ...AXES.map((axis) => (this.target[axis] === this.shown[axis] ? 0 : this.feed[axis])),
    )
    if (fastest === 0) return Infinity
    const near = Math.min(Math.abs(this.sideGap()), Math.abs(this.downGap()))
    return ((near > NEAR_MM ? COARSE_MM : FINE_MM) / fastest) * 60_000
  }

  private move(ms: number): void {
    for (const axis of AXES) {
      const way = this.target[axis] - this.shown[axis]
      const most = (this.feed[axis] / 60_000) * ms
      this.shown[axis] =
        Math.abs(way) <= most ? this.target[axis] : this.shown[axis] + Math.sign(way) * most
      const half = this.current.backlashMm / 2
      this.table[axis] = Math.min(
        Math.max(this.table[axis], this.shown[axis] - half),
        this.shown[axis] + half,
      )
    }
    this.feel()
  }

  /** What stops by itself: a probe that touched, anything that was driven into the work. */
  private feel(): void {
    const gap = this.sideGap()
    if (gap > RUN_OUT_MM && this.downGap() > RUN_OUT_MM) {
      if (this.touched) this.draw()
      this.touched = false
    }
    if (this.tool === 'probe') {
      const meets = gap <= this.noise || this.downGap() <= this.noise
      if (meets && !this.touched) {
        this.touched = true
        this.halt()
      }
    }
    const give = this.tool === 'indicator' ? 2 * DIAL_MM : GIVE_MM
    if (gap < -give || this.downGap() < -GIVE_MM) {
      this.bent = true
      this.halt()
    }
  }

  private halt(): void {
    for (const axis of AXES) this.target[axis] = this.shown[axis]
  }

  /** How an approach repeats is drawn anew once the tip was clear of the work. */
  private draw(): void {
    this.noise = (this.current.repeatMm / 3) * this.normal()
  }

  private tipOver(): number {
    return this.table.z - TOOL_FIGURES[this.tool].length - this.current.vise.z
  }

  /** From the flank of the tip to the nearest upright face; negative when pushed against it, mm. */
  private sideGap(): number {
    const over = this.tipOver()
    // The indicator's stylus reaches out as far as its hole or face wants.
    if (this.tool === 'indicator' && holeAround(this.current, this.table, over)) return Infinity
    // What is pressed into a top by a hair stands on it, not beside it.
    const walls = toNearestWall(this.current, this.table, over + GIVE_MM)
    return walls - TOOL_FIGURES[this.tool].tip / 2
  }

  /** From the end of the tip to what lies under it, mm; setter or feeler between counted in. */
  private downGap(): number {
    const between = this.tool === 'setter' ? SETTER_MM : this.tool === 'feeler' ? FEELER_MM : 0
    const gap = this.tipOver() - topUnder(this.current, this.table)
    // Beside the work, at its height, the end of the tip stands over the bed.
    return gap - between
  }

  private sense(): Sense {
    if (this.bent) return { kind: 'bent' }
    switch (this.tool) {
      case 'edge-finder':
        return this.edgeFinder()
      case 'probe':
        return this.touched ? { kind: 'touch' } : { kind: 'clear' }
      case 'indicator':
        return this.indicator()
      case 'setter':
        return this.downGap() <= this.noise ? { kind: 'light' } : { kind: 'clear' }
      case 'feeler': {
        const gap = this.downGap()
        if (gap > this.noise) return { kind: 'clear' }
        return gap > this.noise - DRAG_MM ? { kind: 'drag' } : { kind: 'touch' }
      }
      case 'rod':
        return this.sideGap() <= 0 || this.downGap() <= 0 ? { kind: 'touch' } : { kind: 'clear' }
    }
  }

  private edgeFinder(): Sense {
    if (this.rpm === 0) return { kind: 'still' }
    const [slow, fast] = EDGE_FINDER_RPM
    // Too slow or too fast, it kicks where it likes.
    const careless = this.rpm < slow || this.rpm > fast ? 12 : 1
    const gap = this.sideGap()
    if (gap < -(KICK_MM + careless * this.noise)) return { kind: 'kick' }
    const wobble = Math.min(RUN_OUT_MM, Math.max(0, gap))
    return wobble < LOOKS_TRUE_MM ? { kind: 'true' } : { kind: 'wobble', mm: round3(wobble) }
  }

  private indicator(): Sense {
    const over = this.tipOver()
    const hole = holeAround(this.current, this.table, over)
    if (hole) {
      const p = inVise(this.current, this.table)
      const angle = this.swing - this.current.vise.turnRad
      const [ux, uy] = [Math.cos(angle), Math.sin(angle)]
      const [px, py] = [p.x - hole.at.x, p.y - hole.at.y]
      const along = px * ux + py * uy
      const wall =
        -along + Math.sqrt(along * along - (px * px + py * py) + (hole.diameter / 2) ** 2)
      return this.dial(hole.diameter / 2 - wall)
    }
    return this.dial(-this.sideGap())
  }

  private dial(pushed: number): Sense {
    if (pushed < -DIAL_MM) return { kind: 'clear' }
    return { kind: 'dial', mm: round3(Math.min(DIAL_MM, pushed) + this.noise) }
  }
}

const round3 = (v: number): number => Math.round(v * 1000) / 1000 + 0
