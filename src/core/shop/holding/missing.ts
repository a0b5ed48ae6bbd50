import { type Issue } from '../../ground/issues'

type Said = Pick<Issue, 'code' | 'path' | 'sentence'>

/** What is said of gear that the workshop does not have. */
export const missing = (
  list: readonly { readonly id: string }[],
  id: string,
  path: string,
  word: string,
): readonly Said[] =>
  list.some((item) => item.id === id)
    ? []
    : [{ code: `setup.${path}`, path, sentence: `the workshop has no ${word} “${id}”.` }]
