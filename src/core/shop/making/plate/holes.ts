import { clearanceHole, counterboreForScrew, parseThread } from '../../../handbook/standards'
import { type Feature, type Hole, holePoints, type Part } from '../../../work/part'
import { type Lies } from '../../holding'
import { LEAST_WEB_MM } from './grid'
import { type Place, type PlateDesign, type PlateGrid, type PocketCut, tidy } from './types'

/** A pocket of a part. */
export type Pocket = Feature & { kind: 'pocket' }

/** Common practice, no source: shank of a rest button; chamfer for a pin's root. */
const [BUTTON_MM, ROOT_MM] = [8, 0.5]
/** What is drilled for parts that lie the same way round, as holes of a part: what each place has as a grid over all of them. */
export function partHoles(
  {
    air,
    clamps,
    lifts,
    pins,
    pocket,
    reliefs,
    rests,
    screws,
    stops,
  }: Pick<
    PlateDesign,
    'pins' | 'screws' | 'stops' | 'clamps' | 'lifts' | 'air' | 'rests' | 'reliefs' | 'pocket'
  >,
  grid: PlateGrid,
): readonly Hole[] {
  return [
    ...pins.map(({ at, kind, shankMm }, i) =>
      i === 1 && kind === 'round'
        ? hole('pin-second', 'second pin', at, pinHole(shankMm))
        : hole(`pin-${kind}`, `${kind} pin`, at, pinHole(shankMm)),
    ),
    ...stops.map(({ diameterMm, x, y }, i) =>
      hole(
        `stop-${i + 1}`,
        `dowel ${i + 1}`,
        { x, y },
        {
          making: 'ream',
          fit: 'H7',
          diameter: { mm: diameterMm },
        },
      ),
    ),
    ...(pocket ? cornerReliefs(pocket) : []),
    ...clamps.map(({ thread, x, y }, i) =>
      hole(`clamp-${i + 1}`, `edge clamp ${i + 1}`, { x, y }, screwHole({ from: 'above', thread })),
    ),
    ...lifts.map(({ thread, x, y }, i) =>
      hole(`lift-${i + 1}`, `lift ${i + 1}`, { x, y }, screwHole({ from: 'above', thread })),
    ),
    ...air.map(({ thread, x, y }, i) =>
      hole(`air-${i + 1}`, 'air', { x, y }, screwHole({ from: 'above', thread })),
    ),
    ...rests.map((at, i) =>
      hole(`rest-${i + 1}`, `rest ${i + 1}`, at, { making: 'ream', fit: 'H7' }),
    ),
    ...screws.map((screw, i) =>
      hole(`screw-${i + 1}`, `screw ${i + 1}`, screw.at, screwHole(screw)),
    ),
    ...reliefs.map(({ deepMm, diameterMm, ...at }, i) =>
      hole(`relief-${i + 1}`, `relief ${i + 1}`, at, {
        diameter: { mm: diameterMm },
        extent:
          deepMm === undefined ? { kind: 'through' } : { kind: 'deep', depth: { mm: deepMm } },
      }),
    ),
  ].map((one) => overGrid(otherHole(one, grid.lies), grid))
}

/** Holes about the corners of a pocket, as deep as that is. */
const cornerReliefs = ({ corners, deepMm, reliefMm }: PocketCut): readonly Hole[] =>
  corners.map((at, i) =>
    hole(`corner-${i + 1}`, `corner relief ${i + 1}`, at, {
      diameter: { mm: reliefMm },
      extent: { kind: 'deep', depth: { mm: deepMm } },
    }),
  )

/** A hole of parts that lie otherwise than the first has a name of its own. */
function otherHole(one: Hole, { x, y }: Lies): Hole {
  if (!x && !y) return one
  const how = x && y ? 'turned' : 'mirrored'
  return { ...one, id: `${one.id}-${how}`, name: `${one.name ?? one.id}, ${how}` }
}

/** A hole from above through the plate, where nothing else is said. */
export const hole = (id: string, name: string, at: Place, more: Partial<Hole>): Hole => ({
  kind: 'hole',
  id,
  name,
  on: 'top',
  making: 'drill',
  diameter: { mm: BUTTON_MM },
  extent: { kind: 'through' },
  head: { kind: 'none' },
  pattern: { kind: 'single' },
  place: placeAt(at),
  ...more,
})

export const placeAt = ({ x, y }: Place): Hole['place'] => ({
  dims: [
    { from: 'left', at: { mm: x } },
    { from: 'front', at: { mm: y } },
  ],
  centred: false,
})

/** A hole of the first place at all of them. */
function overGrid(one: Hole, { columns, rows, step }: PlateGrid): Hole {
  if (columns * rows === 1) return one
  const [x = 0, y = 0] = one.place.dims.map(({ at }) => at.mm)
  return {
    ...one,
    // The place of a grid is its middle.
    place: placeAt({
      x: tidy(x + ((columns - 1) * step.x) / 2),
      y: tidy(y + ((rows - 1) * step.y) / 2),
    }),
    pattern: {
      kind: 'grid',
      columns,
      rows,
      pitchAcross: { mm: columns > 1 ? step.x : 0 },
      pitchUp: { mm: rows > 1 ? step.y : 0 },
    },
  }
}

/** Reamed for a pin's shank, with a chamfer for its root. */
const pinHole = (shankMm: number): Partial<Hole> => ({
  making: 'ream',
  fit: 'H7',
  diameter: { mm: shankMm },
  head: {
    kind: 'countersink',
    diameter: { mm: shankMm + 2 * ROOT_MM },
    angle: { rad: Math.PI / 2 },
  },
})

/** A hole for a screw to go through, its head let in; undefined for a thread that the tables do not have. */
export function letIn(designation: string): Partial<Hole> | undefined {
  const thread = parseThread(designation)
  const head = thread && counterboreForScrew(thread)
  const through = thread && clearanceHole(thread)
  return (
    head &&
    through && {
      diameter: { mm: through.diameterMm },
      head: {
        kind: 'counterbore',
        diameter: { mm: head.diameterMm },
        depth: { mm: head.depthMm },
      },
    }
  )
}

/** A thread for a screw from above; for one from below the head is let into the underside. */
export const screwHole = ({
  from,
  thread,
}: Pick<PlateDesign['screws'][number], 'from' | 'thread'>): Partial<Hole> =>
  from === 'below'
    ? { on: 'bottom', ...letIn(thread) }
    : {
        making: 'tap',
        thread,
        diameter: { mm: parseThread(thread)?.majorMm ?? BUTTON_MM },
      }

/** Holes of the plate that come too near to each other, each pair of names once. */
export function crowded(part: Part, holes: readonly Hole[]): readonly string[] {
  const all = holes.flatMap((hole) =>
    holePoints(part, hole).map((at) => ({ hole, at, radius: hole.diameter.mm / 2 })),
  )
  const told = new Map<string, string>()
  all.forEach((a, i) => {
    for (const b of all.slice(i + 1)) {
      const web = Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y) - a.radius - b.radius
      const pair = `${a.hole.id} ${b.hole.id}`
      if (web >= LEAST_WEB_MM || told.has(pair)) continue
      told.set(
        pair,
        `${a.hole.name ?? a.hole.id} and ${b.hole.name ?? b.hole.id} are ${web < 0 ? 'in each other' : `only ${web.toFixed(1)} mm apart`}: choose other holes, or move what stands there.`,
      )
    }
  })
  return [...told.values()]
}

/** The pockets for parts that lie the same way round, each a feature of its own. */
export const pocketsOf = (
  pocket: PocketCut,
  { columns, rows, step }: PlateGrid,
): readonly Pocket[] =>
  Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column): Pocket => {
      const n = row * columns + column + 1
      return {
        kind: 'pocket',
        id: `pocket-${n}`,
        name: `pocket ${n}`,
        on: 'top',
        across: { mm: pocket.widthMm },
        up: { mm: pocket.depthMm },
        extent: { kind: 'deep', depth: { mm: pocket.deepMm } },
        corner: { mm: pocket.cornerMm },
        place: placeAt({
          x: tidy(pocket.at.x + pocket.widthMm / 2 + column * step.x),
          y: tidy(pocket.at.y + pocket.depthMm / 2 + row * step.y),
        }),
      }
    }),
  ).flat()

/** What is cut into another plate as it lies on one to its left. */
export const besideFeatures = <F extends Hole | Pocket>(
  features: readonly F[],
  shift: Place,
): readonly F[] =>
  features.map((one) => {
    const [x = 0, y = 0] = one.place.dims.map(({ at }) => at.mm)
    return {
      ...one,
      id: `${one.id}-beside`,
      name: `${one.name ?? one.id}, beside`,
      place: placeAt({ x: tidy(x + shift.x), y: tidy(y + shift.y) }),
    }
  })
