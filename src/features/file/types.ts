import { type Issue } from '@/core/ground/issues'

export interface Way3 {
  readonly x: number
  readonly y: number
  readonly z: number
}

/** How a part is to lie: the way out of its base, and out of its front, in the axes of its file. */
export interface Lie {
  readonly base: Way3
  readonly front: Way3
}

/** What a file brought in is read as, as the server tells it. */
export interface BroughtIn {
  readonly digest: string
  readonly name: string
  readonly format: 'step' | 'stl' | 'dxf'
  readonly unit?: string | undefined
  readonly suspected?:
    { readonly unit: string; readonly times: number; readonly sentence: string } | undefined
  readonly remarks: readonly string[]
  /** How it was read, to be said again. */
  readonly reading: Pick<Choice, 'thicknessMm' | 'layer'>
  readonly bodies: readonly {
    readonly report: {
      readonly index: number
      readonly boundingBox: {
        readonly low: readonly [number, number, number]
        readonly high: readonly [number, number, number]
      }
      readonly volumeMm3: number
    }
  }[]
}

/** How far the reading of a file is. */
export type Bringing =
  | { readonly state: 'working'; readonly stage: string; readonly share: number }
  | { readonly state: 'done'; readonly result: BroughtIn }
  | { readonly state: 'refused'; readonly issues: readonly Issue[] }

/** How a body of a file is to become a part. */
export interface Choice {
  readonly body: number
  readonly name: string
  readonly times?: number | undefined
  readonly lie?: Lie | 'flattest' | undefined
  readonly thicknessMm?: number | undefined
  readonly layer?: string | undefined
}
