import loadHighs from 'highs'
import { type Program, type Solve } from '@/core/chain/fitting'

let loaded: Promise<Solve> | undefined

/** The solver of linear programs (HiGHS); loaded once for a thread. */
export const loadSolver = (): Promise<Solve> =>
  (loaded ??= loadHighs().then((highs) => (program) => {
    const answer = highs.solve(textOf(program), OPTIONS)
    if (answer.Status !== 'Optimal') return undefined
    const x = program.low.map((_, k) => {
      const column = answer.Columns[`x${k}`]
      return column && 'Primal' in column ? column.Primal : 0
    })
    // Rows come in the order in which they were written.
    const duals = answer.Rows.map((row) => ('Dual' in row ? Math.abs(row.Dual) : 0))
    return { x, duals }
  }))

const OPTIONS = {
  primal_feasibility_tolerance: 1e-10,
  dual_feasibility_tolerance: 1e-10,
  presolve: 'off',
} as const

/** A program in the LP format that the solver reads. */
function textOf({ aim, high, low, rows }: Program): string {
  const terms = (of: readonly number[]): string =>
    of
      .flatMap((weight, k) =>
        weight === 0 ? [] : [`${weight < 0 ? '-' : '+'} ${Math.abs(weight)} x${k}`],
      )
      .join(' ') || '0 x0'
  const lines = rows.flatMap(({ high: most, low: least, of }, i) => [
    ...(least === undefined ? [] : [` r${i}: ${terms(of)} >= ${least}`]),
    ...(most === undefined ? [] : [` t${i}: ${terms(of)} <= ${most}`]),
  ])
  const bound = (mm: number): string =>
    mm === Infinity ? '+inf' : mm === -Infinity ? '-inf' : String(mm)
  const limits = low.map((least, k) => ` ${bound(least)} <= x${k} <= ${bound(high[k] ?? Infinity)}`)
  return [`Maximize\n o: ${terms(aim)}`, 'Subject To', ...lines, 'Bounds', ...limits, 'End'].join(
    '\n',
  )
}
