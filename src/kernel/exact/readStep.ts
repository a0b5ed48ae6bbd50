import { type TopoDS_Shape } from 'replicad-opencascadejs'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { meshVolume } from '@/core/ground/mesh'
import { type FileUnit, lookAtStep, type RawBody } from '@/core/work/solid'
import { describeBody } from './describe'
import { type Exact, Kept, partsOf, volumeOf } from './load'

/** More bodies than this are an assembly to be taken apart first. */
const MOST_BODIES = 200
/** A body of more faces than this is a casting of many small facets or a model of another kind of thing. */
const MOST_FACES = 20_000
/** Facets come to so much of the volume at least where they are whole. */
const MESH_SHARE = 0.05
const PATH = '/in.step'

export interface ReadFile {
  readonly unit: FileUnit | undefined
  readonly bodies: readonly RawBody[]
  /** What was mended or left out on the way, in a sentence each. */
  readonly remarks: readonly string[]
}

export type Progress = (stage: string, share: number) => void

/**
 * The bodies of a STEP file (AP203, AP214, AP242), in mm whatever the file's unit.
 *
 * @returns an issue with what can be done where there is nothing to be made of it.
 */
export function readStep(exact: Exact, bytes: Uint8Array, progress: Progress): Result<ReadFile> {
  const looked = lookAtStep(new TextDecoder('latin1').decode(bytes))
  if (!looked.ok) return looked
  const kept = new Kept()
  try {
    progress('reading the file', 0.1)
    exact.FS.writeFile(PATH, bytes)
    const reader = kept.keep(new exact.STEPControl_Reader())
    if (reader.ReadFile(PATH) !== exact.IFSelect_ReturnStatus.IFSelect_RetDone)
      return fail(
        'step.unreadable',
        'The file cannot be read as STEP: its inside is damaged. Export it again.',
      )
    progress('making solids', 0.3)
    reader.TransferRoots(kept.keep(new exact.Message_ProgressRange()))
    if (reader.NbShapes() === 0)
      return fail(
        'step.no-shape',
        'The file holds no solid: an assembly whose parts are in other files, or drawing only. Export the part itself.',
      )
    return describeAll(exact, kept, kept.keep(reader.OneShape()), progress, looked.value.unit)
  } catch {
    return fail(
      'step.kernel',
      'The solid in this file cannot be read: the kernel gave up on it. Export it again, as AP214 if there is a choice, or as STL.',
    )
  } finally {
    kept.clear()
    exact.FS.unlink(PATH)
  }
}

/**
 * One body of a STEP file as exact faces, in mm: counted as `readStep` counts them.
 *
 * @returns nothing where the file has no such body.
 */
export function stepBody(
  exact: Exact,
  kept: Kept,
  bytes: Uint8Array,
  body: number,
): TopoDS_Shape | undefined {
  exact.FS.writeFile(PATH, bytes)
  try {
    const reader = kept.keep(new exact.STEPControl_Reader())
    if (reader.ReadFile(PATH) !== exact.IFSelect_ReturnStatus.IFSelect_RetDone) return undefined
    reader.TransferRoots(kept.keep(new exact.Message_ProgressRange()))
    if (reader.NbShapes() === 0) return undefined
    return bodiesOf(exact, kept, kept.keep(reader.OneShape())).bodies.filter(
      (one) => volumeOf(exact, kept, one) > 0,
    )[body]
  } finally {
    exact.FS.unlink(PATH)
  }
}

/** The solids of a shape, or the one that its surfaces close to. */
function bodiesOf(
  exact: Exact,
  kept: Kept,
  whole: TopoDS_Shape,
): { readonly bodies: readonly TopoDS_Shape[]; readonly isSewn: boolean } {
  const solids = partsOf(exact, kept, whole, 'SOLID')
  const sewn = solids.length === 0 ? sewnTogether(exact, kept, whole) : undefined
  return { bodies: sewn ? [sewn] : solids, isSewn: sewn !== undefined }
}

function describeAll(
  exact: Exact,
  kept: Kept,
  whole: TopoDS_Shape,
  progress: Progress,
  unit: FileUnit | undefined,
): Result<ReadFile> {
  const remarks: string[] = []
  const { bodies, isSewn } = bodiesOf(exact, kept, whole)
  if (isSewn) remarks.push('The file holds surfaces only; they closed to a solid and were joined.')
  if (bodies.length === 0)
    return fail(
      'step.open',
      'The file holds surfaces that do not close to a solid. Close it where it was drawn, or export it as a solid.',
    )
  if (bodies.length > MOST_BODIES)
    return fail(
      'step.too-many',
      `The file holds ${bodies.length} bodies; at most ${MOST_BODIES} are taken. Export the part by itself.`,
    )
  const read: RawBody[] = []
  for (const [i, body] of bodies.entries()) {
    progress(
      bodies.length === 1 ? 'looking at its faces' : `looking at body ${i + 1} of ${bodies.length}`,
      0.4 + (0.5 * i) / bodies.length,
    )
    const faces = partsOf(exact, kept, body, 'FACE').length
    if (faces > MOST_FACES)
      return fail(
        'step.too-many-faces',
        `Body ${i + 1} has ${faces} faces; at most ${MOST_FACES} are taken. It may be made of facets: bring it in as STL.`,
      )
    const described = describeBody(exact, body, sizeOf(exact, kept, body))
    const off = Math.abs(meshVolume(described.mesh) - described.volumeMm3)
    if (off > MESH_SHARE * described.volumeMm3)
      remarks.push(
        `The picture of body ${i + 1} has gaps: the kernel could not make facets of all of its faces. Its sizes are right.`,
      )
    if (described.volumeMm3 > 0) read.push(described)
    else remarks.push(`Body ${i + 1} is inside out or has no volume and was left out.`)
  }
  return read.length > 0
    ? succeed({ unit, bodies: read, remarks })
    : fail('step.no-volume', 'No body of the file has a volume. Export it again as a solid.')
}

/** What gaps between surfaces are closed by joining them, mm. */
const SEWN_MM = 0.01

/** Surfaces joined to a solid, where they close to one. */
function sewnTogether(exact: Exact, kept: Kept, whole: TopoDS_Shape): TopoDS_Shape | undefined {
  if (partsOf(exact, kept, whole, 'FACE').length === 0) return undefined
  const sewing = kept.keep(new exact.BRepBuilderAPI_Sewing(SEWN_MM, true, true, true, false))
  sewing.Add(whole)
  sewing.Perform(kept.keep(new exact.Message_ProgressRange()))
  const shape = kept.keep(sewing.SewedShape())
  const [first] = partsOf(exact, kept, shape, 'SHELL')
  if (!first) return undefined
  const shell = kept.keep(exact.TopoDS.Shell(first))
  if (!exact.BRep_Tool.IsClosed(shell)) return undefined
  const made = kept.keep(new exact.BRepBuilderAPI_MakeSolid(shell))
  const solid = kept.keep(made.Solid())
  exact.BRepLib.OrientClosedSolid(solid)
  return solid
}

/** The longest side of the box about a body, mm. */
function sizeOf(exact: Exact, kept: Kept, body: TopoDS_Shape): number {
  const box = kept.keep(new exact.Bnd_Box())
  exact.BRepBndLib.Add(body, box, false)
  const [low, high] = [kept.keep(box.CornerMin()), kept.keep(box.CornerMax())]
  return Math.max(high.X() - low.X(), high.Y() - low.Y(), high.Z() - low.Z())
}
