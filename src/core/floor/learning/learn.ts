import { type Batch, learnSpreads, type Learning, type LearntSpread } from '../../chain/learning'
import { chiSquaredBelow, shareRange } from '../../ground/statistics'
import { type Result, succeed } from '../../ground/issues'
import { type Plan } from '../../plan/planning'
import {
  isShared,
  type MeasuredPiece,
  steerable,
  type TakenAll,
  takenOf,
} from '../../predict/measured'
import { chainOf } from '../../predict/prediction'
import { figureIn, type ShopFigure, type Workshop } from '../../shop/workshop'
import { type Series, seriesOf } from './series'

/** Pieces that were made by one plan: its way, part and workshop as they were released. */
export interface MadeByPlan {
  readonly plan: Plan
  readonly pieces: readonly MeasuredPiece[]
  /** Learnt from, but not shown piece by piece. */
  readonly isAside?: boolean
}

/** A figure of the shop as its pieces have it. */
export interface LearntFigure extends ShopFigure {
  /** In the figure’s own unit; between low and high with 95 %. */
  readonly learnt: number
  readonly low: number
  readonly high: number
  readonly pieces: number
  /** From so many draws it would be known as well. */
  readonly draws: number
  /** Enough was measured for it to be heard. */
  readonly speaks: boolean
  /** Against what the book says, once it speaks. */
  readonly verdict: 'agrees' | 'wider' | 'tighter' | 'not yet'
}

/** Gear that is the same in all pieces, as it seems to be. */
export interface GearSeen {
  readonly key: string
  readonly cause: string
  readonly gear: string
  readonly unit: 'mm' | 'mm/mm'
  /** What the book allows for, ±. */
  readonly book: number
  readonly value: number
  /** ±, three sigma. */
  readonly plusMinus: number
}

/** How honest the predictions were. */
export interface Honesty {
  readonly values: number
  readonly inside: number
  /** The share of values that lie where they were expected in truth, 95 %, as if none hung on another. */
  readonly range: readonly [number, number]
  /** How far measured values scatter, in parts of what was predicted. */
  readonly scatter: number
  readonly verdict: 'as predicted' | 'too narrow' | 'too wide' | 'not yet'
}

/** What was learnt from pieces that were made and measured. */
export interface Learned {
  readonly figures: readonly LearntFigure[]
  readonly gear: readonly GearSeen[]
  readonly honesty: Honesty
  /** What was measured, piece by piece in the order in which they were given. */
  readonly series: readonly Series[]
  /** Pieces that stand apart from the others, by plan and id: nothing is learnt from them. */
  readonly apart: readonly { readonly plan: number; readonly piece: string }[]
}

/** A figure is heard from so many pieces on, and when its logarithm is known as well as this (no source). */
const HEARD = { pieces: 8, sigmaLog: 0.3 } as const
/** A piece stands apart that chance would make once in so many. */
const APART = 1e-5
/** The book is said to be wrong where chance would do it once in two hundred. */
const DOUBT = 0.0025
/** Shared gear is told when what is known of it has come down to this part of what the book says. */
const TELLING = 0.6

/**
 * Learns from finished pieces of one shop.
 *
 * @param workshop - as the book has it now.
 * @returns `measured.*` issues when a value names what is not there.
 */
export function learnFrom(made: readonly MadeByPlan[], workshop: Workshop): Result<Learned> {
  const taken: { readonly id: string; readonly taken: TakenAll }[][] = []
  for (const { pieces, plan } of made) {
    const { chain } = steerable(chainOf(plan))
    const own: { readonly id: string; readonly taken: TakenAll }[] = []
    for (const piece of pieces) {
      const all = takenOf(chain, [piece])
      if (!all.ok) return all
      own.push({ id: piece.id, taken: all.value })
    }
    taken.push(own)
  }
  const batches = made.map(({ plan }, b) => batchOf(plan, taken[b] ?? [], workshop))
  const { apart, learning } = withoutApart(batches)
  const series = seriesOf(
    made.flatMap(({ isAside, plan }, b) => (isAside ? [] : [{ plan, pieces: taken[b] ?? [] }])),
  )
  return succeed({
    figures: learning.spreads.flatMap((one) => figureOf(one, workshop) ?? []),
    gear: gearOf(learning),
    honesty: honestyOf(learning, series),
    series,
    apart: apart.map(({ batch, piece }) => ({
      plan: batch,
      piece: taken[batch]?.[piece]?.id ?? '',
    })),
  })
}

function batchOf(
  plan: Plan,
  pieces: readonly { readonly taken: TakenAll }[],
  workshop: Workshop,
): Batch {
  return {
    isShared,
    bookThen: (path) => {
      const [then, now] = [figureIn(plan.workshop, path)?.value, figureIn(workshop, path)?.value]
      return then !== undefined && now !== undefined && now > 0 ? then / now : 1
    },
    pieces: pieces.map(({ taken }) => {
      // How a piece’s points were aligned is a guess of its own: only what the drawing asks for is learnt from.
      const known = taken.taken.flatMap(({ observed, requirement, words }) =>
        observed && requirement !== undefined ? [{ observed, words }] : [],
      )
      return {
        layout: known.map(({ observed, words }) => `${words} ${observed.sigma}`).join('|'),
        observed: known.map(({ observed }) => observed),
        sources: taken.pieces.sources,
      }
    }),
  }
}

interface Apart {
  readonly batch: number
  readonly piece: number
}

/** Learns, and learns again without pieces that stand apart: a fault in one is no figure of the shop. */
function withoutApart(batches: readonly Batch[]): {
  readonly learning: Learning
  readonly apart: readonly Apart[]
} {
  const places = batches.map(({ pieces }) => pieces.map((_, p) => p))
  const apart: Apart[] = []
  for (;;) {
    const learning = learnSpreads(
      batches.map((batch, b) => ({
        ...batch,
        pieces: (places[b] ?? []).flatMap((p) => batch.pieces[p] ?? []),
      })),
    )
    const standing = learning.apart.flatMap((own, batch) =>
      own.flatMap(({ square, values }, p) => {
        const beyond = 1 - chiSquaredBelow(square, Math.max(1, values))
        const piece = places[batch]?.[p]
        return beyond < APART && piece !== undefined ? [{ batch, piece, square }] : []
      }),
    )
    // One at a time: a fault in one piece makes the others look odd as well.
    const [worst] = standing.sort((a, b) => b.square - a.square)
    const left = places.reduce((sum, own) => sum + own.length, 0)
    if (!worst || left <= 2) return { learning, apart }
    apart.push(worst)
    places[worst.batch] = (places[worst.batch] ?? []).filter((p) => p !== worst.piece)
  }
}

function figureOf(
  { draws, high, low, path, pieces, ratio, sigmaLog }: LearntSpread,
  workshop: Workshop,
): LearntFigure | undefined {
  const figure = figureIn(workshop, path)
  if (!figure) return undefined
  const speaks = pieces >= HEARD.pieces && sigmaLog <= HEARD.sigmaLog
  return {
    ...figure,
    learnt: ratio * figure.value,
    low: low * figure.value,
    high: high * figure.value,
    pieces,
    draws,
    speaks,
    verdict: !speaks ? 'not yet' : low > 1 ? 'wider' : high < 1 ? 'tighter' : 'agrees',
  }
}

/** Gear of all batches of which something is known: of the same, what is known best. */
function gearOf({ gear }: Learning): readonly GearSeen[] {
  const best = new Map<string, GearSeen>()
  for (const { sigma, source, value } of gear.flat()) {
    const { cause, gear: name = '', key, plusMinus: book, unit = 'mm' } = source
    const found: GearSeen = {
      key,
      cause,
      gear: name,
      unit,
      book,
      value,
      plusMinus: 3 * sigma,
    }
    const known = best.get(key)
    if (found.plusMinus < TELLING * book && (!known || found.plusMinus < known.plusMinus))
      best.set(key, found)
  }
  return [...best.values()]
}

function honestyOf({ surprise, values }: Learning, series: readonly Series[]): Honesty {
  const points = series.flatMap((one) => one.points).filter(({ plusMinus }) => plusMinus > 0)
  const inside = points.filter(({ isInside }) => isInside).length
  const below = values > 0 ? chiSquaredBelow(surprise, values) : 0.5
  return {
    values: points.length,
    inside,
    range: shareRange(inside, points.length),
    scatter: values > 0 ? Math.sqrt(surprise / values) : 1,
    verdict:
      values < HEARD.pieces
        ? 'not yet'
        : below > 1 - DOUBT
          ? 'too narrow'
          : below < DOUBT
            ? 'too wide'
            : 'as predicted',
  }
}
