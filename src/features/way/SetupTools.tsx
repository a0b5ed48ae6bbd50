'use client'

import { RotateCcw } from 'lucide-react'
import { useMemo } from 'react'
import { type Part } from '@/core/work/part'
import { type PlannedSetup, wantedCuts } from '@/core/plan/planning'
import { type Setup } from '@/core/plan/way'
import { type Prediction } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { CutsTool } from './CutsTool'
import { FootingTool } from './FootingTool'
import { HoldingTool } from './HoldingTool'
import { ZeroTool } from './ZeroTool'

interface SetupToolsProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly workshop: Workshop
  readonly analysis: Prediction
  readonly isPicking: boolean
  readonly onPicking: (picking: boolean) => void
  readonly onTurn: () => void
  readonly onPoint: (ref: string | undefined) => void
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** What can be changed of a setup, each under its button. */
export function SetupTools(props: SetupToolsProps) {
  const { analysis, isPicking, onChange, onPicking, onPoint, onTurn, part, planned, workshop } =
    props
  const uncut = useMemo(() => {
    const cut = analysis.plan.setups.flatMap(({ setup }) => setup.ops.map((op) => op.feature))
    return new Set(wantedCuts(part).filter((ref) => !cut.includes(ref)))
  }, [analysis, part])
  const common = { part, planned, workshop, onChange }
  return (
    <>
      <button type="button" className="button quiet" onClick={onTurn}>
        <RotateCcw className="size-4" aria-hidden /> Turn over
      </button>
      <HoldingTool {...common} />
      {!planned.indexed && (
        <FootingTool
          part={part}
          planned={planned}
          analysis={analysis}
          onPoint={onPoint}
          onChange={onChange}
        />
      )}
      <ZeroTool {...common} />
      <CutsTool {...common} uncut={uncut} isPicking={isPicking} onPicking={onPicking} />
    </>
  )
}
