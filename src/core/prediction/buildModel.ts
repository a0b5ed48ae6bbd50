import { point, rotationAbout, translation } from '../geometry'
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
import {
  type FootingContact,
  footingContacts,
  type PartState,
  statesOf,
  type ViseLayout,
  viseLayout,
} from '../planning'
import { type Column, type StackCut, type StackModel, type StackSetup } from '../variation'
import { type Setup, type Way } from '../way'
import { type Workshop } from '../workshop'
import { stackContact } from './contacts'
import { type Context, WAVINESS } from './context'
import { cuts } from './cuts'
import { pickups } from './pickups'
import { SourceBook } from './sources'

/** A setup with all that was derived for it, kept for the findings, the pictures and the sheet. */
export interface PlannedSetup {
  readonly setup: Setup
  readonly before: PartState
  readonly after: PartState
  readonly layout: ViseLayout
  readonly contacts: readonly FootingContact[]
}

export interface Model {
  readonly stack: StackModel
  readonly planned: readonly PlannedSetup[]
  readonly states: readonly PartState[]
  /** The source of a hole's diameter, by its surface. */
  readonly sizeSource: ReadonlyMap<string, number>
  /** The source of a plane's form error, by its surface. */
  readonly formSource: ReadonlyMap<string, number>
  /** The setup in which a face or feature was cut last. */
  readonly cutIn: (owner: string) => number | undefined
}

/** Turns part, way and workshop into the sources, contacts, pickups and cuts of the propagation. */
export function buildModel(workshop: Workshop, part: Part, way: Way): Model {
  const book = new SourceBook()
  const states = statesOf(part, way)
  const surfaces = partSurfaces(part)
  const context: Context = {
    workshop,
    part,
    surfaces,
    book,
    sizeSource: new Map(),
    formSource: new Map(),
  }
  const stock = SIDES.map((side) => stockSurface(context, side))
  const planned: PlannedSetup[] = []
  const setups = way.setups.map((setup, i): StackSetup => {
    const before = states[i] as PartState
    const layout = viseLayout(workshop, part, setup, before)
    const contacts = footingContacts(part, setup, layout, before)
    planned.push({ setup, before, after: states[i + 1] as PartState, layout, contacts })
    return {
      contacts: contacts.map((contact) => stackContact(context, i, layout, contact)),
      pickups: pickups(context, i, setup, layout, before),
      cuts: cuts(context, i, setup, layout),
    }
  })
  return {
    stack: {
      sources: book.list,
      stock,
      setups,
      halfSizeMm: halfDiagonal(part),
      centre: middleOf(part),
    },
    planned,
    states,
    sizeSource: context.sizeSource,
    formSource: context.formSource,
    cutIn: (owner) => states[states.length - 1]?.cut.get(owner)?.setup,
  }
}

/** A face as bought: off its place, and leaning both ways by half as much at its edges. */
function stockSurface({ part, book, formSource }: Context, side: Side): StackCut {
  const { bought, spread, name } = part.faces[side]
  const link = `stock ${side}`
  const label = `${name}, as ${bought === 'cut' ? 'bought' : bought}`
  const make = (plusMinus: number) => () => ({ label, link, plusMinus })
  const normal = normalOf(side)
  const at = middleOf(part)
  const columns: Column[] = [
    { source: book.index(`${link} offset`, make(spread.mm)), six: translation(normal) },
  ]
  for (const axis of planeOf(side)) {
    const direction = point<'part'>(
      axis === 'x' ? 1 : 0,
      axis === 'y' ? 1 : 0,
      axis === 'z' ? 1 : 0,
    )
    const across = planeOf(side).find((a) => a !== axis) ?? axis
    const lean = spread.mm / sizeAlong(part, across)
    columns.push({
      source: book.index(`${link} lean ${axis}`, make(lean)),
      six: rotationAbout(at, direction),
    })
  }
  formSource.set(
    side,
    book.index(`${link} form`, () => ({
      label,
      link,
      plusMinus: spread.mm * WAVINESS,
      distribution: 'one-sided',
    })),
  )
  return { surface: side, columns }
}
