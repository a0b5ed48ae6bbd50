import { type Way } from '@/core/plan/way'
import { GEAR_LISTS, type GearKind, type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'

/** What pieces are made by, at one time. */
interface Then {
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
}

/** A document’s own text: fields in any order are the same. */
const textOf = (value: unknown): string =>
  JSON.stringify(value, (_, one: unknown) =>
    one !== null && typeof one === 'object' && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  )

const differs = (a: unknown, b: unknown): boolean => textOf(a) !== textOf(b)

/** What was changed since a release, in shop words: the part, setups, and gear that the way names. */
export function changedSince(then: Then, now: Then): readonly string[] {
  const ways = [then.way, now.way]
  const named = textOf(ways)
  return [
    ...(differs(then.part, now.part) ? ['the part'] : []),
    ...setupsChanged(then.way, now.way),
    ...(Object.keys(GEAR_LISTS) as GearKind[])
      .flatMap((kind) =>
        gearChanged(then.workshop, now.workshop, kind).filter(({ id }) =>
          named.includes(`"${id}"`),
        ),
      )
      .map(({ name }) => name),
    ...(differs(then.workshop.capabilities, now.workshop.capabilities)
      ? ['what the processes hold']
      : []),
    ...(differs(then.workshop.conditions, now.workshop.conditions) ||
    then.workshop.seatMm !== now.workshop.seatMm
      ? ['the shop’s own figures']
      : []),
  ]
}

function setupsChanged(then: Way, now: Way): readonly string[] {
  const titled = (of: Way, id: string): string => {
    const place = of.setups.findIndex((setup) => setup.id === id)
    return `setup ${place + 1} ${of.setups[place]?.name ?? ''}`.trim()
  }
  const ids = [...new Set([...then.setups, ...now.setups].map(({ id }) => id))]
  const order = (of: Way): string => of.setups.map(({ id }) => id).join(' ')
  const changed = ids.flatMap((id): readonly string[] => {
    const [a, b] = [then, now].map((of) => of.setups.find((setup) => setup.id === id))
    if (!a) return [`${titled(now, id)} is new`]
    if (!b) return [`${titled(then, id)} is gone`]
    return differs(a, b) ? [titled(now, id)] : []
  })
  return changed.length === 0 && order(then) !== order(now) ? ['the order of the setups'] : changed
}

function gearChanged(
  then: Workshop,
  now: Workshop,
  kind: GearKind,
): readonly { readonly id: string; readonly name: string }[] {
  const list = GEAR_LISTS[kind]
  const known = new Map(now[list].map((item) => [item.id, item]))
  return then[list].flatMap(({ id, name }) => {
    const item = known.get(id)
    if (!item) return [{ id, name: `${name} is gone` }]
    const before = then[list].find((one) => one.id === id)
    return differs(before, item) ? [{ id, name }] : []
  })
}
