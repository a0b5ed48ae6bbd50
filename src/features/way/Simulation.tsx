'use client'

import { useEffect, useRef, useState } from 'react'
import { type Part } from '@/core/work/part'
import { type Prediction, type RequirementAnalysis } from '@/core/predict/prediction'
import { type SimulatedMeasure } from '@/core/chain/variation'
import { startSimulation } from '@/workers/client'
import { Curves } from './Curves'
import { figureOf } from './figures'

const SAMPLES = 100_000
const SEED = 1

/** Pieces drawn at random, every source by its own distribution; seeded, so that it can be said again. */
export default function Simulation({
  analysis,
  chosen,
  part,
}: {
  readonly part: Part
  readonly analysis: Prediction
  readonly chosen: RequirementAnalysis
}) {
  const [progress, setProgress] = useState<number>()
  const [measure, setMeasure] = useState<{
    of: RequirementAnalysis
    drawn: SimulatedMeasure
    seconds: number
  }>()
  const running = useRef<ReturnType<typeof startSimulation>>(undefined)
  const { compiled, requirement } = chosen

  const run = (): void => {
    if (!compiled) return
    running.current?.cancel()
    const started = performance.now()
    setProgress(0)
    const simulation = startSimulation(
      [compiled],
      analysis.model.stack.sources,
      { samples: SAMPLES, seed: SEED },
      setProgress,
    )
    running.current = simulation
    simulation.result.then(
      ({ measures: [drawn] }) => {
        if (running.current !== simulation || !drawn) return
        setProgress(undefined)
        setMeasure({ of: chosen, drawn, seconds: (performance.now() - started) / 1000 })
      },
      () => running.current === simulation && setProgress(undefined),
    )
  }
  useEffect(() => () => running.current?.cancel(), [])
  const cancel = (): void => {
    running.current?.cancel()
    running.current = undefined
    setProgress(undefined)
  }
  const figure = figureOf(requirement, part.unit)
  const drawn = measure?.of === chosen ? measure.drawn : undefined
  return (
    <div className="mt-1.5 flex min-h-[84px] flex-wrap items-center gap-4">
      {progress === undefined ? (
        <button type="button" className="button" onClick={run}>
          {drawn ? 'Draw again' : `Draw ${SAMPLES.toLocaleString('en')} pieces`}
        </button>
      ) : (
        <div className="flex items-center gap-3" role="status">
          <progress value={progress} max={1} aria-label="Pieces drawn" />{' '}
          <span className="figures">{Math.round(progress * 100)} %</span>
          <button type="button" className="button" onClick={cancel}>
            Stop
          </button>
        </div>
      )}
      {drawn ? (
        <>
          <p data-simulated>
            <strong className="figures">
              {(drawn.rejected * 100).toFixed(drawn.rejected < 0.001 ? 3 : 2)} %
            </strong>{' '}
            of {SAMPLES.toLocaleString('en')} pieces do not hold.
            <br />
            99.73 % {compiled?.kind === 'zone' ? 'use' : 'of the readings lie'}{' '}
            {compiled?.kind === 'zone' ? (
              <>
                at most <span className="figures">{figure(drawn.high)}</span>
              </>
            ) : (
              <>
                from <span className="figures">{figure(drawn.low)}</span> to{' '}
                <span className="figures">{figure(drawn.high)}</span>
              </>
            )}
            . Seed {SEED}.
          </p>
          <Curves drawn={drawn} figure={figure} />
        </>
      ) : (
        progress === undefined && (
          <p className="text-bar-soft">
            Every source by its own distribution; every hole with its own size; what the datums
            leave open fitted to each piece.
          </p>
        )
      )}
    </div>
  )
}
