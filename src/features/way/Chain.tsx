'use client'

import dynamic from 'next/dynamic'
import { weakestLink } from '@/core/foreman/findings'
import { printLength } from '@/core/handbook/units'
import {
  looseWith,
  looseWords,
  type Part,
  refLabel,
  type Requirement,
  requirementFigures,
} from '@/core/work/part'
import {
  matchedIn,
  matchedWords,
  type Prediction,
  type RequirementAnalysis,
} from '@/core/predict/prediction'
import { linkPlace } from '@/core/paper/sheet'
import { type LinkShare } from '@/core/chain/variation'
import { type Way } from '@/core/plan/way'
import { signedFigure } from '@/ui/signedFigure'
import { failingWords, figureOf, isZone } from './figures'
import { type AnswerKind, ANSWERS } from './useWayAddress'

const Simulation = dynamic(() => import('./Simulation'), { ssr: false })
const Advice = dynamic(() => import('./Advice'), { ssr: false })

interface ChainProps {
  readonly part: Part
  readonly analysis: Prediction
  readonly chosen: RequirementAnalysis | undefined
  readonly answer: AnswerKind
  readonly onAnswer: (answer: AnswerKind) => void
  readonly onPoint: (link: LinkShare | undefined) => void
  readonly onPick: (link: LinkShare) => void
  readonly onTry: (way: Way) => void
  readonly onTakeBack: () => void
}

const WORDS: Readonly<Record<AnswerKind, string>> = {
  worst: 'worst case',
  likely: 'likely',
  simulate: 'simulate',
}

/** Plates linked in the order in which the location was handed on; the width of each is its share. */
export function Chain(props: ChainProps) {
  const { analysis, answer, chosen, onAnswer, onPick, onPoint, part } = props
  if (!chosen) {
    return (
      <section aria-label="Chain" className="on-bar rounded-xl bg-bar p-4 text-bar-soft">
        Choose a requirement in the ledger: its chain of locations is shown here, link by link, from
        one feature to the other.
      </section>
    )
  }
  const { outcome, read, reason, requirement, standing, title } = chosen
  const figure = figureOf(requirement, part.unit)
  const setups = analysis.plan.setups.map(({ setup }) => setup)
  const verdict = outcome?.[answer === 'worst' ? 'worst' : 'likely']
  const weakest = outcome && weakestLink(outcome.links)
  const short = verdict ? verdict.margin < 0 : false
  const matched = matchedIn(analysis.plan, requirement)
  return (
    <section aria-label="Chain" className="on-bar rounded-xl bg-bar px-3.5 py-2 text-bar-ink">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 className="font-bold">{title}</h2>
        <span className="figures">{requirementFigures(part, requirement, part.unit)}</span>
        {verdict ? (
          <>
            <span>
              predicted{' '}
              <span className="figures" data-predicted>
                {isZone(requirement) ? '' : '±'}
                {figure(verdict.predicted)}
              </span>
            </span>
            <strong
              className={
                short ? 'text-[#ffb3ac]' : standing === 'near' ? 'text-yellow' : 'text-[#8fe3bb]'
              }
            >
              {short
                ? `▲ short by ${figure(-verdict.margin)}`
                : `${standing === 'near' ? '◆' : '●'} holds by ${signedFigure(verdict.margin, figure).replace('+', '')}`}
            </strong>
            {answer !== 'worst' && outcome && (
              <span className="text-bar-soft" data-failing>
                {failingWords(outcome.likely.failing)}
              </span>
            )}
            {answer !== 'worst' && outcome && (
              <span
                className="text-bar-soft"
                title="So far two pieces in a row are likely to differ, each touched as the way says. Where stop and jaw stand, the errors of the machine and the length of the tool are the same in both."
              >
                alike to <span className="figures">{figure(outcome.between)}</span>
              </span>
            )}
            <WithMate part={part} chosen={chosen} reach={verdict.predicted} />
            {read && <span className="text-[13px] text-bar-soft">read: {read}</span>}
            {matched && <span className="text-[13px] text-bar-soft">{matchedWords(matched)}</span>}
          </>
        ) : (
          <span className="text-bar-soft">○ {reason}</span>
        )}
        <span className="ml-auto flex gap-1" role="group" aria-label="How it is added up">
          {ANSWERS.map((kind) => (
            <button
              key={kind}
              type="button"
              aria-pressed={kind === answer}
              title={kind === 'likely' ? '99.73 % of pieces' : undefined}
              onClick={() => onAnswer(kind)}
              className={`min-h-7 cursor-pointer rounded px-2 text-[14px] ${kind === answer ? 'bg-white/15 font-bold underline underline-offset-4' : 'hover:bg-white/10'}`}
            >
              {WORDS[kind]}
            </button>
          ))}
        </span>
      </div>
      {answer === 'simulate' && outcome ? (
        <Simulation part={part} analysis={analysis} chosen={chosen} />
      ) : (
        outcome && (
          <>
            <Plates
              part={part}
              requirement={requirement}
              links={outcome.links}
              answer={answer}
              figure={figure}
              where={(link) => linkPlace(setups, link)}
              onPoint={onPoint}
              onPick={onPick}
            />
            {weakest && (
              <Advice
                plan={analysis.plan}
                requirement={requirement.id}
                link={weakest}
                figure={(value) => `${isZone(requirement) ? '' : '±'}${figure(value)}`}
                onTry={props.onTry}
                onTakeBack={props.onTakeBack}
              />
            )}
          </>
        )
      )}
    </section>
  )
}

/** How loose it is likely to be with what it is made to. */
function WithMate({
  chosen: { requirement },
  part,
  reach,
}: {
  readonly part: Part
  readonly chosen: RequirementAnalysis
  readonly reach: number
}) {
  const mate = 'mate' in requirement ? requirement.mate : undefined
  if (!mate) return null
  const { leastMm, mostMm } = looseWith(mate, reach)
  const words = looseWords(leastMm, mostMm, (mm) => printLength(mm, part.unit))
  return (
    <span className="text-bar-soft">
      with {mate.name} as measured: <span className="figures">{words}</span>
    </span>
  )
}

interface PlatesProps {
  readonly part: Part
  readonly requirement: Requirement
  readonly links: readonly LinkShare[]
  readonly answer: AnswerKind
  readonly figure: (value: number) => string
  readonly where: (link: LinkShare) => string
  readonly onPoint: ChainProps['onPoint']
  readonly onPick: ChainProps['onPick']
}

/** Links under this share are shown as one plate. */
const SMALL = 0.02

function Plates(props: PlatesProps) {
  const { answer, figure, links, onPick, onPoint, part, requirement, where } = props
  const size = (link: LinkShare): number => (answer === 'worst' ? link.worst : link.likely)
  const total = links.reduce((sum, link) => sum + link.worst, 0)
  const shareOf = (link: LinkShare): number =>
    answer === 'worst' ? (total > 0 ? link.worst / total : 0) : link.share
  const weakest = weakestLink(links)
  const large = links.filter((link) => shareOf(link) >= SMALL)
  const small = links.filter((link) => shareOf(link) < SMALL)
  const ends = endsOf(part, requirement)
  if (links.length === 0)
    return (
      <p className="py-3 text-bar-soft">Nothing varies between the two: they are the same cut.</p>
    )
  return (
    <div className="mt-1.5 flex items-stretch gap-0 overflow-x-auto pb-1">
      <span className="shrink-0 self-center pr-2 font-bold">{ends[0]}</span>
      {large.map((link) => (
        <Plate
          key={link.link}
          link={link}
          share={shareOf(link)}
          spread={figure(size(link))}
          best={link.link === weakest?.link}
          where={where(link)}
          onPoint={onPoint}
          onPick={onPick}
        />
      ))}
      {small.length > 0 && (
        <>
          <span className="h-1.5 w-2.5 shrink-0 self-center bg-bar-soft/60" aria-hidden />
          <span className="shrink-0 self-stretch rounded-lg border border-bar-soft/40 px-2 py-1 text-[12px] text-bar-soft">
            {small.length} small
            <br />
            ones
          </span>
        </>
      )}
      <span className="h-1.5 w-2.5 shrink-0 self-center bg-bar-soft/60" aria-hidden />
      <span className="shrink-0 self-center pl-1 font-bold">{ends[1]}</span>
    </div>
  )
}

interface PlateProps {
  readonly link: LinkShare
  readonly share: number
  readonly spread: string
  readonly best: boolean
  readonly where: string
  readonly onPoint: ChainProps['onPoint']
  readonly onPick: ChainProps['onPick']
}

function Plate({ best, link, onPick, onPoint, share, spread, where }: PlateProps) {
  return (
    <>
      <span className="h-1.5 w-2.5 shrink-0 self-center bg-bar-soft/60" aria-hidden />
      <button
        type="button"
        data-link={link.link}
        style={{ flexGrow: share * 100, flexBasis: 104 }}
        onClick={() => onPick(link)}
        onPointerEnter={() => onPoint(link)}
        onPointerLeave={() => onPoint(undefined)}
        onFocus={() => onPoint(link)}
        onBlur={() => onPoint(undefined)}
        className={`flex min-h-[68px] min-w-[104px] cursor-pointer flex-col rounded-lg border px-2 py-1 text-left ${best ? 'border-yellow bg-yellow text-[#13222b]' : 'border-bar-soft/60 bg-white/5 hover:bg-white/10'}`}
      >
        <span className={`truncate text-[12px] ${best ? '' : 'text-bar-soft'}`}>{where}</span>
        <span className="text-[13px] leading-tight font-semibold">{link.causes[0]}</span>
        <span className="figures mt-auto flex justify-between gap-2 text-[13px]">
          <span>±{spread}</span>
          <span>{Math.round(share * 100)} %</span>
        </span>
      </button>
    </>
  )
}

function endsOf(part: Part, requirement: Requirement): readonly [string, string] {
  const to =
    'to' in requirement
      ? refLabel(part, requirement.to)
      : 'datums' in requirement
        ? requirement.datums
            .map((d) => refLabel(part, d))
            .slice(0, 1)
            .join('')
        : 'nominal'
  return [to, refLabel(part, requirement.of)]
}
