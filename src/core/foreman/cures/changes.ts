import { AXES, type Axis, dot } from '../../ground/geometry'
import { capital, listWords } from '../../ground/finding'
import { kindOf } from '../../shop/holding'
import { GEAR_LISTS, type Workshop } from '../../shop/workshop'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import {
  changeClamping,
  changeSetup,
  type OwnClamping,
  type Pickup,
  type Setup,
  setupNumber,
  type Way,
} from '../../plan/way'
import { isSide, refLabel } from '../../work/part'
import { isThere as comesThere } from '../../work/stock'

/** One thing that could be done otherwise: in words, and what it makes of the way. */
export interface Change {
  /** What is done otherwise: of several with the same subject one is enough. */
  readonly subject: string
  readonly words: string
  readonly way: Way
}

type Edit = (setup: Setup) => Setup

/** What could be done otherwise in some setups of a way: other gear, another stop, zero found another way. */
export function changesOf(plan: Plan, setups: readonly PlannedSetup[]): readonly Change[] {
  const own = setups.filter(({ setup }) => setup.clamping.kind === 'own')
  return [
    ...own.flatMap((planned) => holdingChanges(plan, planned)),
    ...machineChanges(plan, own),
    ...setups.flatMap((planned) => AXES.flatMap((axis) => zeroChanges(plan, planned, axis))),
  ]
}

const where = (way: Way, setups: readonly PlannedSetup[]): string => {
  const numbers = setups.map(({ setup }) => setupNumber(way.setups, setup.id))
  const [first = 0, last = first] = [numbers[0], numbers.at(-1)]
  const isRun = numbers.length > 2 && last - first === numbers.length - 1
  if (isRun) return `setups ${first} to ${last}`
  return `setup${numbers.length > 1 ? 's' : ''} ${listWords(numbers.map(String))}`
}

const edited = (way: Way, setups: readonly PlannedSetup[], edit: Edit): Way =>
  setups.reduce((now, { setup }) => changeSetup(now, setup.id, edit), way)

const clamped =
  (edit: (clamping: OwnClamping) => OwnClamping): Edit =>
  (setup) =>
    changeClamping(setup, edit)

/** Other gear of the same kind wherever this piece of it is used, another choice of the holding, another lead. */
function holdingChanges({ setups, way, workshop }: Plan, planned: PlannedSetup): readonly Change[] {
  const { clamping } = planned
  const kind = kindOf(clamping.holding)
  const values = clamping.holding as unknown as Readonly<Record<string, unknown>>
  const set = (key: string, value: string): Edit =>
    clamped((c) => ({ ...c, holding: { ...c.holding, [key]: value } as OwnClamping['holding'] }))
  const fields = kind.fields.flatMap((field): Change[] => {
    if (field.kind === 'gear') {
      const list = gearOf(workshop, GEAR_LISTS[field.gear])
      const using = setups.filter(({ setup }) =>
        usesGear(setup, kind.kind, field.key, values[field.key]),
      )
      return list
        .filter(({ id }) => id !== values[field.key])
        .map(({ id, name }) => ({
          subject: `${kind.kind} ${field.key}`,
          words: `${name} in ${where(way, using)}`,
          way: edited(way, using, set(field.key, id)),
        }))
    }
    if (field.kind !== 'choice') return []
    return field.options
      .filter(({ value }) => value !== values[field.key])
      .map(({ label, value }) => ({
        subject: `${kind.kind} ${field.key} ${planned.setup.id}`,
        words: `${field.label} ${label.replace(/\{(\w+)\}/g, '').replace(/, on\s*$/, '')} in ${where(way, [planned])}`,
        way: edited(way, [planned], set(field.key, value)),
      }))
  })
  const leads = Object.entries(kind.leads ?? {})
    .filter(([lead]) => lead !== clamping.footing.lead)
    .map(([lead, words]) => ({
      subject: `lead ${planned.setup.id}`,
      words: `${capital(words)} in ${where(way, [planned])}`,
      way: edited(
        way,
        [planned],
        clamped((c) => ({ ...c, footing: { lead: lead as typeof c.footing.lead, edits: [] } })),
      ),
    }))
  return [...fields, ...leads]
}

const gearOf = (
  workshop: Workshop,
  list: (typeof GEAR_LISTS)[keyof typeof GEAR_LISTS],
): readonly { readonly id: string; readonly name: string }[] => workshop[list] ?? []

const usesGear = ({ clamping }: Setup, kind: string, key: string, id: unknown): boolean =>
  clamping.kind === 'own' &&
  clamping.holding.kind === kind &&
  (clamping.holding as unknown as Readonly<Record<string, unknown>>)[key] === id

/** All of them on another machine. */
function machineChanges({ way, workshop }: Plan, own: readonly PlannedSetup[]): readonly Change[] {
  const [first] = own
  if (!first) return []
  return workshop.machines
    .filter(({ id }) => id !== first.machine.id)
    .map(({ id, name }) => ({
      subject: 'machine',
      words: `${name} for ${where(way, own)}`,
      way: edited(
        way,
        own,
        clamped((c) => ({ ...c, machine: id })),
      ),
    }))
}

/** Instruments that find a direction: over the table or to the side. */
const FITTING = { z: ['setter', 'feeler', 'probe'], side: ['probe', 'edge finder'] } as const

/** Zero of one axis found another way: on a face that is cut, on both of a pair, in a bore, or as it is kept. */
function zeroChanges(
  { part, way, workshop }: Plan,
  planned: PlannedSetup,
  axis: Axis,
): readonly Change[] {
  const { before, setup, standing, surfaces } = planned
  const direction = standing.setupFromPart.rows[axis === 'x' ? 0 : axis === 'y' ? 1 : 2]
  const kinds: readonly string[] = axis === 'z' ? FITTING.z : FITTING.side
  const tools = [...workshop.instruments]
    .filter(({ kind }) => kinds.includes(kind))
    .sort((a, b) => a.repeatMm - b.repeatMm)
    .slice(0, 2)
  const isThere = (owner: string): boolean =>
    isSide(owner)
      ? before.cut.has(owner) || part.faces[owner].bought === 'cut'
      : comesThere(part, before, owner)
  const found: (readonly [words: string, pickup: Pickup])[] = [
    [`as kept by ${standing.stays[axis].what}`, { kind: 'fixture' }],
  ]
  for (const surface of surfaces.values()) {
    if (!isThere(surface.owner)) continue
    const label = refLabel(part, surface.id)
    if (surface.kind === 'plane' && Math.abs(dot(surface.normal, direction)) > 0.9)
      for (const { id, name } of tools)
        found.push([
          `touched on ${label} with the ${name.toLowerCase()}`,
          { kind: axis === 'z' ? 'height' : 'edge', surface: surface.id, instrument: id },
        ])
    const indicator = workshop.instruments.find(({ kind }) => kind === 'indicator')
    if (surface.kind === 'axis' && axis !== 'z' && indicator)
      found.push([
        `picked up in ${label}`,
        { kind: 'bore', feature: surface.id, instrument: indicator.id },
      ])
  }
  const now = JSON.stringify(setup.zero[axis])
  return found
    .filter(([, pickup]) => JSON.stringify(pickup) !== now)
    .map(([words, pickup]) => ({
      subject: `zero ${axis} ${setup.id}`,
      words: `Zero ${axis.toUpperCase()} ${words} in ${where(way, [planned])}`,
      way: changeSetup(way, setup.id, (s) => ({ ...s, zero: { ...s.zero, [axis]: pickup } })),
    }))
}
