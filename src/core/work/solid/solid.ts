import { type Frame, type Point } from '../../ground/geometry'
import { type Mesh } from '../../ground/mesh'
import { type Ring } from '../../ground/outline'
import { type Plane } from '../../ground/recipe'

/** A straight piece of surface, a round one, or one of no named kind; where the file had it as a spline, with how far it is from that, mm. */
export type SolidFace<F extends Frame = 'file'> = {
  readonly index: number
  readonly areaMm2: number
  /** A place on it and the direction out of the metal there. */
  readonly at: Point<F>
  readonly edges: readonly number[]
  readonly misfitMm?: number | undefined
} & FaceShape<F>

export type FaceShape<F extends Frame = 'file'> =
  | { readonly kind: 'plane'; readonly plane: Plane<F>; readonly rings: readonly Ring[] }
  | {
      readonly kind: 'cylinder'
      readonly from: Point<F>
      readonly to: Point<F>
      readonly radiusMm: number
      readonly sweepRad: number
      /** The metal is outside of it: a hole, not a shaft. */
      readonly isHollow: boolean
    }
  | {
      /** From its wide end to its narrow one. */
      readonly kind: 'cone'
      readonly from: Point<F>
      readonly to: Point<F>
      readonly radiusMm: number
      readonly endRadiusMm: number
      readonly sweepRad: number
      readonly isHollow: boolean
    }
  | {
      readonly kind: 'sphere'
      readonly centre: Point<F>
      readonly radiusMm: number
      readonly isHollow: boolean
    }
  | { readonly kind: 'torus'; readonly tubeMm: number; readonly isHollow: boolean }
  | { readonly kind: 'free' }

/** An edge between faces: what it is, and places along it from one end to the other (equal where it closes). */
export interface SolidEdge<F extends Frame = 'file'> {
  readonly kind: 'line' | 'circle' | 'free'
  readonly points: readonly Point<F>[]
  readonly faces: readonly number[]
}

/** Triangles that know which face they belong to. */
export interface FacedMesh extends Mesh {
  readonly faceOf: Uint32Array
}

/** One body that came in, in the axes of its file or as it lies as a part, mm. */
export interface Solid<F extends Frame = 'file'> {
  readonly faces: readonly SolidFace<F>[]
  readonly edges: readonly SolidEdge<F>[]
  readonly mesh: FacedMesh
  readonly volumeMm3: number
  readonly areaMm2: number
  readonly low: Point<F>
  readonly high: Point<F>
}

/** What a kernel says of a face before anything is made of it. */
export interface RawFace {
  readonly areaMm2: number
  readonly surface: RawSurface
  /** Places over it with the direction out of the metal, a few for what is named, many for what is free. */
  readonly samples: readonly { readonly at: Point<'file'>; readonly out: Point<'file'> }[]
  /** It goes all the way round, as far as its own parameters say. */
  readonly isClosed: boolean
  /** Edges of each wire, the outer one first. */
  readonly wires: readonly (readonly number[])[]
}

export type RawSurface =
  | { readonly kind: 'plane' | 'sphere' | 'torus' | 'free' }
  | {
      readonly kind: 'cylinder' | 'cone'
      readonly sweepRad: number
      /** Three places on the circle at either end, or the same place three times where it ends in a point. */
      readonly ends: readonly [readonly Point<'file'>[], readonly Point<'file'>[]]
    }

export interface RawBody {
  readonly faces: readonly RawFace[]
  readonly edges: readonly Pick<SolidEdge, 'kind' | 'points'>[]
  readonly mesh: FacedMesh
  readonly volumeMm3: number
  readonly areaMm2: number
}
