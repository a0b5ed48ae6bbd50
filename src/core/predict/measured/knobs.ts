import { type Point, translation } from '../../ground/geometry'
import { allRequirements, isSide, refLabel } from '../../work/part'
import { type Column, type NamedSource, stack, type StackSetup } from '../../chain/variation'
import { type PlannedSetup, processOf } from '../../plan/planning'
import { type WayChain } from '../prediction'
import { touchSources } from './forms'
import { type MeasuredPiece } from './schema'

/** Something that a person can still move: a work offset along an axis, or how deep one surface is cut. */
export interface Knob {
  /** Its source in the chain that has it. */
  readonly source: number
  readonly key: string
  readonly setup: string
  readonly setupIndex: number
  readonly kind: 'offset' | 'cut'
  /** The axis of the setup that an offset moves along. */
  readonly axis: 'x' | 'y' | 'z' | undefined
  /** The face or feature that is cut deeper or less deep; positive leaves metal on. */
  readonly feature: string | undefined
  /** The most by which it may be moved outwards and inwards, mm. */
  readonly outMm: number
  readonly inMm: number
}

const offsetKey = (setup: string, axis: string): string => `at ${setup}, offset ${axis}`
const depthKey = (setup: string, feature: string): string => `at ${setup}, depth ${feature}`

/** Corrections by the keys of what was moved; of the same thing they add up. */
export function movesOf(moved: MeasuredPiece['moved'] = []): ReadonlyMap<string, number> {
  const by = new Map<string, number>()
  for (const { axis, by: mm, feature, setup } of moved) {
    const key = axis ? offsetKey(setup, axis) : depthKey(setup, feature ?? '')
    by.set(key, (by.get(key) ?? 0) + mm)
  }
  return by
}

/** A chain in which every zero and every depth can be moved: their sources stand behind the others, of size 0. */
export interface Steerable {
  readonly chain: WayChain
  readonly knobs: readonly Knob[]
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
    withKnobs(own, chain.plan.setups[i] as PlannedSetup, book),
  )
  const { knobs, sources } = book
  const model = { ...chain.model, stack: { ...chain.model.stack, sources, setups } }
  const made = { chain: { ...chain, model, stacked: stack(model.stack) }, knobs }
  steerables.set(chain, made)
  return made
}

/** Collects knobs, each with a source of size 0 behind those of the model. */
class KnobBook {
  readonly knobs: Knob[] = []
  readonly sources: NamedSource[]

  constructor(sources: readonly NamedSource[]) {
    this.sources = [...sources]
  }

  offset({ id, index, setup }: PlannedSetup, axis: (typeof AXES)[number]): number {
    return this.add(
      {
        key: offsetKey(id, axis),
        setup: id,
        setupIndex: index,
        kind: 'offset',
        axis,
        feature: undefined,
        outMm: MOST_MM,
        inMm: MOST_MM,
      },
      `${setup.zero.offset}, ${axis.toUpperCase()}`,
    )
  }

  depth(planned: PlannedSetup, feature: string): number {
    const key = depthKey(planned.id, feature)
    const known = this.knobs.find((knob) => knob.key === key)
    if (known) return known.source
    return this.add(
      {
        key,
        setup: planned.id,
        setupIndex: planned.index,
        kind: 'cut',
        axis: undefined,
        feature,
        outMm: outMm(planned, feature),
        inMm: MOST_MM,
      },
      `depth of ${refLabel(planned.part, feature)}`,
    )
  }

  private add(knob: Omit<Knob, 'source'>, cause: string): number {
    const source = this.sources.length
    const { key, setup } = knob
    this.sources.push({
      key,
      cause,
      link: key,
      setup,
      distribution: 'normal',
      offset: 0,
      plusMinus: 0,
    })
    this.knobs.push({ ...knob, source })
    return source
  }
}

/** A setup in which every zero moves all that is cut, and every depth its own feature. */
function withKnobs(own: StackSetup, planned: PlannedSetup, book: KnobBook): StackSetup {
  const axes = planned.standing.setupFromPart.rows
  const offsets = AXES.map((axis, k): Column => ({
    source: book.offset(planned, axis),
    six: translation(axes[k] as Point<'part'>),
  }))
  const depthOf = (id: string): readonly Column[] => {
    const surface = planned.surfaces.get(id)
    if (surface?.kind !== 'plane') return []
    return [{ source: book.depth(planned, surface.owner), six: translation(surface.normal) }]
  }
  return {
    ...own,
    cuts: own.cuts.map((cut) => ({
      ...cut,
      columns: [
        ...cut.columns,
        ...(followsHole(planned, planned.surfaces.get(cut.surface)?.owner ?? '') ? [] : offsets),
        ...depthOf(cut.surface),
      ],
    })),
  }
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
