import { fail, type Result, succeed } from '@/core/ground/issues'
import { type FootholdFile, readDocumentText } from '@/core/paper/formats'
import { type Plan, planWay, type PlannedSetup } from '@/core/plan/planning'
import { holdIn } from '@/core/plan/way'
import { type Holding, kindOf } from '@/core/shop/holding'
import { wayNamed } from './wayNamed'

/** Which setup of a document is meant. */
export interface WhichSetup {
  /** Name of the way; the first when left out. */
  readonly way?: string | undefined
  /** Counted from 1. */
  readonly setup: number
}

export interface HeldSo<Kind extends Holding['kind']> {
  readonly file: FootholdFile
  /** The way with the setup held so. */
  readonly plan: Plan
  readonly setup: PlannedSetup
  readonly holding: Extract<Holding, { kind: Kind }>
}

/**
 * A setup of a document as it is held in one kind of holding: its own where it is one, else a first one.
 *
 * @param also - kinds that will do too where the setup has them.
 */
export function heldSo<Kind extends Holding['kind']>(
  text: string,
  { setup: number, way: name }: WhichSetup,
  wanted: Kind,
  also: readonly Kind[] = [],
): Result<HeldSo<Kind>> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, ways, workshop } = file.value
  const named = wayNamed(ways, name)
  if (!named.ok) return named
  const way = named.value
  const index = number - 1
  const plan = planWay(workshop, part, way)
  const asIs = plan.setups[index]
  if (!asIs)
    return fail(
      'held.no-setup',
      `${way.name} has ${way.setups.length} ${way.setups.length === 1 ? 'setup' : 'setups'}; there is no setup ${number}.`,
      'setup',
    )
  if (asIs.indexed)
    return fail(
      'held.indexed',
      `Setup ${number} turns what setup ${asIs.indexed.base.index + 1} clamped: ask for that one.`,
      'setup',
    )
  const is = (holding: Holding): holding is HeldSo<Kind>['holding'] =>
    [wanted, ...also].some((kind) => kind === holding.kind)
  const { holding: now } = asIs.clamping
  if (is(now)) return succeed({ file: file.value, plan, setup: asIs, holding: now })
  const kind = kindOf({ kind: wanted })
  const first = kind.begin(workshop, part, asIs.surfaces, asIs.clamping)
  if (!first || !is(first))
    return fail('held.lacking', kind.wants ?? 'The workshop has nothing for it.', 'setup')
  const setups = way.setups.map((setup, i) => (i === index ? holdIn(setup, first) : setup))
  const tried = planWay(workshop, part, { ...way, setups })
  return succeed({
    file: file.value,
    plan: tried,
    setup: tried.setups[index] ?? asIs,
    holding: first,
  })
}
