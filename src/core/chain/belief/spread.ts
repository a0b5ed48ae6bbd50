import { backward, dot, forward, lowerTriangle } from '../../ground/linalg'
import { figuresOf, type NamedSource, type Sparse } from '../variation'
import { type Observed } from './observed'

/** A vector over the observations, weighed so that what is usual varies by one; of those shared, what counts less. */
export interface Weighed {
  readonly own: Float64Array
  readonly shared: Float64Array
}

/** How far observations are spread together, S = C Σ Cᵀ + R. */
export interface Spread {
  /** S⁻¹ v. */
  readonly solve: (values: Float64Array) => Float64Array
  readonly weigh: (values: Float64Array) => Weighed
}

/** u ᵀ S⁻¹ v of two that were weighed. */
export const inner = (u: Weighed, v: Weighed): number => dot(u.own, v.own) - dot(u.shared, v.shared)

/**
 * The spread of observations in groups: one block for each group, and what sources they share brought in by the
 * Sherman, Morrison and Woodbury identity (Golub and Van Loan, "Matrix Computations", 2.1; from memory), so that
 * ten pieces cost ten times as much as one and not a thousand times.
 */
export function spreadOf(sources: readonly NamedSource[], observed: readonly Observed[]): Spread {
  const { groups, shared } = groupsOf(observed)
  const blocks = new Blocks(groups, observed, shared, figuresOf(sources).sigma)
  const columns = columnsOf(shared, observed, figuresOf(sources).sigma)
  if (columns.length === 0)
    return {
      solve: (values) => blocks.solve(values),
      weigh: (values) => ({ own: blocks.lower(values), shared: NOTHING }),
    }
  const inside = columns.map((column) => blocks.solve(column))
  const rows = lowerTriangle(
    columns.map((column, i) =>
      inside.slice(0, i + 1).map((other, j) => dot(column, other) + (i === j ? 1 : 0)),
    ),
  )
  const along = (values: Float64Array): Float64Array =>
    Float64Array.from(inside, (column) => dot(column, values))
  return {
    solve: (values) => {
      const out = blocks.solve(values)
      const back = backward(rows, forward(rows, along(values)))
      inside.forEach((column, k) => {
        const factor = back[k] as number
        for (let o = 0; o < out.length; o++)
          out[o] = (out[o] as number) - factor * (column[o] as number)
      })
      return out
    },
    weigh: (values) => ({ own: blocks.lower(values), shared: forward(rows, along(values)) }),
  }
}

/** The groups' own spreads, each as its triangle. */
class Blocks {
  private readonly blocks: readonly {
    readonly places: readonly number[]
    readonly rows: readonly Float64Array[]
  }[]

  constructor(
    groups: readonly (readonly number[])[],
    observed: readonly Observed[],
    shared: ReadonlySet<number>,
    sigma: Float64Array,
  ) {
    this.blocks = groups.map((places) => ({
      places,
      rows: triangleOf(
        places.map((o) => observed[o] as Observed),
        shared,
        sigma,
      ),
    }))
  }

  lower(values: Float64Array): Float64Array {
    return this.each(values, (rows, own) => forward(rows, own))
  }

  solve(values: Float64Array): Float64Array {
    return this.each(values, (rows, own) => backward(rows, forward(rows, own)))
  }

  private each(
    values: Float64Array,
    work: (rows: readonly Float64Array[], own: Float64Array) => Float64Array,
  ): Float64Array {
    const out = new Float64Array(values.length)
    for (const { places, rows } of this.blocks) {
      const own = work(
        rows,
        Float64Array.from(places, (o) => values[o] as number),
      )
      places.forEach((o, i) => (out[o] = own[i] as number))
    }
    return out
  }
}

/** How much of each shared source, one sigma of it, is in each observation. */
const columnsOf = (
  shared: ReadonlySet<number>,
  observed: readonly Observed[],
  sigma: Float64Array,
): readonly Float64Array[] =>
  [...shared].map((source) =>
    Float64Array.from(observed, ({ form }) => {
      const at = form.indices.indexOf(source)
      return at < 0 ? 0 : (form.coefficients[at] as number) * (sigma[source] as number)
    }),
  )

const NOTHING = new Float64Array(0)

/** Observations by their group, and the sources that more than one group has. */
function groupsOf(observed: readonly Observed[]): {
  readonly groups: readonly (readonly number[])[]
  readonly shared: ReadonlySet<number>
} {
  const groups = new Map<number, number[]>()
  const firstOf = new Map<number, number>()
  const shared = new Set<number>()
  observed.forEach(({ form, group = 0 }, o) => {
    const places = groups.get(group)
    if (places) places.push(o)
    else groups.set(group, [o])
    for (const index of form.indices) {
      const first = firstOf.get(index)
      if (first === undefined) firstOf.set(index, group)
      else if (first !== group) shared.add(index)
    }
  })
  return { groups: [...groups.values()], shared }
}

/** Lower triangle of the spread of one group by what is its own, and by its measurements. */
function triangleOf(
  observed: readonly Observed[],
  shared: ReadonlySet<number>,
  sigma: Float64Array,
): readonly Float64Array[] {
  const dense = new Float64Array(sigma.length)
  return lowerTriangle(
    observed.map(({ form, sigma: own }, i) => {
      form.indices.forEach((index, k) => {
        if (!shared.has(index))
          dense[index] = (form.coefficients[k] as number) * (sigma[index] as number) ** 2
      })
      const row = observed
        .slice(0, i + 1)
        .map((other, j) => along(other.form, dense) + (i === j ? own * own : 0))
      for (const index of form.indices) dense[index] = 0
      return row
    }),
  )
}

/** A form read off dense values. */
export function along({ coefficients, indices }: Sparse, dense: Float64Array): number {
  let sum = 0
  for (let k = 0; k < indices.length; k++)
    sum += (coefficients[k] as number) * (dense[indices[k] as number] as number)
  return sum
}
