import { fail, type Result, succeed } from '@/core/ground/issues'
import { type Recipe } from '@/core/ground/recipe'
import { type Feature, type Model, type Part, partIssues, PartSchema } from '@/core/work/part'
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
import { meshOf } from '@/kernel'
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
  const volume = async (recipe: Recipe<'part'>): Promise<number> =>
    (await meshOf(recipe, () => solid.mesh)).volumeMm3
  const round = (mm3: number): number => Math.max(0, Math.round(mm3 * 100) / 100)
  const whole = await volume(body).catch(() => undefined)
  if (whole === undefined) {
    // Its facets do not close: only the two volumes can be held against each other.
    const made = await volume(solidNow(part, stateFinished(part)))
    const missing = { left: round(made - solid.volumeMm3), over: round(solid.volumeMm3 - made) }
    return { ...part, model: { ...model, missing } }
  }
  const block = { low: { x: 0, y: 0, z: 0 }, high: solid.high }
  let kept = part
  for (const feature of part.features) {
    const tool = takenBy(part, feature, block)
    if (!tool) continue
    const cut = whole - (await volume({ kind: 'cut', from: body, by: [tool] }))
    const outside: Recipe<'part'> = { kind: 'cut', from: { kind: 'box', ...block }, by: [tool] }
    const taken = solid.high.x * solid.high.y * solid.high.z - (await volume(outside))
    if (cut > Math.max(OVER_MM3, OVER_SHARE * taken)) kept = without(kept, feature)
  }
  const made = solidNow(kept, stateFinished(kept))
  const left = await volume({ kind: 'cut', from: made, by: [body] })
  const over = await volume({ kind: 'cut', from: body, by: [made] })
  const missing = { left: round(left), over: round(over) }
  return { ...kept, model: { ...(kept.model as Model), missing } }
}

/** The part without a feature: its faces go to the rest. */
function without(part: Part, { id }: Feature): Part {
  const model = part.model as Model
  const { [id]: faces = [], ...others } = model.faces
  const rest =
    faces.length === 0
      ? model.rest
      : [...model.rest, { kind: 'free' as const, faces, at: { x: 0, y: 0, z: 0 }, areaMm2: 0 }]
  return {
    ...part,
    features: part.features.filter((feature) => feature.id !== id),
    model: { ...model, faces: others, rest },
  }
}
