import { type z } from 'zod'
import { type Issue } from '../issues'

/** Turns what the schema check found into sentences in the trade's words; one for each field. */
export function schemaIssues(error: z.ZodError): readonly Issue[] {
  return error.issues.slice(0, 50).map((issue) => {
    const path = issue.path.map(String).join('.')
    return {
      code: `schema.${issue.code}`,
      path,
      sentence: `${path === '' ? 'The document' : `“${path}”`} ${reason(issue)}.`,
    }
  })
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
