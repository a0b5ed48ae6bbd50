'use client'

import { type Part, requirementFigures } from '@/core/work/part'
import { type RequirementAnalysis } from '@/core/predict/prediction'
import { StandingMark } from '@/ui/Standing'
import { signedFigure } from '@/ui/signedFigure'
import { figureOf, isZone } from './figures'
import { type AnswerKind } from './useWayAddress'

interface LedgerProps {
  readonly part: Part
  readonly requirements: readonly RequirementAnalysis[]
  readonly setup: number
  readonly chosen: string | undefined
  readonly answer: AnswerKind
  readonly onChoose: (id: string) => void
}

/** What this setup settles: predicted spread against the allowed one as a bar between two posts. */
export function Ledger({ answer, chosen, onChoose, part, requirements, setup }: LedgerProps) {
  const here = requirements.filter((r) => r.setups.includes(setup))
  const elsewhere = requirements.filter((r) => !r.setups.includes(setup))
  const lines = (list: readonly RequirementAnalysis[]) => (
    <ul>
      {list.map((r) => (
        <LedgerLine
          key={r.requirement.id}
          part={part}
          analysis={r}
          isChosen={r.requirement.id === chosen}
          answer={answer}
          onChoose={onChoose}
        />
      ))}
    </ul>
  )
  return (
    <section aria-label="Ledger">
      <h2 className="flex items-baseline justify-between px-3 pt-2.5 pb-1 font-bold">
        What this setup settles{' '}
        <span className="text-[13px] font-normal text-soft">predicted / allowed</span>
      </h2>
      {here.length === 0 && (
        <p className="px-3 pb-2 text-[14px] text-soft">
          {requirements.length === 0
            ? 'Nothing is tied on the drawing yet; tie what must agree in the Part view.'
            : 'No requirement of the drawing is cut here.'}
        </p>
      )}
      {lines(here)}
      {elsewhere.length > 0 && (
        <details
          className="border-t border-faint"
          open={here.length === 0 || elsewhere.some((r) => r.requirement.id === chosen)}
        >
          <summary className="cursor-pointer px-3 py-1.5 text-[14px] text-soft">
            Settled elsewhere ({elsewhere.length})
          </summary>
          {lines(elsewhere)}
        </details>
      )}
    </section>
  )
}

interface LedgerLineProps {
  readonly part: Part
  readonly analysis: RequirementAnalysis
  readonly isChosen: boolean
  readonly answer: AnswerKind
  readonly onChoose: (id: string) => void
}

function LedgerLine({ analysis, answer, isChosen, onChoose, part }: LedgerLineProps) {
  const { outcome, reason, refused, requirement, standing, title } = analysis
  const verdict = outcome?.[answer === 'worst' ? 'worst' : 'likely']
  const figure = figureOf(requirement, part.unit)
  const shownStanding = verdict && verdict.margin < 0 ? 'short' : standing
  return (
    <li className={`border-t border-faint ${isChosen ? 'border-l-4 border-l-blue bg-wash' : ''}`}>
      <button
        type="button"
        data-requirement={requirement.id}
        aria-pressed={isChosen}
        onClick={() => onChoose(requirement.id)}
        className="grid w-full cursor-pointer grid-cols-[minmax(0,1fr)_84px_72px_62px] items-center gap-x-1.5 px-2.5 py-1 text-left leading-tight"
      >
        <span className="flex min-w-0 flex-wrap items-baseline gap-x-2">
          <span className="font-semibold">{title}</span>
          <span className="figures text-[13px] text-soft">
            {requirementFigures(part, requirement, part.unit)}
          </span>
        </span>
        {verdict ? (
          <>
            <Bar
              predicted={verdict.predicted}
              offset={verdict.offset}
              allowed={verdict.allowed}
              short={verdict.margin < 0}
            />
            <span
              className="figures text-right"
              title={`predicted ${isZone(requirement) ? '' : '±'}${figure(verdict.predicted)}`}
            >
              {signedFigure(verdict.margin, figure)}
            </span>
            <StandingMark standing={shownStanding} />
          </>
        ) : (
          <span className="col-span-3 text-right text-[13px] text-soft" title={reason}>
            ○ {refused === undefined ? reason : 'cannot be measured as written'}
          </span>
        )}
      </button>
    </li>
  )
}

/** The bar reaches past its posts when the spread is larger than what is allowed. */
function Bar({
  allowed,
  offset,
  predicted,
  short,
}: {
  readonly predicted: number
  readonly offset: number
  readonly allowed: number
  readonly short: boolean
}) {
  const post = 28
  // The end nearer to its post is where the prediction reaches; the middle is off it by the offset.
  const half = Math.min(43, Math.max(2, ((predicted - Math.abs(offset)) / allowed) * post))
  const middle = 44 + Math.max(-8, Math.min(8, (offset / allowed) * post))
  return (
    <svg viewBox="0 0 88 18" className="h-[18px] w-[88px]" aria-hidden>
      <line x1={44 - post} x2={44 - post} y1="2" y2="16" stroke="var(--ink)" strokeWidth="2" />
      <line x1={44 + post} x2={44 + post} y1="2" y2="16" stroke="var(--ink)" strokeWidth="2" />
      <line x1="44" x2="44" y1="5" y2="13" stroke="var(--faint)" strokeWidth="1.5" />
      <line
        x1={middle - half}
        x2={middle + half}
        y1="9"
        y2="9"
        stroke={short ? 'var(--red)' : 'var(--blue)'}
        strokeWidth="5"
        strokeLinecap="round"
      />
    </svg>
  )
}
