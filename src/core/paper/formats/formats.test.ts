import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { PIER_PLATE, PIER_PLATE_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '../demo'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import {
  documentJsonSchema,
  type FootholdFile,
  readDocument,
  readDocumentText,
  requirementsCsv,
  writeDocument,
} from '.'
import { FORMAT } from '../stored'
import { clampingOf } from '../../../../tests/support/documents'
import { type OwnClamping } from '../../plan/way'

const file: FootholdFile = {
  workshop: STANDARD_WORKSHOP,
  part: WORM_BLOCK,
  ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B],
}
const json = (): Record<string, unknown> =>
  JSON.parse(writeDocument(file)) as Record<string, unknown>
const refused = (value: unknown): string => {
  const result = typeof value === 'string' ? readDocumentText(value) : readDocument(value)
  if (result.ok) throw new Error('was read')
  for (const issue of result.issues) expect(issue.sentence).toMatch(/\.$/)
  return result.issues[0].sentence
}

describe('documents as files', () => {
  it('what is written is read back the same', () => {
    for (const f of [file, { ...file, part: PIER_PLATE, ways: [PIER_PLATE_WAY] }])
      expect(readDocumentText(writeDocument(f))).toEqual({ ok: true, value: f })
  })

  it('the published schema and examples are those of this program', () => {
    expect(JSON.parse(readFileSync('docs/schema/foothold-2.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(documentJsonSchema())),
    )
    expect(
      readDocumentText(readFileSync('docs/examples/worm-block.foothold.json', 'utf8')),
    ).toEqual({ ok: true, value: file })
  })

  it('where zero lies and the angle of an edge are kept; gear without its newer figures is still read', () => {
    const turned = WORM_BLOCK_WAY_A.setups.map((s) => ({
      ...s,
      zero: {
        ...s.zero,
        lies: { x: 'middle', y: 'bore' },
        turn: {
          surface: clampingOf(s).guide,
          instrument: 'probe',
          apart: { mm: 63.5, typed: '2 1/2in' },
          answer: 'program' as const,
        },
      },
    }))
    const written = { ...file, ways: [{ ...WORM_BLOCK_WAY_A, setups: turned }] }
    expect(readDocumentText(writeDocument(written))).toEqual({ ok: true, value: written })
    const older = {
      ...file,
      workshop: {
        ...STANDARD_WORKSHOP,
        machines: STANDARD_WORKSHOP.machines.map(
          ({ backlashMm: _b, gaugeToTable: _g, rotary: _r, ...m }) => m,
        ),
        vises: STANDARD_WORKSHOP.vises.map(({ bedHeight: _h, ...v }) => v),
        instruments: STANDARD_WORKSHOP.instruments.map(({ tip: _t, ...i }) => i),
        cutters: STANDARD_WORKSHOP.cutters.map(({ length: _l, ...c }) => c),
      },
    }
    const read = readDocumentText(writeDocument(older))
    expect(read).toEqual({ ok: true, value: older })
    // It is reckoned with all the same: what is not known is guessed, and the chain does not change.
    const likely = (workshop: typeof STANDARD_WORKSHOP) =>
      predictionOf(workshop, WORM_BLOCK, WORM_BLOCK_WAY_A).requirements.map(
        (r) => r.outcome?.likely.predicted,
      )
    expect(likely(older.workshop)).toEqual(likely(STANDARD_WORKSHOP))
  })

  it('a version 1 document is brought up to date, its leading surface renamed', () => {
    interface Old {
      version: number
      ways: { setups: Record<string, unknown>[] }[]
    }
    const old = json() as unknown as Old
    old.version = 1
    for (const way of old.ways)
      way.setups = way.setups.map(({ clamping, ...rest }) => {
        const { footing, guide, holding, machine, up } = clamping as OwnClamping
        const lead = footing.lead === 'rest' ? 'parallels' : 'fixed jaw'
        return { ...rest, machine, up, toJaw: guide, holding, footing: { ...footing, lead } }
      })
    expect(readDocument(old)).toEqual({ ok: true, value: file })
  })

  it('a version 1 document with nonsense inside is refused, not thrown at', () => {
    for (const ways of [null, 7, [null], [{ setups: 5 }], [{ setups: [{ footing: 'x' }] }]])
      refused({ ...json(), version: 1, ways })
  })

  it.each([
    ['', /not JSON: it is empty/],
    ['{"format": "foothold/1",', /not JSON/],
    ['{\n  "a": 1,\n  oops\n}', /line 3, column 3/],
    ['[1, 2]', /not a Foothold document/],
    ['null', /not a Foothold document/],
    ['{"format": "other"}', /not a Foothold document/],
    ['{"format": "foothold/1"}', /which version/],
    [`{"format": "foothold/1", "version": ${FORMAT + 1}}`, /newer Foothold/],
    [`{"format": "foothold/1", "version": ${FORMAT}}`, /workshop/],
  ])('%j is refused in words', (text, words) => expect(refused(text)).toMatch(words))

  it('numbers out of range, a part without faces, unknown fields and foreign names are refused at their field', () => {
    const broken = (change: (part: Record<string, unknown>) => void): string => {
      const document = json()
      change(document.part as Record<string, unknown>)
      const result = readDocument(document)
      return result.ok ? 'read' : result.issues[0].path
    }
    expect(
      broken((part) => {
        ;(part.size as { x: { mm: unknown } }).x.mm = 1e99
      }),
    ).toBe('part.size.x.mm')
    expect(
      broken((part) => {
        ;(part.size as { x: { mm: unknown } }).x.mm = null
      }),
    ).toBe('part.size.x.mm')
    expect(
      broken((part) => {
        delete part.faces
      }),
    ).toBe('part.faces')
    expect(
      broken((part) => {
        part.extra = 1
      }),
    ).toBe('part')
    expect(
      broken((part) => {
        ;(part.features as { id: string }[])[0] = {
          ...(part.features as { id: string }[])[0],
          id: '../x',
        }
      }),
    ).toBe('part.features.0.id')
    expect(
      broken((part) => {
        ;(part.requirements as { of: string }[])[0] = {
          ...(part.requirements as { of: string }[])[0],
          of: 'moon',
        } as { of: string }
      }),
    ).toBe('part.requirements.0')
  })

  it('a way that names what the workshop does not have is refused with its place', () => {
    const document = json() as {
      ways: { setups: { clamping: { machine: string; guide: string } }[] }[]
    }
    const setup = document.ways[0]?.setups[1]?.clamping
    if (!setup) throw new Error('demo')
    setup.machine = 'lathe'
    setup.guide = 'bottom'
    const result = readDocument(document)
    expect(result.ok).toBe(false)
    if (!result.ok)
      expect(result.issues.map((i) => [i.code, i.path])).toEqual([
        ['setup.orientation', 'ways.0.setups.1.clamping.guide'],
        ['setup.machine', 'ways.0.setups.1.clamping.machine'],
      ])
  })

  it('a figure that cannot be is told by where it stands, as people count', () => {
    const document = json() as {
      part: { size: { x: { mm: number } } }
      ways: { setups: { ops: { leave: unknown }[] }[] }[]
    }
    const cut = document.ways[0]?.setups[1]?.ops[0]
    if (!cut) throw new Error('demo')
    cut.leave = 'much'
    document.part.size.x.mm = -1
    const result = readDocument(document)
    expect(result.ok ? [] : result.issues.map(({ sentence }) => sentence)).toEqual([
      expect.stringMatching(/^“part.size.x(.mm)?” must be more than/) as string,
      expect.stringMatching(
        /^“leave” in way 1, setup 2, cut 1 must be a group of fields/,
      ) as string,
    ])
  })

  it('a very large text is refused before it is parsed', () =>
    expect(refused('x'.repeat(3_000_000))).toMatch(/3\.0 MB/))

  it('names that are HTML stay text', () => {
    const name = '<img src=x onerror=alert(1)>'
    const result = readDocumentText(writeDocument({ ...file, part: { ...WORM_BLOCK, name } }))
    expect(result.ok && result.value.part.name).toBe(name)
  })
})

describe('CSV', () => {
  const csv = requirementsCsv(predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A))
  it('has a line for each requirement', () => {
    expect(csv.split('\n')).toHaveLength(10)
    expect(csv).toContain('Bore to base,32.000 ±0.015,short,0.017')
  })
  it('a name that begins like a formula does not become one', () => {
    const part = {
      ...WORM_BLOCK,
      requirements: WORM_BLOCK.requirements.map((r, i) => (i === 0 ? { ...r, name: '=1+1' } : r)),
    }
    expect(requirementsCsv(predictionOf(STANDARD_WORKSHOP, part, WORM_BLOCK_WAY_A))).not.toMatch(
      /^=1/m,
    )
  })
})
