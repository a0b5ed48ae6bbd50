'use client'

import { Crosshair, Grip, Hammer, RotateCcw, Triangle } from 'lucide-react'
import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import { type Part } from '@/core/work/part'
import { type PlannedSetup, wantedCuts } from '@/core/plan/planning'
import { type Setup } from '@/core/plan/way'
import { type Prediction } from '@/core/predict/prediction'
import { type Workshop } from '@/core/shop/workshop'
import { Tool } from './Tool'

// What is under a button comes when it is pressed.
const CutFields = dynamic(() => import('./CutFields'), { ssr: false })
const FootingFields = dynamic(() => import('./FootingFields'), { ssr: false })
const HoldingFields = dynamic(() => import('@/ui/holding/HoldingFields'), { ssr: false })
const ZeroFields = dynamic(() => import('./ZeroFields'), { ssr: false })

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
      <Tool
        label="Holding"
        title="How it is held"
        icon={<Grip className="size-4" aria-hidden />}
        wide
      >
        <HoldingFields {...common} plan={analysis.plan} />
      </Tool>
      {!planned.indexed && (
        <Tool
          label={`Footing (${planned.contacts.length})`}
          title="What it stands on"
          icon={<Triangle className="size-4" aria-hidden />}
          wide
        >
          <FootingFields
            part={part}
            planned={planned}
            analysis={analysis}
            onPoint={onPoint}
            onChange={onChange}
          />
        </Tool>
      )}
      <Tool
        label="Zero"
        title="How zero is found"
        icon={<Crosshair className="size-4" aria-hidden />}
        wide
      >
        <ZeroFields {...common} />
      </Tool>
      <Tool
        label={`Cuts (${planned.setup.ops.length})`}
        title="What is cut here"
        icon={<Hammer className="size-4" aria-hidden />}
        wide
      >
        <CutFields {...common} uncut={uncut} isPicking={isPicking} onPicking={onPicking} />
      </Tool>
    </>
  )
}
