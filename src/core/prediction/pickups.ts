import { dot, type Point, point } from '../geometry'
import { axisOf, isSide, middleOf, refLabel } from '../part'
import { isRaw, levelNow, type PartState, setupAxes, type ViseLayout } from '../planning'
import { type StackPickup, type Term } from '../variation'
import { type Pickup, refsOfPickup, type Setup, type TurnPickup } from '../way'
import { type Context, waviness } from './context'

/** How the program frame follows what is touched, axis by axis. */
export function pickups(
  context: Context,
  i: number,
  setup: Setup,
  layout: ViseLayout,
  before: PartState,
): readonly StackPickup[] {
  const axes = setupAxes(setup)
  const found = (['x', 'y', 'z'] as const).map((name, k) => {
    const axis = axes[k] as Point<'part'>
    return pickup(context, i, name, axis, setup.zero[name], layout, before)
  })
  const { turn } = setup.zero
  return turn ? [...found, turnPickup(context, i, axes[2], turn, layout, before)] : found
}

/** The program turns with an edge that was touched twice; turning the part instead comes to the same. */
function turnPickup(
  context: Context,
  i: number,
  up: Point<'part'>,
  turn: TurnPickup,
  layout: ViseLayout,
  before: PartState,
): StackPickup {
  const { book, part, workshop } = context
  const instrument = workshop.instruments.find((tool) => tool.id === turn.instrument)
  const link = `${i} zero turn`
  const reads = Math.hypot(instrument?.repeatMm ?? 0, layout.machine.repeatMm)
  const raw = isSide(turn.surface) && isRaw(part, before, turn.surface)
  const uneven = raw ? waviness(part, turn.surface) : 0
  const at = touchPoint(context, before, layout, turn.surface)
  return {
    axis: up,
    about: at,
    touches: [{ surface: turn.surface, at, weight: 1 }],
    errors: [
      {
        source: book.index(`${link} touches`, () => ({
          label: `angle of ${refLabel(part, turn.surface)} touched twice, ${instrument?.name.toLowerCase() ?? 'instrument'}`,
          link,
          setup: i,
          plusMinus: (Math.hypot(reads, uneven) * Math.SQRT2) / turn.apart.mm,
        })),
        coefficient: 1,
      },
    ],
  }
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
  const refs = refsOfPickup(how)
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
