import { createHash } from 'node:crypto'
import { createRequire } from 'node:module'
import { point } from '@/core/ground/geometry'
import { cutText, fail, type Result, succeed } from '@/core/ground/issues'
import { circleRing, ringArea, ringsOf } from '@/core/ground/outline'
import { prism } from '@/core/ground/recipe'
import { type SuspectedUnit, suspectUnit } from '@/core/work/recognise'
import { type Model } from '@/core/work/part'
import { assembleSolid, bodyOfMesh, type FileUnit, type Solid } from '@/core/work/solid'
import { readDxf, readStl } from '@/exchange'
import { bodyOf, type Exact, loadExact, readStep } from '@/kernel/exact'
import { MOST_FILE_BYTES } from './limits'

export type Progress = (stage: string, share: number) => void

/** What a file with a solid holds, as read. */
export interface SolidFile {
  readonly digest: string
  readonly name: string
  readonly format: Model['format']
  readonly unit: FileUnit | undefined
  readonly suspected: SuspectedUnit | undefined
  readonly remarks: readonly string[]
  readonly bodies: readonly Solid[]
}

export interface ReadOptions {
  /** How thick the part is that a DXF gives the outline of, mm. */
  readonly thicknessMm?: number | undefined
  /** Only this layer of a DXF. */
  readonly layer?: string | undefined
}

/** The exact kernel on the server and on the command line: its binary lies where it was installed. */
export const exactKernel = (): Promise<Exact> =>
  loadExact(createRequire(import.meta.url).resolve('replicad-opencascadejs/wasm'))

export const digestOf = (bytes: Uint8Array): string =>
  createHash('sha256').update(bytes).digest('hex')

/** Reads a STEP, STL or DXF file into solids. */
export async function readSolidFile(
  bytes: Uint8Array,
  name: string,
  options: ReadOptions = {},
  progress: Progress = () => undefined,
): Promise<Result<SolidFile>> {
  if (bytes.length > MOST_FILE_BYTES)
    return fail(
      'file.large',
      `The file has ${Math.round(bytes.length / 1e6)} MB; at most ${MOST_FILE_BYTES / 1e6} MB are read. Export the part by itself, or coarser.`,
    )
  if (bytes.length === 0) return fail('file.empty', 'The file is empty.')
  const format = formatOf(bytes, name)
  if (!format)
    return fail(
      'file.unknown',
      `“${cutText(name, 60)}” is none of the kinds of file that a part is read from: STEP (.step, .stp), STL (.stl), DXF (.dxf) with a thickness.`,
    )
  const read = await READERS[format](bytes, options, progress)
  if (!read.ok) return read
  const { unit } = read.value
  const suspected = read.value.bodies
    .map((body) => suspectUnit(unit, sidesOf(body), diametersOf(body)))
    .find((found) => found !== undefined)
  return succeed({
    digest: digestOf(bytes),
    name: cutText(name, 200),
    format,
    suspected,
    ...read.value,
  })
}

const sidesOf = ({ high, low }: Solid): readonly number[] => [
  high.x - low.x,
  high.y - low.y,
  high.z - low.z,
]

const diametersOf = ({ faces }: Solid): readonly number[] =>
  faces.flatMap((face) =>
    face.kind === 'cylinder' && face.isHollow ? [Math.round(2e6 * face.radiusMm) / 1e6] : [],
  )

/** Whether a file begins as STEP, whatever it is called. */
export const isStep = (bytes: Uint8Array): boolean =>
  new TextDecoder('latin1').decode(bytes.subarray(0, 400)).trimStart().startsWith('ISO-10303-21')

function formatOf(bytes: Uint8Array, name: string): Model['format'] | undefined {
  if (isStep(bytes)) return 'step'
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase() ?? ''
  return ENDINGS[ending]
}

const ENDINGS: Readonly<Record<string, Model['format']>> = {
  step: 'step',
  stp: 'step',
  p21: 'step',
  stl: 'stl',
  dxf: 'dxf',
}

type Read = Result<Pick<SolidFile, 'bodies' | 'remarks' | 'unit'>>
type Reader = (bytes: Uint8Array, options: ReadOptions, progress: Progress) => Promise<Read>

const READERS: Readonly<Record<Model['format'], Reader>> = {
  step: async (bytes, _options, progress) => {
    progress('starting the kernel', 0.02)
    const read = readStep(await exactKernel(), bytes, progress)
    if (!read.ok) return read
    const { bodies, remarks, unit } = read.value
    return succeed({ unit, remarks, bodies: bodies.map(assembleSolid) })
  },
  stl: async (bytes, _options, progress) => {
    progress('reading the mesh', 0.1)
    const read = readStl(bytes)
    if (!read.ok) return read
    progress('finding faces', 0.5)
    const { mesh, remarks } = read.value
    return succeed({ unit: undefined, remarks, bodies: [assembleSolid(bodyOfMesh(mesh))] })
  },
  dxf: async (bytes, options, progress) => {
    progress('reading the drawing', 0.1)
    return readOutline(new TextDecoder().decode(bytes), options, progress)
  },
}

/** A plate from its outline: circles are holes, outlines within are openings. */
async function readOutline(
  text: string,
  { layer, thicknessMm }: ReadOptions,
  progress: Progress,
): Promise<Read> {
  const read = readDxf(text)
  if (!read.ok) return read
  if (thicknessMm === undefined || !(thicknessMm > 0 && thicknessMm <= 2000))
    return fail(
      'dxf.thickness',
      'A DXF gives the outline only: say how thick the part is, up to 2000 mm.',
      'thickness',
    )
  const { edges, holes, unitMm } = read.value
  const of = unitMm ?? 1
  const isWanted = (one: { readonly layer: string }): boolean =>
    layer === undefined || one.layer === layer
  const drawn = ringsOf(
    edges.filter(isWanted).map(({ bulge, from, to }) => ({
      from: { x: from.x * of, y: from.y * of },
      to: { x: to.x * of, y: to.y * of },
      bulge,
    })),
  )
  if (!drawn.ok) return drawn
  const circles = holes
    .filter(isWanted)
    .flatMap(({ diameter, x, y }) =>
      diameter === undefined ? [] : [circleRing({ x: x * of, y: y * of }, (diameter / 2) * of)],
    )
  const rings = [...drawn.value, ...circles].sort(
    (a, b) => Math.abs(ringArea(b)) - Math.abs(ringArea(a)),
  )
  if (rings.length === 0)
    return fail(
      'dxf.no-outline',
      'The drawing has no closed outline of lines, arcs, polylines or circles to make a part of.',
    )
  progress('starting the kernel', 0.3)
  const exact = await exactKernel()
  progress('making the solid', 0.6)
  const plate = prism<'file'>(
    { at: point(0, 0, 0), across: point(1, 0, 0), out: point(0, 0, 1) },
    rings,
    thicknessMm,
  )
  const unit = unitMm === 25.4 ? 'inch' : unitMm === undefined ? undefined : 'mm'
  try {
    return succeed({ unit, remarks: [], bodies: [assembleSolid(bodyOf(exact, plate, 500))] })
  } catch {
    return fail(
      'dxf.solid',
      'No solid can be made of this outline: pieces of it touch or lie over each other.',
    )
  }
}
