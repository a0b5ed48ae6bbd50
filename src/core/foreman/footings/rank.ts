import { type Footing } from './footings'

/** The best first: what nothing forbids, by its margin, then what is forbidden, at last what cannot be tried. */
export function byRank(footings: readonly Footing[]): readonly Footing[] {
  const rank = ({ forbids, holding, marginMm }: Footing): number =>
    (forbids === undefined ? 0 : holding ? 1000 : 2000) - (marginMm ?? -500)
  return [...footings].sort((a, b) => rank(a) - rank(b) || (a.kind < b.kind ? -1 : 1))
}
