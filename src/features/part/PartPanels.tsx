'use client'

import dynamic from 'next/dynamic'
import { isSide, type Part, type Requirement } from '@/core/work/part'
import { printFeature, printRequirement } from '@/core/work/say'
import { withoutFeature } from './again'
import { BlockPanel } from './BlockPanel'
import { CastingPanel } from './CastingPanel'
import { FacePanel } from './FacePanel'
import { FeaturePanel } from './FeaturePanel'
import { QuestionList } from './QuestionList'
import { RequirementList } from './RequirementList'
import { StockPanel } from './StockPanel'
import { TiePanel } from './TiePanel'
import { type Saying } from './useSaying'

// The rules know how a tie is measured; they come after the page.
const DrawingFindings = dynamic(() => import('./DrawingFindings'), { ssr: false })

/** A tie in the making: from one feature or face to another. */
export interface Tie {
  readonly of: string
  readonly to?: string | undefined
}

interface PartPanelsProps {
  readonly part: Part
  readonly edit: (change: (part: Part) => Part) => void
  readonly chosen: string | undefined
  readonly onChoose: (ref: string | undefined) => void
  readonly requirement: string | undefined
  readonly onRequirement: (id: string | undefined) => void
  readonly tie: Tie | undefined
  readonly onTie: (tie: Tie | undefined) => void
  readonly begin: Saying['begin']
}

/** What is chosen, to be changed; what must agree; what is open. */
export function PartPanels(props: PartPanelsProps) {
  const { begin, edit, onChoose, onRequirement, onTie, part, tie } = props
  const ties = (change: (all: Part['requirements']) => Part['requirements']): void =>
    edit((body) => ({ ...body, requirements: change(body.requirements) }))
  const add = (made: Requirement): void => {
    ties((all) => [...all, made])
    onRequirement(made.id)
    onTie(undefined)
  }
  return (
    <>
      {tie ? (
        <TiePanel
          part={part}
          of={tie.of}
          to={tie.to}
          onTo={(to) => onTie({ ...tie, to: to === '' ? undefined : to })}
          onCancel={() => onTie(undefined)}
          onAdd={add}
        />
      ) : (
        <Chosen {...props} />
      )}
      <RequirementList
        part={part}
        chosen={props.requirement}
        onChoose={onRequirement}
        onSayAgain={(r) => begin(printRequirement(part, r), { kind: 'requirement', id: r.id })}
        onCritical={(r) =>
          ties((all) => all.map((o) => (o.id === r.id ? { ...o, critical: !o.critical } : o)))
        }
        onRemove={(r) => ties((all) => all.filter((o) => o.id !== r.id))}
      />
      <DrawingFindings part={part} onFeature={onChoose} onTie={onRequirement} />
      <QuestionList part={part} onPick={(ref) => onChoose(ref.split('.')[0])} />
    </>
  )
}

/** The feature, face or block that is chosen. */
function Chosen({ begin, chosen, edit, onChoose, onTie, part }: PartPanelsProps) {
  const feature = part.features.find((f) => f.id === chosen)
  if (feature)
    return (
      <FeaturePanel
        part={part}
        feature={feature}
        onTie={() => onTie({ of: feature.id })}
        onSayAgain={() => begin(printFeature(part, feature), { kind: 'feature', id: feature.id })}
        onChange={(next) =>
          edit((body) => ({
            ...body,
            features: body.features.map((f) => (f.id === next.id ? next : f)),
          }))
        }
        onRemove={() => {
          edit((body) => withoutFeature(body, feature.id))
          onChoose(undefined)
        }}
      />
    )
  if (chosen !== undefined && isSide(chosen))
    return (
      <FacePanel
        part={part}
        side={chosen}
        onBegin={(words) => begin(words)}
        onTie={() => onTie({ of: chosen })}
        onChange={(face) => edit((body) => ({ ...body, faces: { ...body.faces, [chosen]: face } }))}
      />
    )
  return chosen === 'block' ? (
    <>
      <BlockPanel part={part} onChange={(next) => edit(() => next)} />
      <CastingPanel part={part} onChange={(next) => edit(() => next)} />
      <StockPanel part={part} onChange={(next) => edit(() => next)} />
    </>
  ) : null
}
