import { fail, type Result, succeed } from '../../ground/issues'

/** A unit of length that a file may be written in, and how many mm it is. */
export type FileUnit = 'mm' | 'cm' | 'm' | 'inch' | 'foot' | 'µm' | 'km'

export const UNIT_MM: Readonly<Record<FileUnit, number>> = {
  µm: 0.001,
  mm: 1,
  cm: 10,
  inch: 25.4,
  foot: 304.8,
  m: 1000,
  km: 1_000_000,
}

const OPENING = 'ISO-10303-21;'
const CLOSING = 'END-ISO-10303-21;'

/**
 * Looks at a STEP file's text before a kernel does: whether it is one, whole, and its unit of length.
 * Source: ISO 10303-21:2016 for the envelope, ISO 10303-41 for the units.
 */
export function lookAtStep(text: string): Result<{ readonly unit: FileUnit | undefined }> {
  const trimmed = text.trim()
  if (trimmed === '') return fail('step.empty', 'The file is empty.')
  if (!trimmed.startsWith(OPENING))
    return fail(
      'step.not-step',
      `This is not a STEP file: it does not begin with “${OPENING}”. Export it as STEP (AP203, AP214 or AP242), STL or DXF.`,
    )
  if (!trimmed.endsWith(CLOSING))
    return fail(
      'step.cut-off',
      `The file is cut off: its end “${CLOSING}” is missing. Copy or export it again.`,
    )
  return succeed({ unit: unitOf(trimmed) })
}

const PREFIXES: Readonly<Record<string, FileUnit>> = {
  $: 'm',
  '.MILLI.': 'mm',
  '.CENTI.': 'cm',
  '.MICRO.': 'µm',
  '.KILO.': 'km',
}

function unitOf(text: string): FileUnit | undefined {
  const named = new Map<string, string>()
  for (const [, id = '', body = ''] of text.matchAll(/#(\d+)\s*=\s*\(([^;]*)\)\s*;/g))
    if (body.includes('LENGTH_UNIT')) named.set(id, body)
  const context = /GLOBAL_UNIT_ASSIGNED_CONTEXT\s*\(\s*\(([^)]*)\)/.exec(text)?.[1] ?? ''
  const used = [...context.matchAll(/#(\d+)/g)].flatMap(([, id = '']) => named.get(id) ?? [])
  const body = used[0] ?? [...named.values()][0]
  if (body === undefined) return undefined
  if (/CONVERSION_BASED_UNIT\s*\(\s*'[^']*INCH/i.test(body)) return 'inch'
  if (/CONVERSION_BASED_UNIT\s*\(\s*'[^']*FOOT/i.test(body)) return 'foot'
  const prefix = /SI_UNIT\s*\(\s*(\$|\.[A-Z]+\.)\s*,\s*\.METRE\./.exec(body)?.[1]
  return prefix === undefined ? undefined : PREFIXES[prefix]
}
