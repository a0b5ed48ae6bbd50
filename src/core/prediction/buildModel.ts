import { applyMotion, point, rotationAbout, translation } from '../geometry'
import {
  halfDiagonal,
  middleOf,
  normalOf,
  type Part,
  partSurfaces,
  planeOf,
  type Side,
  SIDES,
  sizeAlong,
} from '../part'
import { footingContacts, type PartState, setupAxes, statesOf, viseLayout } from '../planning'
import { type Column, type StackCut, type StackModel, type StackSetup } from '../variation'
import { type Way } from '../way'
import { type Workshop } from '../workshop'
import { stackContact } from './contacts'
import { type FormTilt, type ModelMaking, type SetupMaking, WAVINESS } from './context'
import { cuts } from './cuts'
import { pickups, swingOf, zeroPlaces } from './pickups'
import { type PlannedSetup } from './planned'
import { SourceBook } from './sources'
import { zeroPoint } from './zero'

export interface Model {
  readonly stack: StackModel
  readonly planned: readonly PlannedSetup[]
  readonly states: readonly PartState[]
  /** The source of a hole's diameter, by its surface. */
  readonly sizeSource: ReadonlyMap<string, number>
  /** Surfaces whose size follows the tool and is not aimed at the middle of its limits. */
  readonly unaimed: ReadonlySet<string>
  /** The source of a plane's form error, by its surface. */
  readonly formSource: ReadonlyMap<string, number>
  /** How a plane's form lets what is laid on it lean, by its surface. */
  readonly formTilts: ReadonlyMap<string, readonly FormTilt[]>
}

/** Turns part, way and workshop into the sources, contacts, pickups and cuts of the propagation. */
export function buildModel(workshop: Workshop, part: Part, way: Way): Model {
  const states = statesOf(part, way)
  const making: ModelMaking = {
    workshop,
    part,
    surfaces: partSurfaces(part),
    book: new SourceBook(),
    sizeSource: new Map(),
    unaimed: new Set(),
    formSource: new Map(),
    formMm: new Map(),
    formTilts: new Map(),
  }
  const stock = SIDES.map((side) => stockSurface(making, side))
  const planned: PlannedSetup[] = []
  const setups = way.setups.map((setup, i): StackSetup => {
    const before = states[i] as PartState
    const layout = viseLayout(workshop, part, setup, before)
    const contacts = footingContacts(part, setup, layout, before)
    const standing = { setup, before, after: states[i + 1] as PartState, layout, contacts }
    planned.push(standing)
    return stackSetup(
      {
        ...making,
        index: i,
        setup,
        layout,
        before,
        axes: setupAxes(setup),
        found: zeroPlaces({ ...making, setup, layout, before }),
      },
      standing,
    )
  })
  return {
    stack: {
      sources: making.book.list,
      stock,
      setups,
      halfSizeMm: halfDiagonal(part),
      centre: middleOf(part),
    },
    planned,
    states,
    sizeSource: making.sizeSource,
    unaimed: making.unaimed,
    formSource: making.formSource,
    formTilts: making.formTilts,
  }
}

function stackSetup(making: SetupMaking, standing: PlannedSetup): StackSetup {
  const zero = applyMotion(making.layout.partFromSetup, zeroPoint(making.part, standing))
  return {
    contacts: standing.contacts.map((contact) => stackContact(making, contact)),
    swing: swingOf(making),
    pickups: pickups(making, zero),
    cuts: cuts(making),
  }
}

/** What of a bought face's wandering its lean over the longer way may take, and what its unevenness (common practice, no source). */
const LEANS = 0.2

/**
 * A face as bought. Its stated spread is all of its wandering: off its place, leaning both ways and
 * uneven, which together reach it at a corner. It leans by one angle, that of its longer way.
 */
function stockSurface({ book, formSource, part }: ModelMaking, side: Side): StackCut {
  const { bought, spread, name } = part.faces[side]
  const link = `stock ${side}`
  const label = `${name}, as ${bought === 'cut' ? 'bought' : bought}`
  const make = (plusMinus: number) => () => ({
    label,
    link,
    plusMinus,
    remedy: 'Cut that face before it locates anything, or touch both sides and halve.',
    lights: [side],
  })
  const normal = normalOf(side)
  const at = middleOf(part)
  const halves = planeOf(side).map((axis) => sizeAlong(part, axis) / 2)
  const lean = (LEANS * spread.mm) / Math.max(...halves)
  const offset = spread.mm * (1 - WAVINESS) - lean * halves.reduce((a, b) => a + b, 0)
  const columns: Column[] = [
    { source: book.index(`${link} offset`, make(offset)), six: translation(normal) },
  ]
  for (const axis of planeOf(side)) {
    const direction = point<'part'>(
      axis === 'x' ? 1 : 0,
      axis === 'y' ? 1 : 0,
      axis === 'z' ? 1 : 0,
    )
    columns.push({
      source: book.index(`${link} lean ${axis}`, make(lean)),
      six: rotationAbout(at, direction),
    })
  }
  formSource.set(
    side,
    book.index(`${link} form`, () => ({
      ...make(spread.mm * WAVINESS)(),
      distribution: 'one-sided',
    })),
  )
  return { surface: side, columns }
}
