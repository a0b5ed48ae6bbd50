import {
  contactRow,
  norm,
  type Point,
  point,
  scale,
  scaleSix,
  type Six,
} from '../../ground/geometry'
import { fail, type Issue, type Result, succeed } from '../../ground/issues'
import { allRequirements, type Requirement, requirementTitle } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { FormBuilder, formOf, knownPart, type Sparse, sparseFrom } from '../../chain/variation'
import { type WayChain } from '../prediction'
import { type PieceObserved, type Pieces, piecesOf } from './joined'
import { meanOf } from './forms'
import { otherwiseIn } from './inProcess'
import { movesOf, steerable } from './knobs'
import { lastCuts } from './lastCuts'
import { differing, formIn, withoutMachine } from './seen'
import { isShownWhole, type Readable, readablesOf } from './readable'
import { type MeasuredPiece, type PointValue, type ReadValue } from './schema'

/** What a figure is known to when nothing is said of the instrument, ± mm and ± rad (common practice, no source). */
const USUAL_MM = 0.005
const USUAL_RAD = (0.02 * Math.PI) / 180

/** A figure that was measured, with what was expected of it. */
export interface Taken {
  readonly piece: number
  readonly place: number
  /** Its requirement, where it is a reading of one. */
  readonly requirement: string | undefined
  readonly words: string
  /** As told: mm, degrees or how far off. */
  readonly value: number
  readonly nominal: number
  readonly unit: 'mm' | 'deg'
  /** Undefined where it only tells how far off, not which way: it is judged, and steers nothing. */
  readonly observed: PieceObserved | undefined
  /** The setup, from 0, after which it can be measured. */
  readonly after: number
  /** Read before its last cut, or from what a face lies against. */
  readonly inProcess: boolean
  /** What was read: it has to be there. */
  readonly surfaces: readonly string[]
}

/** What was measured on some pieces of a way, as observations over the sources of all of them. */
export interface TakenAll {
  readonly chain: WayChain
  readonly pieces: Pieces
  readonly taken: readonly Taken[]
}

/**
 * Reads what was measured against the chain.
 *
 * @returns `measured.*` issues for a requirement, a reading or a surface that is not there.
 */
export function takenOf(chain: WayChain, measured: readonly MeasuredPiece[]): Result<TakenAll> {
  const moves = measured.map(({ moved }) => movesOf(chain.plan, moved))
  const pieces = piecesOf(
    chain.model.stack.sources,
    measured.length,
    (piece, key) => moves[piece]?.get(key) ?? 0,
  )
  const issues: Issue[] = []
  const taken = measured.flatMap((piece, p) =>
    piece.values.flatMap((value, place): readonly Taken[] => {
      const at = { chain, pieces, piece: p, place }
      const found = 'requirement' in value ? readValue(at, value) : pointValue(at, value)
      if (found.ok) return [found.value]
      issues.push(
        ...found.issues.map((issue) => ({
          ...issue,
          path: `pieces.${p}.values.${place}`,
          sentence: `Piece ${piece.id}, value ${place + 1}: ${issue.sentence}`,
        })),
      )
      return []
    }),
  )
  const [first, ...rest] = issues
  return first ? { ok: false, issues: [first, ...rest] } : succeed({ chain, pieces, taken })
}

interface At {
  readonly chain: WayChain
  readonly pieces: Pieces
  readonly piece: number
  readonly place: number
}

function readValue(at: At, value: ReadValue): Result<Taken> {
  const { chain } = at
  const { part } = chain.plan
  const requirement = allRequirements(part).find(({ id }) => id === value.requirement)
  if (!requirement)
    return fail('measured.requirement', `the part has no requirement “${value.requirement}”.`)
  const machine = machineOf(chain, value.machine)
  if (!machine.ok) return machine
  const all = readablesOf(chain, requirement)
  const title = requirementTitle(part, requirement)
  const chosen = chosenOf(all, value.reading, title)
  if (!chosen.ok) return chosen
  const [first] = chosen.value
  const isAngle = requirement.kind === 'angle'
  const base = {
    piece: at.piece,
    place: at.place,
    requirement: requirement.id,
    words: [
      title,
      value.reading !== undefined && first?.name,
      value.rough && 'on the rough cut',
      value.fromHolding && 'from the holding',
    ]
      .filter(Boolean)
      .join(', '),
    inProcess: value.rough === true || value.fromHolding === true,
    value: value.value,
    unit: isAngle ? ('deg' as const) : ('mm' as const),
    nominal: first ? (isAngle ? deg(first.nominal) : first.nominal) : 0,
    ...thereOf(chain, requirement, first),
  }
  // A zone tells how far, not which way.
  const isSigned = value.reading !== undefined || isShownWhole(requirement)
  if (!first || !isSigned) return succeed({ ...base, observed: undefined })
  const observed = observedOf(at, value, {
    chosen: chosen.value,
    first,
    machine: machine.value,
    title,
  })
  return observed.ok
    ? succeed({ ...base, observed: { ...observed.value, called: base.words } })
    : observed
}

/** A reading with a sign as an observation over the sources. */
function observedOf(
  { chain, piece, pieces, place }: At,
  value: ReadValue,
  {
    chosen,
    first,
    machine,
    title,
  }: {
    readonly chosen: readonly Readable[]
    readonly first: Readable
    readonly machine: PlannedSetup | undefined
    readonly title: string
  },
): Result<Omit<PieceObserved, 'called'>> {
  const { sources } = chain.model.stack
  const otherwise = otherwiseIn(steerable(chain), first.surfaces, value)
  if (!otherwise)
    return fail(
      'measured.making',
      value.rough
        ? `${title} has no rough cut before its last in the same setup.`
        : `${title} is of no face that lies against the holding where it is cut.`,
    )
  const isAngle = first.unit === 'rad'
  const forms = chosen.map(({ form }) => form)
  const read = formIn(withoutMachine(meanOf(forms), chain, machine), otherwise, sources)
  const told = isAngle ? rad(value.value) : value.value
  const more = chosen.reduce((sum, one) => sum + one.more / chosen.length, 0)
  const own = Math.hypot(...chosen.map((one) => one.own / chosen.length))
  const differ = forms.length > 1 ? differing(forms, sources) : 0
  return succeed({
    piece,
    place,
    group: piece,
    form: pieces.of(read.form, piece),
    value: first.sign * (told - first.nominal) - more - read.left,
    sigma: Math.hypot(sigmaOf(chain, value, isAngle), own, differ, read.sigma),
  })
}

const deg = (angle: number): number => (angle * 180) / Math.PI
const rad = (angle: number): number => (angle * Math.PI) / 180

function chosenOf(
  all: readonly Readable[],
  reading: string | number | undefined,
  title: string,
): Result<readonly Readable[]> {
  if (reading === undefined) return succeed(all)
  if (typeof reading === 'number') {
    const one = all[reading - 1]
    return one
      ? succeed([one])
      : fail('measured.reading', `${title} has ${all.length} readings, no number ${reading}.`)
  }
  const wanted = reading.trim().toLowerCase()
  const exact = all.filter(({ name }) => name.toLowerCase() === wanted)
  const near =
    exact.length > 0 ? exact : all.filter(({ name }) => name.toLowerCase().startsWith(wanted))
  if (near.length > 0) return succeed(near)
  return fail(
    'measured.reading',
    all.length === 0
      ? `${title} is fitted as a whole: give how far off it is, without a reading.`
      : `${title} has no reading “${reading}”; it has ${all.map(({ name }) => `“${name}”`).join(', ')}.`,
  )
}

function thereOf(
  chain: WayChain,
  requirement: Requirement,
  first: Readable | undefined,
): Pick<Taken, 'after' | 'surfaces'> {
  const cut = lastCuts(chain)
  const surfaces = first
    ? first.surfaces
    : [requirement.of, ...('to' in requirement ? [requirement.to] : [])]
  return { surfaces, after: Math.max(-1, ...surfaces.map((id) => cut.get(id) ?? -1)) }
}

/** The setup in whose clamping the machine read it. */
function machineOf(
  { plan }: WayChain,
  setup: string | undefined,
): Result<PlannedSetup | undefined> {
  const planned = plan.setups.find(({ id }) => id === setup)
  return setup === undefined || planned
    ? succeed(planned)
    : fail('measured.setup', `the way has no setup “${setup}”.`)
}

function sigmaOf(
  { plan: { workshop } }: WayChain,
  { instrument, plusMinus }: ReadValue | PointValue,
  isAngle: boolean,
): number {
  if (plusMinus !== undefined) return (isAngle ? rad(plusMinus) : plusMinus) / 3
  const known = workshop.instruments.find(({ id }) => id === instrument)
  if (known && !isAngle) return Math.max(known.repeatMm, 1e-4) / 3
  return (isAngle ? USUAL_RAD : USUAL_MM) / 3
}

function pointValue(at: At, value: PointValue): Result<Taken> {
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
