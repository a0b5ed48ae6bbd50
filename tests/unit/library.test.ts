import { PartSchema } from '@/core/work/part'
import { ZeroRecordSchema } from '@/core/floor/offsets'
import { FixtureSchema } from '@/core/floor/register'
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readDocumentText, writeDocument } from '@/core/paper/formats'
import { FORMAT, readStored, upgradeBody } from '@/core/paper/stored'
import { figuresOf } from '../support/figures'

/** Documents as earlier builds saved them, with what those builds said of them. They are never changed. */
const LIBRARY = 'tests/library'
const FORMATS = readdirSync(LIBRARY)
const SUFFIX = '.foothold.json'
const DOCUMENTS = FORMATS.flatMap((format) =>
  readdirSync(`${LIBRARY}/${format}`)
    .filter((name) => name.endsWith(SUFFIX))
    .map((name) => `${LIBRARY}/${format}/${name.slice(0, -SUFFIX.length)}`),
)

const read = (text: string) => {
  const file = readDocumentText(text)
  if (!file.ok) throw new Error(file.issues.map((i) => `${i.path}: ${i.sentence}`).join('\n'))
  return file.value
}

/** Within rounding: two parts in a million, or two in a billion millimetres. */
function expectSame(now: unknown, then: unknown, path = ''): void {
  if (typeof now === 'number' && typeof then === 'number') {
    if (Math.abs(now - then) > Math.max(2e-6 * Math.abs(then), 2e-9))
      expect.fail(`${path}: ${now}, was ${then}`)
  } else if (typeof now === 'object' && now !== null && typeof then === 'object' && then !== null) {
    expect(Object.keys(now), path).toEqual(Object.keys(then))
    for (const [key, value] of Object.entries(now))
      expectSame(value, (then as Record<string, unknown>)[key], `${path}.${key}`)
  } else expect(now, path).toEqual(then)
}

describe('what earlier builds saved', () => {
  it.each(DOCUMENTS)('%s opens, predicts the same, and is saved in the present format', (stem) => {
    const file = read(readFileSync(`${stem}${SUFFIX}`, 'utf8'))
    const then: unknown = JSON.parse(readFileSync(`${stem}.figures.json`, 'utf8'))
    expectSame(JSON.parse(JSON.stringify(figuresOf(file))), then)
    const saved = writeDocument(file)
    expect(JSON.parse(saved)).toMatchObject({ version: FORMAT })
    expect(writeDocument(read(saved))).toBe(saved)
  })

  it.each(FORMATS)('%s: readings and fixtures by themselves', (format) => {
    const rows = JSON.parse(readFileSync(`${LIBRARY}/${format}/rows.json`, 'utf8')) as {
      format: number
      fixtures: unknown[]
      readings: { record: unknown }[]
    }
    for (const body of rows.fixtures)
      expect(readStored('fixture', FixtureSchema, { body, format: rows.format })).toMatchObject({
        ok: true,
      })
    for (const { record } of rows.readings)
      expect(
        readStored('reading', ZeroRecordSchema, { body: record, format: rows.format }),
      ).toMatchObject({
        ok: true,
      })
  })

  it('a way of format 1 named what leads a footing after the gear', () => {
    const body = {
      setups: [{ footing: { lead: 'parallels' } }, { footing: { lead: 'fixed jaw' } }, 7],
    }
    const upgraded = upgradeBody('way', body, 1)
    expect(JSON.stringify(upgraded.ok && upgraded.value)).toMatch(/"lead":"rest".*"lead":"jaw".*7/)
  })

  it('what a newer build saved, and what no build saved, is refused in words', () => {
    for (const format of [FORMAT + 1, 0, 1.5, NaN])
      expect(readStored('part', PartSchema, { body: {}, format })).toMatchObject({
        ok: false,
        issues: [{ sentence: expect.stringMatching(/newer Foothold|which version/) as string }],
      })
    expect(readStored('fixture', FixtureSchema, { body: null, format: 1 })).toMatchObject({
      ok: false,
    })
  })
})
