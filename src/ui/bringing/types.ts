import { type Issue } from '@/core/ground/issues'

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
  readonly reading: {
    readonly thicknessMm?: number | undefined
    readonly layer?: string | undefined
  }
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
