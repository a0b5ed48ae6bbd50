import {
  addSix,
  cross,
  dot,
  type Point,
  point,
  rotationAbout,
  scale,
  type Six,
  subtract,
  translation,
} from '../geometry'
import {
  featureSurfaces,
  halfDiagonal,
  isSide,
  middleOf,
  type Part,
  partSurfaces,
  planeOf,
  refLabel,
  SIDES,
  type Side,
  sizeAlong,
  type Surface,
  axisOf,
  normalOf,
} from '../part'
import {
  type FootingContact,
  footingContacts,
  isRaw,
  levelNow,
  type PartState,
  processOf,
  setupAxes,
  statesOf,
  type ViseLayout,
  viseLayout,
} from '../planning'
import {
  type StackContact,
  type StackCut,
  type StackModel,
  type StackPickup,
  type StackSetup,
  type Column,
  type Term,
} from '../variation'
import { type Op, type Pickup, type Setup, type Way } from '../way'
import { type Workshop } from '../workshop'
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

/** Local unevenness of a bought face where a contact or a touch meets it, as part of its spread (common practice, no source). */
const WAVINESS = 0.25

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

interface Context {
  readonly workshop: Workshop
  readonly part: Part
  readonly surfaces: ReadonlyMap<string, Surface>
  readonly book: SourceBook
  readonly sizeSource: Map<string, number>
  readonly formSource: Map<string, number>
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

function stackContact(
  context: Context,
  i: number,
  layout: ViseLayout,
  contact: FootingContact,
): StackContact {
  const { book, part, workshop } = context
  const { parallels, vise } = layout
  const errors: Term[] = []
  const here = (what: string, label: string, plusMinus: number, link = `${i} ${what}`): number =>
    book.index(`${i} ${what}`, () => ({ label, link, setup: i, plusMinus }))
  const gear = (name: string, id: string, label: string, plusMinus: number): number =>
    book.index(id, () => ({ label, link: id, gear: name, plusMinus }))
  const add = (source: number, coefficient = 1): void => void errors.push({ source, coefficient })
  const onto = { rest: 'on the parallels', guide: 'on the fixed jaw', stop: 'at the stop' }[
    contact.role
  ]
  const seatLabel = contact.raw
    ? `raw ${refLabel(part, contact.surface)} ${onto}`
    : `seating ${onto}`
  add(
    here(
      `seat ${contact.id}`,
      seatLabel,
      contact.raw ? waviness(part, contact.surface) : workshop.seatMm,
      `${i} seat ${contact.role}`,
    ),
  )
  switch (contact.role) {
    case 'rest':
      if (contact.inSetup.y < (layout.parallelY[0] + layout.parallelY[1]) / 2)
        add(
          gear(
            parallels.name,
            `parallels ${parallels.id}`,
            'parallels differ',
            parallels.differenceMm,
          ),
        )
      if (contact.atMovingJaw) {
        const lift = {
          label: 'moving jaw lifts the work',
          link: `${i} lift`,
          setup: i,
          plusMinus: vise.liftMm,
          distribution: 'one-sided' as const,
        }
        add(
          book.index(`${i} lift`, () => lift),
          -1,
        )
      }
      break
    case 'guide':
      // How far the jaw face stands off at this height and place; its zero is at mid grip, mid jaw.
      add(
        gear(vise.name, `lean ${vise.id}`, 'fixed jaw out of square', vise.leanPer100 / 100),
        contact.inSetup.z - (layout.low.z + layout.gripMm / 2),
      )
      add(
        gear(vise.name, `tram ${vise.id}`, 'fixed jaw out of line', vise.tramPer100 / 100),
        contact.inSetup.x,
      )
      break
    case 'stop':
      add(here('stop', 'coming back to the stop', vise.stopMm))
      break
  }
  return { surface: contact.surface, at: contact.at, normal: contact.normal, errors }
}

const waviness = (part: Part, surface: string): number =>
  isSide(surface) ? part.faces[surface].spread.mm * WAVINESS : 0

function pickups(
  context: Context,
  i: number,
  setup: Setup,
  layout: ViseLayout,
  before: PartState,
): readonly StackPickup[] {
  const axes = setupAxes(setup)
  return (['x', 'y', 'z'] as const).map((name, k) => {
    const axis = axes[k] as Point<'part'>
    return pickup(context, i, name, axis, setup.zero[name], layout, before)
  })
}

function pickup(
  context: Context,
  i: number,
  name: 'x' | 'y' | 'z',
  axis: Point<'part'>,
  how: Pickup,
  layout: ViseLayout,
  before: PartState,
): StackPickup {
  const { book, part, workshop } = context
  const link = `${i} zero ${name}`
  const term = (id: string, label: string, plusMinus: number, coefficient: number): Term => ({
    source: book.index(`${link} ${id}`, () => ({ label, link, setup: i, plusMinus })),
    coefficient,
  })
  if (how.kind === 'fixture') {
    const kept = name === 'x' ? 'stop' : name === 'y' ? 'fixed jaw' : 'parallels'
    return {
      axis,
      touches: [],
      errors: [
        term(
          'stored',
          `zero in ${name.toUpperCase()}: ${kept}, as stored`,
          layout.vise.storedMm,
          1,
        ),
      ],
    }
  }
  const instrument = workshop.instruments.find((tool) => tool.id === how.instrument)
  const refs =
    how.kind === 'both-sides'
      ? [how.first, how.second]
      : how.kind === 'bore'
        ? [how.feature]
        : [how.surface]
  const weight = 1 / refs.length
  const label = `zero in ${name.toUpperCase()}: ${refs.map((ref) => refLabel(part, ref)).join(' and ')} touched, ${instrument?.name.toLowerCase() ?? 'instrument'}`
  const reads = Math.hypot(instrument?.repeatMm ?? 0, layout.machine.repeatMm)
  return {
    axis,
    touches: refs.map((surface) => ({
      surface,
      at: touchPoint(context, before, layout, surface),
      weight,
    })),
    errors: refs.flatMap((ref, n) => {
      const raw =
        isSide(ref) && isRaw(part, before, ref)
          ? [term(`raw ${n}`, label, waviness(part, ref), weight)]
          : []
      return [term(`touch ${n}`, label, reads, weight), ...raw]
    }),
  }
}

/** A touch is made in the middle of the face, a little below the top of the work; a bore at its mouth. */
function touchPoint(
  { part, surfaces }: Context,
  before: PartState,
  layout: ViseLayout,
  ref: string,
): Point<'part'> {
  const surface = surfaces.get(ref)
  if (!surface) return middleOf(part)
  if (surface.kind === 'axis') return surface.from
  const [, , up] = layout.setupFromPart.rows
  const flat = Math.abs(dot(surface.normal, up)) > 0.5
  const raised = flat ? 0 : (layout.high.z - layout.low.z) / 2 - 5
  const at = isSide(ref)
    ? { ...surface.at, [axisOf(ref)]: levelNow(part, before, ref) }
    : surface.at
  return flat || raised <= 0
    ? at
    : point(at.x + up.x * raised, at.y + up.y * raised, at.z + up.z * raised)
}

function cuts(context: Context, i: number, setup: Setup, layout: ViseLayout): readonly StackCut[] {
  const found = new Map<string, StackCut>()
  for (const op of setup.ops) {
    for (const surface of surfacesOfOp(context, op))
      found.set(surface.id, {
        surface: surface.id,
        columns: cutColumns(context, i, setup, layout, op, surface),
      })
  }
  return [...found.values()]
}

function surfacesOfOp({ part, surfaces }: Context, op: Op): readonly Surface[] {
  if (isSide(op.feature)) {
    const face = surfaces.get(op.feature)
    return face ? [face] : []
  }
  const feature = part.features.find((f) => f.id === op.feature)
  return feature ? featureSurfaces(part, feature) : []
}

/** m: what machine and cutter add to a surface cut here. */
function cutColumns(
  context: Context,
  i: number,
  setup: Setup,
  layout: ViseLayout,
  op: Op,
  surface: Surface,
): readonly Column[] {
  const { book, part, workshop } = context
  const process = processOf(part, setup, op)
  const can = workshop.capabilities[process]
  const { machine } = layout
  const [x, y, z] = setupAxes(setup)
  const what = refLabel(part, op.feature)
  const link = `${i} cut ${op.feature}`
  const own = (
    id: string,
    plusMinus: number,
    six: Six,
    distribution: 'normal' | 'one-sided' = 'normal',
  ): Column => ({
    source: book.index(`${i} ${surface.id} ${id}`, () => ({
      label: `machine and cutter, ${what}`,
      link,
      setup: i,
      plusMinus,
      distribution,
    })),
    six,
  })
  const place = Math.hypot(can.positionMm, machine.repeatMm)
  if (can.formMm > 0 && surface.kind === 'plane')
    context.formSource.set(
      surface.id,
      own('form', can.formMm, translation(point(0, 0, 0)), 'one-sided').source,
    )
  if (surface.kind === 'axis') {
    const feature = part.features.find((f) => f.id === op.feature)
    if (can.sizeMm > 0 && feature)
      context.sizeSource.set(
        surface.id,
        own('size', can.sizeMm, translation(point(0, 0, 0))).source,
      )
    const mouth = dot(surface.from, z) > dot(surface.to, z) ? surface.from : surface.to
    const tram = (name: string, axis: Point<'part'>): Column =>
      machineColumn(
        context,
        layout,
        `tram ${name}`,
        'spindle out of square',
        machine.tramPer100 / 100,
        rotationAbout(mouth, axis),
      )
    return [
      own('place x', place, translation(x)),
      own('place y', place, translation(y)),
      own('lean x', can.leanPer100 / 100, rotationAbout(mouth, x)),
      own('lean y', can.leanPer100 / 100, rotationAbout(mouth, y)),
      tram('x', x),
      tram('y', y),
      skew(context, layout, mouth, x, y),
    ]
  }
  const across = dot(surface.normal, z)
  if (Math.abs(across) > 0.5) {
    const toolLength = book.index(`${i} tool length ${op.cutter ?? process}`, () => ({
      label: 'tool length',
      link: `${i} tool length`,
      setup: i,
      plusMinus: machine.toolLengthMm,
    }))
    return [
      own('depth', place, translation(z)),
      { source: toolLength, six: translation(z) },
      own('lean x', can.leanPer100 / 100, rotationAbout(surface.at, x)),
      own('lean y', can.leanPer100 / 100, rotationAbout(surface.at, y)),
    ]
  }
  const level = cross(surface.normal, z)
  const wall = [
    own('place', place, translation(surface.normal)),
    own('lean', can.leanPer100 / 100, rotationAbout(surface.at, level)),
    own('turn', can.leanPer100 / 400, rotationAbout(surface.at, z)),
  ]
  return Math.abs(dot(surface.normal, x)) > 0.5
    ? [...wall, skewTurn(context, layout, surface.at, y, z, x)]
    : wall
}

function machineColumn(
  { book }: Context,
  { machine }: ViseLayout,
  id: string,
  label: string,
  plusMinus: number,
  six: Six,
): Column {
  const link = `${machine.id} ${id.split(' ')[0] ?? id}`
  return {
    source: book.index(`${machine.id} ${id}`, () => ({
      label,
      link,
      gear: machine.name,
      plusMinus,
    })),
    six,
  }
}

/** Y travel leans towards X: a place `y` further back from the middle of the work comes out to one side. */
function skew(
  context: Context,
  layout: ViseLayout,
  at: Point<'part'>,
  x: Point<'part'>,
  y: Point<'part'>,
): Column {
  const back = dot(subtract(at, middleOf(context.part)), y)
  return machineColumn(
    context,
    layout,
    'skew',
    'travel Y out of square to X',
    layout.machine.squarePer100 / 100,
    translation(scale(x, back)),
  )
}

/** The same lean for a wall along Y: it turns as a whole. */
function skewTurn(
  context: Context,
  layout: ViseLayout,
  at: Point<'part'>,
  y: Point<'part'>,
  z: Point<'part'>,
  x: Point<'part'>,
): Column {
  const back = dot(subtract(at, middleOf(context.part)), y)
  const six = addSix(rotationAbout(at, z, -1), translation(scale(x, back)))
  return machineColumn(
    context,
    layout,
    'skew',
    'travel Y out of square to X',
    layout.machine.squarePer100 / 100,
    six,
  )
}
