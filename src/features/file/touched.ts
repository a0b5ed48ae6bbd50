import { type Way } from '@/core/plan/way'
import { type TouchedSetup } from './RevisionPane'

/** A way, as far as it names faces and features. */
export type WayRefs = Pick<Way, 'name' | 'setups'>

/** The setups that cut, stand on, touch or measure something that another revision changes. */
export const touchedSetups = (
  ways: readonly WayRefs[],
  touched: ReadonlySet<string>,
): readonly TouchedSetup[] =>
  ways.flatMap(({ name, setups }) =>
    setups.flatMap((setup, i) => {
      const refs = [...new Set(stringsIn(setup))].filter((text) => touched.has(text))
      return refs.length === 0 ? [] : [{ way: name, setup: i + 1, refs }]
    }),
  )

/** Every text in a setup: what is called as a face or a feature means it. */
const stringsIn = (value: unknown): readonly string[] => {
  if (typeof value === 'string') return [value]
  if (typeof value !== 'object' || value === null) return []
  return Object.values(value).flatMap(stringsIn)
}
