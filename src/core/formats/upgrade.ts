import { fail, succeed, type Result } from '../issues'

/** Version of the documents that this program writes. */
export const DOCUMENT_VERSION = 3

type Json = Record<string, unknown>

/**
 * What changed from each version to the next. Each step takes a document of version n and gives one of
 * version n + 1; it may assume nothing beyond JSON, since the document has not been checked yet.
 * Version 3 added kinds of pattern; a document of version 2 is one of version 3 as it stands.
 */
const UPGRADES: Readonly<Record<number, (document: Json) => Json>> = {
  // Version 1 named the leading surface of a footing after the gear: parallels, fixed jaw.
  1: (document) => ({ ...document, ways: each(document.ways, upgradeWay) }),
}

const upgradeWay = (way: Json): Json => ({ ...way, setups: each(way.setups, upgradeSetup) })

function upgradeSetup(setup: Json): Json {
  if (!isJson(setup.footing)) return setup
  const { lead } = setup.footing
  const renamed = lead === 'parallels' ? 'rest' : lead === 'fixed jaw' ? 'jaw' : lead
  return { ...setup, footing: { ...setup.footing, lead: renamed } }
}

/** Changes the groups of a list; what is no list or no group is left for the check to refuse. */
const each = (list: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(list) ? list.map((item: unknown) => (isJson(item) ? change(item) : item)) : list

/** Brings an older document up to the present version, step by step. */
export function upgradeDocument(document: Json): Result<Json> {
  const version = document.version
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return fail('document.version', 'The document does not say which version it is.', 'version')
  if (version > DOCUMENT_VERSION)
    return fail(
      'document.newer',
      `The document is of version ${version}; this program knows up to ${DOCUMENT_VERSION}. It was made by a newer Foothold.`,
      'version',
    )
  let upgraded = document
  for (let v = version; v < DOCUMENT_VERSION; v++)
    upgraded = { ...(UPGRADES[v]?.(upgraded) ?? upgraded), version: v + 1 }
  return succeed(upgraded)
}

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
