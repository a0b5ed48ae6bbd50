import { type Anchored, kindOf } from '../../shop/holding'
import { AXES, type Axis, type Point } from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { refLabel } from '../../work/part'
import { type Plan, type PlannedSetup, touchedPoint, zeroPoint } from '../../plan/planning'
import { chainOf } from '../../predict/prediction'
import { type Found } from '../../handbook/probing'
import { printLength } from '../../handbook/units'
import { combineIndependent, type Sparse, plusForm } from '../../chain/variation'
import { type FoundZero } from './found'

/**
 * Where a holding stands on its machine, along each axis by the thing that stays when the part is turned
 * over: a stop, a fixed jaw, a bed. What a setup found, brought back to those.
 */
export interface Anchor extends Anchored {
  readonly machine: string
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

/** Brings what was found in a setup back to stop, jaw and bed. */
export function anchorOf(planned: PlannedSetup, found: FoundZero): Anchor {
  const { index } = planned
  const zero = zeroPoint(planned)
  const { stays } = planned.standing
  const axes = Object.fromEntries(
    AXES.flatMap((axis) => {
      const here = found.axes[axis]
      const away = zero[axis] - stays[axis].anchor.at
      return here ? [[axis, { at: here.at - away, plusMinus: here.plusMinus, setup: index }]] : []
    }),
  )
  const { holding, machine } = planned.clamping
  return { ...kindOf(holding).anchored(holding), machine, axes, says: `setup ${index + 1}` }
}

function plannedAt(plan: Plan, index: number): PlannedSetup {
  const planned = plan.setups[index]
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
  plan: Plan,
  index: number,
  anchor: Anchor,
  sizes: MeasuredSizes = {},
): Result<Predicted> {
  const { part } = plan
  const planned = plannedAt(plan, index)
  const { standing } = planned
  if (planned.machine.id !== anchor.machine)
    return fail(
      'predict.machine',
      `${anchor.says} was on another machine: its numbers say nothing here.`,
      'machine',
    )
  if (standing.mark !== anchor.mark)
    return fail(
      'predict.holding',
      `The part moves to ${standing.words.name}, and nobody has written down where that stands. Find zero once, or put it in the register.`,
      'holding',
    )
  const zero = zeroPoint(planned)
  const length = (mm: number): string => printLength(mm, part.unit)
  const axes: Partial<Record<Axis, Found>> = {}
  const steps: string[] = []
  AXES.forEach((axis, k) => {
    const from = anchor.axes[axis]
    const letter = axis.toUpperCase()
    const stay = standing.stays[axis].anchor
    const was = anchor.marks[axis]
    if (stay.mark !== was.mark) {
      steps.push(`${letter}: ${stay.lacking ?? `${stay.now}, ${was.was}; find it again`}.`)
      return
    }
    if (!from) {
      steps.push(`${letter}: ${stay.unknown ?? `${anchor.says} did not find it`}.`)
      return
    }
    const away = zero[axis] - stay.at
    const grown = sizeShift(planned, axis, zero, sizes)
    const spread = spreadOf(plan, index, anchor, k)
    axes[axis] = { at: from.at + away + grown, plusMinus: spread }
    const zeroWords =
      Math.abs(away + grown) < 1e-9
        ? 'zero lies on it'
        : `zero lies ${away + grown < 0 ? '−' : '+'}${length(Math.abs(away + grown))} from it`
    steps.push(
      `${letter}: ${stay.name} is at ${length(from.at)}, ${zeroWords}${grown === 0 ? '' : ', with the size as measured'}.`,
    )
  })
  return succeed({ axes, zero, steps, from: anchor.says })
}

/** A zero on the far face moves with the measured size of the part, one in the middle by half of it. */
function sizeShift(
  planned: PlannedSetup,
  axis: Axis,
  zero: Point<'setup'>,
  sizes: MeasuredSizes,
): number {
  const { standing, setup } = planned
  const row = standing.setupFromPart.rows[axis === 'x' ? 0 : axis === 'y' ? 1 : 2]
  const ofPart = AXES.find((a) => Math.abs(row[a]) > 0.5) ?? axis
  const measured = sizes[ofPart]
  if (measured === undefined) return 0
  const more = measured - (standing.high[axis] - standing.low[axis])
  const base = standing.stays[axis].anchor.at
  const near =
    axis === 'z'
      ? standing.low.z
      : axis === 'y'
        ? standing.high.y
        : standing.stopEnd === 'right'
          ? standing.high.x
          : standing.low.x
  const far = near === standing.low[axis] ? standing.high[axis] : standing.low[axis]
  const sign = Math.sign(far - near)
  if (Math.abs(zero[axis] - far) < 1e-6) return sign * more
  const halved = setup.zero[axis].kind === 'both-sides' || setup.zero.lies?.[axis] === 'middle'
  return halved && Math.abs(zero[axis] - base) > 1e-6 ? (sign * more) / 2 : 0
}

function spreadOf(plan: Plan, index: number, anchor: Anchor, axis: number): number {
  const { model, stacked } = chainOf(plan)
  const here = stacked.zeroed[index]?.[axis]
  const name = AXES[axis] ?? 'x'
  const { plusMinus: from = 0, setup } = anchor.axes[name] ?? {}
  if (!here) return from
  const before = setup === undefined ? undefined : stacked.zeroed[setup]?.[axis]
  const form: Sparse = before ? plusForm(here, before, -1) : here
  const { mean, sigma } = combineIndependent(form, model.stack.sources)
  const planned = setup === undefined ? undefined : plan.setups[setup]
  // Where the plan took the vise's own zero, the touches that were made instead add what they had.
  const touched = !planned || planned.setup.zero[name].kind === 'fixture' ? from : 0
  return Math.hypot(Math.abs(mean) + SIGMAS * sigma, touched)
}

/** Where zero lies on the part, axis by axis, in words. */
export function zeroPlaceWords(planned: PlannedSetup): readonly string[] {
  const { part } = planned
  const { setup, standing } = planned
  return AXES.map((axis) => {
    const letter = axis.toUpperCase()
    const lies = setup.zero.lies?.[axis]
    if (lies !== undefined)
      return `${letter} ${lies === 'middle' ? 'in the middle of the part' : `at ${refLabel(part, lies)}`}`
    const pickup = setup.zero[axis]
    switch (pickup.kind) {
      case 'fixture':
        return `${letter} ${standing.stays[axis].where}`
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
export function zeroFromTouched(planned: PlannedSetup): Readonly<Record<Axis, number>> {
  const [zero, touched] = [zeroPoint(planned), touchedPoint(planned)]
  return { x: zero.x - touched.x, y: zero.y - touched.y, z: zero.z - touched.z }
}
