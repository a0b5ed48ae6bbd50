'use client'

import { Trash2 } from 'lucide-react'
import {
  allRequirements,
  type Part,
  type Requirement,
  requirementFigures,
  requirementTitle,
} from '@/core/work/part'

/** Half widths up to this want care from everyone (common practice, no source). */
const TIGHT_MM = 0.025

function isTight(requirement: Requirement): boolean {
  switch (requirement.kind) {
    case 'size':
    case 'distance':
      return (requirement.plus.mm - requirement.minus.mm) / 2 <= TIGHT_MM
    case 'angle':
      return requirement.plusMinus.rad < 0.0005
    case 'position':
    case 'coaxiality':
    case 'symmetry':
    case 'profile':
      return requirement.tolerance.mm <= 2 * TIGHT_MM
    default:
      return requirement.tolerance.mm <= TIGHT_MM
  }
}

interface RequirementListProps {
  readonly part: Part
  readonly chosen: string | undefined
  readonly onChoose: (id: string | undefined) => void
  readonly onSayAgain: (requirement: Requirement) => void
  readonly onCritical: (requirement: Requirement) => void
  readonly onRemove: (requirement: Requirement) => void
}

/** What must agree with what, and how closely. */
export function RequirementList({
  chosen,
  onChoose,
  onCritical,
  onRemove,
  onSayAgain,
  part,
}: RequirementListProps) {
  const requirements = allRequirements(part)
  const own = new Set(part.requirements.map((r) => r.id))
  return (
    <section aria-label="What must agree">
      <h2 className="flex items-baseline justify-between px-3 pt-3 text-[16px] font-bold">
        What must agree{' '}
        <span className="text-[13px] font-normal text-soft">
          {requirements.length} {requirements.length === 1 ? 'requirement' : 'requirements'}
        </span>
      </h2>
      {requirements.length === 0 && (
        <p className="p-3 text-soft">
          Nothing is tied yet. Say for example{' '}
          <span className="figures">hold top to base ±0.1</span>, or choose a feature and tie it to
          another.
        </p>
      )}
      <ol className="mt-2">
        {requirements.map((requirement, i) => {
          const isChosen = requirement.id === chosen
          return (
            <li
              key={requirement.id}
              className={`border-t border-faint ${isChosen ? 'border-l-4 border-l-blue bg-wash' : ''}`}
            >
              <button
                type="button"
                aria-pressed={isChosen}
                className="grid w-full cursor-pointer grid-cols-[28px_1fr_auto] items-center px-2 py-1.5 text-left"
                onClick={() => onChoose(isChosen ? undefined : requirement.id)}
              >
                <span className="text-center font-bold">{i + 1}</span>
                <span>
                  <span className="block">{requirementTitle(part, requirement)}</span>
                  <span className="figures block text-[14px] text-soft">
                    {requirementFigures(part, requirement, part.unit)}
                  </span>
                </span>
                <span className="text-[14px]">
                  {requirement.critical ? (
                    <strong>critical</strong>
                  ) : isTight(requirement) ? (
                    'tight'
                  ) : (
                    'easy'
                  )}
                </span>
              </button>
              {isChosen &&
                (own.has(requirement.id) ? (
                  <div className="flex gap-2 px-9 pb-2 text-[14px]">
                    <button
                      type="button"
                      className="button quiet"
                      onClick={() => onSayAgain(requirement)}
                    >
                      Say it again
                    </button>
                    <button
                      type="button"
                      className="button quiet"
                      onClick={() => onCritical(requirement)}
                    >
                      {requirement.critical ? 'Not critical' : 'Critical'}
                    </button>
                    <button
                      type="button"
                      className="button quiet"
                      onClick={() => onRemove(requirement)}
                      aria-label="Take off"
                    >
                      <Trash2 className="size-4" aria-hidden />
                    </button>
                  </div>
                ) : (
                  <p className="px-9 pb-2 text-[13px] text-soft">
                    Said with the feature itself; change it there.
                  </p>
                ))}
            </li>
          )
        })}
      </ol>
    </section>
  )
}
