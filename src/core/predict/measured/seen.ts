import {
  figuresOf,
  type NamedSource,
  type Sparse,
  sparseFrom,
  plusForm,
} from '../../chain/variation'
import { fail, type Result, succeed } from '../../ground/issues'
import { type PlannedSetup } from '../../plan/planning'
import { type WayChain } from '../prediction'
import { meanOf } from './forms'
import { type Otherwise } from './inProcess'
import { type PieceObserved, type Pieces } from './joined'
import { type PointValue, type ReadValue } from './schema'

/** A figure that was measured, with what was expected of it. */
export interface Taken {
  readonly piece: number
  readonly place: number
  /** Its requirement, where it is a reading of one. */
  readonly requirement: string | undefined
  readonly words: string
  /** As told: mm, degrees or how far off. */
  readonly value: number
  readonly nominal: number
  readonly unit: 'mm' | 'deg'
  /** What an instrument shows where the observation comes to so much. */
  readonly shown: (observed: number) => number
  /** Undefined where it only tells how far off, not which way: it is judged, and steers nothing. */
  readonly observed: PieceObserved | undefined
  /** The setup, from 0, after which it can be measured. */
  readonly after: number
  /** Read before its last cut, or from what a face lies against. */
  readonly inProcess: boolean
  /** What was read: it has to be there. */
  readonly surfaces: readonly string[]
}

/** The machine cannot see what is off with itself. */
export function withoutMachine(
  { coefficients, indices }: Sparse,
  { model }: WayChain,
  by: PlannedSetup | undefined,
): Sparse {
  const pairs = Array.from(indices, (index, i): [number, number] => [
    index,
    coefficients[i] as number,
  ])
  const { sources } = model.stack
  return sparseFrom(pairs.filter(([index]) => !by || sources[index]?.gear !== by.machine.name))
}

/** A form without what a reading in the making does not have; what a rough cut leaves on; what another cut draws. */
export function formIn(
  form: Sparse,
  { back, gone, left, own }: Otherwise,
  sources: readonly NamedSource[],
): { readonly form: Sparse; readonly left: number; readonly sigma: number } {
  const { sigma } = figuresOf(sources)
  const [anew, out] = [new Set(own), new Set([...own, ...gone, ...left.keys()])]
  const pairs = summed(
    Array.from(form.indices, (index, i): [number, number] => [
      back.get(index) ?? index,
      form.coefficients[i] as number,
    ]),
  )
  return {
    form: sparseFrom(pairs.filter(([index]) => !out.has(index))),
    left: pairs.reduce((sum, [index, c]) => sum + c * (left.get(index) ?? 0), 0),
    sigma: Math.hypot(
      ...pairs.map(([index, c]) => (anew.has(index) ? c * (sigma[index] ?? 0) : 0)),
    ),
  }
}

/** Coefficients of the same source as one, in the order of the sources. */
function summed(pairs: readonly (readonly [number, number])[]): [number, number][] {
  const sums = new Map<number, number>()
  for (const [index, c] of pairs) sums.set(index, (sums.get(index) ?? 0) + c)
  return [...sums].sort(([a], [b]) => a - b)
}

/** How far single readings are spread about their mean: which of them an instrument meets is not said. */
export function differing(forms: readonly Sparse[], sources: readonly NamedSource[]): number {
  const { sigma } = figuresOf(sources)
  const middle = meanOf(forms)
  const squares = forms.map((form) => {
    const { coefficients, indices } = plusForm(form, middle, -1)
    return indices.reduce((sum, at, i) => sum + ((coefficients[i] ?? 0) * (sigma[at] ?? 0)) ** 2, 0)
  })
  return Math.sqrt(squares.reduce((sum, square) => sum + square, 0) / forms.length)
}

/** What a figure is known to when nothing is said of the instrument, ± mm and ± rad (common practice, no source). */
const USUAL_MM = 0.005
const USUAL_RAD = (0.02 * Math.PI) / 180

/** Where a value belongs among what was measured. */
export interface At {
  readonly chain: WayChain
  readonly pieces: Pieces
  readonly piece: number
  readonly place: number
}

/** The setup in whose clamping the machine read it. */
export function machineOf(
  { plan }: WayChain,
  setup: string | undefined,
): Result<PlannedSetup | undefined> {
  const planned = plan.setups.find(({ id }) => id === setup)
  return setup === undefined || planned
    ? succeed(planned)
    : fail('measured.setup', `the way has no setup “${setup}”.`)
}

/** What a value is known to, one sigma. */
export function sigmaOf(
  { plan: { workshop } }: WayChain,
  { instrument, plusMinus }: ReadValue | PointValue,
  isAngle: boolean,
): number {
  if (plusMinus !== undefined) return (isAngle ? rad(plusMinus) : plusMinus) / 3
  const known = workshop.instruments.find(({ id }) => id === instrument)
  if (known && !isAngle) return Math.max(known.repeatMm, 1e-4) / 3
  return (isAngle ? USUAL_RAD : USUAL_MM) / 3
}

export const deg = (angle: number): number => (angle * 180) / Math.PI
export const rad = (angle: number): number => (angle * Math.PI) / 180
