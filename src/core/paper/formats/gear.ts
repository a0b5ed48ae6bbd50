import { cutText, isSame } from '../../ground/issues'
import { planWay } from '../../plan/planning'
import { predictWay } from '../../predict/prediction'
import { GEAR_LISTS, type GearKind, type Workshop } from '../../shop/workshop'
import { type FootholdFile } from './document'

/** A piece of gear, or a figure of the shop, that two workshops have under one id with other figures. */
export interface GearDifference {
  readonly kind: GearKind | 'capability' | 'setting'
  readonly id: string
  readonly name: string
}

const KINDS = Object.keys(GEAR_LISTS) as GearKind[]

/** What of a file's workshop is known here under the same id, but otherwise. */
export function gearDifferences(file: Workshop, ours: Workshop): readonly GearDifference[] {
  const gear = KINDS.flatMap((kind) =>
    file[GEAR_LISTS[kind]].flatMap((item): GearDifference[] => {
      const here = ours[GEAR_LISTS[kind]].find((other) => other.id === item.id)
      return here && !isSame(here, item) ? [{ kind, id: item.id, name: item.name }] : []
    }),
  )
  const processes = Object.entries(file.capabilities).flatMap(
    ([id, capability]): GearDifference[] =>
      isSame(ours.capabilities[id as keyof typeof ours.capabilities], capability)
        ? []
        : [{ kind: 'capability', id, name: `what a ${id} cut holds` }],
  )
  const settings: GearDifference[] = [
    ...(file.seatMm === ours.seatMm
      ? []
      : [{ kind: 'setting', id: 'seatMm', name: 'what a clean contact gives' } as const]),
    ...(isSame(file.conditions, ours.conditions)
      ? []
      : [{ kind: 'setting', id: 'conditions', name: 'heat and bending of the shop' } as const]),
  ]
  return [...gear, ...processes, ...settings]
}

/** What one requirement of a way would come to with the gear here, instead of that of the file; mm or rad. */
export interface GearChange {
  readonly way: string
  readonly requirement: string
  readonly unit: 'mm' | 'rad'
  readonly theirs: number
  readonly ours: number
}

/** For each way the requirement that changes most, if any does by more than a hundredth. */
export function gearChanges(file: FootholdFile, ours: Workshop): readonly GearChange[] {
  return file.ways.flatMap((way) => {
    const [theirs, here] = [file.workshop, withMissing(ours, file.workshop)].map(
      (workshop) => predictWay(planWay(workshop, file.part, way)).requirements,
    )
    const changes = (theirs ?? []).flatMap((r, i): GearChange[] => {
      const [a, b] = [r.outcome?.likely.predicted, here?.[i]?.outcome?.likely.predicted]
      if (a === undefined || b === undefined || Math.abs(a - b) <= 0.01 * Math.max(a, b)) return []
      const unit = r.requirement.kind === 'angle' ? 'rad' : 'mm'
      return [{ way: way.name, requirement: r.title, unit, theirs: a, ours: b }]
    })
    const worst = changes.sort(
      (p, q) => Math.abs(Math.log(q.ours / q.theirs)) - Math.abs(Math.log(p.ours / p.theirs)),
    )[0]
    return worst ? [worst] : []
  })
}

/** A workshop with the gear of another that it does not have. */
const withMissing = (ours: Workshop, other: Workshop): Workshop => ({
  ...ours,
  ...Object.fromEntries(
    KINDS.map((kind) => {
      const here: readonly { readonly id: string }[] = ours[GEAR_LISTS[kind]]
      const more = other[GEAR_LISTS[kind]].filter((item) => here.every((o) => o.id !== item.id))
      return [GEAR_LISTS[kind], [...here, ...more]]
    }),
  ),
})

/** The file with gear that differs under ids and names of its own, so that both are kept. */
export function underOwnNames(
  file: FootholdFile,
  ours: Workshop,
  differences: readonly GearDifference[],
): FootholdFile {
  const renamed = new Map<string, string>()
  for (const { id, kind } of differences) {
    if (!(kind in GEAR_LISTS)) continue
    const list = GEAR_LISTS[kind as GearKind]
    const taken = new Set([...ours[list], ...file.workshop[list]].map((item) => item.id))
    let n = 2
    while (taken.has(`${id}-${n}`)) n++
    renamed.set(`${kind} ${id}`, `${id}-${n}`)
  }
  const lists = KINDS.map((kind) => [
    GEAR_LISTS[kind],
    file.workshop[GEAR_LISTS[kind]].map((item) => {
      const id = renamed.get(`${kind} ${item.id}`)
      return id === undefined ? item : { ...item, id, name: `${cutText(item.name, 50)} (brought)` }
    }),
  ])
  // Wherever a way names gear, the field is called after its kind.
  const follow = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(follow)
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(
      Object.entries(value).map(([key, item]: [string, unknown]) => [
        key,
        typeof item === 'string' ? (renamed.get(`${key} ${item}`) ?? item) : follow(item),
      ]),
    )
  }
  return {
    ...file,
    workshop: { ...file.workshop, ...Object.fromEntries(lists) } as Workshop,
    ways: file.ways.map((way) => follow(way) as typeof way),
  }
}
