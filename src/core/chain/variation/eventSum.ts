/** A sum of figures by their numbers, and what it takes of the steps still to be resolved. */
export interface Sum {
  readonly at: number[]
  readonly by: number[]
  readonly steps: Float64Array
  constant: number
}

export const copyOf = ({ at, by, constant, steps }: Sum): Sum => ({
  at: at.slice(),
  by: by.slice(),
  steps: steps.slice(),
  constant,
})

/** Adds a figure by its number. */
export function addTerm({ at, by }: Sum, index: number, factor: number): void {
  const known = at.indexOf(index)
  if (known >= 0) {
    by[known] = (by[known] as number) + factor
    return
  }
  at.push(index)
  by.push(factor)
}

/** What a figure takes of the forms, without those that it leaves out. */
export function sharedOf({
  constant,
  forms,
}: {
  readonly constant: number
  readonly forms: Float64Array
}) {
  const [at, by]: [number[], number[]] = [[], []]
  for (let k = 0; k < forms.length; k++)
    if (forms[k] !== 0) {
      at.push(k)
      by.push(forms[k] as number)
    }
  return { at: new Int32Array(at), by: new Float64Array(by), constant }
}

/** Tells events apart by one number: the ends of a bore that only shifts are one and the same reading. */
export function markOf({
  centre,
  sigma,
  weights,
}: {
  readonly centre: number
  readonly sigma: number
  readonly weights: Float64Array
}): number {
  let mark = 2.718 * centre
  for (let j = 0; j < weights.length; j++)
    mark += (weights[j] as number) * (MARKS[j % MARKS.length] as number)
  return Math.round((mark / (sigma || Math.abs(centre) || 1)) * 1e9)
}

const MARKS = Float64Array.from({ length: 257 }, (_, j) => Math.sin(1 + 12.9898 * (j + 1)))
