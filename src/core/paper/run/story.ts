import { type Plan } from '../../plan/planning'
import { printSpread } from '../../handbook/units'
import { type ReadValue } from '../../predict/measured'
import { allRequirements, type Part, requirementTitle } from '../../work/part'
import { type Prediction } from '../../predict/prediction'
import { type RunEntry, standing } from './entries'
import { moveWords } from './moveWords'
import { type RunStep } from './steps'

/** One thing that happened to a piece, in words. */
export interface StoryLine {
  readonly id: string
  readonly at: number
  readonly who: string
  readonly words: string
}

/** What happened to a piece, in the order in which it did. */
export function storyOf(
  { plan }: Pick<Prediction, 'plan'>,
  steps: readonly RunStep[],
  entries: readonly RunEntry[],
  piece: number,
): readonly StoryLine[] {
  const titles = new Map(
    steps.map(({ id, setupNumber, title }) => [id, `setup ${setupNumber}: ${title}`]),
  )
  return standing(entries, piece).map(({ at, body, id, who }) => ({
    id,
    at,
    who,
    words: wordsOf(plan, body, titles),
  }))
}

function readingWords(
  part: Part,
  { fromHolding, reading, requirement: id, rough, value }: ReadValue,
): string {
  const requirement = allRequirements(part).find((one) => one.id === id)
  const what = [
    requirement ? requirementTitle(part, requirement) : id,
    ...(reading === undefined ? [] : [reading]),
    ...(rough ? ['on the rough cut'] : []),
    ...(fromHolding ? ['from the holding'] : []),
  ].join(', ')
  const isAngle = requirement?.kind === 'angle'
  return `${what}: ${isAngle ? `${value}°` : printSpread(value, part.unit)}`
}

function wordsOf(plan: Plan, body: RunEntry['body'], titles: ReadonlyMap<string, string>): string {
  const at = 'step' in body ? (titles.get(body.step) ?? body.step) : ''
  switch (body.kind) {
    case 'done':
      return at
    case 'skipped':
      return `skipped “${at}”: ${body.why}`
    case 'measured':
      return `measured ${readingWords(plan.part, body.value)}`
    case 'moved':
      return `${body.taken ? 'moved' : 'left'} ${moveWords(plan, body.move)}${body.following ? ', for the following pieces too' : ''}`
    case 'changed':
      return `something changed: ${body.text}`
    case 'wrong':
      return `something went wrong: ${body.text}`
    case 'different':
      return `done differently: ${body.text}`
    case 'note':
      return body.text
    case 'paused':
      return 'paused'
    case 'resumed':
      return 'went on'
    case 'worked':
      return 'it was work all the time'
    case 'withdrawn':
      return `took back a reading: ${body.why}`
  }
}
