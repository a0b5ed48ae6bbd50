import { type Prediction } from '../../predict/prediction'
import { printLength, printSpread, unitSign } from '../../handbook/units'
import { requirementFigures } from '../../work/part'
import { isInProcess, type PieceState } from './entries'
import { type Asked } from './asks'
import { type RunStep } from './steps'

/** One line of a check sheet: what was asked, and what was measured. */
export interface CheckLine {
  readonly requirement: string
  readonly title: string
  readonly figures: string
  /** Each value as measured: with what it was read, by whom, when. */
  readonly values: readonly {
    readonly words: string
    readonly value: number
    readonly shown: string
    readonly instrument: string
    readonly who: string
    readonly at: number
    readonly isWithin: boolean | undefined
  }[]
  /** ● within, ▲ out, ○ not measured, ◆ measured but without limits of one reading. */
  readonly verdict: 'within' | 'out' | 'open' | 'judge'
}

/** The check sheet of one piece: every requirement of the drawing with what was measured of it. */
export function checkSheet(
  { plan, requirements }: Prediction,
  steps: readonly RunStep[],
  { values }: Pick<PieceState, 'values'>,
): readonly CheckLine[] {
  const { part, workshop } = plan
  const asked = new Map<string, Asked>()
  for (const one of steps.flatMap(({ asks }) => asks))
    asked.set(`${one.requirement} ${String(one.reading)}`, one)
  return requirements.map(({ requirement, title }): CheckLine => {
    const own = values.filter(
      (value) => value.requirement === requirement.id && !isInProcess(value),
    )
    const lines = own.map((value) => {
      const ask = asked.get(`${value.requirement} ${String(value.reading)}`)
      return {
        words: ask?.words ?? title,
        value: value.value,
        shown:
          ask?.unit === 'deg'
            ? `${value.value}°`
            : `${printSpread(value.value, part.unit)} ${unitSign(part.unit)}`.trim(),
        instrument:
          workshop.instruments.find(({ id }) => id === value.instrument)?.name ??
          (value.plusMinus === undefined ? '' : `±${printLength(value.plusMinus, part.unit)}`),
        who: value.who,
        at: value.at,
        isWithin: withinOf(requirement, value.value, ask),
      }
    })
    const known = lines.flatMap(({ isWithin }) => isWithin ?? [])
    return {
      requirement: requirement.id,
      title,
      figures: requirementFigures(part, requirement, part.unit),
      values: lines,
      verdict:
        lines.length === 0
          ? 'open'
          : known.includes(false)
            ? 'out'
            : known.length > 0
              ? 'within'
              : 'judge',
    }
  })
}

/** Whether a value holds by itself: within limits; a single reading across a zone, and the zone as used. */
export function withinOf(
  requirement: Prediction['requirements'][number]['requirement'],
  value: number,
  ask: Pick<Asked, 'inProcess' | 'lower' | 'upper' | 'reading'> | undefined,
): boolean | undefined {
  // What is still to be cut is not judged yet.
  if (ask && isInProcess(ask.inProcess)) return undefined
  if (ask?.lower !== undefined && ask.upper !== undefined)
    return value >= ask.lower - 1e-9 && value <= ask.upper + 1e-9
  if (!('tolerance' in requirement)) return undefined
  const zone = requirement.tolerance.mm
  // Across a round zone each reading has half of it; what is used of a zone has all of it.
  const isHalf = ask?.reading !== undefined && HALVED.has(requirement.kind)
  return Math.abs(value) <= (isHalf ? zone / 2 : zone) + 1e-9
}

const HALVED: ReadonlySet<string> = new Set(['position', 'coaxiality', 'symmetry', 'profile'])
