'use client'

import { type ReactNode, useEffect, useMemo, useState } from 'react'
import { type LinkShare } from '@/core/chain/variation'
import { type Cure, type Cures } from '@/core/foreman/cures'
import { type Plan } from '@/core/plan/planning'
import { stopShort, type Way } from '@/core/plan/way'
import { allRequirements } from '@/core/work/part'
import { startCures } from '@/workers/client'

interface AdviceProps {
  readonly plan: Plan
  readonly requirement: string
  readonly link: LinkShare
  readonly figure: (predicted: number) => string
  readonly onTry: (way: Way) => void
  readonly onTakeBack: () => void
}

interface Tried {
  readonly cure: Cure
  readonly was: number
}

/** So long the plan must rest before it is looked for what would help, ms. */
const REST_MS = 600

/** What would improve the weakest link, each with what it would gain: tried and taken back by a click. */
export default function Advice({
  figure,
  link,
  onTakeBack,
  onTry,
  plan,
  requirement,
}: AdviceProps) {
  const found = useCures(plan, requirement, link)
  const [tried, setTried] = useState<Tried>()
  if (tried?.cure.way === plan.way)
    return (
      <Line>
        <span>
          Tried: {tried.cure.words}.{' '}
          <Gain figure={figure} from={tried.was} to={tried.cure.predicted} />
        </span>
        <Button
          onClick={() => {
            onTakeBack()
            setTried(undefined)
          }}
        >
          Take it back
        </Button>
      </Line>
    )
  if (found === 'looking') return <Line>Looking for what would help …</Line>
  const short = <StopShort plan={plan} requirement={requirement} onTry={onTry} />
  if (!found)
    return (
      <Line>
        {link.remedy} {short}
      </Line>
    )
  const { atBest, cures, was } = found
  return (
    <Line>
      <span>
        {link.remedy} Gone altogether: <Gain figure={figure} from={was} to={atBest} />
      </span>
      {cures.map((cure) => (
        <Button
          key={cure.words}
          onClick={() => {
            setTried({ cure, was })
            onTry(cure.way)
          }}
        >
          Try {cure.words}: <Gain figure={figure} from={was} to={cure.predicted} />
        </Button>
      ))}
      {short}
    </Line>
  )
}

/** What no gear cures, a measurement before the last cut does. */
function StopShort({
  onTry,
  plan,
  requirement,
}: Pick<AdviceProps, 'onTry' | 'plan' | 'requirement'>) {
  const found = useMemo(() => {
    const of = allRequirements(plan.part).find(({ id }) => id === requirement)
    return of && stopShort(plan.part, plan.way, of)
  }, [plan, requirement])
  return found && <Button onClick={() => onTry(found.way)}>{found.words}</Button>
}

function useCures(
  plan: Plan,
  requirement: string,
  { setup, share }: LinkShare,
): Cures | 'looking' | undefined {
  const [found, setFound] = useState<Cures | 'looking'>()
  useEffect(() => {
    setFound('looking')
    let cancel = (): void => undefined
    const timer = setTimeout(() => {
      const { part, way, workshop } = plan
      const running = startCures({ part, way, workshop }, requirement, { setup, share })
      cancel = running.cancel
      running.result.then(setFound, () => setFound(undefined))
    }, REST_MS)
    return () => {
      clearTimeout(timer)
      cancel()
    }
  }, [plan, requirement, setup, share])
  return found
}

const Line = ({ children }: { readonly children: ReactNode }) => (
  <div
    aria-live="polite"
    data-advice
    className="mt-1 flex min-h-7 flex-wrap items-center gap-x-3 gap-y-1 text-[13px]"
  >
    {children}
  </div>
)

const Button = ({
  children,
  onClick,
}: {
  readonly children: ReactNode
  readonly onClick: () => void
}) => (
  <button
    type="button"
    className="min-h-7 cursor-pointer rounded border border-yellow/70 px-2 text-left hover:bg-white/10"
    onClick={onClick}
  >
    {children}
  </button>
)

const Gain = ({
  figure,
  from,
  to,
}: {
  readonly figure: AdviceProps['figure']
  readonly from: number
  readonly to: number
}) => (
  <span className="figures whitespace-nowrap">
    {figure(from)} → {figure(to)}
  </span>
)
