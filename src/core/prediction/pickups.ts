import { dot, type Point, point } from '../geometry'
import { axisOf, isSide, middleOf, refLabel } from '../part'
import { isRaw, levelNow, type PartState, setupAxes, type ViseLayout } from '../planning'
import { type StackPickup, type Term } from '../variation'
import { type Pickup, type Setup } from '../way'
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
