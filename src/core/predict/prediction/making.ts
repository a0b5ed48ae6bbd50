import { type Point } from '../../ground/geometry'
import { type PlannedSetup } from '../../plan/planning'
import { type SourceBook } from './sources'

/** What is collected while a model is built. */
export interface ModelMaking {
  readonly book: SourceBook
  readonly sizeSource: Map<string, number>
  /** Surfaces whose size follows the tool and is not aimed at the middle of its limits. */
  readonly unaimed: Set<string>
  readonly formSource: Map<string, number>
  /** Form error of each cut plane, up to mm, and how it may tilt what is laid against it. */
  readonly formMm: Map<string, number>
  readonly formTilts: Map<string, readonly FormTilt[]>
}

/** A plane's form lets a flat thing laid against it lean: about this direction, by this source in rad. */
export interface FormTilt {
  readonly about: Point<'part'>
  readonly source: number
}

/** One setup while its part of the model is made. */
export interface SetupMaking extends ModelMaking, PlannedSetup {
  /** The part's directions along the setup's X, Y and Z. */
  readonly axes: readonly [Point<'part'>, Point<'part'>, Point<'part'>]
  /** Where each axis of zero is found, in the part's frame: what is counted from there is exact there. */
  readonly found: readonly [Point<'part'>, Point<'part'>, Point<'part'>]
}
