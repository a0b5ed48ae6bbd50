import { type KeptRecord, type RecordsBySetup } from '../../floor/offsets'
import { type PlanePoint } from '../../ground/geometry'
import { drillingPlan, holesInSetup } from '../../plan/drilling'
import { type PlannedSetup } from '../../plan/planning'
import { type BodyOf, type RunEntry, type RunLog, standing } from './log'

/**
 * Readings of zero that count for a piece: its own and those of the pieces before it, by setup and the oldest
 * first. What was read before something changed in a setup says nothing of it any more.
 */
export function zerosOf({ entries, unread }: RunLog, piece: number): RecordsBySetup {
  const pieces = [...new Set(entries.map((one) => one.piece))].filter((one) => one <= piece)
  const log = pieces.flatMap((one) => standing(entries, one)).sort((a, b) => a.at - b.at)
  const gone = withdrawnIn(entries)
  const found = new Map<string, KeptRecord[]>()
  const keep = (setup: string, record: KeptRecord): void => {
    found.set(setup, [...(found.get(setup) ?? []), record])
  }
  for (const { at, id, setup, who, why } of unread)
    if (setup !== undefined && !gone.has(id)) keep(setup, { id, who, takenAt: at, unread: why })
  for (const { at, body, id, who } of log)
    if (body.kind === 'changed') found.delete(body.setup)
    else if (body.kind === 'zero') keep(body.setup, { id, who, takenAt: at, record: body.record })
  return Object.fromEntries(found)
}

const withdrawnIn = (entries: readonly RunEntry[]): ReadonlySet<string> =>
  new Set(entries.flatMap(({ body }) => (body.kind === 'withdrawn' ? [body.entry] : [])))

/** A hole under a tool. */
export interface HoleTick {
  readonly stage: string
  readonly hole: string
}

/** Holes of a setup that are ticked for a piece: the last word on each counts. */
export function ticksOf(
  entries: readonly RunEntry[],
  piece: number,
  setup: string,
): readonly HoleTick[] {
  const done = new Map<string, HoleTick>()
  for (const { body } of standing(entries, piece)) {
    if (body.kind === 'again' && body.setup === setup) done.clear()
    if (body.kind !== 'tick' || body.setup !== setup) continue
    const { hole, stage } = body
    if (body.done) done.set(tickKey(body), { stage, hole })
    else done.delete(tickKey(body))
  }
  return [...done.values()]
}

export const tickKey = ({ hole, stage }: HoleTick): string => `${stage} ${hole}`

/** Everything on the tick list of a setup for one of its features: nothing for what is not drilled. */
export function toTick(planned: PlannedSetup, feature: string): readonly HoleTick[] {
  const keys = new Set(
    holesInSetup(planned).flatMap(({ cutHere, hole, key }) =>
      cutHere && hole.id === feature ? [key] : [],
    ),
  )
  if (keys.size === 0) return []
  return drillingPlan(planned).stages.flatMap(({ cuts, id }) =>
    cuts.flatMap(({ key }) => (keys.has(key) ? [{ stage: id, hole: key }] : [])),
  )
}

/** Where holes of a setup were measured on a piece, mm from its zero: the last word on each counts. */
export function measuredHoles(
  entries: readonly RunEntry[],
  piece: number,
  setup: string,
): ReadonlyMap<string, PlanePoint> {
  const isHere = (body: RunEntry['body']): body is BodyOf<'holes'> =>
    body.kind === 'holes' && body.setup === setup
  const places = new Map<string, PlanePoint>()
  for (const { body } of standing(entries, piece))
    for (const { at, hole } of isHere(body) ? body.places : [])
      if (at) places.set(hole, at)
      else places.delete(hole)
  return places
}
