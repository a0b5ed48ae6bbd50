import { addSix, contactRow, type Point, scaleSix, type Six, ZERO_SIX } from '../../ground/geometry'
import { type Target } from '../../work/part'
import { type Reading } from '../../chain/variation'

export const NOTHING: Reading = { rows: [], terms: [] }

/** Readings added up, each by its factor; rows of one surface become one row. */
export function sumOf(parts: readonly (readonly [Reading, number])[]): Reading {
  const rows = new Map<string, Six>()
  const terms = new Map<number, number>()
  const steps = new Map<number, number>()
  for (const [reading, factor] of parts) {
    if (factor === 0) continue
    for (const { row, surface } of reading.rows)
      rows.set(surface, addSix(rows.get(surface) ?? ZERO_SIX, row, factor))
    for (const { coefficient, source } of reading.terms)
      terms.set(source, (terms.get(source) ?? 0) + factor * coefficient)
    for (const { coefficient, value } of reading.steps ?? [])
      steps.set(value, (steps.get(value) ?? 0) + factor * coefficient)
  }
  return {
    rows: Array.from(rows, ([surface, row]) => ({ surface, row })),
    terms: Array.from(terms, ([source, coefficient]) => ({ source, coefficient })),
    steps: Array.from(steps, ([value, coefficient]) => ({ value, coefficient })).filter(
      (u) => Math.abs(u.coefficient) > 1e-12,
    ),
  }
}

/** A surface's own deviation along a row. */
export const ownRow = (surface: string, row: Six): Reading => ({
  rows: [{ surface, row }],
  terms: [],
})

/** A target's own deviation along a row: that of its surface, or the mean of its two. */
export function targetRow(target: Target, row: Six): Reading {
  if (target.kind === 'surface') return ownRow(target.surface.id, row)
  const half = scaleSix(row, 0.5)
  return sumOf([
    [ownRow(target.first.id, half), 1],
    [ownRow(target.second.id, half), 1],
  ])
}

/** A target's own reading along a direction at a point. */
export const readTarget = (target: Target, at: Point<'part'>, direction: Point<'part'>): Reading =>
  targetRow(target, contactRow(at, direction))
