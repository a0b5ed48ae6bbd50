import { type Source } from './source'
import { type Sparse } from './sparse'

/** What a source is drawn from, once brought to unit size. */
export type Shape = 'normal' | 'uniform' | 'half'

/**
 * Forms over standard variables: value i = centre[i] + Σ weights · ζ, where ζ is a standard normal, uniform
 * over −1 … 1, or the size of a standard normal. A triangular source is two uniform ones of half its width.
 */
export interface Atoms {
  readonly count: number
  readonly shapes: readonly Shape[]
  readonly centre: Float64Array
  readonly forms: readonly Sparse[]
}

export function atomsOf(forms: readonly Sparse[], sources: readonly Source[]): Atoms {
  const shapes: Shape[] = []
  const atomsOfSource = new Map<number, readonly number[]>()
  const atomsFor = (index: number): readonly number[] => {
    const known = atomsOfSource.get(index)
    if (known) return known
    const made: number[] = []
    const source = sources[index] as Source
    if (source.plusMinus !== 0) {
      const one = (shape: Shape): void => void made.push(shapes.push(shape) - 1)
      if (source.distribution === 'triangular') {
        one('uniform')
        one('uniform')
      } else
        one(
          source.distribution === 'one-sided'
            ? 'half'
            : source.distribution === 'uniform'
              ? 'uniform'
              : 'normal',
        )
    }
    atomsOfSource.set(index, made)
    return made
  }
  const scaleOf = ({ distribution, plusMinus }: Source): number =>
    distribution === 'uniform'
      ? plusMinus
      : distribution === 'triangular'
        ? plusMinus / 2
        : plusMinus / 3
  const centre = new Float64Array(forms.length)
  const made = forms.map((form, i) => {
    const indices: number[] = []
    const coefficients: number[] = []
    form.indices.forEach((index, k) => {
      const source = sources[index] as Source
      const coefficient = form.coefficients[k] as number
      centre[i] = (centre[i] as number) + coefficient * source.offset
      for (const atom of atomsFor(index)) {
        indices.push(atom)
        coefficients.push(coefficient * scaleOf(source))
      }
    })
    return { indices: Int32Array.from(indices), coefficients: Float64Array.from(coefficients) }
  })
  return { count: shapes.length, shapes, centre, forms: made }
}

export function valueOf({ coefficients, indices }: Sparse, atoms: Float64Array): number {
  let sum = 0
  for (let i = 0; i < indices.length; i++)
    sum += (coefficients[i] as number) * (atoms[indices[i] as number] as number)
  return sum
}

/** Mean and variance of one standard variable. Half-normal: √(2/π) and 1 − 2/π; uniform: 1/3. */
export const SHAPE_MEAN: Readonly<Record<Shape, number>> = {
  normal: 0,
  uniform: 0,
  half: Math.sqrt(2 / Math.PI),
}
export const SHAPE_VARIANCE: Readonly<Record<Shape, number>> = {
  normal: 1,
  uniform: 1 / 3,
  half: 1 - 2 / Math.PI,
}
