import { limitsOf, type ReadingLimits } from '../../predict/measured'
import { type Prediction } from '../../predict/prediction'
import { printLength, printSpread, unitSign } from '../../handbook/units'
import { requirementFigures } from '../../work/part'
import { isInProcess, type PieceState } from './entries'
import { type Asked } from './asks'
import { reworkOf } from './rework'
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
  /** What can still be done where it is out, in shop words. */
  readonly rework: readonly string[]
}

/** Verdicts as they stand on paper: a sign and a word. */
export const VERDICTS: Readonly<Record<CheckLine['verdict'], string>> = {
  within: '● accepted',
  out: '▲ out',
  open: '○ not measured',
  judge: '◆ to be judged',
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
  const measured = new Map(
    requirements.map(({ requirement: { id } }) => [
      id,
      values.flatMap((one) => (one.requirement === id && !isInProcess(one) ? [one.value] : [])),
    ]),
  )
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
        isWithin: withinOf(
          value.value,
          ask ?? limitsOf(part, requirement, value.reading !== undefined, 0),
        ),
      }
    })
    const known = lines.flatMap(({ isWithin }) => isWithin ?? [])
    const isOut = known.includes(false)
    return {
      requirement: requirement.id,
      title,
      figures: requirementFigures(part, requirement, part.unit),
      values: lines,
      verdict: lines.length === 0 ? 'open' : isOut ? 'out' : known.length > 0 ? 'within' : 'judge',
      rework: isOut ? reworkOf(plan, requirement, measured) : [],
    }
  })
}

/** Whether a value lies within its limits; nothing where it has none. */
export function withinOf(
  value: number,
  { lower = -Infinity, upper = Infinity }: Partial<ReadingLimits>,
): boolean | undefined {
  if (lower === -Infinity && upper === Infinity) return undefined
  return value >= lower - 1e-9 && value <= upper + 1e-9
}
