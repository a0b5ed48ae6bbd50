import { makePiece } from '../../chain/made'
import {
  compileMeasure,
  type Deviation,
  excessReader,
  type NamedSource,
  normalStream,
  seededUniform,
  type Sparse,
} from '../../chain/variation'
import {
  add,
  contactRow,
  dotSix,
  type Point,
  scale,
  type Six,
  subtract,
} from '../../ground/geometry'
import { decompose } from '../../ground/linalg'
import { acrossOf } from '../../ground/recipe'
import { nearestWord, fail, type Result, succeed } from '../../ground/issues'
import { type Plan } from '../../plan/planning'
import { chainOf, compiledFor, measureOf } from '../../predict/prediction'
import {
  lastCuts,
  type MeasuredPiece,
  movesOf,
  type PointValue,
  type Readable,
  readablesOf,
  readOn,
  seatedAnew,
  type Steerable,
  steerable,
  type ReadValue,
} from '../../predict/measured'
import { allRequirements, directionOf, type Surface } from '../../work/part'
import { drawnOf, readInProcess } from './readInProcess'

/** A piece that was made with a hidden truth. */
export interface MadePiece extends MeasuredPiece {
  /** How far each requirement goes over what is allowed, negative where it holds; mm or rad. */
  readonly excess: Readonly<Record<string, number>>
}

export interface Making {
  /** Faults by the keys of their sources, in the sources' own units: what it is off in every piece, instead of its usual. */
  readonly faults: ReadonlyMap<string, number>
  readonly pieces: number
  /** Only this one of them is made, from 1; the others are drawn all the same. */
  readonly only?: number | undefined
  readonly seed: number
  /** Only what the first setups cut is made and measured; all of them when left out. */
  readonly setups?: number | undefined
  /** Corrections that were taken. */
  readonly moved?: MeasuredPiece['moved']
  /** Where it was seated and zero found anew in the middle of a setup: what was hidden in how it sat is gone then. */
  readonly anew?: MeasuredPiece['anew']
  /** What can be read while there is still something to be cut is read too. */
  readonly inProcess?: boolean
}

/** What the readings of a made piece are known to, ± mm and ± rad: that of a good bench (common practice, no source). */
const KNOWN_MM = 0.003
const KNOWN_RAD = (0.01 * Math.PI) / 180

/**
 * Makes pieces by a way with full rotations and measures them: every source at its usual spread, drawn anew for
 * each piece unless it belongs to the gear, and the faults on top. The same seed gives the same pieces.
 *
 * @returns `make.fault` where a fault names no source of the way.
 */
export function makeMeasured(plan: Plan, making: Making): Result<readonly MadePiece[]> {
  const way = seatedAnew(steerable(chainOf(plan)), making.anew ?? [])
  const { chain } = way
  const { sources } = chain.model.stack
  const keys = new Set(sources.map(({ key }) => key))
  for (const key of making.faults.keys()) {
    if (keys.has(key)) continue
    const near = nearestWord(key, [...keys])
    return fail(
      'make.fault',
      `The way has no source “${key}”${near ? `; did you mean “${near}”?` : ''}.`,
    )
  }
  const drawn = drawnOf(plan)
  const draw = drawer(sources, making, plan)
  const done = making.setups ?? chain.model.stack.setups.length
  const model = { ...chain.model.stack, setups: chain.model.stack.setups.slice(0, done) }
  const piece = (values: Float64Array, p: number): MadePiece => {
    const made = makePiece(model, values, drawn)
    // Each piece has a stream of its own for its instruments: what is read does not hang on what else is made.
    const normal = normalStream(seededUniform(making.seed + 7919 * (p + 1)))
    return {
      id: String(p + 1),
      done,
      values: [
        ...readingsOf(way, done, made.surfaces, values, normal),
        ...pointsOf(way, done, made.surfaces, normal),
        ...(making.inProcess
          ? readInProcess(way, done, values, drawn, normal).map(
              ({ fromHolding, off, readable, rough }): ReadValue => ({
                ...toldOf(readable, off, normal),
                ...(rough && { rough }),
                ...(fromHolding && { fromHolding }),
              }),
            )
          : []),
      ],
      excess: Object.fromEntries(excessesOf(way, done, made.surfaces, values)),
    }
  }
  const { only } = making
  const all = Array.from({ length: making.pieces }, () => draw.piece())
  return succeed(
    all.flatMap((values, p) => (only === undefined || only === p + 1 ? [piece(values, p)] : [])),
  )
}

/** Draws the sources: those of the gear once, the others for each piece. */
function drawer(
  sources: readonly NamedSource[],
  { faults, moved, seed }: Making,
  plan: Plan,
): { readonly piece: () => Float64Array } {
  const moves = movesOf(plan, moved)
  const uniform = seededUniform(seed)
  const normal = normalStream(uniform)
  const one = ({ distribution, plusMinus }: NamedSource): number => {
    switch (distribution) {
      case 'normal':
        return (plusMinus / 3) * normal()
      case 'uniform':
        return plusMinus * (2 * uniform() - 1)
      case 'triangular':
        return plusMinus * (uniform() - uniform())
      case 'one-sided':
        return (plusMinus / 3) * Math.abs(normal())
    }
  }
  const shared = sources.map((source) =>
    source.gear !== undefined && source.setup === undefined ? one(source) : undefined,
  )
  return {
    piece: () =>
      Float64Array.from(sources, (source, i) => {
        // Drawn even where a fault stands in its place, so that everything else stays the same.
        const usual = shared[i] ?? one(source)
        const fault = faults.get(source.key)
        const by = moves.get(source.key) ?? 0
        return source.offset + by + (fault ?? usual)
      }),
  }
}

/** What would be read on a piece, with the errors of its instruments. */
function readingsOf(
  { chain }: Steerable,
  done: number,
  surfaces: ReadonlyMap<string, Six>,
  values: Float64Array,
  normal: () => number,
): ReadValue[] {
  const cut = lastCuts(chain)
  return allRequirements(chain.plan.part).flatMap((requirement) =>
    readablesOf(chain, requirement)
      .filter((one) => one.surfaces.every((id) => (cut.get(id) ?? -1) < done))
      .map((one) => toldOf(one, readOn(one, surfaces, values), normal)),
  )
}

/** A reading as an instrument tells it, with the instrument's own error. */
function toldOf(
  { name, nominal, requirement, sign, unit }: Readable,
  off: number,
  normal: () => number,
): ReadValue {
  const known = unit === 'rad' ? KNOWN_RAD : KNOWN_MM
  const scale = unit === 'rad' ? 180 / Math.PI : 1
  return {
    requirement,
    ...(name === '' ? {} : { reading: name }),
    value: round((nominal + sign * off + (known / 3) * normal()) * scale),
    plusMinus: round(known * scale),
  }
}

/** Part of a surface’s length from its middle at which it is touched. */
const TOUCHED = 0.9

/** What would be touched on every surface that is cut, aligned so that all are off as little as can be. */
function pointsOf(
  { chain }: Steerable,
  done: number,
  surfaces: ReadonlyMap<string, Six>,
  normal: () => number,
): PointValue[] {
  const places = [...lastCuts(chain)].flatMap(([id, setup]) => {
    const surface = chain.plan.surfaces.get(id)
    return surface && setup < done ? touchesOf(surface).map((touch) => ({ id, ...touch })) : []
  })
  const rows = places.map(({ along, at }) => contactRow(at, along))
  const off = places.map(({ id }, i) => {
    const six = surfaces.get(id)
    return six ? dotSix(rows[i] as Six, six) + (KNOWN_MM / 3) * normal() : 0
  })
  const aligned = decompose(rows, 6).inverse.map((row) =>
    row.reduce((sum, value, i) => sum + value * (off[i] ?? 0), 0),
  ) as unknown as Six
  return places.map(({ along, at, id }, i) => ({
    surface: id,
    point: [round(at.x), round(at.y), round(at.z)],
    direction: [round(along.x), round(along.y), round(along.z)],
    deviation: round((off[i] ?? 0) - dotSix(rows[i] as Six, aligned)),
    plusMinus: KNOWN_MM,
  }))
}

interface Touch {
  readonly at: Point<'part'>
  readonly along: Point<'part'>
}

function touchesOf(surface: Surface): readonly Touch[] {
  if (surface.kind === 'plane')
    return surface.corners.map((corner) => ({
      at: add(surface.at, scale(subtract(corner, surface.at), TOUCHED)),
      along: surface.normal,
    }))
  const middle = scale(add(surface.from, surface.to), 0.5)
  return [surface.from, surface.to].flatMap((end) => {
    const at = add(middle, scale(subtract(end, middle), TOUCHED))
    return acrossOf(directionOf(surface)).map((along) => ({ at, along }))
  })
}

/** How far each requirement goes over what is allowed on a piece. */
function excessesOf(
  { chain }: Steerable,
  done: number,
  surfaces: ReadonlyMap<string, Six>,
  values: Float64Array,
): readonly (readonly [string, number])[] {
  const { plan } = chain
  const { sources } = chain.model.stack
  // The piece as one source more, of size 1, that moves every surface to where it is.
  const piece = sources.length
  const there = new Map(
    Array.from(surfaces, ([id, six]): [string, Deviation] => [
      id,
      { shared: undefined, own: [{ source: piece, six }] },
    ]),
  )
  const valueOf = ({ coefficients, indices }: Sparse): number =>
    indices.reduce(
      (sum, index, i) =>
        sum + (coefficients[i] ?? 0) * (index === piece ? 1 : (values[index] ?? 0)),
      0,
    )
  return allRequirements(plan.part).flatMap((requirement) => {
    const { compiled, setups } = compiledFor(chain, requirement)
    const measure = measureOf(plan.part, requirement, plan.surfaces, chain.model)
    if (!compiled || !measure.ok || setups.some((setup) => setup >= done)) return []
    const own = compileMeasure(measure.value.measure, there, [...sources, ...sources.slice(0, 1)])
    const reader = excessReader(own)
    const room = new Float64Array(reader.room)
    own.forms.forEach((form, k) => (room[k] = valueOf(form)))
    return [[requirement.id, reader.read(room)] as const]
  })
}

const round = (value: number): number => Math.round(value * 1e6) / 1e6
