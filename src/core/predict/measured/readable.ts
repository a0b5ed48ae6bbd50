import { AXES, dotSix, norm, type Point, point, type Six } from '../../ground/geometry'
import { directionOf, nominalOf, refLabel, resolveRef, type Requirement } from '../../work/part'
import {
  type Check,
  type Measure,
  plusForm,
  type Reading,
  type Sparse,
} from '../../chain/variation'
import { measureOf, type WayChain } from '../prediction'
import { EMPTY, type Formed, formsOf } from './forms'

/** One reading of a requirement that an instrument can give with its sign. */
export interface Readable {
  readonly requirement: string
  /** Names it within its requirement: "front", "ring.2 top along X"; empty where there is only one. */
  readonly name: string
  /** What it is, in words. */
  readonly words: string
  readonly form: Sparse
  /** What an instrument shows when nothing is off: a size or a distance, mm; an angle, rad; 0 for how far off. */
  readonly nominal: number
  /** +1, or −1 where the instrument's figure falls as the reading grows. */
  readonly sign: 1 | -1
  readonly unit: 'mm' | 'rad'
  /** What it is more than its form on the mean, because something must be found on the piece first, and how uncertain that is, one sigma. */
  readonly more: number
  readonly own: number
  /** Surfaces that have to be there. */
  readonly surfaces: readonly string[]
  /** How it is read off a piece. */
  readonly reading: Reading
  readonly steps: Measure['steps']
  readonly factor: number
}

/** A reading of a piece as it is: of its surfaces’ places, and of what its sources came to. */
export function readOn(
  { factor, reading, steps }: Pick<Readable, 'factor' | 'reading' | 'steps'>,
  surfaces: ReadonlyMap<string, Six>,
  values: ArrayLike<number>,
): number {
  const plain = ({ rows, terms }: Reading): number =>
    rows.reduce((sum, { row, surface }) => {
      const six = surfaces.get(surface)
      return six ? sum + dotSix(row, six) : sum
    }, 0) +
    terms.reduce((sum, { coefficient, source }) => sum + coefficient * (values[source] ?? 0), 0)
  const found: number[] = []
  const withSteps = (one: Reading): number =>
    (one.steps ?? []).reduce(
      (sum, { coefficient, value }) => sum + coefficient * (found[value] ?? 0),
      plain(one),
    )
  for (const step of steps)
    if (step.kind === 'highest') found.push(Math.max(...step.of.map(withSteps)))
  return factor * withSteps(reading)
}

const readables = new WeakMap<WayChain['model'], Map<string, readonly Readable[]>>()

/** The readings of a requirement with a sign: none where a motion is fitted, so that only the zone can be told. */
export function readablesOf(chain: WayChain, requirement: Requirement): readonly Readable[] {
  const known = readables.get(chain.model) ?? new Map<string, readonly Readable[]>()
  readables.set(chain.model, known)
  const before = known.get(requirement.id)
  if (before) return before
  const found = readings(chain, requirement)
  known.set(requirement.id, found)
  return found
}

interface Found {
  readonly reading: Reading
  readonly name: string
  readonly factor: number
}

/** Whether an instrument shows a requirement as one figure with a sense: a size, a distance, an angle; no zone. */
export const isShownWhole = ({ kind }: Pick<Requirement, 'kind'>): boolean =>
  kind === 'size' || kind === 'distance' || kind === 'angle'

const TWICE: ReadonlySet<Requirement['kind']> = new Set(['position', 'coaxiality', 'symmetry'])

function readings(chain: WayChain, requirement: Requirement): readonly Readable[] {
  const { model, plan } = chain
  // A form is what is left of a face when all else is taken out: no single place of it can be read.
  if (requirement.kind === 'flatness') return []
  const measured = measureOf(plan.part, requirement, plan.surfaces, model)
  if (!measured.ok) return []
  const { gauges, steps } = measured.value.measure
  if (gauges.some(({ motions }) => motions > 0)) return []
  if (steps.some(({ kind }) => kind === 'pins')) return []
  // What is checked of a zone between two planes is twice the way from its middle.
  const half = TWICE.has(requirement.kind) ? 0.5 : 1
  const found = gauges.flatMap(({ checks }) =>
    checks.flatMap((check): readonly Found[] => foundIn(chain, check, half)),
  )
  const scale = scaleOf(chain, requirement)
  const told = distinct(found.map(({ name }) => name))
  // A single reading across a zone has a sign, which the zone itself has not: it keeps a name of its own.
  const names = told.map((name) => (name === '' && !isShownWhole(requirement) ? '1' : name))
  const formed = formsOf(
    chain,
    requirement.id,
    found.map(({ reading }) => reading),
    steps,
  )
  return found.map(({ factor, reading }, i): Readable => {
    const { form, more, variance } = formed[i] as Formed
    return {
      ...scale,
      requirement: requirement.id,
      name: names[i] ?? '',
      words: names[i] ?? '',
      form: factor === 1 ? form : plusForm(EMPTY, form, factor),
      more: factor * more,
      own: factor * Math.sqrt(variance),
      surfaces: [...reading.rows.map(({ surface }) => surface), ...sized(chain, requirement)],
      reading,
      steps,
      factor,
    }
  })
}

/** A size is read off the sources alone: what has it must be there all the same. */
function sized({ plan }: WayChain, requirement: Requirement): readonly string[] {
  const found = resolveRef(plan.part, requirement.of, plan.surfaces)
  if (requirement.kind !== 'size' || !found.ok) return []
  return found.value.flatMap((one) => (one.kind === 'surface' ? [one.surface.id] : []))
}

function foundIn(chain: WayChain, check: Check, half: number): readonly Found[] {
  if (check.kind === 'between')
    return [{ reading: check.value, name: check.label ?? '', factor: half }]
  return [check.first, check.second].map((reading): Found => {
    const [row] = reading.rows
    const way = row && directionOfRow(row.row)
    return {
      reading,
      factor: 1,
      name: [
        row ? refLabelOf(chain, row.surface) : '',
        endOf(chain, row),
        way ? `along ${axisName(way)}` : '',
      ]
        .filter(Boolean)
        .join(' '),
    }
  })
}

const refLabelOf = ({ plan: { part } }: WayChain, surface: string): string =>
  refLabel(part, surface)

/** A row that reads a place has its direction in its last three; one that reads a lean has none. */
function directionOfRow(row: Six): Point<'part'> | undefined {
  const along = point<'part'>(row[3], row[4], row[5])
  return Math.abs(norm(along) - 1) < 1e-6 ? along : undefined
}

/** At which end of a hole a row reads: the lever of its mouth or of its far end. */
function endOf(
  { plan: { surfaces } }: WayChain,
  row: { readonly surface: string; readonly row: Six } | undefined,
): string {
  const surface = row && surfaces.get(row.surface)
  const way = row && directionOfRow(row.row)
  if (!row || !way || surface?.kind !== 'axis') return ''
  const miss = (at: Point<'part'>): number => {
    const lever = [
      at.y * way.z - at.z * way.y,
      at.z * way.x - at.x * way.z,
      at.x * way.y - at.y * way.x,
    ]
    return Math.hypot(...lever.map((v, k) => v - (row.row[k] ?? 0)))
  }
  return miss(surface.from) <= miss(surface.to) ? 'mouth' : 'far end'
}

function axisName(way: Point<'part'>): string {
  const along = AXES.find((axis) => Math.abs(Math.abs(way[axis]) - 1) < 1e-6)
  return along ? `${way[along] < 0 ? '−' : ''}${along.toUpperCase()}` : 'across'
}

/** Names told apart: what is called alike gets a number. */
function distinct(names: readonly string[]): readonly string[] {
  return names.map((name, i) => {
    const alike = names.filter((other) => other === name).length
    if (alike === 1) return name
    const number = names.slice(0, i + 1).filter((other) => other === name).length
    return name === '' ? String(number) : `${name} ${number}`
  })
}

function scaleOf(
  { model, plan: { part, surfaces } }: WayChain,
  requirement: Requirement,
): Pick<Readable, 'nominal' | 'sign' | 'unit'> {
  if (requirement.kind === 'angle') {
    const [of, to] = [requirement.of, requirement.to].map((ref) => {
      const found = resolveRef(part, ref, surfaces)
      const target = found.ok ? found.value[0] : undefined
      return target?.kind === 'surface' ? directionOf(target.surface) : undefined
    })
    const cos = of && to ? of.x * to.x + of.y * to.y + of.z * to.z : 1
    // Turned about a × b the one comes nearer to the other.
    return { nominal: Math.acos(Math.max(-1, Math.min(1, cos))), sign: -1, unit: 'rad' }
  }
  const nominal = nominalOf(part, requirement) ?? 0
  if (requirement.kind !== 'size') return { nominal, sign: 1, unit: 'mm' }
  const found = resolveRef(part, requirement.of, surfaces)
  const target = found.ok ? found.value[0] : undefined
  const isAimed = target?.kind === 'surface' && !model.unaimed.has(target.surface.id)
  const aim = isAimed ? (requirement.plus.mm + requirement.minus.mm) / 2 : 0
  return { nominal: nominal + aim, sign: 1, unit: 'mm' }
}
