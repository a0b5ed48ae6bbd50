import { type Axis } from '../../ground/geometry'
import { type Thread } from '../../handbook/standards'
import { type Angle, type Length } from '../../handbook/units'
import { type Extent, type Hole, type Pattern, type Place, type Side } from '../part'

/** What is said of a feature after its head. */
export interface Clauses {
  on?: Side
  at?: Side
  /** What stands after “along”, read when it is known on which face it runs. */
  alongAt?: number
  dims: Place['dims']
  centred: boolean
  /** Directions that were said to be centred, where not all of them are. */
  centredAlong: Axis[]
  extent?: Extent
  pattern?: Pattern
  first?: Angle
  sweep?: Angle
  chord?: Length
  turn?: Angle
  flip?: 'across' | 'up'
  staggered?: boolean
  skip?: number[]
  measuredOn?: string
  about?: string
  mirrored?: 'x' | 'y' | 'z'
  tilt?: NonNullable<Hole['tilt']>
  head?: Hole['head'] | 'usual'
  /** The screw whose head it takes, and where in the line it is said. */
  headFor?: { readonly thread: Thread; readonly end: number }
  corner?: Length
  /** What is left between walls and floor. */
  fillet?: Length
  /** The edges that are broken, by the sides beside them; none: edges further in. */
  only?: Side[]
  /** The feature whose edges are broken. */
  of?: string
  /** How far inside the face of the block a hole has its mouth. */
  start?: Length
  name?: string
}
