import { type Anchor, type OffsetRow } from '@/core/floor/offsets'
import { type Part } from '@/core/work/part'
import { type Plan, type PlannedSetup } from '@/core/plan/planning'
import { type Setup } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'

/** A fixture of the register, as far as zeros need it. */
export interface KnownFixture {
  readonly id: string
  readonly name: string
  readonly machine: string
  readonly trusted: boolean
  readonly knownMm: number
  /** A vise: what its stop, jaw and bed give; zero of a setup follows from it. */
  readonly anchor: Anchor | undefined
  readonly offsets: readonly {
    readonly size: string
    readonly offset: string
    readonly at: { readonly x: number; readonly y: number; readonly z: number }
  }[]
}

/** What every pane of a setup is given. */
export interface PaneProps {
  readonly part: Part
  readonly workshop: Workshop
  readonly plan: Plan
  readonly planned: PlannedSetup
  readonly index: number
  readonly rows: readonly OffsetRow[]
  readonly anchor: Anchor | undefined
  readonly wayName: string
  /** Where offsets are written out, as far as the question. */
  readonly exportPath: string
  /** Undefined where the way is frozen in a release. */
  readonly onChange: ((next: (setup: Setup) => Setup) => void) | undefined
}
