import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { readDocumentText, writeDocument } from '@/core/paper/formats'
import { type Feature, partIssues } from '@/core/work/part'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { readDxf } from '@/exchange'
import { Busy, type Limits, Pool } from '@/operations/backroom/pool'

const limits: Limits = { workers: 1, taskMs: 1500, waitMs: 5000, memoryMb: 128, waiting: 2 }
const pools: Pool[] = []
const pool = (script: string, more: Partial<Limits> = {}): Pool => {
  const made = new Pool(script, { ...limits, ...more })
  pools.push(made)
  return made
}
afterAll(() => Promise.all(pools.map((p) => p.close())))

const REAL = resolve('.foothold/build/backroom.mjs')
/** Real work on a machine that may be busy. */
const patient = (): Pool => pool(REAL, { taskMs: 60_000, memoryMb: 1024 })
/** A worker that does what its text says. */
const scripted = (body: string): string => {
  const path = join(mkdtempSync(join(tmpdir(), 'backroom-')), 'worker.mjs')
  writeFileSync(
    path,
    `import { parentPort } from 'node:worker_threads'\nparentPort.on('message', ({ number, args: [text] }) => { ${body} })`,
  )
  return path
}
const codeOf = (result: unknown): string => {
  const { issues } = result as { issues?: readonly { code: string }[] }
  return issues?.[0]?.code ?? 'done'
}

const pairs = (...words: readonly (string | number)[]): string => `${words.join('\n')}\n`
const drawing = (entities: string, blocks = ''): string =>
  `${blocks === '' ? '' : pairs(0, 'SECTION', 2, 'BLOCKS') + blocks + pairs(0, 'ENDSEC')}${pairs(0, 'SECTION', 2, 'ENTITIES')}${entities}${pairs(0, 'ENDSEC', 0, 'EOF')}`
/** What the parser never comes back from. */
const ENDLESS = pairs(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'VPORT', 0, 'EOF')

describe('work off the server’s own thread', () => {
  it('is the same work', async () => {
    const text = drawing(pairs(0, 'CIRCLE', 8, 'HOLES', 10, 1, 20, 2, 40, 3))
    expect(await patient().run('readDrawing', text)).toEqual(readDxf(text))
    const file = writeDocument({
      workshop: STANDARD_WORKSHOP,
      part: WORM_BLOCK,
      ways: [WORM_BLOCK_WAY_A],
    })
    expect(await patient().run('readDocument', file)).toEqual(readDocumentText(file))
  })

  it('no worker is started before there is work; one that was ended is no longer up', async () => {
    const one = pool(scripted('parentPort.postMessage({ number, value: text })'))
    expect(one.isUp).toBe(false)
    expect(await one.run('readDrawing', 'said')).toBe('said')
    expect(one.isUp).toBe(true)
    await one.close()
    expect(one.isUp).toBe(false)
  })

  it('a drawing from which the parser never comes back is stopped, told, and the next is read', async () => {
    const one = pool(REAL, { taskMs: 10_000 })
    const answer = await one.run('readDrawing', ENDLESS)
    expect(['work.stopped', 'dxf.damaged']).toContain(codeOf(answer))
    expect(codeOf(await one.run('readDrawing', drawing('')))).toBe('done')
  })

  it('what never ends, takes all memory, or breaks off is stopped with a sentence; then it goes on', async () => {
    const one = pool(
      scripted(`
        if (text === 'loop') for (;;);
        if (text === 'memory') { const all = []; for (;;) all.push(new Array(1e5).fill(text)) }
        if (text === 'exit') process.exit(1)
        parentPort.postMessage({ number, value: { ok: true, value: text } })`),
    )
    for (const word of ['loop', 'memory', 'exit']) {
      expect(codeOf(await one.run('readDrawing', word))).toBe('work.stopped')
      // On a busy machine a worker may need a second go to get up in time.
      await expect
        .poll(async () => codeOf(await one.run('readDrawing', 'well')), { timeout: 60_000 })
        .toBe('done')
    }
  })

  it('a fault inside is an error, not an answer', async () => {
    const one = pool(scripted(`parentPort.postMessage({ number, error: 'it broke' })`))
    await expect(one.run('readDrawing', '')).rejects.toThrow('it broke')
  })

  it('says at once that it is busy when too much waits, and after a while to what has waited', async () => {
    const one = pool(
      scripted(`if (text === 'loop') for (;;); else parentPort.postMessage({ number, value: 1 })`),
      {
        waitMs: 200,
      },
    )
    const first = one.run('readDrawing', 'loop')
    const waited = [one.run('readDrawing', 'a'), one.run('readDrawing', 'b')]
    await expect(one.run('readDrawing', 'c')).rejects.toThrow(Busy)
    const settled = await Promise.allSettled(waited)
    expect(settled.map((s) => s.status)).toEqual(['rejected', 'rejected'])
    expect(codeOf(await first)).toBe('work.stopped')
  })
})

describe('files that hung or burst the server', () => {
  it('a block that inserts itself ten by ten, and a million copies of a line, are counted and refused', () => {
    const block = pairs(0, 'BLOCK', 2, 'B', 10, 0, 20, 0)
    const insert = (columns: number, rows: number): string =>
      pairs(0, 'INSERT', 8, '0', 2, 'B', 10, 0, 20, 0, 70, columns, 71, rows, 44, 1, 45, 1)
    const line = pairs(0, 'LINE', 8, '0', 10, 0, 20, 0, 11, 1, 21, 1)
    for (const text of [
      drawing(insert(1, 1), block + insert(10, 10) + pairs(0, 'ENDBLK')),
      drawing(insert(1000, 1001), block + line + pairs(0, 'ENDBLK')),
      drawing(insert(30_000, 30_000), block + pairs(0, 'ENDBLK')),
    ])
      expect(codeOf(readDxf(text))).toBe('dxf.many')
  })

  it('blank lines cost no more than their number; a file cut short is told as that', () => {
    const blank = '\n'.repeat(2_000_000)
    expect(codeOf(readDxf(blank))).toBe('dxf.foreign')
    const whole = drawing(pairs(0, 'CIRCLE', 8, 'A', 10, 1, 20, 2, 40, 3))
    for (let cut = whole.length - 5; cut > 40; cut -= 7)
      expect(['dxf.cut', 'dxf.foreign']).toContain(codeOf(readDxf(whole.slice(0, cut))))
  })

  it('fourteen copies of copies, each mirrored, and thirty full grids are refused before they are laid out', () => {
    const hole = (id: string, more: object): Feature =>
      ({
        kind: 'hole',
        id,
        on: 'top',
        making: 'drill',
        diameter: { mm: 1 },
        extent: { kind: 'through' },
        head: { kind: 'none' },
        pattern: { kind: 'single' },
        place: { dims: [], centred: true },
        ...more,
      }) as Feature
    const chain = Array.from({ length: 14 }, (_, i) =>
      hole(`h${i}`, {
        mirrored: 'x',
        ...(i > 0 && { pattern: { kind: 'copy', of: `h${i - 1}` } }),
      }),
    )
    const grids = Array.from({ length: 30 }, (_, i) =>
      hole(`g${i}`, {
        pattern: {
          kind: 'grid',
          columns: 50,
          rows: 40,
          pitchAcross: { mm: 1 },
          pitchUp: { mm: 1 },
        },
      }),
    )
    const codes = (features: Feature[]): string[] =>
      partIssues({ ...WORM_BLOCK, features, requirements: [] }).map((i) => i.code)
    expect(codes(chain)).toEqual(['pattern.many'])
    expect(codes(grids)).toEqual(['part.many-holes'])
  })

  it('letters that no database keeps, and nesting without end, are told with their place', () => {
    const file = JSON.parse(
      writeDocument({ workshop: STANDARD_WORKSHOP, part: WORM_BLOCK, ways: [] }),
    ) as { part: { name: string } }
    for (const name of ['half \ud83d', 'null \0'])
      expect(
        readDocumentText(JSON.stringify({ ...file, part: { ...file.part, name } })),
      ).toMatchObject({ ok: false, issues: [{ code: 'text.broken', path: 'part.name' }] })
    const deep = `{"format":"foothold/1","version":3,"part":${'['.repeat(50_000)}${']'.repeat(50_000)}}`
    expect(codeOf(readDocumentText(deep))).toBe('document.deep')
  })
})
