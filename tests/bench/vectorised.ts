import { spawnSync } from 'node:child_process'
import { type CompiledMeasure, simulate, type NamedSource } from '@/core/chain/variation'

/** Measures that a vectorised program can read in one go: no free motion, no touch, no bonus. */
export const plainMeasures = (measures: readonly CompiledMeasure[]): readonly CompiledMeasure[] =>
  measures.filter(
    (m) =>
      m.steps.length === 0 &&
      m.gauges.every(
        (g) => g.motions === 0 && g.checks.every((c) => c.kind === 'between' || !c.bonus),
      ),
  )

/** How long numpy takes for the same pieces on one core, ms; undefined where it is not installed. */
export function numpyMs(
  measures: readonly CompiledMeasure[],
  sources: readonly NamedSource[],
  samples: number,
): number | undefined {
  const model = {
    samples,
    sources,
    measures: measures.map((measure) => {
      const used = [...new Set(measure.forms.flatMap((f) => [...f.indices]))]
      return {
        sources: used,
        forms: measure.forms.map((form) => {
          const row = new Array<number>(used.length).fill(0)
          form.indices.forEach((index, i) => (row[used.indexOf(index)] = form.coefficients[i] ?? 0))
          return row
        }),
        checks: measure.gauges.flatMap((gauge) =>
          gauge.checks.map((c) =>
            c.kind === 'between'
              ? { ...c, value: c.value.form, plus: c.plus?.form ?? null }
              : { ...c, first: c.first.form, second: c.second.form },
          ),
        ),
      }
    }),
  }
  const run = spawnSync('/usr/bin/python3', ['tests/bench/vectorised.py'], {
    input: JSON.stringify(model),
    encoding: 'utf8',
    env: { ...process.env, OMP_NUM_THREADS: '1', OPENBLAS_NUM_THREADS: '1' },
  })
  const ms = Number(run.stdout)
  return run.status === 0 && ms > 0 ? ms : undefined
}

/** The same by the simulation, ms: best of five. */
export function simulatedMs(
  measures: readonly CompiledMeasure[],
  sources: readonly NamedSource[],
  samples: number,
): number {
  const once = (): number => {
    const begun = performance.now()
    const steps = simulate(measures, sources, { samples, seed: 1 })
    while (!steps.next().done);
    return performance.now() - begun
  }
  return Math.min(...Array.from({ length: 5 }, once))
}
