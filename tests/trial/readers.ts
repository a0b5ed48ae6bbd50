import fc from 'fast-check'
import { resolve } from 'node:path'
import { WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '@/core/paper/demo'
import { readPlaces, writeDocument } from '@/core/paper/formats'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { Pool } from '@/operations/backroom/pool'

/** What came of reading many damaged files. */
export interface ReadersTally {
  readonly documents: number
  readonly drawings: number
  readonly tables: number
  /** Longest that one file took, ms. */
  readonly slowestMs: number
  /** Files that took over two seconds or had to be stopped, and faults with a stack: none of either is wanted. */
  readonly hangs: number
  readonly faults: readonly string[]
}

const SLOW_MS = 2000

/** A document in which some values were put in the place of others. */
const strange = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    -1,
    0,
    1e308,
    '',
    '\0',
    '\ud83d',
    '__proto__',
    'constructor',
    [],
    {},
  ),
  fc.jsonValue({ maxDepth: 3 }),
  fc.double(),
  fc.string({ maxLength: 300, unit: 'binary' }),
)
const WHOLE = writeDocument({
  workshop: STANDARD_WORKSHOP,
  part: WORM_BLOCK,
  ways: [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B],
})
const mutated = fc
  .array(fc.tuple(fc.array(fc.nat(40), { minLength: 1, maxLength: 8 }), strange, fc.boolean()), {
    minLength: 1,
    maxLength: 4,
  })
  .map((changes) => {
    const document = JSON.parse(WHOLE) as Record<string, unknown>
    for (const [path, value, isGone] of changes) change(document, path, value, isGone)
    return JSON.stringify(document)
  })
const cut = fc.nat(WHOLE.length).map((at) => WHOLE.slice(0, at))

function change(document: object, path: readonly number[], value: unknown, isGone: boolean): void {
  let at = document as Record<string, unknown>
  for (const [i, step] of path.entries()) {
    const keys = Object.keys(at)
    const key = keys[step % Math.max(1, keys.length)]
    if (key === undefined) return
    const next = at[key]
    if (i === path.length - 1 || typeof next !== 'object' || next === null) {
      if (isGone) Reflect.deleteProperty(at, key)
      else at[key] = value
      return
    }
    at = next as Record<string, unknown>
  }
}

/** DXF by its grammar: pairs of a code and a value, in sections, tables, blocks and entities that need not fit. */
const pair = fc.tuple(
  fc.oneof(
    fc.constantFrom(0, 2, 8, 10, 20, 30, 40, 41, 42, 44, 45, 50, 66, 70, 71, 100, 210, 230, 999),
    fc.nat(1100),
  ),
  fc.oneof(
    fc.constantFrom(
      'SECTION',
      'ENDSEC',
      'HEADER',
      'TABLES',
      'TABLE',
      'ENDTAB',
      'VPORT',
      'LAYER',
      'LTYPE',
      'BLOCKS',
      'BLOCK',
      'ENDBLK',
      'ENTITIES',
      'INSERT',
      'CIRCLE',
      'POINT',
      'LINE',
      'LWPOLYLINE',
      'POLYLINE',
      'VERTEX',
      'SEQEND',
      'SPLINE',
      'DIMENSION',
      'MTEXT',
      'ATTDEF',
      'EOF',
      '$INSUNITS',
      'A',
      '*U1',
    ),
    fc.integer({ min: -5, max: 2000 }).map(String),
    fc.double({ noNaN: true }).map(String),
    fc.string({ maxLength: 20 }),
  ),
)
const drawing = fc
  .tuple(
    fc.array(pair, { maxLength: 120 }),
    fc.constantFrom('BLOCKS', 'ENTITIES', 'TABLES', 'HEADER', 'OBJECTS'),
    fc.boolean(),
  )
  .map(([pairs, section, ends]) =>
    [[0, 'SECTION'], [2, section], ...pairs, ...(ends ? [[0, 'ENDSEC']] : []), [0, 'EOF']]
      .flat()
      .join('\n'),
  )
const table = fc
  .array(
    fc.array(
      fc.oneof(
        fc.double({ noNaN: true }).map(String),
        fc.constantFrom('x', 'y', 'hole', '', '12,5', '1,000', '3/8', '#7', '((((', '"', '1 1/4in'),
        fc.string({ maxLength: 30 }),
      ),
      { maxLength: 5 },
    ),
    { maxLength: 60 },
  )
  .chain((rows) =>
    fc.constantFrom('\t', ';', ',', ' ').map((s) => rows.map((row) => row.join(s)).join('\n')),
  )

/** Reads damaged files of every kind within the limits of the server, and counts what should not be. */
export async function tryReaders(
  counts: { readonly documents: number; readonly drawings: number; readonly tables: number },
  seed: number,
): Promise<ReadersTally> {
  const pool = new Pool(resolve('.foothold/build/backroom.mjs'))
  let [slowestMs, hangs] = [0, 0]
  const faults: string[] = []
  const one = async (work: () => unknown): Promise<void> => {
    const begun = performance.now()
    try {
      const answer = (await work()) as { readonly issues?: readonly { readonly code: string }[] }
      if (answer.issues?.[0]?.code === 'work.stopped') hangs++
    } catch (error) {
      faults.push(error instanceof Error ? (error.stack ?? error.message) : String(error))
    }
    const took = performance.now() - begun
    slowestMs = Math.max(slowestMs, took)
    if (took > SLOW_MS) hangs++
  }
  const each = async <T>(
    what: fc.Arbitrary<T>,
    numRuns: number,
    work: (value: T) => unknown,
  ): Promise<void> => {
    for (const value of fc.sample(what, { numRuns, seed })) await one(() => work(value))
  }
  const documents = fc.oneof({ weight: 9, arbitrary: mutated }, { weight: 1, arbitrary: cut })
  await each(documents, counts.documents, (text) => pool.run('readDocument', text))
  await each(documents, Math.ceil(counts.documents / 20), (text) => pool.run('checkFile', text))
  await each(drawing, counts.drawings, (text) => pool.run('readDrawing', text))
  await each(table, counts.tables, (text) => readPlaces(text, 'mm'))
  await pool.close()
  return { ...counts, slowestMs, hangs, faults }
}
