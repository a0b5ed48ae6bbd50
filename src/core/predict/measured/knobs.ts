import { type Point, translation } from '../../ground/geometry'
import { allRequirements, isSide, refLabel } from '../../work/part'
import { type Column, type NamedSource, stack, type StackSetup } from '../../chain/variation'
import { axesInPart, type Plan, type PlannedSetup, processOf } from '../../plan/planning'
import { type WayChain } from '../prediction'
import { touchSources } from './forms'
import { roughCutOf } from './lastCuts'
import { type Anew, type MeasuredPiece } from './schema'

/** Something that a person can still move: a work offset along an axis, or how deep one surface is cut. */
export interface Knob {
  /** Its sources in the chain that has them, one for each face or feature that it moves. */
  readonly sources: ReadonlyMap<string, number>
  /** Where a rough cut comes first in the same setup: what moves the last cut alone. */
  readonly lastCut: ReadonlyMap<string, number>
  readonly setup: string
  readonly setupIndex: number
  readonly kind: 'offset' | 'cut'
  /** The axis of the machine that an offset moves along: with the head swung, table or quill. */
  readonly axis: 'x' | 'y' | 'z' | undefined
  /** The face or feature that is cut deeper or less deep; positive leaves metal on. */
  readonly feature: string | undefined
  /** The most by which it may be moved outwards and inwards, mm. */
  readonly outMm: number
  readonly inMm: number
}

const offsetKey = (setup: string, axis: string, feature: string): string =>
  `at ${setup}, offset ${axis} of ${feature}`
const lastKey = (setup: string, axis: string, feature: string): string =>
  `${offsetKey(setup, axis, feature)}, last cut`
const depthKey = (setup: string, feature: string): string => `at ${setup}, depth ${feature}`

/** Corrections by the keys of what was moved; of the same thing they add up. */
export function movesOf(
  { setups }: Plan,
  moved: MeasuredPiece['moved'] = [],
): ReadonlyMap<string, number> {
  const by = new Map<string, number>()
  const add = (key: string, mm: number): void => void by.set(key, (by.get(key) ?? 0) + mm)
  for (const { axis, by: mm, feature, only, roughed = [], setup } of moved)
    if (!axis) {
      if (only?.includes(feature ?? '') !== false) add(depthKey(setup, feature ?? ''), mm)
    } else
      for (const one of only ?? ownersIn(setups.find(({ id }) => id === setup)))
        add((roughed.includes(one) ? lastKey : offsetKey)(setup, axis, one), mm)
  return by
}

/** What a setup cuts, each once. */
const ownersIn = (planned: PlannedSetup | undefined): readonly string[] => [
  ...new Set(planned?.setup.ops.map(({ feature }) => feature)),
]

/** A chain in which every zero and every depth can be moved: their sources stand behind the others, of size 0. */
export interface Steerable {
  readonly chain: WayChain
  readonly knobs: readonly Knob[]
  /** Where the part was seated anew: none in the chain of the plan itself. */
  readonly anew: readonly SeatedAnew[]
}

/** A part that was seated and found anew in the middle of a setup. */
export interface SeatedAnew extends Anew {
  /** The sources that were drawn anew: by the new one, the one that stands in its place. */
  readonly from: ReadonlyMap<number, number>
}

/** What a correction may come to at most, mm (common practice, no source): more than that is no correction. */
const MOST_MM = 0.5

const AXES = ['x', 'y', 'z'] as const

const steerables = new WeakMap<WayChain, Steerable>()

/** The chain of a plan with what can be moved in it. */
export function steerable(chain: WayChain): Steerable {
  const known = steerables.get(chain)
  if (known) return known
  const book = new KnobBook([
    ...chain.model.stack.sources,
    ...allRequirements(chain.plan.part).flatMap((one) => touchSources(chain, one)),
  ])
  const setups = chain.model.stack.setups.map((own, i) =>
    withKnobs(chain.plan, own, chain.plan.setups[i] as PlannedSetup, book),
  )
  const { knobs, sources } = book
  const model = { ...chain.model, stack: { ...chain.model.stack, sources, setups } }
  const made = { chain: { ...chain, model, stacked: stack(model.stack) }, knobs, anew: [] }
  steerables.set(chain, made)
  steerables.set(made.chain, made)
  return made
}

const seated = new WeakMap<Steerable, Map<string, Steerable>>()

/**
 * The same for a piece that was seated and found anew in the middle of setups: how it sits and how zero was found
 * is drawn once more for what was cut after it, and for the setups that go on from there. Worked out once.
 */
export function seatedAnew(way: Steerable, anew: readonly Anew[]): Steerable {
  if (anew.length === 0) return way
  const all = seated.get(way) ?? new Map<string, Steerable>()
  seated.set(way, all)
  const mark = JSON.stringify(anew)
  const known = all.get(mark)
  if (known) return known
  const { model, plan } = way.chain
  const sources = [...model.stack.sources]
  const found: SeatedAnew[] = []
  /** How often each setup was seated. */
  const times = new Map<string, number>()
  const setups = model.stack.setups.map((setup, i) => {
    const own = anew.filter((one) => one.setup === plan.setups[i]?.id)
    const again = own.map((one) => {
      const drawn = (index: number, of: StackSetup) => {
        const id = plan.setups[index]?.id ?? ''
        const time = (times.get(id) ?? 1) + 1
        times.set(id, time)
        return drawnAnew(of, id, sources, time)
      }
      const { from, seating } = drawn(i, setup)
      const first = setup.shares === undefined ? undefined : model.stack.setups[setup.shares]
      // What only turns a clamping is seated anew with that.
      const clamped = first && drawn(setup.shares ?? i, first)
      found.push({ ...one, from: new Map([...from, ...(clamped?.from ?? [])]) })
      const only = new Set(one.only)
      const isLater = ({ surface }: StackSetup['cuts'][number]): boolean =>
        only.has(plan.surfaces.get(surface)?.owner ?? surface)
      return {
        ...seating,
        clamped: clamped?.seating,
        surfaces: new Set(setup.cuts.filter(isLater).map((c) => c.surface)),
      }
    })
    return again.length > 0 ? { ...setup, again } : setup
  })
  const stacked = { ...model.stack, sources, setups }
  const chain = { ...way.chain, model: { ...model, stack: stacked }, stacked: stack(stacked) }
  const made = { chain, knobs: way.knobs, anew: found }
  all.set(mark, made)
  steerables.set(chain, made)
  return made
}

/** A setup seated once more: what belongs to the setup alone, and to no gear, comes out otherwise. */
function drawnAnew(
  setup: StackSetup,
  id: string,
  sources: NamedSource[],
  time: number,
): {
  readonly seating: Pick<StackSetup, 'contacts' | 'pickups' | 'swing'>
  readonly from: ReadonlyMap<number, number>
} {
  const places = new Map<number, number>()
  const anewOf = (index: number): number => {
    const source = sources[index]
    if (source?.setup !== id) return index
    const place = places.get(index) ?? sources.length
    if (!places.has(index)) {
      places.set(index, place)
      const words = `${source.cause}, seated anew`
      sources.push({ ...source, key: `${source.key}, seating ${time}`, cause: words })
    }
    return place
  }
  const errors = (terms: StackSetup['pickups'][number]['errors']) =>
    terms.map((term) => ({ ...term, source: anewOf(term.source) }))
  const seating = {
    contacts: setup.contacts.map((one) => ({ ...one, errors: errors(one.errors) })),
    pickups: setup.pickups.map((one) => ({ ...one, errors: errors(one.errors) })),
    swing: setup.swing && { ...setup.swing, errors: errors(setup.swing.errors) },
  }
  return { seating, from: new Map(Array.from(places, ([was, is]) => [is, was])) }
}

/** Collects what can be moved, as sources of size 0 behind those of the model. */
class KnobBook {
  readonly knobs: Knob[] = []
  readonly sources: NamedSource[]
  private readonly placeOf = new Map<string, number>()

  constructor(sources: readonly NamedSource[]) {
    this.sources = [...sources]
  }

  source(key: string, setup: string, cause: string): number {
    const known = this.placeOf.get(key)
    if (known !== undefined) return known
    this.sources.push({
      key,
      cause,
      link: key,
      setup,
      distribution: 'normal',
      offset: 0,
      plusMinus: 0,
    })
    this.placeOf.set(key, this.sources.length - 1)
    return this.sources.length - 1
  }
}

/** A setup in which every zero moves all that is cut, and every depth its own feature. */
function withKnobs(plan: Plan, own: StackSetup, planned: PlannedSetup, book: KnobBook): StackSetup {
  const { id, index, part, setup, standing, surfaces } = planned
  const directions = axesInPart(planned)
  const place = { setup: id, setupIndex: index }
  const offsets = AXES.map((axis, k) => ({
    axis,
    six: translation(directions[k] as Point<'part'>),
    sources: new Map<string, number>(),
    lastCut: new Map<string, number>(),
  }))
  const depths = new Map<string, number>()
  const columnsOf = ({ surface: at }: StackSetup['cuts'][number]): readonly Column[] => {
    const surface = surfaces.get(at)
    const owner = surface?.owner ?? ''
    const moved =
      standing.handsOn || followsHole(planned, owner)
        ? []
        : offsets.flatMap(({ axis, lastCut, six, sources }): readonly Column[] => {
            const words = `${setup.zero.offset}, ${axis.toUpperCase()}`
            const source = book.source(offsetKey(id, axis, owner), id, words)
            sources.set(owner, source)
            if (roughCutOf(plan, owner)?.setup !== id) return [{ source, six }]
            const last = book.source(lastKey(id, axis, owner), id, words)
            lastCut.set(owner, last)
            return [
              { source, six },
              { source: last, six },
            ]
          })
    if (surface?.kind !== 'plane') return moved
    const source = book.source(depthKey(id, owner), id, `depth of ${refLabel(part, owner)}`)
    depths.set(owner, source)
    return [...moved, { source, six: translation(surface.normal) }]
  }
  const cuts = own.cuts.map((cut) => ({ ...cut, columns: [...cut.columns, ...columnsOf(cut)] }))
  book.knobs.push(
    ...offsets.map(({ axis, lastCut, sources }): Knob => ({
      ...place,
      sources,
      lastCut,
      kind: 'offset',
      axis,
      feature: undefined,
      outMm: MOST_MM,
      inMm: MOST_MM,
    })),
    ...Array.from(depths, ([feature, source]): Knob => ({
      ...place,
      sources: new Map([[feature, source]]),
      lastCut: new Map(),
      kind: 'cut',
      axis: undefined,
      feature,
      outMm: outMm(planned, feature),
      inMm: MOST_MM,
    })),
  )
  return { ...own, cuts }
}

/** What a cutter needs to bite rather than rub, mm (common practice, no source). */
const BITE_MM = 0.05

/** A face that stays proud must still clean up: no more than the metal on it, less its wandering as bought. */
function outMm({ before, part }: PlannedSetup, owner: string): number {
  if (!isSide(owner)) return MOST_MM
  const wanders = before.cut.has(owner) ? 0 : part.faces[owner].spread.mm
  return Math.max(0, Math.min(MOST_MM, before.stockOn[owner] - wanders - BITE_MM))
}

/** A reamer or a tap follows the hole that it finds: no offset moves it. */
const followsHole = (planned: PlannedSetup, feature: string): boolean => {
  const op = planned.setup.ops.findLast((one) => one.feature === feature)
  if (!op || !planned.before.cut.has(feature)) return false
  const process = processOf(planned, op)
  return process === 'ream' || process === 'tap'
}
