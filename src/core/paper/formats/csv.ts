import Papa from 'papaparse'
import { requirementFigures } from '../../work/part'
import { type Prediction } from '../../predict/prediction'

/** The requirements of a way with what is predicted for each, as CSV; mm, or rad for angles. */
export function requirementsCsv(analysis: Prediction): string {
  const { part } = analysis.plan
  const rows = analysis.requirements.map(
    ({ outcome, requirement, reason, setups, standing, title }) => ({
      requirement: title,
      allowed: requirementFigures(part, requirement, 'mm'),
      standing,
      likely: outcome?.likely.predicted.toFixed(6) ?? '',
      'likely margin': outcome?.likely.margin.toFixed(6) ?? '',
      'share failing': outcome?.likely.failing.toPrecision(3) ?? '',
      'worst case': outcome?.worst.predicted.toFixed(6) ?? '',
      'worst margin': outcome?.worst.margin.toFixed(6) ?? '',
      setups: setups.map((i) => i + 1).join(' '),
      'largest link':
        [...(outcome?.links ?? [])].sort((a, b) => b.share - a.share)[0]?.causes[0] ?? '',
      reason: reason ?? '',
    }),
  )
  return writeTable(rows)
}

/** A table as CSV; a name that begins like a formula, in full-width signs too, gets a quote mark, a negative number does not. */
export const writeTable = (rows: readonly object[]): string =>
  Papa.unparse([...rows], { newline: '\n', escapeFormulae: /^[=+@\t\r＝＋＠]|^[-－](?![\d.]+$)/ })
