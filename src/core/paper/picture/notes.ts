import { type Point } from '../../ground/geometry'
import { type Sheet, type Tone } from '../../ground/scene'
import { type Length, printDegrees, printLength } from '../../handbook/units'
import {
  type Feature,
  holeCount,
  holeLines,
  type Part,
  placePoint,
  planeOf,
  contourDepth,
  contourLines,
  featureLabel,
  removedBox,
  sizeAlong,
} from '../../work/part'
import { type ViewSide } from './drawnFeatures'
import { type Found, type Rect, Room, rowsUnder } from './room'

/** Letters of a note, sheet units: high, and wide on the average. */
const [HIGH, WIDE] = [12, 6.9]
/** Where notes may stand under a view, clear of its title and its length, sheet units. */
const [UNDER_TOP, UNDER_SIDE] = [12, 34]
/** From line to line of notes, sheet units, and the most lines under a view. */
const [LINE, MOST_LINES] = [HIGH + 3, 6]

/** Room that so many notes may take under a view, sheet units. */
export const noteRoom = (notes: number): number => LINE * Math.min(MOST_LINES, notes)
/** Where along the lower edge a datum letter stands, and half its width with some air. */
const [LETTER_AT, LETTER] = [0.12, 13]

/** A note that is to be drawn: words, and the leader to what they say. */
interface Note {
  readonly text: string
  readonly ref: string
  readonly leader: readonly (readonly [number, number])[]
  /** Where its words begin, on their line. */
  readonly at: readonly [number, number]
}

/** What each feature is: beside it where there is room in the view, else hanging under it. */
export function drawNotes(
  part: Part,
  features: readonly Feature[],
  side: ViewSide,
  sheet: Sheet,
  chosen: string | undefined,
): void {
  const [u, v] = planeOf(side)
  const [left, bottom] = sheet.at(0, 0)
  const [right, top] = sheet.at(sizeAlong(part, u), sizeAlong(part, v))
  const room = new Room({ left, top, right, bottom })
  const flat = (p: Point<'part'>): readonly [number, number] => sheet.at(p[u], p[v])
  const areas = new Map(
    part.features.map((feature) => [feature.id, areasOf(part, feature, flat, sheet.scale)]),
  )
  for (const rects of areas.values()) for (const rect of rects) room.take(rect)
  const hanging: Feature[] = []
  for (const feature of features) {
    const text = noteOf(part, feature)
    const found = room.find(areas.get(feature.id) ?? [], text.length * WIDE, HIGH + 2)
    if (!found) hanging.push(feature)
    else draw(sheet, besideOf(text, feature.id, found), chosen)
  }
  const under = bottom + (side === 'top' ? UNDER_TOP : UNDER_SIDE)
  for (const note of hangingOf(part, hanging, areas, { left, right, under }))
    draw(sheet, note, chosen)
}

function besideOf(text: string, ref: string, { at, from }: Found): Note {
  const end = [from[0] < at.left ? at.left - 2 : at.right + 2, (at.top + at.bottom) / 2] as const
  return { text, ref, leader: [from, end], at: [at.left, at.top + HIGH] }
}

/** Notes under a view, in rows so that no leader crosses words. */
function hangingOf(
  part: Part,
  features: readonly Feature[],
  areas: ReadonlyMap<string, readonly Rect[]>,
  view: { readonly left: number; readonly right: number; readonly under: number },
): readonly Note[] {
  const letter = view.left + LETTER_AT * (view.right - view.left)
  const hanging = features.flatMap((feature) => {
    const area = lowest(areas.get(feature.id) ?? [], letter)
    if (!area) return []
    const text = noteOf(part, feature)
    const x = (area.left + area.right) / 2
    return [{ feature, text, x, bottom: area.bottom, width: text.length * WIDE + 6 }]
  })
  const rows = rowsUnder(hanging)
  return hanging.flatMap(({ bottom, feature, text, x }, i): Note[] => {
    const row = rows[i] ?? 0
    if (row >= MOST_LINES) return []
    const y = view.under + row * LINE
    return [
      {
        text,
        ref: feature.id,
        leader: [
          [x, bottom],
          [x, y + HIGH / 2 + 1],
          [x + 4, y + HIGH / 2 + 1],
        ],
        at: [x + 6, y + HIGH - 1],
      },
    ]
  })
}

/** The lowest place of a pattern whose leader does not run through the datum letter under the view. */
function lowest(areas: readonly Rect[], letter: number): Rect | undefined {
  const clear = areas.filter(({ left, right }) => Math.abs((left + right) / 2 - letter) > LETTER)
  return [...(clear.length > 0 ? clear : areas)].sort((a, b) => b.bottom - a.bottom)[0]
}

function draw(sheet: Sheet, { at, leader, ref, text }: Note, chosen: string | undefined): void {
  const ink: Tone = ref === chosen ? 'blue' : 'soft'
  sheet.marks.push({
    kind: 'path',
    points: leader,
    closed: false,
    fill: 'none',
    stroke: ink,
    width: 0.8,
    ref,
  })
  sheet.marks.push({
    kind: 'words',
    x: at[0],
    y: at[1],
    text,
    size: HIGH,
    anchor: 'start',
    ink,
    ref,
  })
}

/** Where a feature is seen in a view: each of its holes, or its outline. */
function areasOf(
  part: Part,
  feature: Feature,
  flat: (p: Point<'part'>) => readonly [number, number],
  scale: number,
): readonly Rect[] {
  const box = removedBox(part, feature)
  const rect = (points: readonly (readonly [number, number])[], more: number): Rect => {
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
    return {
      left: Math.min(...xs) - more,
      right: Math.max(...xs) + more,
      top: Math.min(...ys) - more,
      bottom: Math.max(...ys) + more,
    }
  }
  if (box) return [rect([flat(box.low), flat(box.high)], 0)]
  const head =
    feature.kind === 'hole' && feature.head.kind !== 'none' ? feature.head.diameter.mm / 2 : 0
  const own = feature.kind === 'hole' || feature.kind === 'boss' ? feature.diameter.mm / 2 : 0
  const radius = Math.max(own, head) * scale
  if (feature.kind === 'hole')
    return holeLines(part, feature).map(({ from, to }) => rect([flat(from), flat(to)], radius))
  if (feature.kind === 'contour')
    return contourLines(part, feature)
      .slice(0, 1)
      .map((line) => rect(line.map(flat), 0))
  return feature.kind === 'boss'
    ? [rect([flat(placePoint(part, feature.on, feature.place))], radius)]
    : []
}

/** What a feature is, as one writes it beside it: `4 × ⌀6.6 through`, `M6, 12 deep`, `12 wide, 4 deep`. */
function noteOf(part: Part, feature: Feature): string {
  const say = (length: Length): string => length.typed ?? printLength(length.mm, part.unit)
  const extent =
    'extent' in feature
      ? feature.extent.kind === 'through'
        ? ' through'
        : feature.extent.kind === 'deep'
          ? `, ${say(feature.extent.depth)} deep`
          : ', depth?'
      : ''
  const foot = 'fillet' in feature && feature.fillet ? `, floor R${say(feature.fillet)}` : ''
  switch (feature.kind) {
    case 'hole': {
      const count = holeCount(part, feature)
      const size =
        feature.thread ?? `⌀${say(feature.diameter)}${feature.fit ? ` ${feature.fit}` : ''}`
      const { head } = feature
      const sunk =
        head.kind === 'counterbore'
          ? `, ⌀${say(head.diameter)} × ${say(head.depth)}`
          : head.kind === 'countersink'
            ? `, ⌀${say(head.diameter)} × ${printDegrees(head.angle.rad)}`
            : ''
      return `${count > 1 ? `${count} × ` : ''}${size}${extent}${sunk}`
    }
    case 'slot':
    case 'step':
      return `${say(feature.width)} wide, ${say(feature.depth)} deep${foot}`
    case 'pocket':
      return `${say(feature.across)} × ${say(feature.up)}${extent}${feature.corner ? `, R${say(feature.corner)}` : ''}${foot}`
    case 'boss':
      return `⌀${say(feature.diameter)}, ${say(feature.height)} high${foot}`
    case 'contour': {
      const depth = contourDepth(part, feature)
      const deep = depth > 0 && !feature.through ? `, ${say({ mm: depth })} deep` : ''
      return `${featureLabel(feature)}${feature.through ? ' through' : deep}${foot}`
    }
    case 'chamfer':
      return `${say(feature.size)} × ${printDegrees(feature.angle.rad)}`
    case 'rounding':
      return `R${say(feature.radius)}`
  }
}
