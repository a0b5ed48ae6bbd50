import { cross, type Motion, type Point, scale } from '../../ground/geometry'
import { type Scene, Sheet, type Tone } from '../../ground/scene'
import { normalOf, oppositeOf, type Side } from '../../work/part'
import { type Look, type Looking, onSheet } from './look'
import { paintLook } from './paintLook'

/** From where a casting is looked at as it stands. */
export type CastingFrom = 'front' | 'end' | 'above'

/** A point of the skin with what lies outside of the part there. */
export interface CastingMark {
  readonly id: string
  readonly at: Point<'part'>
  readonly text: string
  readonly tone: Tone
  readonly ref: string
}

export interface CastingPicture {
  /** The casting as it should have come, as it really lies about the part; and the finished part. */
  readonly cast: Look
  readonly part: Look
  readonly looking: Looking
  readonly marks: readonly CastingMark[]
  /** The plate, with what stands on it; none: it is looked at from above. */
  readonly plate?:
    | {
        readonly floor: Point<'part'>
        readonly floorMm: number
        readonly jacks: readonly { readonly at: Point<'part'>; readonly text: string }[]
        readonly scribes: readonly { readonly heightMm: number; readonly text: string }[]
      }
    | undefined
  readonly width: number
  readonly height: number
}

/** How a casting is looked at that stands with a face of its part down. */
export function castingLooking(down: Side, from: CastingFrom): Looking {
  const up = normalOf(oppositeOf(down))
  const right: Point<'part'> = up.x !== 0 ? { x: 0, y: 1, z: 0 } : { x: 1, y: 0, z: 0 }
  const away = cross(up, right)
  if (from === 'front') return { kind: 'square', axes: [right, away, up] }
  if (from === 'end') return { kind: 'square', axes: [away, scale(right, -1), up] }
  return { kind: 'square', axes: [right, scale(up, -1), away] }
}

/** Room beside the picture for lines and figures; less of it on a narrow sheet. */
const marginsOf = (width: number) =>
  width < NARROW
    ? ({ left: 40, right: 84, top: 20, bottom: 40 } as const)
    : ({ left: 92, right: 120, top: 34, bottom: 64 } as const)
const NARROW = 520

/** The casting stippled, the part in it, metal left at each point; under it the plate with its jacks. */
export function castingPicture(of: CastingPicture): Scene {
  const { height, looking, marks, plate, width } = of
  const reach = reachOf(of)
  const margin = marginsOf(width)
  const room = [width - margin.left - margin.right, height - margin.top - margin.bottom] as const
  const ratio = Math.min(
    room[0] / (reach.high[0] - reach.low[0]),
    room[1] / (reach.high[1] - reach.low[1]),
  )
  const sheet = new Sheet(
    ratio,
    margin.left + room[0] / 2 - (ratio * (reach.low[0] + reach.high[0])) / 2,
    height - margin.bottom + ratio * reach.low[1],
  )
  paintLook(sheet, of.cast, { fill: () => 'raw', stroke: () => 'soft', width: 1 })
  paintLook(sheet, of.part, { fill: () => 'sheet', stroke: () => 'ink', width: 1.4, hidden: true })
  if (plate) drawPlate(sheet, of, reach)
  for (const { at, id, ref, text, tone } of spread(marks, looking, sheet)) {
    const [u, v] = onSheet(looking, at)
    sheet.circle(u, v, 4.5 / ratio, { fill: tone, stroke: 'sheet', width: 1, ref })
    sheet.words(u, v, text, {
      dx: 8,
      dy: 5,
      size: 13,
      anchor: 'start',
      ink: tone,
      figures: true,
      ref: id,
    })
  }
  return { width, height, marks: sheet.marks }
}

type Flat = readonly [number, number]
interface Reach {
  readonly low: Flat
  readonly high: Flat
}

function reachOf({ cast, looking, part, plate }: CastingPicture): Reach {
  const ends = [...cast.edges, ...part.edges].flatMap(({ from, to }) => [from, to])
  const floor = plate ? onSheet(looking, plate.floor)[1] - plate.floorMm : Infinity
  return {
    low: [Math.min(...ends.map(([u]) => u)), Math.min(floor, ...ends.map(([, v]) => v))],
    high: [Math.max(...ends.map(([u]) => u)), Math.max(...ends.map(([, v]) => v))],
  }
}

function drawPlate(
  sheet: Sheet,
  { looking, plate, width }: CastingPicture,
  { high, low }: Reach,
): void {
  if (!plate) return
  const level = onSheet(looking, plate.floor)[1] - plate.floorMm
  const beyond = 30 / sheet.scale
  sheet.line(low[0] - beyond, level, high[0] + beyond, level, { stroke: 'ink', width: 3 })
  for (const { at, text } of plate.jacks) {
    const [u, v] = onSheet(looking, at)
    const half = 9 / sheet.scale
    sheet.polygon(
      [
        [u - half, level],
        [u + half, level],
        [u, v],
      ],
      { fill: 'ink', stroke: 'ink' },
    )
    sheet.words(u, level, width < NARROW ? (text.split(' ').at(-1) ?? '') : text, {
      dy: 18,
      size: 13,
      figures: true,
    })
  }
  const lines = [...plate.scribes].sort((a, b) => a.heightMm - b.heightMm)
  let last = -Infinity
  for (const { heightMm, text } of lines) {
    const v = level + heightMm
    sheet.line(high[0] + 6 / sheet.scale, v, high[0] + 34 / sheet.scale, v, {
      stroke: 'red',
      dash: 'hidden',
    })
    sheet.line(low[0] - 34 / sheet.scale, v, low[0] - 6 / sheet.scale, v, {
      stroke: 'red',
      dash: 'hidden',
    })
    if (v * sheet.scale - last < 14) continue
    last = v * sheet.scale
    sheet.words(high[0], v, text, {
      dx: 38,
      dy: 4,
      size: 12,
      anchor: 'start',
      ink: 'red',
      figures: true,
    })
  }
}

/** Marks that would be written over each other: the tightest is kept with its figure, others as dots. */
function spread(
  marks: readonly CastingMark[],
  looking: Looking,
  sheet: Sheet,
): readonly CastingMark[] {
  const taken: Flat[] = []
  return marks.map((mark) => {
    const [x, y] = sheet.at(...onSheet(looking, mark.at))
    const isOver = taken.some(([a, b]) => Math.abs(a - x) < 44 && Math.abs(b - y) < 14)
    if (!isOver) taken.push([x, y])
    return isOver ? { ...mark, text: '' } : mark
  })
}

/** A motion of the casting into the axes of the part, as a motion of what is drawn there. */
export const asDrawn = (toPart: Motion<'part', 'casting'>): Motion<'part', 'part'> =>
  toPart as unknown as Motion<'part', 'part'>
