import { AXES, type Axis, type Point } from '../geometry'
import { fail, type Result, succeed } from '../issues'
import { type Part, refLabel } from '../part'
import { type Analysis, type PlannedSetup, touchedPoint, zeroPoint } from '../prediction'
import { type Found } from '../probing'
import { printLength } from '../units'
import { combineIndependent, type Sparse, subtractForms } from '../variation'
import { type FoundZero } from './found'

/**
 * Where a holding stands on its machine: its stop in X, its fixed jaw in Y, its bed in Z. What a setup
 * found, brought back to the things that stay when the part is turned over.
 */
export interface Anchor {
  readonly machine: string
  readonly vise: string
  readonly stop: 'left' | 'right' | 'none'
  readonly axes: Readonly<Partial<Record<Axis, AnchorAxis>>>
  /** Who says so: "setup 1" or a fixture of the register. */
  readonly says: string
}

/** One axis of an anchor; `setup` is the index of the setup that found it, undefined for the register. */
export interface AnchorAxis extends Found {
  readonly setup?: number | undefined
}

/** Where zero of a setup will lie, before anything is touched. */
export interface Predicted {
  readonly axes: Readonly<Partial<Record<Axis, Found>>>
  /** The zero in the frame of the setup. */
  readonly zero: Point<'setup'>
  /** The arithmetic, an axis a line; and what cannot be known beforehand. */
  readonly steps: readonly string[]
  readonly from: string
}

/** Measured sizes of the part, mm along its own axes; the drawing's where left out. */
export type MeasuredSizes = Readonly<Partial<Record<Axis, number>>>

const SIGMAS = 3

/** The anchor in the frame of a setup: stop or middle of the vise, fixed jaw, bed. */
const anchorIn = ({ layout }: PlannedSetup): Readonly<Record<Axis, number>> => ({
  x: layout.stopX ?? 0,
  y: 0,
  z: 0,
})

/** Brings what was found in a setup back to stop, jaw and bed. */
export function anchorOf(part: Part, analysis: Analysis, index: number, found: FoundZero): Anchor {
  const planned = plannedAt(analysis, index)
  const zero = zeroPoint(part, planned)
  const base = anchorIn(planned)
  const axes = Object.fromEntries(
    AXES.flatMap((axis) => {
      const at = found.axes[axis]
      return at
        ? [[axis, { at: at.at - (zero[axis] - base[axis]), plusMinus: at.plusMinus, setup: index }]]
        : []
    }),
  )
  const { holding, machine } = planned.setup
  return {
    machine,
    vise: holding.vise,
    stop: holding.stop,
    axes,
    says: `setup ${index + 1}`,
  }
}

function plannedAt(analysis: Analysis, index: number): PlannedSetup {
  const planned = analysis.model.planned[index]
  if (!planned) throw new Error(`no setup ${index}`)
  return planned
}

/**
 * The zero of a setup from where its holding stands: after a flip against the same stop, an
 * end-for-end turn, other parallels, or in another vise that the register knows.
 *
 * The uncertainty is that of the difference of the two program frames over all named sources, so
 * that what both share (the machine, the same vise) cancels; three sigma.
 *
 * Fails when the setup stands on another machine or in another vise than the anchor speaks of.
 */
export function predictZero(
  part: Part,
  analysis: Analysis,
  index: number,
  anchor: Anchor,
  sizes: MeasuredSizes = {},
): Result<Predicted> {
  const planned = plannedAt(analysis, index)
  const { holding, machine } = planned.setup
  if (machine !== anchor.machine)
    return fail(
      'predict.machine',
      `${anchor.says} was on another machine: its numbers say nothing here.`,
      'machine',
    )
  if (holding.vise !== anchor.vise)
    return fail(
      'predict.vise',
      `The part moves to ${planned.layout.vise.name}, and nobody has written down where that stands. Find zero once, or put it in the register.`,
      'vise',
    )
  const zero = zeroPoint(part, planned)
  const base = anchorIn(planned)
  const length = (mm: number): string => printLength(mm, part.unit)
  const axes: Partial<Record<Axis, Found>> = {}
  const steps: string[] = []
  AXES.forEach((axis, k) => {
    const from = anchor.axes[axis]
    const letter = axis.toUpperCase()
    if (axis === 'x' && anchor.stop !== holding.stop) {
      steps.push(
        holding.stop === 'none'
          ? 'X: there is no stop in this setup; find it by touching.'
          : `X: the stop is at the ${holding.stop} end now, at the ${anchor.stop} before; find it again.`,
      )
      return
    }
    if (!from) {
      steps.push(
        axis === 'x' && holding.stop !== 'none'
          ? 'X: where the stop stands now is not known; find it by touching.'
          : `${letter}: ${anchor.says} did not find it.`,
      )
      return
    }
    const away = zero[axis] - base[axis]
    const grown = sizeShift(part, planned, axis, zero, sizes)
    const spread = spreadOf(analysis, index, anchor, k)
    axes[axis] = { at: from.at + away + grown, plusMinus: spread }
    const thing = { x: 'the stop', y: 'the fixed jaw', z: 'the bed' }[axis]
    const zeroWords =
      Math.abs(away + grown) < 1e-9
        ? 'zero lies on it'
        : `zero lies ${away + grown < 0 ? '−' : '+'}${length(Math.abs(away + grown))} from it`
    steps.push(
      `${letter}: ${thing} is at ${length(from.at)}, ${zeroWords}${grown === 0 ? '' : ', with the size as measured'}.`,
    )
  })
  return succeed({ axes, zero, steps, from: anchor.says })
}

/** A zero on the far face moves with the measured size of the part, one in the middle by half of it. */
function sizeShift(
  part: Part,
  planned: PlannedSetup,
  axis: Axis,
  zero: Point<'setup'>,
  sizes: MeasuredSizes,
): number {
  const { layout, setup } = planned
  const row = layout.setupFromPart.rows[axis === 'x' ? 0 : axis === 'y' ? 1 : 2]
  const ofPart = AXES.find((a) => Math.abs(row[a]) > 0.5) ?? axis
  const measured = sizes[ofPart]
  if (measured === undefined) return 0
  const more = measured - (layout.high[axis] - layout.low[axis])
  const base = anchorIn(planned)[axis]
  const near =
    axis === 'z'
      ? layout.low.z
      : axis === 'y'
        ? layout.high.y
        : setup.holding.stop === 'right'
          ? layout.high.x
          : layout.low.x
  const far = near === layout.low[axis] ? layout.high[axis] : layout.low[axis]
  const sign = Math.sign(far - near)
  if (Math.abs(zero[axis] - far) < 1e-6) return sign * more
  const halved = setup.zero[axis].kind === 'both-sides' || setup.zero.lies?.[axis] === 'middle'
  return halved && Math.abs(zero[axis] - base) > 1e-6 ? (sign * more) / 2 : 0
}

function spreadOf(analysis: Analysis, index: number, anchor: Anchor, axis: number): number {
  const { model, stacked } = analysis
  const here = stacked.zeroed[index]?.[axis]
  const name = AXES[axis] ?? 'x'
  const { plusMinus: from = 0, setup } = anchor.axes[name] ?? {}
  if (!here) return from
  const before = setup === undefined ? undefined : stacked.zeroed[setup]?.[axis]
  const form: Sparse = before ? subtractForms(here, before) : here
  const { mean, sigma } = combineIndependent(form, model.stack.sources)
  const planned = setup === undefined ? undefined : model.planned[setup]
  // Where the plan took the vise's own zero, the touches that were made instead add what they had.
  const touched = !planned || planned.setup.zero[name].kind === 'fixture' ? from : 0
  return Math.hypot(Math.abs(mean) + SIGMAS * sigma, touched)
}

/** Where zero lies on the part, axis by axis, in words. */
export function zeroPlaceWords(part: Part, planned: PlannedSetup): readonly string[] {
  const { faceAt, stopX } = planned.layout
  const { setup } = planned
  const face = (where: keyof typeof faceAt): string => part.faces[faceAt[where]].name
  return AXES.map((axis) => {
    const letter = axis.toUpperCase()
    const lies = setup.zero.lies?.[axis]
    if (lies !== undefined)
      return `${letter} ${lies === 'middle' ? 'in the middle of the part' : `at ${refLabel(part, lies)}`}`
    const pickup = setup.zero[axis]
    switch (pickup.kind) {
      case 'fixture':
        return {
          x:
            stopX === undefined
              ? `${letter} in the middle of the work`
              : `${letter} at the stop, ${face(setup.holding.stop === 'right' ? 'right' : 'left')}`,
          y: `${letter} at the fixed jaw, ${face('jaw')}`,
          z: `${letter} on the parallels, ${face('down')}`,
        }[axis]
      case 'both-sides':
        return `${letter} midway between ${refLabel(part, pickup.first)} and ${refLabel(part, pickup.second)}`
      case 'bore':
        return `${letter} at ${refLabel(part, pickup.feature)}`
      default:
        return `${letter} at ${refLabel(part, pickup.surface)}`
    }
  })
}

/** How far zero lies from what is touched to find it, mm; nought where they are the same. */
export function zeroFromTouched(part: Part, planned: PlannedSetup): Readonly<Record<Axis, number>> {
  const [zero, touched] = [zeroPoint(part, planned), touchedPoint(part, planned)]
  return { x: zero.x - touched.x, y: zero.y - touched.y, z: zero.z - touched.z }
}
