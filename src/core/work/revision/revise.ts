import { lengthWords } from '../../handbook/units'
import {
  type Feature,
  freeId,
  type Hole,
  isSide,
  type Model,
  type Part,
  refLabel,
  refsOf,
  type Requirement,
  SIDES,
} from '../part'
import { nameRest } from '../offers'
import { parseThread, tappingDrillMm } from '../../handbook/standards'
import {
  drawnSurfaces,
  type FeaturePair,
  type Pair,
  pairFeatures,
  pairSurfaces,
  SAME_MM,
  timesBetween,
} from './match'

/** One thing that another revision changed. */
export interface Change {
  /** In the part as it will be; for what is gone, in the part as it was. */
  readonly ref: string
  readonly kind: 'moved' | 'sized' | 'turned' | 'new' | 'gone'
  readonly sentence: string
}

/** What another revision of the file makes of a part. */
export interface Revised {
  /** The new part under the old names, with all requirements that still have what they refer to. */
  readonly part: Part
  readonly changes: readonly Change[]
  /** Requirements of which something moved, changed or is gone; those that are gone are not in the part. */
  readonly requirements: readonly {
    readonly requirement: Requirement
    readonly isLost: boolean
  }[]
  /** References of the old part that mean something else now, or nothing: to look for in ways. */
  readonly touched: ReadonlySet<string>
}

/** Takes another revision of the file over into a part: what can be kept is kept, what cannot is told. */
export function revise(before: Part, asRead: Part): Revised {
  const read = withNamed(before, asRead)
  const pairs = pairFeatures(before, read)
  const names = newNames(before, read, pairs)
  const sides = pairSurfaces(
    drawnSurfaces(before, timesBetween(before, read)).filter(({ id }) => isSide(id)),
    drawnSurfaces(read).filter(({ id }) => isSide(id)),
  )
  const renamed = renameFeatures(before, read, names, sides)
  const surfaces = [...sides, ...pairs.flatMap((pair) => pair.surfaces)]
  const refs = new Map<string, string>([
    ...surfaces.map(({ from, to }) => [from.id, renamedRef(to.id, names)] as const),
    ...pairs.map(({ from }) => [from.id, from.id] as const),
  ])
  const changes = changesBetween(before, renamed, { surfaces, pairs, names })
  const touched = new Set([
    ...changes
      .filter(({ kind }) => kind !== 'new')
      .flatMap(({ ref }) => [ref, ref.split('.')[0] ?? ref]),
    ...[...refs].filter(([from, to]) => from !== to).map(([from]) => from),
  ])
  const kept = before.requirements.map((requirement) => ({
    requirement,
    mapped: mappedRequirement(requirement, refs),
  }))
  const part: Part = {
    ...renamed,
    requirements: kept.flatMap(({ mapped }) => (mapped ? [mapped] : [])),
  }
  return {
    part,
    changes,
    touched,
    requirements: kept.flatMap(({ mapped, requirement }) => {
      const isLost = mapped === undefined
      const isTouched = refsOf(requirement).some((ref) =>
        ref.split('|').some((one) => touched.has(one)),
      )
      return isLost || isTouched ? [{ requirement: mapped ?? requirement, isLost }] : []
    }),
  }
}

/** The part as read, with those of its unrecognised faces named that stand for ones that were named by hand. */
function withNamed(before: Part, read: Part): Part {
  const isNamed = (feature: Feature): boolean =>
    feature.kind === 'contour' && feature.takes === 'nothing'
  const count = read.model?.rest.length ?? 0
  if (count === 0 || !before.features.some(isNamed)) return read
  return Array.from({ length: count }, (_, i) => count - 1 - i).reduce((named, i) => {
    const tried = nameRest(named, i, 'face')
    const added = tried.features[tried.features.length - 1]
    const isMet = pairFeatures(before, tried).some(
      ({ from, to }) => to.id === added?.id && isNamed(from),
    )
    return isMet ? tried : named
  }, read)
}

type Names = ReadonlyMap<string, string>

interface Matched {
  readonly surfaces: readonly Pair[]
  readonly pairs: readonly FeaturePair[]
  readonly names: Names
}

/** What moved, turned, grew, is new, is gone. */
function changesBetween(
  before: Part,
  renamed: Part,
  { names, pairs, surfaces }: Matched,
): readonly Change[] {
  const now = new Map(drawnSurfaces(renamed).map((surface) => [surface.id, surface]))
  return [
    ...surfaces.flatMap((pair) => {
      const ref = renamedRef(pair.to.id, names)
      // A thread is as large as it is said, however its hole was modelled.
      const sizeMm = now.get(ref)?.sizeMm ?? pair.to.sizeMm
      return changesOf(renamed, { ...pair, grownMm: grown(pair.from.sizeMm, sizeMm) }, ref, sizeMm)
    }),
    ...renamed.features
      .filter(({ id }) => !pairs.some(({ from }) => from.id === id))
      .map(({ id }): Change => ({
        ref: id,
        kind: 'new',
        sentence: `${refLabel(renamed, id)} is new.`,
      })),
    ...before.features
      .filter(({ id }) => !pairs.some(({ from }) => from.id === id))
      .map(({ id }): Change => ({
        ref: id,
        kind: 'gone',
        sentence: `${refLabel(before, id)} is gone.`,
      })),
  ]
}

/** New features get the name of what they stand for; others one that is free. */
function newNames(
  before: Part,
  read: Part,
  pairs: readonly { readonly from: Feature; readonly to: Feature }[],
): Names {
  const names = new Map(pairs.map(({ from, to }) => [to.id, from.id]))
  let taken: Part = before
  for (const feature of read.features) {
    if (names.has(feature.id)) continue
    const isFree = !before.features.some(({ id }) => id === feature.id)
    const id = isFree ? feature.id : freeId(taken, feature.id.replace(/-?\d+$/, ''))
    names.set(feature.id, id)
    taken = { ...taken, features: [...taken.features, { ...feature, id }] }
  }
  return names
}

function renamedRef(ref: string, names: Names): string {
  const [owner = ref, piece] = ref.split('.')
  const name = names.get(owner) ?? owner
  return piece === undefined ? name : `${name}.${piece}`
}

/** The part as read, under the names, making and words of the old one. */
function renameFeatures(before: Part, read: Part, names: Names, sides: readonly Pair[]): Part {
  const features = read.features.map((feature) => {
    const id = names.get(feature.id) ?? feature.id
    const old = before.features.find((one) => one.id === id)
    return { ...feature, ...(old && sayingOf(old, feature)), id } as Feature
  })
  const model = read.model as Model
  const faces = Object.fromEntries(
    Object.entries(model.faces).map(([id, own]) => [names.get(id) ?? id, own]),
  )
  const settled = (before.model?.settled ?? []).filter((id) =>
    features.some((one) => one.id === id),
  )
  return {
    ...before,
    size: read.size,
    features,
    requirements: [],
    faces: Object.fromEntries(
      SIDES.map((side) => {
        // A face keeps what is said of it though the part lies otherwise; its name is that of its place.
        const was = sides.find(({ to }) => to.id === side)?.from.id
        const old = before.faces[was !== undefined && isSide(was) ? was : side]
        const { name } = before.faces[side]
        return [side, { ...old, name, toCut: old.toCut && read.faces[side].toCut }]
      }),
    ) as Part['faces'],
    model: { ...model, faces, settled },
  }
}

/** What was said of a feature by hand and stays true: its name, and how a hole of the same diameter is made. */
function sayingOf(old: Feature, read: Feature): Partial<Hole> {
  const name = old.name === undefined ? {} : { name: old.name }
  if (old.kind !== 'hole' || read.kind !== 'hole') return name
  const thread = old.thread === undefined ? undefined : parseThread(old.thread)
  const sizes = [old.diameter.mm, ...(thread ? [tappingDrillMm(thread)] : [])]
  if (!sizes.some((mm) => Math.abs(mm - read.diameter.mm) < SAME_HOLE_MM)) return name
  return {
    ...name,
    making: old.making,
    ...(old.fit !== undefined && { fit: old.fit }),
    ...(old.thread !== undefined && { thread: old.thread, diameter: old.diameter }),
  }
}
/** A thread may be modelled at its outside or as it is drilled. */
const SAME_HOLE_MM = 0.01

/** What a diameter became larger by; nothing within what files are good for, mm. */
const grown = (from: number, to: number): number => (Math.abs(to - from) < SAME_MM ? 0 : to - from)

function changesOf(part: Part, pair: Pair, ref: string, sizeMm: number): readonly Change[] {
  const { grownMm, movedMm, turnedRad } = pair
  const label = refLabel(part, ref)
  const say = (mm: number): string => lengthWords(Math.abs(mm), part.unit)
  const changes: Change[] = []
  if (turnedRad > 0)
    changes.push({
      ref,
      kind: 'turned',
      sentence: `${label} turned by ${Number(((turnedRad * 180) / Math.PI).toFixed(4))}°.`,
    })
  if (movedMm !== 0)
    changes.push({
      ref,
      kind: 'moved',
      sentence:
        pair.from.kind === 'plane'
          ? `${label} moved ${say(movedMm)} ${movedMm > 0 ? 'out' : 'in'}.`
          : `${label} moved ${say(movedMm)}.`,
    })
  if (grownMm !== 0)
    changes.push({
      ref,
      kind: 'sized',
      sentence: `${label} was ${say(pair.from.sizeMm)}, is ${say(sizeMm)} across.`,
    })
  return changes
}

/** A requirement with its references as they are called now; undefined where one is gone. */
function mappedRequirement(
  requirement: Requirement,
  refs: ReadonlyMap<string, string>,
): Requirement | undefined {
  if (!refsOf(requirement).every((ref) => ref.split('|').every((one) => refs.has(one))))
    return undefined
  const map = (ref: string): string =>
    ref
      .split('|')
      .map((one) => refs.get(one) ?? one)
      .join('|')
  return {
    ...requirement,
    of: map(requirement.of),
    ...('to' in requirement && { to: map(requirement.to) }),
    ...('datums' in requirement && { datums: requirement.datums.map(map) }),
    ...('boundaries' in requirement &&
      requirement.boundaries && {
        boundaries: Object.fromEntries(
          Object.entries(requirement.boundaries).map(([ref, at]) => [map(ref), at]),
        ),
      }),
  }
}
