import { foundZero } from '../../floor/offsets'
import { AXES } from '../../ground/geometry'
import { drillingPlan } from '../../plan/drilling'
import { type Plan, type PlannedSetup } from '../../plan/planning'
import { printSpread } from '../../handbook/units'
import { type ReadValue } from '../../predict/measured'
import { allRequirements, type Part, requirementTitle } from '../../work/part'
import { type Prediction } from '../../predict/prediction'
import { type BodyOf, type RunEntry, standing } from './log'
import { matedSizes } from './mates'
import { moveWords } from './moveWords'
import { type RunStep } from './steps'

/** One thing that happened to a piece, in words. */
export interface StoryLine {
  readonly id: string
  readonly at: number
  readonly who: string
  readonly words: string
  /** The picture that was taken, by what it is kept. */
  readonly photo?: string
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
  return inOne(standing(entries, piece)).map(({ at, body, count, id, who }) => ({
    id,
    at,
    who,
    words: wordsOf(plan, body, titles, count),
    ...(body.kind === 'photo' && { photo: body.photo }),
  }))
}

/** Ticks under one tool that follow each other, as one thing that happened, at the last of them. */
function inOne(log: readonly RunEntry[]): readonly (RunEntry & { readonly count: number })[] {
  const told: (RunEntry & { readonly count: number })[] = []
  for (const entry of log) {
    const last = told.at(-1)
    const isMore = last !== undefined && sameTool(last, entry)
    if (isMore) told.pop()
    told.push({ ...entry, count: isMore ? last.count + 1 : 1 })
  }
  return told
}

const sameTool = (a: RunEntry, b: RunEntry): boolean =>
  a.body.kind === 'tick' &&
  b.body.kind === 'tick' &&
  a.who === b.who &&
  a.body.setup === b.body.setup &&
  a.body.stage === b.body.stage &&
  a.body.done === b.body.done

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

const mateName = (part: Part, id: string): string =>
  matedSizes(part).find((one) => one.id === id)?.mate.name ?? id

const holeCount = (count: number): string => (count === 1 ? 'one hole' : `${count} holes`)

/** The setup that something is told of. */
function setupOf(
  plan: Plan,
  id: string,
): { readonly words: string; readonly planned?: PlannedSetup } {
  const planned = plan.setups.find((one) => one.id === id)
  return planned ? { words: `setup ${planned.index + 1}`, planned } : { words: id }
}

function zeroWords(plan: Plan, { record, setup }: BodyOf<'zero'>): string {
  const { planned, words } = setupOf(plan, setup)
  const found = planned && foundZero(planned, record)
  const figures = AXES.flatMap((axis) => {
    const at = found?.ok ? found.value.axes[axis] : undefined
    return at ? [`${axis.toUpperCase()} ${printSpread(at.at, plan.part.unit)}`] : []
  })
  return [`found zero of ${words}`, ...figures].join(', ')
}

function tickWords(plan: Plan, { done, setup, stage }: BodyOf<'tick'>, count: number): string {
  const { planned, words } = setupOf(plan, setup)
  const tool = planned && drillingPlan(planned).stages.find(({ id }) => id === stage)?.name
  return `${done ? 'ticked' : 'took the tick back from'} ${holeCount(count)} of ${words}, ${tool ?? stage}`
}

function wordsOf(
  plan: Plan,
  body: RunEntry['body'],
  titles: ReadonlyMap<string, string>,
  count: number,
): string {
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
    case 'mate':
      return `measured ${mateName(plan.part, body.requirement)}: ${printSpread(body.measured, plan.part.unit)}`
    case 'photo':
      return body.text === undefined ? `took a picture of “${at}”` : `took a picture: ${body.text}`
    case 'zero':
      return zeroWords(plan, body)
    case 'tick':
      return tickWords(plan, body, count)
    case 'again':
      return `began the holes of ${setupOf(plan, body.setup).words} anew`
    case 'holes':
      return `measured ${holeCount(body.places.length)} of ${setupOf(plan, body.setup).words}`
    case 'question':
      return `asked: ${body.text}`
    case 'answer':
      return `was answered: ${body.text}`
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
