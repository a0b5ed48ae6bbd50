import {
  type Feature,
  featureLabel,
  type Model,
  type OpenQuestion,
  type Part,
  restLabel,
  freeId,
} from '../part'
import { type Contour, type Hole } from '../part'
import { printLength } from '../../handbook/units'
import { contourPlane, directionWords } from '../part'
import { printFeature } from '../say'
import { type Offer, offersOfHole, type Sureness } from './holeOffers'

/** A line of what a file shows: what is on it, what it is taken as, how sure that is. */
export interface Shown {
  /** What it lights: a feature, or `rest-N` for what was not recognised. */
  readonly ref: string
  readonly title: string
  readonly detail: string
  readonly taken: string
  readonly offers: readonly Offer[]
  readonly sure: Sureness
  /** Somebody has taken it already. */
  readonly isSettled: boolean
  readonly question?: string | undefined
}

/** Everything that the file of a part shows, features first; nothing for a part that was said. */
export function shownBy(part: Part): readonly Shown[] {
  const { model } = part
  if (!model) return []
  const settled = new Set(model.settled)
  const features = part.features
    .filter((feature) => feature.id in model.faces || settled.has(feature.id))
    .map((feature) => shownFeature(part, feature, settled.has(feature.id)))
  const walls = model.walls.map((wall) => shownWall(part, wall))
  return [...features, ...walls, ...model.rest.flatMap((rest, i) => shownRest(part, rest, i))]
}

/** A wall lights as the feature that its first face belongs to. */
function shownWall(
  { model, unit }: Part,
  { count, faces, thickMm }: Model['walls'][number],
): Shown {
  const [owner] =
    Object.entries(model?.faces ?? {}).find(([, own]) => own.includes(faces[0] ?? -1)) ?? []
  return {
    ref: owner ?? `wall-${thickMm}`,
    title: `${count === 1 ? 'wall' : `${count} walls`} ${printLength(thickMm, unit)} thick`,
    detail: 'between two flats back to back',
    taken: `least ${printLength(thickMm, unit)}`,
    offers: [],
    sure: 'sure',
    isSettled: true,
  }
}

/** A feature as the line of its drawing, cut after its first piece. */
function shownFeature(part: Part, feature: Feature, isSettled: boolean): Shown {
  const base = { ref: feature.id, ...wordsOf(part, feature), isSettled }
  if (feature.kind !== 'hole')
    return { ...base, taken: TAKEN[feature.kind], offers: [], sure: 'sure' }
  if (isSettled) return { ...base, taken: madeWords(part, feature), offers: [], sure: 'sure' }
  const { offers, question, sure } = offersOfHole(part, feature)
  return { ...base, taken: offers[0]?.words ?? '', offers, sure, question }
}

/** What is on the part, and where; outlines by their shape, which their drawing does not say in words. */
function wordsOf(part: Part, feature: Feature): Pick<Shown, 'title' | 'detail'> {
  const { name, ...plain } = feature
  if (plain.kind === 'contour') {
    const out = contourPlane(plain).out
    return { title: name ?? featureLabel(plain as Feature), detail: directionWords(part, out) }
  }
  const [title = '', ...pieces] = printFeature(part, plain as Feature).split(', ')
  return { title: name === undefined ? title : `${name}: ${title}`, detail: pieces.join(', ') }
}

const MADE = { drill: 'drilled', ream: 'reamed', bore: 'bored', tap: 'tapped' } as const

/** How a hole is made: "tapped M5", "reamed 6 H7". */
const madeWords = (part: Part, { diameter, fit, making, thread }: Hole): string =>
  [MADE[making], thread ?? printLength(diameter.mm, part.unit), fit].filter(Boolean).join(' ')

const TAKEN: Readonly<Record<Exclude<Feature['kind'], 'hole'>, string>> = {
  step: 'milled',
  slot: 'milled',
  pocket: 'milled',
  boss: 'milled round',
  contour: 'milled',
  chamfer: 'broken edge',
  rounding: 'rounded edge',
}

/** Rounded edges stay as they are; what can bear or be measured asks to be named. */
const LEFT_ALONE: ReadonlySet<string> = new Set(['fillet', 'rounding', 'chamfer', 'groove'])

function shownRest(part: Part, rest: Model['rest'][number], i: number): readonly Shown[] {
  const count = rest.faces.length
  const label = restLabel(part, rest)
  const isLeft = LEFT_ALONE.has(rest.kind)
  return [
    {
      ref: `rest-${i + 1}`,
      title: count > 1 ? `${count} × ${label}` : label,
      detail: `${Math.round(rest.areaMm2)} mm²`,
      taken: isLeft
        ? 'left as they are'
        : rest.surface
          ? 'not named yet'
          : 'neither flat nor round',
      offers: [],
      sure: isLeft ? 'sure' : 'ask',
      isSettled: false,
      ...(!isLeft && {
        question: `${label} (${Math.round(rest.areaMm2)} mm²): is it made, and how?`,
      }),
    },
  ]
}

/** The part with an offer taken, for one hole feature. */
export function takeOffer(part: Part, ref: string, offer: Offer): Part {
  const { model } = part
  if (!model) return part
  return {
    ...part,
    features: part.features.map((feature): Feature => {
      if (feature.id !== ref || feature.kind !== 'hole') return feature
      const { fit: _fit, thread: _thread, ...plain } = feature
      return { ...plain, ...offer.change }
    }),
    model: { ...model, settled: [...new Set([...model.settled, ref])] },
  }
}

/** The part with one offer taken for all holes that are alike: of the same diameter and with the same offer. */
export function takeForAlike(part: Part, ref: string, offer: Offer): Part {
  const like = part.features.find((f): f is Hole => f.kind === 'hole' && f.id === ref)
  if (!like) return part
  return shownBy(part).reduce((taken, shown) => {
    const feature = part.features.find((f) => f.id === shown.ref)
    if (feature?.kind !== 'hole' || shown.isSettled) return taken
    const isAlike = Math.abs(feature.diameter.mm - like.diameter.mm) < 1e-3
    const same = isAlike ? shown.offers.find(({ key }) => key === offer.key) : undefined
    return same ? takeOffer(taken, shown.ref, same) : taken
  }, part)
}

/** The part with everything taken that is sure. */
export const takeAllSure = (part: Part): Part =>
  shownBy(part).reduce((taken, { isSettled, offers: [first], ref, sure }) => {
    return first && sure === 'sure' && !isSettled ? takeOffer(taken, ref, first) : taken
  }, part)

/** The part with something that was not recognised named: a flat to stand on and measure from, a round with its axis. */
export function nameRest(part: Part, number: number, name: string): Part {
  const { model } = part
  const rest = model?.rest[number]
  if (!model || !rest?.surface) return part
  const id = freeId(part, 'face')
  const { on, plane, rings } = rest.surface
  const named: Contour = {
    id,
    name,
    kind: 'contour',
    on,
    place: { dims: [], centred: true },
    plane,
    rings,
    takes: 'nothing',
    through: rest.kind !== 'flat',
  }
  return {
    ...part,
    features: [...part.features, named],
    model: {
      ...model,
      rest: model.rest.filter((_, i) => i !== number),
      faces: { ...model.faces, [id]: rest.faces },
      settled: [...model.settled, id],
    },
  }
}

/** What would be asked of the one who drew the part, all at once. */
export const fileQuestions = (part: Part): readonly OpenQuestion[] =>
  shownBy(part).flatMap(({ isSettled, question, ref }) =>
    question && !isSettled
      ? [{ code: 'file.meant', ref, bold: part.model?.file ?? part.name, rest: question }]
      : [],
  )
