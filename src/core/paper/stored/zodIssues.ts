import { type z } from 'zod'
import { capital } from '../../ground/finding'
import { type Issue } from '../../ground/issues'

/** A null character, or half of a pair that only together is a letter: no database keeps them. */
const DEEPEST = 40
const BROKEN = /[\0\p{Surrogate}]/u

/** The first text of a value, or name of a field, that cannot be kept; or that it is nested too deeply. */
export function brokenText(value: unknown, path = '', deep = 0): Issue | undefined {
  const refused = (where: string): Issue => ({
    code: 'text.broken',
    path: where,
    sentence: `${where === '' ? 'The text' : `“${where}”`} holds a letter that cannot be kept: half of a symbol, or a null character. Take it out and type it again.`,
  })
  if (typeof value === 'string') return BROKEN.test(value) ? refused(path) : undefined
  if (typeof value !== 'object' || value === null) return undefined
  if (deep > DEEPEST)
    return {
      code: 'document.deep',
      path: '',
      sentence: 'The groups of fields are nested deeper than any Foothold document.',
    }
  for (const [key, item] of Object.entries(value)) {
    if (BROKEN.test(key)) return refused(path)
    const found = brokenText(item, path === '' ? key : `${path}.${key}`, deep + 1)
    if (found) return found
  }
  return undefined
}

/** Turns what the schema check found into sentences in the trade's words; one for each field. */
export function schemaIssues(error: z.ZodError): readonly Issue[] {
  return error.issues.slice(0, 50).map((issue) => {
    const path = issue.path.map(String).join('.')
    return {
      code: `schema.${issue.code}`,
      path,
      sentence: `${placeWords(issue.path)} ${reason(issue)}.`,
    }
  })
}

/** What lists of a document hold, by the name of the list. */
const ONE_OF: Readonly<Record<string, string>> = {
  ways: 'way',
  setups: 'setup',
  ops: 'cut',
  edits: 'contact',
  features: 'feature',
  requirements: 'requirement',
  castings: 'casting',
  stands: 'stand',
  points: 'point',
  props: 'jack',
}

/** Where a figure stands, as people count: “step” in way 1, setup 3. */
function placeWords(path: readonly PropertyKey[]): string {
  const places: string[] = []
  const names: string[] = []
  path.forEach((key, i) => {
    const before = path[i - 1]
    if (typeof key !== 'number') {
      if (typeof path[i + 1] !== 'number') names.push(String(key))
      return
    }
    places.push(`${ONE_OF[String(before)] ?? String(before ?? 'entry')} ${key + 1}`)
    names.length = 0
  })
  if (names.length === 0) return places.length === 0 ? 'The document' : capital(places.join(', '))
  const name = `“${names.join('.')}”`
  return places.length === 0 ? name : `${name} in ${places.join(', ')}`
}

function reason(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return `must be ${article(issue.expected)}${issue.input === undefined ? ' and is missing or of another kind' : ''}`
    case 'too_small':
      return issue.origin === 'string'
        ? 'must not be empty'
        : `must be ${issue.inclusive ? 'at least' : 'more than'} ${String(issue.minimum)}`
    case 'too_big':
      return `must be ${issue.inclusive ? 'at most' : 'less than'} ${String(issue.maximum)}${issue.origin === 'array' ? ' entries' : issue.origin === 'string' ? ' letters' : ''}`
    case 'unrecognized_keys':
      return `has what no Foothold document has: ${issue.keys.slice(0, 5).join(', ')}`
    case 'invalid_value':
      return `must be one of ${issue.values.map(String).join(', ')}`
    case 'invalid_union':
      return 'is of no kind that is known here'
    default:
      return issue.message.replace(/\.$/, '')
  }
}

const article = (kind: string): string =>
  kind === 'array'
    ? 'a list'
    : kind === 'object' || kind === 'record'
      ? 'a group of fields'
      : kind === 'string'
        ? 'text'
        : kind === 'boolean'
          ? 'true or false'
          : `a ${kind}`
