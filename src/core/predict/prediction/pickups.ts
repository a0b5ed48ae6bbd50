import { add, applyMotion, dot, type Point, scale } from '../../ground/geometry'
import { middleOf, type Part, refLabel, type Surface } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { type Standing } from '../../shop/holding'
import { figurePath, type FigureRef, figureRef, type Instrument } from '../../shop/workshop'
import { isRaw, planeNow, type PartState, waviness } from '../../work/stock'
import { type StackPickup, type StackSwing, type Term } from '../../chain/variation'
import { type Pickup, refsOfPickup, type TurnPickup } from '../../plan/way'
import { heldTerm } from './contacts'
import { centreTerms } from './indexErrors'
import { type SetupMaking } from './making'

const NAMES = ['x', 'y', 'z'] as const
type AxisName = (typeof NAMES)[number]

/**
 * How the program frame follows what is touched, axis by axis; and, where an edge is touched twice and the
 * program answers, how it turns about the zero.
 *
 * @param zero - where the program's zero lies, in the part's frame: it is turned about there.
 */
export function pickups(making: SetupMaking, zero: Point<'part'>): readonly StackPickup[] {
  const { axes, setup } = making
  const found = NAMES.map((name, k) =>
    pickup(making, name, axes[k] as Point<'part'>, setup.zero[name]),
  )
  const { turn } = setup.zero
  if (turn?.answer !== 'program') return found
  const at = touchPoint(making, turn.surface)
  return [
    ...found,
    {
      axis: axes[2],
      about: zero,
      touches: [{ surface: turn.surface, at, weight: 1 }],
      errors: [turnError(making, turn)],
    },
  ]
}

/** The vise with the part in it is turned until the edge runs true, before zero is found: about the middle of its fixed jaw. */
export function swingOf(making: SetupMaking): StackSwing | undefined {
  const { axes, standing, setup } = making
  const { turn } = setup.zero
  if (turn?.answer !== 'part') return undefined
  const about = applyMotion(standing.partFromSetup, standing.pivot)
  return { axis: axes[2], about, surface: turn.surface, errors: [turnError(making, turn)] }
}

function turnError(making: SetupMaking, turn: TurnPickup): Term {
  const { before, book, machine, part, setup, workshop } = making
  const instrument = workshop.instruments.find((tool) => tool.id === turn.instrument)
  const reads = Math.hypot(instrument?.repeatMm ?? 0, machine.repeatMm)
  const raw = isRaw(part, before, turn.surface)
  const uneven = raw ? waviness(part, turn.surface) : 0
  const source = book.index(`at ${setup.id}, zero turn touches`, () => ({
    cause: `angle of ${refLabel(part, turn.surface)} touched twice, ${instrument?.name.toLowerCase() ?? 'instrument'}`,
    link: `at ${setup.id}, zero turn`,
    setup: setup.id,
    unit: 'mm/mm',
    plusMinus: (Math.hypot(reads, uneven) * Math.SQRT2) / turn.apart.mm,
    remedy: 'Touch further apart, or with a better instrument.',
    lights: [turn.surface],
  }))
  return { source, coefficient: 1 }
}

function pickup(
  making: SetupMaking,
  name: AxisName,
  axis: Point<'part'>,
  how: Pickup,
): StackPickup {
  const { indexed } = making
  if (how.kind === 'fixture' && indexed)
    return {
      axis,
      touches: [],
      errors: centreTerms(making, indexed, name),
      kept: indexed.base.index,
    }
  if (how.kind === 'fixture') {
    const { error } = making.standing.stays[name]
    return { axis, touches: [], errors: error ? [heldTerm(making, error)] : [] }
  }
  const { before, book, machine, part, setup, workshop } = making
  const instrument = workshop.instruments.find((tool) => tool.id === how.instrument)
  const refs = refsOfPickup(how)
  const weight = 1 / refs.length
  const cause = `zero in ${name.toUpperCase()}: ${refs.map((ref) => refLabel(part, ref)).join(' and ')} touched, ${instrument?.name.toLowerCase() ?? 'instrument'}`
  const reads = Math.hypot(instrument?.repeatMm ?? 0, machine.repeatMm)
  const term = (
    id: string,
    plusMinus: number,
    remedy: string,
    more: { readonly figure?: FigureRef | undefined } = {},
  ): Term => ({
    source: book.index(`at ${setup.id}, zero ${name} ${id}`, () => ({
      cause,
      link: `at ${setup.id}, zero ${name}`,
      setup: setup.id,
      plusMinus,
      ...more,
      remedy,
      lights: refs,
    })),
    coefficient: weight,
  })
  return {
    axis,
    touches: refs.map((surface) => ({ surface, at: touchPoint(making, surface), weight })),
    errors: refs.flatMap((ref, n) => {
      const raw = isRaw(part, before, ref)
      return [
        term(
          `touch ${n}`,
          reads,
          'Find zero with a better instrument, or on the feature that it must agree with.',
          { figure: instrument && repeats(instrument, reads) },
        ),
        ...(raw
          ? [term(`raw ${n}`, waviness(part, ref), 'Cut that face before zero is found on it.')]
          : []),
      ]
    }),
  }
}

/** What an instrument repeats to, of what it and the machine do together. */
const repeats = ({ id, repeatMm }: Instrument, all: number): FigureRef =>
  figureRef(figurePath('instruments', id, 'repeatMm'), repeatMm, all)

/** Where each axis of zero is found, in the part's frame: the mean of what is touched; the stop, jaw or parallels where nothing is. */
export function zeroPlaces(
  touching: PlannedSetup,
): readonly [Point<'part'>, Point<'part'>, Point<'part'>] {
  const { standing, setup } = touching
  const place = (name: AxisName): Point<'part'> => {
    const refs = refsOfPickup(setup.zero[name])
    if (refs.length === 0) return applyMotion(standing.partFromSetup, standing.stays[name].place)
    return refs
      .map((ref) => scale(touchPoint(touching, ref), 1 / refs.length))
      .reduce((a, b) => add(a, b))
  }
  return [place('x'), place('y'), place('z')]
}

/** A touch is made in the middle of the face, a little below the top of the work; a bore at its mouth. */
function touchPoint(
  { before, standing, part, surfaces }: PlannedSetup,
  ref: string,
): Point<'part'> {
  const surface = surfaces.get(ref)
  if (!surface) return middleOf(part)
  const [, , up] = standing.setupFromPart.rows
  if (surface.kind === 'axis')
    return dot(surface.from, up) > dot(surface.to, up) ? surface.from : surface.to
  return touchOfPlane(part, before, standing, surface, up)
}

function touchOfPlane(
  part: Part,
  before: PartState,
  standing: Standing,
  surface: Surface & { kind: 'plane' },
  up: Point<'part'>,
): Point<'part'> {
  const flat = Math.abs(dot(surface.normal, up)) > 0.5
  const raised = flat ? 0 : (standing.high.z - standing.low.z) / 2 - 5
  const at = planeNow(part, before, surface)
  return flat || raised <= 0 ? at : add(at, scale(up, raised))
}
