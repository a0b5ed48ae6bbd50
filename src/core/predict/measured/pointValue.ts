import {
  contactRow,
  norm,
  type Point,
  point,
  scale,
  scaleSix,
  type Six,
} from '../../ground/geometry'
import { fail, type Result, succeed } from '../../ground/issues'
import { type PlannedSetup } from '../../plan/planning'
import { FormBuilder, formOf, knownPart, type Sparse, sparseFrom } from '../../chain/variation'
import { type WayChain } from '../prediction'
import { lastCuts } from './lastCuts'
import { type PointValue } from './schema'
import { type At, machineOf, sigmaOf, type Taken, withoutMachine } from './seen'

/** A point of a surface as an observation. */
export function pointValue(at: At, value: PointValue): Result<Taken> {
  const { chain } = at
  const surface = chain.plan.surfaces.get(value.surface)
  if (!surface)
    return fail('measured.surface', `the part has no single surface “${value.surface}”.`)
  const machine = machineOf(chain, value.machine)
  if (!machine.ok) return machine
  const along = value.direction
    ? unit(value.direction)
    : surface.kind === 'plane'
      ? surface.normal
      : undefined
  if (!along)
    return fail(
      'measured.direction',
      `say along which direction the axis “${value.surface}” is off.`,
    )
  const [x, y, z] = value.point
  const row = contactRow(point<'part'>(x, y, z), along)
  const words = `${value.surface} at ${[x, y, z].join(', ')}`
  return succeed({
    piece: at.piece,
    place: at.place,
    requirement: undefined,
    words,
    value: value.deviation,
    nominal: 0,
    unit: 'mm',
    shown: (observed) => observed,
    inProcess: false,
    after: lastCuts(chain).get(value.surface) ?? -1,
    surfaces: [value.surface],
    observed: {
      piece: at.piece,
      place: at.place,
      group: at.piece,
      form: pointForm(at, value.surface, row, machine.value),
      value: value.deviation,
      sigma: sigmaOf(chain, value, false),
      called: words,
    },
  })
}

/** How far a surface is off along a row: in the piece's own alignment, or from the program's zero in a clamping. */
function pointForm(
  { chain, piece, pieces }: At,
  surface: string,
  row: Six,
  machine: PlannedSetup | undefined,
): Sparse {
  const { model, stacked } = chain
  const { sources } = model.stack
  const builder = new FormBuilder(sources.length + 6 * stacked.bearings.length)
  const off = formOf({ rows: [{ surface, row }], terms: [] }, stacked.surfaces, builder)
  builder.addForm(knownPart(off, sources.length), 1)
  // What is shared by all that is cut in the clamping drops out where the machine reads from its own zero.
  const placed = machine && clampedForms(chain, machine.index)
  if (placed) builder.addForms(placed, scaleSix(row, -1))
  const own = pieces.of(
    withoutMachine(knownPart(builder.take(), sources.length), chain, machine),
    piece,
  )
  if (machine) return own
  const first = pieces.aligned(piece)
  return sparseFrom(
    [
      ...Array.from(own.indices, (index, i): [number, number] => [
        index,
        own.coefficients[i] as number,
      ]),
      ...row.map((value, k): [number, number] => [first + k, value]),
    ].sort(([a], [b]) => a - b),
  )
}

/** w − q of a setup, as what it cuts has it. */
function clampedForms({ model, stacked }: WayChain, setup: number) {
  const cut = model.stack.setups[setup]?.cuts[0]
  return cut && stacked.surfaces.get(cut.surface)?.shared?.forms
}

const unit = ([x, y, z]: readonly [number, number, number]): Point<'part'> | undefined => {
  const way = point<'part'>(x, y, z)
  const length = norm(way)
  return length > 1e-9 ? scale(way, 1 / length) : undefined
}
