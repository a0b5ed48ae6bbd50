import { fail, type Result, succeed } from '@/core/ground/issues'
import { add, norm, type Point, scale, subtract } from '@/core/ground/geometry'
import { type Mesh, type RayTree, treeOf } from '@/core/ground/mesh'
import { acrossOf, type Recipe } from '@/core/ground/recipe'
import {
  isEdgeBreak,
  type Feature,
  type Hole,
  holeLines,
  type Model,
  type Part,
  partIssues,
  PartSchema,
} from '@/core/work/part'
import {
  type Grain,
  largestDown,
  laySolid,
  type Lie,
  proposeLie,
  recognise,
} from '@/core/work/recognise'
import { type Solid } from '@/core/work/solid'
import { solidNow, stateFinished, takenBy } from '@/core/work/stock'
import { meshOf, SEGMENTS, type Shared, sharedVolumes } from '@/kernel'
import { type ReadOptions, type SolidFile } from './read'

/** How a body of a file is to become a part. */
export interface BodyChoice extends ReadOptions {
  readonly body: number
  readonly name: string
  /** What its lengths are multiplied by where the unit of the file is wrong. */
  readonly times?: number | undefined
  /** How it lies; where left out as is proposed. */
  readonly lie?: Lie | 'flattest' | undefined
}

/** The part that a body of a file is recognised as, with where it came from. */
export async function partOfBody(file: SolidFile, choice: BodyChoice): Promise<Result<Part>> {
  const solid = file.bodies[choice.body]
  if (!solid)
    return fail(
      'body.unknown',
      `The file has ${file.bodies.length} bodies, counted from 0.`,
      'body',
    )
  const { name, times = 1 } = choice
  const lie = choice.lie === 'flattest' ? largestDown(solid) : (choice.lie ?? proposeLie(solid))
  const { motion, solid: laid } = laySolid(solid, lie, times)
  const sides = [laid.high.x, laid.high.y, laid.high.z]
  if (!sides.every((mm) => mm > 0.01 && mm < 10_000))
    return fail(
      'body.size',
      `It is ${sides.map((mm) => Math.round(mm * 1000) / 1000).join(' × ')} mm; parts from 0.01 to 10 000 mm are taken. Look at the unit of the file.`,
      'unit',
    )
  const grain: Grain = file.format === 'stl' ? 1e-3 : 1e-6
  const found = recognise(laid, name, grain)
  const model: Model = {
    digest: file.digest,
    file: file.name,
    format: file.format,
    body: choice.body,
    times,
    rows: motion.rows.map(({ x, y, z }) => ({ x, y, z })) as Model['rows'],
    shift: { x: motion.shift.x, y: motion.shift.y, z: motion.shift.z },
    volumeMm3: laid.volumeMm3,
    areaMm2: laid.areaMm2,
    outlines: found.outlines,
    faces: found.faces,
    rest: found.rest,
    walls: found.walls,
    settled: [],
    ...fittedOf(laid),
    ...(choice.thicknessMm !== undefined && { thicknessMm: choice.thicknessMm }),
    ...(choice.layer !== undefined && { layer: choice.layer }),
    missing: { left: 0, over: 0 },
  }
  const part = await proved(
    { ...found.part, unit: file.unit === 'inch' ? 'inch' : 'mm', model },
    laid,
  )
  const parsed = PartSchema.safeParse(part)
  if (!parsed.success) throw new Error(`recognised part is no part: ${parsed.error.message}`)
  const [issue] = partIssues(parsed.data)
  return issue ? { ok: false, issues: [issue] } : succeed(parsed.data)
}

/** Faces that were written as splines and taken as what they are in truth. */
function fittedOf({ faces }: Solid<'part'>): Pick<Model, 'fitted'> {
  const misfits = faces.flatMap(({ misfitMm }) => misfitMm ?? [])
  if (misfits.length === 0) return {}
  return { fitted: { count: misfits.length, misfitMm: Math.max(...misfits) } }
}

/** What facets of a feature may take of a body that is of facets too: a share of what it takes, and at least so much, mm³. */
const [OVER_SHARE, OVER_MM3] = [0.03, 1]

/** Which share of a hole its facets do not take: those that stand for it are within its circle. */
const FACET_LOSS = 1 - (SEGMENTS / (2 * Math.PI)) * Math.sin((2 * Math.PI) / SEGMENTS)

/**
 * The part with what its features leave and take too much, by the mesh kernel. A feature that cuts into the body
 * that it was recognised from was recognised wrongly: it goes back to what is not recognised.
 */
async function proved(part: Part, solid: Solid<'part'>): Promise<Part> {
  const model = part.model as Model
  const body: Recipe<'part'> = {
    kind: 'model',
    digest: model.digest,
    body: model.body,
    by: {
      rows: [
        { x: 1, y: 0, z: 0 },
        { x: 0, y: 1, z: 0 },
        { x: 0, y: 0, z: 1 },
      ],
      shift: { x: 0, y: 0, z: 0 },
    },
    low: solid.low,
    high: solid.high,
  }
  const models = (): Mesh => solid.mesh
  const volume = async (recipe: Recipe<'part'>): Promise<number> =>
    (await meshOf(recipe, models)).volumeMm3
  const round = (mm3: number): number => Math.max(0, Math.round(mm3 * 100) / 100)
  const block = { low: { x: 0, y: 0, z: 0 }, high: solid.high }
  const tools = part.features.flatMap((feature) => {
    const tool = feature.kind === 'hole' ? undefined : takenBy(part, feature, block)
    return tool ? [{ feature, tool }] : []
  })
  // Its facets may not close: then only the two volumes can be held against each other.
  const milled = await sharedVolumes(
    body,
    { kind: 'box', ...block },
    tools.map(({ tool }) => tool),
    models,
  ).catch(() => undefined)
  const metal = treeOf<'part'>(solid.mesh)
  const sharedOf = (feature: Feature): Shared => {
    if (feature.kind === 'hole') return ofHoles(part, feature, metal)
    return milled?.[tools.findIndex((one) => one.feature === feature)] ?? { cut: 0, taken: 0 }
  }
  const shared = milled && new Map(part.features.map((feature) => [feature, sharedOf(feature)]))
  let [kept, over, facets] = [part, 0, 0]
  for (const [feature, { cut, taken }] of shared ?? [])
    if (cut > Math.max(OVER_MM3, OVER_SHARE * taken)) kept = without(kept, feature)
    else {
      over += cut
      if (feature.kind === 'hole' && model.format !== 'stl')
        facets += FACET_LOSS * (taken + headOf(part, feature))
    }
  const left = (await volume(solidNow(kept, stateFinished(kept)))) - facets - solid.volumeMm3
  const missing = shared
    ? { left: round(left + over), over: round(over) }
    : { left: round(left), over: round(-left) }
  return { ...kept, model: { ...(kept.model as Model), missing } }
}

/** Lines along a hole that are looked at, by their shares of its radius: near its middle, and all round where facets leave it free. */
const HOLE_LINES = [0.1, 0.9, 0.9, 0.9, 0.9] as const
/** Shares of its depth from which to which it is looked at. */
const [HOLE_FROM, HOLE_TO] = [0.02, 0.98]

/** What holes would cut of the body, and what they take, mm³: by lines all along them, which is quicker than their facets. */
function ofHoles(part: Part, hole: Hole, metal: RayTree<'part'>): Shared {
  const radius = hole.diameter.mm / 2
  let [cut, taken] = [0, 0]
  for (const { from, to } of holeLines(part, hole)) {
    const along = scale(subtract(to, from), HOLE_TO - HOLE_FROM)
    const first = add(from, scale(subtract(to, from), HOLE_FROM))
    const [u, v] = acrossOf(along)
    const lines = HOLE_LINES.map((out, i) => {
      // A little aside, so that none lies along an edge between two triangles.
      const angle = (i + 0.37) * (Math.PI / 2)
      const aside = add(scale(u, Math.cos(angle)), scale(v, Math.sin(angle)))
      return add(first, scale(aside, out * radius))
    })
    const inMetal = lines.reduce((sum, line) => sum + metalAlong(metal, line, along), 0)
    const volume = Math.PI * radius ** 2 * norm(subtract(to, from))
    cut += (volume * inMetal) / lines.length
    taken += volume
  }
  return { cut, taken }
}

/** What counterbores take beside their holes, mm³. */
function headOf(part: Part, hole: Hole): number {
  const { diameter, head } = hole
  if (head.kind !== 'counterbore') return 0
  const each = (Math.PI / 4) * (head.diameter.mm ** 2 - diameter.mm ** 2) * head.depth.mm
  return each * holeLines(part, hole).length
}

/** Which share of a line is in metal. */
function metalAlong(metal: RayTree<'part'>, from: Point<'part'>, along: Point<'part'>): number {
  const walls = metal.hits(from, along).flatMap(({ away }) => (away < 1 ? [away] : []))
  let [inMetal, at, isMetal] = [0, 0, metal.isInside(from)]
  for (const wall of [...walls, 1]) {
    if (isMetal) inMetal += wall - at
    ;[at, isMetal] = [wall, !isMetal]
  }
  return inMetal
}

/** The part without a feature: its faces go to the rest; what breaks the edges of its mouth is named, and no more. */
function without(part: Part, { id }: Feature): Part {
  const model = part.model as Model
  const { [id]: faces = [], ...others } = model.faces
  const rest =
    faces.length === 0
      ? model.rest
      : [...model.rest, { kind: 'free' as const, faces, at: { x: 0, y: 0, z: 0 }, areaMm2: 0 }]
  return {
    ...part,
    features: part.features.flatMap((feature): Feature[] => {
      if (feature.id === id) return []
      if (!isEdgeBreak(feature) || feature.of !== id) return [feature]
      const { of: _, ...unknown } = feature
      return [{ ...unknown, along: [] }]
    }),
    model: { ...model, faces: others, rest },
  }
}
