import { applyMotion, point, rotationAbout, translation } from '../../ground/geometry'
import {
  axisOf,
  boughtOf,
  directionOf,
  halfDiagonal,
  isSide,
  middleOf,
  normalOf,
  type Part,
  partSurfaces,
  planeOf,
  refLabel,
  type Side,
  SIDES,
  sizeAlong,
  type Surface,
} from '../../work/part'
import { acrossOf } from '../../ground/recipe'
import { type Plan, type PlannedSetup, swungIn, zeroPoint } from '../../plan/planning'
import { indexColumn, leanColumn } from './indexErrors'
import { WAVINESS } from '../../work/stock'
import { type Column, type StackCut, type StackModel, type StackSetup } from '../../chain/variation'
import { attachedSurfaces } from './attached'
import { stackContact } from './contacts'
import { type FormTilt, type ModelMaking, type SetupMaking } from './making'
import { cuts } from './cuts'
import { pickups, swingOf, zeroPlaces } from './pickups'
import { SourceBook } from './sources'

export interface Model {
  readonly stack: StackModel
  /** The source of a hole's diameter, by its surface. */
  readonly sizeSource: ReadonlyMap<string, number>
  /** Surfaces whose size follows the tool and is not aimed at the middle of its limits. */
  readonly unaimed: ReadonlySet<string>
  /** The source of a plane's form error, by its surface. */
  readonly formSource: ReadonlyMap<string, number>
  /** How a plane's form lets what is laid on it lean, by its surface. */
  readonly formTilts: ReadonlyMap<string, readonly FormTilt[]>
}

/** Turns a plan into the sources, contacts, pickups and cuts of the propagation. */
export function buildModel({ part, setups: planned }: Plan): Model {
  const making: ModelMaking = {
    book: new SourceBook(),
    sizeSource: new Map(),
    unaimed: new Set(),
    formSource: new Map(),
    formMm: new Map(),
    formTilts: new Map(),
  }
  const stock = [
    ...SIDES.map((side) => stockSurface(making, part, side)),
    ...[...partSurfaces(part).values()].flatMap((surface) => castSurface(making, part, surface)),
    ...attachedSurfaces(making, planned),
  ]
  const setups = planned.map((setup) => stackSetup(making, setup))
  const { book, formSource, formTilts, sizeSource, unaimed } = making
  return {
    stack: {
      sources: book.list,
      stock,
      setups,
      halfSizeMm: halfDiagonal(part),
      centre: middleOf(part),
    },
    sizeSource,
    unaimed,
    formSource,
    formTilts,
  }
}

function stackSetup(model: ModelMaking, planned: PlannedSetup): StackSetup {
  const making: SetupMaking = {
    ...model,
    ...planned,
    axes: planned.standing.setupFromPart.rows,
    found: zeroPlaces(planned),
  }
  const zero = applyMotion(planned.standing.partFromSetup, zeroPoint(planned))
  if (planned.indexed)
    return {
      shares: planned.indexed.base.index,
      moved: [indexColumn(making, planned.indexed)],
      contacts: planned.contacts.map(({ against, at, normal, surface }) => ({
        surface,
        at,
        normal,
        against,
        errors: [],
      })),
      pickups: pickups(making, zero),
      cuts: cuts(making),
    }
  return {
    contacts: planned.contacts.map((contact) => stackContact(making, contact)),
    moved: planned.leaning && !swungIn(planned) ? [leanColumn(making, planned.leaning)] : undefined,
    swing: swingOf(making),
    pickups: pickups(making, zero),
    cuts: cuts(making),
  }
}

/** What of a bought face's wandering its lean over the longer way may take, and what its unevenness (common practice, no source). */
const LEANS = 0.2

/** A surface of a feature that came with the stock: off its place, and uneven. */
function castSurface(
  { book, formSource }: ModelMaking,
  part: Part,
  surface: Surface,
): StackCut | readonly [] {
  const bought = isSide(surface.owner) ? undefined : boughtOf(part, surface.id)
  if (!bought || bought.spread.mm === 0) return []
  const make = (plusMinus: number) => () => ({
    cause: `${refLabel(part, surface.id)}, as ${bought.bought === 'cut' ? 'bought' : bought.bought}`,
    link: `stock ${surface.id}`,
    plusMinus,
    remedy: 'Cut it before it locates anything, or set the part by what it must agree with.',
    lights: [surface.id],
  })
  const ways = surface.kind === 'plane' ? [surface.normal] : acrossOf(directionOf(surface))
  const columns = ways.map((way, i): Column => ({
    source: book.index(
      `stock ${surface.id}, offset ${i + 1}`,
      make(bought.spread.mm * (1 - WAVINESS)),
    ),
    six: translation(way),
  }))
  if (surface.kind === 'plane')
    formSource.set(
      surface.id,
      book.index(`stock ${surface.id}, form`, () => ({
        ...make(bought.spread.mm * WAVINESS)(),
        distribution: 'one-sided',
      })),
    )
  return { surface: surface.id, columns }
}

interface BoughtSource {
  readonly cause: string
  readonly link: string
  readonly plusMinus: number
  readonly remedy: string
  readonly lights: readonly Side[]
}

/** A face of a block of stock: off its place, and leaning both ways by one angle, that of its longer way. */
function blockColumns(
  { book }: Pick<ModelMaking, 'book'>,
  part: Part,
  side: Side,
  make: (plusMinus: number) => () => BoughtSource,
): readonly Column[] {
  const at = middleOf(part)
  const halves = planeOf(side).map((axis) => sizeAlong(part, axis) / 2)
  const { spread } = part.faces[side]
  const lean = (LEANS * spread.mm) / Math.max(...halves)
  const offset = spread.mm * (1 - WAVINESS) - lean * halves.reduce((a, b) => a + b, 0)
  return [
    { source: book.index(`stock ${side}, offset`, make(offset)), six: translation(normalOf(side)) },
    ...planeOf(side).map((axis): Column => {
      const direction = point<'part'>(
        axis === 'x' ? 1 : 0,
        axis === 'y' ? 1 : 0,
        axis === 'z' ? 1 : 0,
      )
      return {
        source: book.index(`stock ${side}, lean ${axis}`, () => ({
          ...make(lean)(),
          unit: 'mm/mm',
        })),
        six: rotationAbout(at, direction),
      }
    }),
  ]
}

/** Whether a side is round: it touches the bar along one line. */
const isRoundBar = ({ stock }: Part, side: Side): boolean =>
  stock?.form === 'round' && stock.along !== axisOf(side)

/** A bar is thicker or thinner all round: what holds it in the middle does not see that. */
function barColumn({ book }: Pick<ModelMaking, 'book'>, part: Part, side: Side): Column {
  const round = SIDES.filter((one) => isRoundBar(part, one))
  const widest = Math.max(...round.map((one) => part.faces[one].spread.mm))
  return {
    source: book.index('stock bar, radius', () => ({
      cause: 'radius of the bar, as bought',
      link: 'stock bar',
      plusMinus: widest * (1 - WAVINESS),
      remedy: 'Hold it in the middle, or touch both sides and halve.',
      lights: round,
    })),
    six: translation(normalOf(side)),
  }
}

/**
 * A face as bought. Its stated spread is all of its wandering: off its place, leaning both ways and
 * uneven, which together reach it at a corner. It leans by one angle, that of its longer way.
 */
function stockSurface({ book, formSource }: ModelMaking, part: Part, side: Side): StackCut {
  const { bought, spread, name } = part.faces[side]
  const link = `stock ${side}`
  const cause = `${name}, as ${bought === 'cut' ? 'bought' : bought}`
  const make = (plusMinus: number) => () => ({
    cause,
    link,
    plusMinus,
    remedy: 'Cut that face before it locates anything, or touch both sides and halve.',
    lights: [side],
  })
  const columns = isRoundBar(part, side)
    ? [barColumn({ book }, part, side)]
    : blockColumns({ book }, part, side, make)
  formSource.set(
    side,
    book.index(`${link}, form`, () => ({
      ...make(spread.mm * WAVINESS)(),
      distribution: 'one-sided',
    })),
  )
  return { surface: side, columns }
}
