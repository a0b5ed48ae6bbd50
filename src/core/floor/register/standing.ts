import { anchoredOf } from '../../shop/holding'
import { type Anchor } from '../offsets'
import { type LengthUnit, spreadWords } from '../../handbook/units'
import { type Fixture, type FixtureCheck } from './schema'

/** Something that happened to a fixture. */
export type FixtureEvent = {
  /** ISO 8601. */
  readonly at: string
  readonly who: string
} & (
  | { readonly kind: 'on' | 'off' }
  | { readonly kind: 'checked'; readonly check: string; readonly value: number | boolean }
)

/** How one check came out. */
export interface CheckResult {
  readonly check: FixtureCheck
  /** As entered: where the edge was found, mm; the run-out in 100 mm; seen to be right. */
  readonly value: number | boolean | undefined
  readonly expected: number | undefined
  readonly offMm: number | undefined
  readonly verdict: 'open' | 'good' | 'off'
}

/** Whether the numbers of a fixture may be trusted now. */
export interface FixtureStanding {
  readonly kind: 'shelf' | 'to-check' | 'moved' | 'trusted'
  readonly since: string | undefined
  readonly results: readonly CheckResult[]
  readonly sentence: string
}

/** Where an edge must be found by what is written down, mm. */
export function expectedEdge(fixture: Fixture, edgeId: string): number | undefined {
  const edge = fixture.edges.find((e) => e.id === edgeId)
  return edge && fixture.zero[edge.axis] - edge.toZero.mm
}

/**
 * A fixture taken off and put back is where its numbers say only when every check since then is good.
 *
 * @param events - the oldest first.
 */
export function standingOfFixture(
  fixture: Fixture,
  events: readonly FixtureEvent[],
  unit: LengthUnit = 'mm',
): FixtureStanding {
  const place = events.findLastIndex((e) => e.kind === 'on' || e.kind === 'off')
  const last = events[place]
  const since = events.slice(place + 1)
  const results = fixture.checks.map((check) => resultOf(fixture, check, since))
  if (last?.kind !== 'on')
    return {
      kind: 'shelf',
      since: last?.at,
      results: results.map((r) => ({ ...r, value: undefined, offMm: undefined, verdict: 'open' })),
      sentence: 'On the shelf. Put it on the machine, then check what is listed.',
    }
  const off = results.filter((r) => r.verdict === 'off')
  const open = results.filter((r) => r.verdict === 'open')
  const base = { since: last.at, results }
  if (off.length > 0) {
    const words = off.map((r) => offWords(r, unit)).join(' ')
    return { ...base, kind: 'moved', sentence: `▲ Not where its numbers say. ${words}` }
  }
  if (open.length > 0)
    return {
      ...base,
      kind: 'to-check',
      sentence: `◆ Put on, not checked: ${open.length} of ${results.length} to do before its numbers are trusted.`,
    }
  return {
    ...base,
    kind: 'trusted',
    sentence:
      results.length === 0
        ? '◆ Nothing is listed to check: what would show that it came back to its place?'
        : '● Checked since it was put on: its numbers can be trusted.',
  }
}

function resultOf(
  fixture: Fixture,
  check: FixtureCheck,
  since: readonly FixtureEvent[],
): CheckResult {
  const found = since.findLast((e) => e.kind === 'checked' && e.check === check.id)
  const value = found?.kind === 'checked' ? found.value : undefined
  if (check.kind === 'look')
    return {
      check,
      value,
      expected: undefined,
      offMm: undefined,
      verdict: value === undefined ? 'open' : value === true ? 'good' : 'off',
    }
  const expected = check.kind === 'touch' ? expectedEdge(fixture, check.edge) : 0
  if (typeof value !== 'number' || expected === undefined)
    return { check, value: undefined, expected, offMm: undefined, verdict: 'open' }
  const offMm = value - expected
  return {
    check,
    value,
    expected,
    offMm,
    verdict: Math.abs(offMm) <= check.within.mm + 1e-9 ? 'good' : 'off',
  }
}

function offWords({ check, offMm }: CheckResult, unit: LengthUnit): string {
  const mm = (value: number): string => spreadWords(Math.abs(value), unit)
  switch (check.kind) {
    case 'look':
      return `${check.what}: no.`
    case 'indicate':
      return `${check.what}: ${mm(offMm ?? 0)} in 100. Tap it in line; moving zero does not help.`
    case 'touch':
      return `${check.what}: found ${mm(offMm ?? 0)} towards ${(offMm ?? 0) > 0 ? '+' : '−'}.`
  }
}

/**
 * The fixture with its zero moved to where its edges were found: only by the touches, and only when
 * everything else that was checked is good. Undefined when there is nothing to move, or moving would hide
 * what is wrong.
 */
export function movedToFound(fixture: Fixture, standing: FixtureStanding): Fixture | undefined {
  const off = standing.results.filter((r) => r.verdict === 'off')
  if (off.length === 0 || off.some((r) => r.check.kind !== 'touch')) return undefined
  const zero = { ...fixture.zero }
  for (const axis of ['x', 'y', 'z'] as const) {
    const found = standing.results.flatMap(({ check, offMm }) =>
      check.kind === 'touch' &&
      offMm !== undefined &&
      fixture.edges.find((e) => e.id === check.edge)?.axis === axis
        ? [{ offMm, within: check.within.mm }]
        : [],
    )
    if (found.length === 0) continue
    // Two edges of one axis that disagree: it is not a shift.
    const spread = Math.max(...found.map((f) => f.offMm)) - Math.min(...found.map((f) => f.offMm))
    if (spread > Math.max(...found.map((f) => f.within)) * 2) return undefined
    const off_ = found.reduce((sum, f) => sum + f.offMm, 0) / found.length
    zero[axis] = round6(zero[axis] + off_)
  }
  return { ...fixture, zero }
}

const round6 = (v: number): number => Math.round(v * 1e6) / 1e6

/** The offsets that a fixture stands for: its own and one for each size, machine coordinates, mm. */
export function fixtureOffsets(fixture: Fixture): readonly {
  readonly size: string
  readonly offset: string
  readonly at: { readonly x: number; readonly y: number; readonly z: number }
}[] {
  const { zero } = fixture
  return [
    ...(fixture.sizes.some((s) => s.offset === fixture.offset)
      ? []
      : [{ size: fixture.zeroIs, offset: fixture.offset, at: zero }]),
    ...fixture.sizes.map(({ name, offset, shift }) => ({
      size: name,
      offset,
      at: {
        x: round6(zero.x + shift.x.mm),
        y: round6(zero.y + shift.y.mm),
        z: round6(zero.z + shift.z.mm),
      },
    })),
  ]
}

/** A fixture that is gear of the workshop, as an anchor for predictions: its zero is what that gear keeps. */
export function anchorOfFixture(fixture: Fixture): Anchor | undefined {
  const { anglePlate, kind, plate, stop, vise } = fixture
  const anchored = anchoredOf({
    stop,
    ...(kind === 'vise' && { vise }),
    ...(kind === 'plate' && { plate }),
    ...(kind === 'angle plate' && { anglePlate }),
  })
  if (!anchored) return undefined
  const known = (at: number) => ({ at, plusMinus: fixture.knownMm })
  return {
    ...anchored,
    machine: fixture.machine,
    axes: { x: known(fixture.zero.x), y: known(fixture.zero.y), z: known(fixture.zero.z) },
    says: `the register, ${fixture.name}`,
  }
}
