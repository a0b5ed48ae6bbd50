import { fail, type Result, succeed } from '@/core/ground/issues'
import { type Way } from '@/core/plan/way'

/** The way of a document that is meant: the first when none is named. */
export function wayNamed(ways: readonly Way[], name: string | undefined): Result<Way> {
  const way = name === undefined ? ways[0] : ways.find((one) => one.name === name)
  if (way) return succeed(way)
  return fail(
    'way.absent',
    name === undefined
      ? 'The document has no way yet.'
      : `The document has no way called “${name}”; it has ${ways.map((one) => `“${one.name}”`).join(', ') || 'none'}.`,
    'way',
  )
}
