import { AXES, type Axis } from '../geometry'
import { type Part } from '../part'
import { type Analysis } from '../prediction'
import { type Found } from '../probing'
import { type Workshop } from '../workshop'
import { type FoundZero, foundZero } from './found'
import { readOffsetName } from './names'
import {
  type Anchor,
  type AnchorAxis,
  anchorOf,
  type MeasuredSizes,
  predictZero,
  zeroPlaceWords,
} from './predict'
import { type ZeroRecord } from './record'

/** A record as it was kept. */
export interface KeptRecord {
  readonly id: string
  readonly record: ZeroRecord
  readonly who: string
  /** When it was taken, ISO 8601. */
  readonly takenAt: string
}

/** Records of each setup, by its id, the oldest first. */
export type RecordsBySetup = Readonly<Record<string, readonly KeptRecord[]>>

/** One setup's offset as it stands: each axis found, predicted, or not known. */
export interface OffsetRow {
  readonly index: number
  readonly setup: string
  readonly name: string
  /** The name of the offset, and whether the control knows it. */
  readonly offset: string
  readonly known: boolean
  readonly place: readonly string[]
  readonly axes: Readonly<
    Record<Axis, (Found & { readonly how: 'found' | 'predicted' }) | undefined>
  >
}

/** What the records of a setup come to: the latest of each axis counts. Records that no longer fit the plan are left out. */
export function foundOfSetup(
  workshop: Workshop,
  part: Part,
  analysis: Analysis,
  index: number,
  records: readonly KeptRecord[],
): FoundZero | undefined {
  const planned = analysis.model.planned[index]
  if (!planned) return undefined
  const each = records.flatMap(({ record }) => {
    const found = foundZero(workshop, part, planned, record)
    return found.ok ? [found.value] : []
  })
  if (each.length === 0) return undefined
  return each.reduce((all, next) => ({
    ...all,
    ...next,
    axes: { ...all.axes, ...next.axes },
    touched: { ...all.touched, ...next.touched },
  }))
}

/**
 * Where the holding of a setup stands, by what was found before it in the same vise on the same machine;
 * each axis from the latest setup that found it, else from what the register says of that vise. X goes
 * with the stop: once the stop has been at the other end, where it was before says nothing.
 */
export function anchorFor(
  workshop: Workshop,
  part: Part,
  analysis: Analysis,
  index: number,
  records: RecordsBySetup,
  register: readonly Anchor[] = [],
): Anchor | undefined {
  const { planned } = analysis.model
  const here = planned[index]?.setup
  if (!here) return undefined
  const sameVise = (other: { machine: string; holding: { vise: string } }): boolean =>
    other.machine === here.machine && other.holding.vise === here.holding.vise
  const axes: Partial<Record<Axis, AnchorAxis>> = {}
  const says: string[] = []
  let stopStayed = true
  const take = (anchor: Anchor): void => {
    const fresh = AXES.filter(
      (axis) => anchor.axes[axis] && !axes[axis] && (axis !== 'x' || stopStayed),
    )
    for (const axis of fresh) {
      const at = anchor.axes[axis]
      if (at) axes[axis] = at
    }
    if (fresh.length > 0) says.push(anchor.says)
  }
  for (let i = index - 1; i >= 0; i--) {
    const before = planned[i]?.setup
    if (!before || !sameVise(before)) continue
    stopStayed &&= before.holding.stop === here.holding.stop
    const found = foundOfSetup(workshop, part, analysis, i, records[before.id] ?? [])
    if (found) take(anchorOf(part, analysis, i, found))
  }
  const kept = register.find((a) => a.machine === here.machine && a.vise === here.holding.vise)
  if (kept) {
    stopStayed &&= kept.stop === here.holding.stop
    take(kept)
  }
  if (says.length === 0) return undefined
  const { machine } = here
  const { stop, vise } = here.holding
  return { machine, vise, stop, axes, says: says.join(', then ') }
}

/** The offsets of a way: found where there are records, else predicted, else not known. */
export function offsetTable(
  workshop: Workshop,
  part: Part,
  analysis: Analysis,
  records: RecordsBySetup,
  register: readonly Anchor[] = [],
  sizes: MeasuredSizes = {},
): readonly OffsetRow[] {
  return analysis.model.planned.map((planned, index): OffsetRow => {
    const { setup } = planned
    const found = foundOfSetup(workshop, part, analysis, index, records[setup.id] ?? [])
    const anchor = anchorFor(workshop, part, analysis, index, records, register)
    const predicted = anchor ? predictZero(part, analysis, index, anchor, sizes) : undefined
    const name = readOffsetName(setup.zero.offset)
    const axes = Object.fromEntries(
      AXES.map((axis) => {
        const here = found?.axes[axis]
        if (here) return [axis, { ...here, how: 'found' }]
        const there = predicted?.ok ? predicted.value.axes[axis] : undefined
        return [axis, there && { ...there, how: 'predicted' }]
      }),
    ) as OffsetRow['axes']
    return {
      index,
      setup: setup.id,
      name: setup.name,
      offset: setup.zero.offset,
      known: name.ok && name.value.kind !== 'none',
      place: zeroPlaceWords(part, planned),
      axes,
    }
  })
}
