import { kindOf } from '../../shop/holding'
import { applyMotion, AXES, type Axis, type Point, point, subtract } from '../../ground/geometry'
import {
  driven,
  type IndexedFrom,
  type LeaningFrom,
  leansAbout,
  type Plan,
  type PlannedSetup,
  rotaryCentre,
  zeroPoint,
} from '../../plan/planning'
import { type Found } from '../../handbook/probing'
import { indexZero } from '../../shop/workshop'
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

/** A record as it was kept; or one that this version cannot read, with the reason: it is kept as it is. */
export type KeptRecord = {
  readonly id: string
  readonly who: string
  /** When it was taken, ms since 1970. */
  readonly takenAt: number
} & (
  | { readonly record: ZeroRecord; readonly unread?: undefined }
  | { readonly record?: undefined; readonly unread: string }
)

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
  planned: PlannedSetup,
  records: readonly KeptRecord[],
): FoundZero | undefined {
  const each = records.flatMap(({ record }) => {
    if (!record) return []
    const found = foundZero(planned, record)
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
 * Where the holding of a setup stands, by what was found before it in the same gear on the same machine;
 * each axis from the latest setup that found it, else from what the register says of it. Once a stop has
 * been at the other end, where it was before says nothing.
 */
export function anchorFor(
  plan: Plan,
  index: number,
  records: RecordsBySetup,
  register: readonly Anchor[] = [],
): Anchor | undefined {
  const here = plan.setups[index]
  if (!here || here.indexed || here.leaning) return undefined
  const { holding, machine } = here.clamping
  const anchored = kindOf(holding).anchored(holding)
  const axes: Partial<Record<Axis, AnchorAxis>> = {}
  const says: string[] = []
  const stayed: Record<Axis, boolean> = { x: true, y: true, z: true }
  const take = (anchor: Anchor): void => {
    const fresh = AXES.filter((axis) => {
      stayed[axis] &&= anchor.marks[axis].mark === anchored.marks[axis].mark
      return anchor.axes[axis] && !axes[axis] && stayed[axis]
    })
    for (const axis of fresh) {
      const found = anchor.axes[axis]
      if (found) axes[axis] = found
    }
    if (fresh.length > 0) says.push(anchor.says)
  }
  for (let i = index - 1; i >= 0; i--) {
    const before = plan.setups[i]
    if (before?.machine.id !== machine || before.standing.mark !== anchored.mark) continue
    const found = foundOfSetup(before, records[before.setup.id] ?? [])
    take(found ? anchorOf(before, found) : unfound(before))
  }
  const kept = register.find((a) => a.machine === machine && a.mark === anchored.mark)
  if (kept) take(kept)
  return says.length === 0 ? undefined : { ...anchored, machine, axes, says: says.join(', then ') }
}

/** A setup that found nothing: it says only where the stop was. */
const unfound = ({ clamping: { holding, machine } }: PlannedSetup): Anchor => ({
  ...kindOf(holding).anchored(holding),
  machine,
  axes: {},
  says: '',
})

/** All zeros of a way: found where there are records, else predicted, else not known. */
export function zeroLedger(
  plan: Plan,
  records: RecordsBySetup,
  register: readonly Anchor[] = [],
  sizes: MeasuredSizes = {},
): readonly OffsetRow[] {
  const rows: OffsetRow[] = []
  plan.setups.forEach((planned, index) => {
    const { indexed, setup } = planned
    const found = foundOfSetup(planned, records[setup.id] ?? [])
    const anchor = indexed ? undefined : anchorFor(plan, index, records, register)
    const predicted = anchor ? predictZero(plan, index, anchor, sizes) : undefined
    const turned = indexed
      ? turnedZero(planned, indexed, rows[indexed.base.index])
      : keptLeaning(plan, planned, rows)
    const name = readOffsetName(setup.zero.offset)
    const axes = Object.fromEntries(
      AXES.map((axis) => {
        const here = found?.axes[axis]
        if (here) return [axis, { ...here, how: 'found' }]
        const there = predicted?.ok ? predicted.value.axes[axis] : turned[axis]
        return [axis, there && { ...there, how: 'predicted' }]
      }),
    ) as OffsetRow['axes']
    rows.push({
      index,
      setup: setup.id,
      name: setup.name,
      offset: setup.zero.offset,
      known: name.ok && name.value.kind !== 'none',
      place: zeroPlaceWords(planned),
      axes,
    })
  })
  return rows
}

/**
 * Before which setup a leaning holding stands as it stands now: the nearest before it on the same machine, leaning on the
 * same thing, where nothing else was put there meanwhile.
 */
export function leaningBefore({ setups }: Plan, planned: PlannedSetup): PlannedSetup | undefined {
  if (!planned.leaning) return undefined
  const before = setups
    .slice(0, planned.index)
    .findLast(({ machine }) => machine.id === planned.machine.id)
  return before?.leaning?.on.id === planned.leaning.on.id &&
    before.standing.mark === planned.standing.mark
    ? before
    : undefined
}

/**
 * What was found where the same holding leans just so already: stop, jaw and bed stay, so step and line stay from one
 * chamfer to the next. What nothing keeps, or another end's stop, does not.
 */
function keptLeaning(
  plan: Plan,
  planned: PlannedSetup,
  rows: readonly OffsetRow[],
): Readonly<Partial<Record<Axis, Found>>> {
  const before = leaningBefore(plan, planned)
  const row = before && rows[before.index]
  const [then, now] = [before?.leaning, planned.leaning]
  if (!before || !row || !then || !now) return {}
  const stays = (axis: Axis): boolean => {
    const [a, b] = [then.upright.stays[axis], now.upright.stays[axis]]
    return a.error !== undefined && a.anchor.mark !== 'none' && a.anchor.mark === b.anchor.mark
  }
  const along = leansAbout(now.lean)
  const across = AXES.filter((axis) => axis !== along).every(stays)
  const from = subtract(zeroPoint(planned), anchoredAt(now))
  const off = driven(planned, subtract(from, subtract(zeroPoint(before), anchoredAt(then))))
  return Object.fromEntries(
    AXES.flatMap((axis) => {
      const found = row.axes[axis]
      return found && (axis === along ? stays(axis) : across)
        ? [[axis, { at: found.at + off[axis], plusMinus: found.plusMinus }]]
        : []
    }),
  )
}

/** Where stop, jaw and bed meet, as they lean. */
const anchoredAt = ({ turn, upright: { stays } }: LeaningFrom): Point<'setup'> =>
  applyMotion(turn, point<'setup'>(stays.x.anchor.at, stays.y.anchor.at, stays.z.anchor.at))

/** The zero of the setup that clamped the part, carried round the machine's own centre; nothing before all of it is known. */
function turnedZero(
  planned: PlannedSetup,
  { base, commandedRad, turner }: IndexedFrom,
  before: OffsetRow | undefined,
): Readonly<Partial<Record<Axis, Found>>> {
  const { x, y, z } = before?.axes ?? {}
  if (!turner || !x || !y || !z) return {}
  const from = point<'machine'>(x.at, y.at, z.at)
  // Where the axis of what holds the part lies in the machine follows from the zero that was found in it.
  const off = subtract(rotaryCentre(base), zeroPoint(base))
  const centre =
    turner.by === 'axis'
      ? turner.rotary.centre
      : { x: from.x + off.x, y: from.y + off.y, z: from.z + off.z }
  const { at, plusMinus } = indexZero(
    { ...turner.rotary, centre },
    from,
    point(x.plusMinus, y.plusMinus, z.plusMinus),
    commandedRad,
  )
  const [zero, { stays }] = [zeroPoint(planned), planned.standing]
  return Object.fromEntries(
    AXES.map((axis) => [
      axis,
      { at: at[axis] + zero[axis] - stays[axis].at, plusMinus: plusMinus[axis] },
    ]),
  )
}
