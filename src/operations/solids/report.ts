import { applyMotion, invertMotion, type Motion, type Point, scale } from '@/core/ground/geometry'
import { type Hole, holeCount, holeLines, outwardOf, type Part } from '@/core/work/part'
import { type Solid } from '@/core/work/solid'
import { type SolidFile } from './read'

type Three = readonly [number, number, number]

/** What is in a file, as the command line prints it: lengths in mm, places in the axes of the file. */
export interface ImportReport {
  readonly unit: string
  readonly suspectedUnit?: string
  readonly remarks: readonly string[]
  readonly bodies: readonly BodyReport[]
}

export interface BodyReport {
  readonly index: number
  readonly boundingBox: { readonly low: Three; readonly high: Three }
  readonly volumeMm3: number
  readonly areaMm2: number
  readonly faces: {
    readonly plane: number
    readonly cylinder: number
    readonly cone: number
    /** How many of these came as splines. */
    readonly fitted: number
    readonly other: number
  }
  readonly holes: readonly {
    readonly diameterMm: number
    readonly depthMm: number
    readonly through: boolean
    readonly axis: Three
    readonly at: Three
    readonly kind: string
    readonly count: number
  }[]
  readonly patterns: number
  readonly unrecognised: number
}

export function reportOf(file: SolidFile, parts: readonly (Part | undefined)[]): ImportReport {
  return {
    unit: file.unit ?? 'mm',
    ...(file.suspected && { suspectedUnit: file.suspected.unit }),
    remarks: [...file.remarks, ...(file.suspected ? [file.suspected.sentence] : [])],
    bodies: file.bodies.map((solid, index) => bodyReport(solid, index, parts[index])),
  }
}

const three = ({ x, y, z }: Point<'file'>): Three => [tidy(x), tidy(y), tidy(z)]
const tidy = (value: number): number => Math.round(value * 1e6) / 1e6 + 0

function bodyReport(solid: Solid, index: number, part: Part | undefined): BodyReport {
  const count = (kind: string): number => solid.faces.filter((face) => face.kind === kind).length
  const [plane, cylinder, cone] = [count('plane'), count('cylinder'), count('cone')]
  return {
    index,
    boundingBox: { low: three(solid.low), high: three(solid.high) },
    volumeMm3: solid.volumeMm3,
    areaMm2: solid.areaMm2,
    faces: {
      plane,
      cylinder,
      cone,
      fitted: solid.faces.filter((face) => face.misfitMm !== undefined).length,
      other: solid.faces.length - plane - cylinder - cone,
    },
    holes: part ? holesOf(part) : [],
    patterns:
      part?.features.filter((f) => f.kind === 'hole' && f.pattern.kind !== 'single').length ?? 0,
    unrecognised: part?.model?.rest.length ?? 0,
  }
}

function holesOf(part: Part): BodyReport['holes'] {
  const motion = motionOf(part)
  const times = part.model?.times ?? 1
  return part.features
    .filter((f): f is Hole => f.kind === 'hole')
    .map((hole) => {
      const [line] = holeLines(part, hole)
      const from = line?.from ?? { x: 0, y: 0, z: 0 }
      const to = line?.to ?? from
      const out = outwardOf(hole)
      const { rows } = invertMotion(motion)
      return {
        diameterMm: hole.diameter.mm,
        depthMm: tidy(Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)),
        through: hole.extent.kind === 'through',
        axis: three({
          x: -(rows[0].x * out.x + rows[0].y * out.y + rows[0].z * out.z),
          y: -(rows[1].x * out.x + rows[1].y * out.y + rows[1].z * out.z),
          z: -(rows[2].x * out.x + rows[2].y * out.y + rows[2].z * out.z),
        }),
        at: three(scale(applyMotion(invertMotion(motion), from), 1 / times)),
        kind: hole.head.kind === 'none' ? 'plain' : hole.head.kind,
        count: holeCount(part, hole),
      }
    })
}

/** The motion that laid the body of a part. */
export function motionOf(part: Part): Motion<'part', 'file'> {
  const { rows, shift } = part.model ?? {
    rows: [
      { x: 1, y: 0, z: 0 },
      { x: 0, y: 1, z: 0 },
      { x: 0, y: 0, z: 1 },
    ],
    shift: { x: 0, y: 0, z: 0 },
  }
  return { rows: rows as Motion<'part', 'file'>['rows'], shift }
}
