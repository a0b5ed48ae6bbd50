import { fail, succeed, type Result } from '../../ground/issues'
import { FORMAT } from './format'

type Json = Record<string, unknown>
type Change = (body: Json) => Json

/** What is stored by itself and upgraded by itself; a file holds several of them. */
export type StoredKind = 'part' | 'way' | 'casting' | 'gear' | 'reading' | 'fixture' | 'entry'

/**
 * What changed from each format to the next, by kind; what is left out stayed as it was. A change takes a
 * body of format n and gives one of n + 1; it may assume nothing beyond JSON, since the body has not been
 * checked yet. Format 3 added kinds of pattern, format 4 kinds of holding, format 6 contours and solids of
 * files: what is of the one before is of the next as it stands.
 */
const CHANGES: Readonly<Record<number, Readonly<Partial<Record<StoredKind, Change>>>>> = {
  // Format 1 named the leading surface of a footing after the gear: parallels, fixed jaw.
  1: { way: (way) => ({ ...way, setups: each(way.setups, leadAsRole) }) },
  // Until format 4 every setup clamped the part anew.
  4: { way: (way) => ({ ...way, setups: each(way.setups, clampedByItself) }) },
}

function clampedByItself({ footing, holding, machine, toJaw, up, ...rest }: Json): Json {
  return { ...rest, clamping: { kind: 'own', machine, up, guide: toJaw, holding, footing } }
}

function leadAsRole(setup: Json): Json {
  if (!isJson(setup.footing)) return setup
  const { lead } = setup.footing
  const renamed = lead === 'parallels' ? 'rest' : lead === 'fixed jaw' ? 'jaw' : lead
  return { ...setup, footing: { ...setup.footing, lead: renamed } }
}

/** Changes the groups of a list; what is no list or no group is left for the check to refuse. */
const each = (list: unknown, change: Change): unknown =>
  Array.isArray(list) ? list.map((item: unknown) => (isJson(item) ? change(item) : item)) : list

/** The formats that a body has to be taken through, oldest first; or why it cannot be. */
function formatsFrom(format: unknown): Result<readonly number[]> {
  if (typeof format !== 'number' || !Number.isInteger(format) || format < 1)
    return fail('document.version', 'The document does not say which version it is.', 'version')
  if (format > FORMAT)
    return fail(
      'document.newer',
      `The document is of version ${format}; this program knows up to ${FORMAT}. It was made by a newer Foothold.`,
      'version',
    )
  return succeed(Array.from({ length: FORMAT - format }, (_, i) => format + i))
}

/** Brings one stored body up to the present format, step by step: the one way that files and rows go. */
export function upgradeBody(kind: StoredKind, body: unknown, format: unknown): Result<unknown> {
  const formats = formatsFrom(format)
  if (!formats.ok) return formats
  return succeed(
    formats.value.reduce((now, n) => {
      const change = CHANGES[n]?.[kind]
      return change && isJson(now) ? change(now) : now
    }, body),
  )
}

/** Brings a whole file up to the present format: each thing in it by its own steps. */
export function upgradeDocument(document: Json): Result<Json> {
  const formats = formatsFrom(document.version)
  if (!formats.ok) return formats
  const up = (kind: StoredKind) => (body: Json) => {
    const upgraded = upgradeBody(kind, body, document.version)
    return upgraded.ok && isJson(upgraded.value) ? upgraded.value : body
  }
  const { part, ways, workshop } = document
  return succeed({
    ...document,
    format: 'foothold/2',
    version: FORMAT,
    ...('part' in document && { part: isJson(part) ? up('part')(part) : part }),
    ...('ways' in document && { ways: each(ways, up('way')) }),
    ...('workshop' in document && {
      workshop: isJson(workshop)
        ? Object.fromEntries(
            Object.entries(workshop).map(([list, items]) => [list, each(items, up('gear'))]),
          )
        : workshop,
    }),
  })
}

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
