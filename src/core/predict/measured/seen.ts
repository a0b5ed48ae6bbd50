import {
  figuresOf,
  type NamedSource,
  type Sparse,
  sparseFrom,
  subtractForms,
} from '../../chain/variation'
import { type PlannedSetup } from '../../plan/planning'
import { type WayChain } from '../prediction'
import { meanOf } from './forms'
import { type Otherwise } from './inProcess'

/** The machine cannot see what is off with itself. */
export function withoutMachine(
  { coefficients, indices }: Sparse,
  { model }: WayChain,
  by: PlannedSetup | undefined,
): Sparse {
  const pairs = Array.from(indices, (index, i): [number, number] => [
    index,
    coefficients[i] as number,
  ])
  const { sources } = model.stack
  return sparseFrom(pairs.filter(([index]) => !by || sources[index]?.gear !== by.machine.name))
}

/** A form without what a reading in the making does not have; what a rough cut leaves on; what another cut draws. */
export function formIn(
  form: Sparse,
  { gone, left, own }: Otherwise,
  sources: readonly NamedSource[],
): { readonly form: Sparse; readonly left: number; readonly sigma: number } {
  const { sigma } = figuresOf(sources)
  const [anew, out] = [new Set(own), new Set([...own, ...gone, ...left.keys()])]
  const pairs = Array.from(form.indices, (index, i): [number, number] => [
    index,
    form.coefficients[i] as number,
  ])
  return {
    form: sparseFrom(pairs.filter(([index]) => !out.has(index))),
    left: pairs.reduce((sum, [index, c]) => sum + c * (left.get(index) ?? 0), 0),
    sigma: Math.hypot(
      ...pairs.map(([index, c]) => (anew.has(index) ? c * (sigma[index] ?? 0) : 0)),
    ),
  }
}

/** How far single readings are spread about their mean: which of them an instrument meets is not said. */
export function differing(forms: readonly Sparse[], sources: readonly NamedSource[]): number {
  const { sigma } = figuresOf(sources)
  const middle = meanOf(forms)
  const squares = forms.map((form) => {
    const { coefficients, indices } = subtractForms(form, middle)
    return indices.reduce((sum, at, i) => sum + ((coefficients[i] ?? 0) * (sigma[at] ?? 0)) ** 2, 0)
  })
  return Math.sqrt(squares.reduce((sum, square) => sum + square, 0) / forms.length)
}
