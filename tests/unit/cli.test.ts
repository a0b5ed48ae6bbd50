import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { runLine } from '@/cli/line'

const WORM = 'docs/examples/worm-block.foothold.json'

interface Ended {
  readonly code: number | null
  readonly out: string
  readonly err: string
}

/** The command line in this process. */
async function foothold(args: readonly string[], input = ''): Promise<Ended> {
  const [out, err]: [string[], string[]] = [[], []]
  const code = await runLine(args, {
    read: (path) => (path === '-' ? input : readFileSync(path, 'utf8')),
    readBytes: (path) => readFileSync(path),
    write: writeFileSync,
    out: (text) => out.push(typeof text === 'string' ? text : Buffer.from(text).toString('utf8')),
    err: (words) => err.push(words),
  })
  return { code, out: out.join(''), err: err.join('\n') }
}

/** The command itself, as a shop would call it. */
function called(args: readonly string[], input?: string): Ended {
  const { status, stderr, stdout } = spawnSync('./foothold', [...args], {
    encoding: 'utf8',
    ...(input === undefined ? {} : { input }),
  })
  return { code: status, out: stdout, err: stderr }
}

describe('foothold', () => {
  it('the command itself: a figure, a file from standard input, a wrong word', () => {
    const figure = called(['calc', 'tap-drill', 'thread=M6'])
    expect([figure.code, JSON.parse(figure.out)]).toMatchObject([0, { id: 'tap-drill' }])
    const text = readFileSync(WORM, 'utf8')
    expect(called(['export', '-', '--as', 'json'], text).out).toBe(text)
    const wrong = called(['chekc'])
    expect([wrong.code, wrong.out]).toEqual([2, ''])
    expect(wrong.err).toMatch(/did you mean “check”/)
  })

  it('check: findings as JSON, exit 0 when nothing forbids', async () => {
    const { code, out } = await foothold(['check', WORM])
    const ways = JSON.parse(out) as { way: string; findings: { code: string }[] }[]
    expect(code).toBe(0)
    expect(ways.map((w) => w.way)).toEqual(['Way A', 'Way B'])
    expect(ways[0]?.findings.some((f) => f.code === 'margin.short')).toBe(true)
  })

  it('check: exit 1 when the plan forbids; the file may come from standard input', async () => {
    const document = JSON.parse(readFileSync(WORM, 'utf8')) as {
      ways: { setups: { clamping: { holding: { stop: string } } }[] }[]
    }
    for (const setup of document.ways[0]?.setups ?? []) setup.clamping.holding.stop = 'none'
    expect((await foothold(['check', '-'], JSON.stringify(document))).code).toBe(1)
  })

  it('say: what a line says as in the document, or a question with lines to say instead', async () => {
    const tapped = await foothold(['say', 'M6 tapped 12 deep on top, 20 from left, 15 from front'])
    expect([tapped.code, JSON.parse(tapped.out)]).toMatchObject([
      0,
      {
        kind: 'feature',
        value: {
          kind: 'hole',
          thread: 'M6',
          extent: { kind: 'deep', depth: { mm: 12 } },
          on: 'top',
        },
        said: 'hole M6 12 deep, on top, 20 from left end, 15 from front',
      },
    ])
    const tie = await foothold(['say', 'hold bore parallel to base 0.02', '--part', WORM])
    expect([tie.code, JSON.parse(tie.out)]).toMatchObject([
      0,
      { kind: 'tie', value: { kind: 'parallelism', of: 'bore', to: 'bottom' } },
    ])
    const block = await foothold(['say', 'block 4 x 2 x 1', '--unit', 'inch'])
    expect(JSON.parse(block.out)).toMatchObject({ kind: 'block', value: { x: { mm: 101.6 } } })
    const asked = await foothold(['say', 'clearance hole for M6 through on top centred'])
    expect(asked.code).toBe(2)
    expect(JSON.parse(asked.out)).toEqual({
      question: 'Clearance for M6: close, normal or loose?',
      choices: [6.4, 6.6, 7].map((mm) => `hole ${mm} through, on top, centred`),
    })
    const unknown = await foothold(['say', 'hello'])
    expect([unknown.code, JSON.parse(unknown.out)]).toMatchObject([2, { choices: [] }])
    expect((await foothold(['say'])).code).toBe(2)
  })

  it('analyse: the same seed gives the same pieces', async () => {
    const run = async (): Promise<unknown> =>
      JSON.parse((await foothold(['analyse', WORM, '--samples', '2000', '--seed', '7'])).out)
    const first = (await run()) as {
      requirements: { id: string; likely: { predicted: number }; simulated: { rejected: number } }[]
    }[]
    expect(first).toEqual(await run())
    const bore = first[0]?.requirements.find((r) => r.id === 'bore-base')
    expect(bore?.likely.predicted).toBeCloseTo(0.0179, 3)
    expect(bore?.simulated.rejected).toBeGreaterThan(0)
  })

  it('export: json again, csv, and the sheet as PDF with a page for each setup', async () => {
    expect((await foothold(['export', WORM, '--as', 'json'])).out).toBe(readFileSync(WORM, 'utf8'))
    expect((await foothold(['export', WORM, '--as', 'csv', '--way', 'Way B'])).out).toContain(
      'Bore to base',
    )
    const path = join(mkdtempSync(join(tmpdir(), 'foothold-')), 'sheet.pdf')
    expect((await foothold(['export', WORM, '--as', 'sheet-pdf', '--out', path])).code).toBe(0)
    const text = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).stdout
    expect(text.split('\f').filter((page) => page.trim() !== '')).toHaveLength(7)
    for (const words of [
      'What must agree',
      'Chain: Bore to base',
      '4 · Bore for the worm',
      'gripped',
      'qualified person',
    ])
      expect(text).toContain(words)
  })

  it('export: the solid, finished or after a setup, whose volume is what was cut less', async () => {
    const oiler = 'docs/examples/oiler-block.foothold.json'
    const volume = async (as: string, ...more: string[]): Promise<number> => {
      const path = join(mkdtempSync(join(tmpdir(), 'foothold-')), 'part.stl')
      expect((await foothold(['export', oiler, '--as', as, '--out', path, ...more])).code).toBe(0)
      const bytes = readFileSync(path)
      let six = 0
      for (let i = 0; i < bytes.readUInt32LE(80); i++) {
        const at = (k: number): number => bytes.readFloatLE(84 + 50 * i + 12 + 4 * k)
        six +=
          at(0) * (at(4) * at(8) - at(5) * at(7)) +
          at(1) * (at(5) * at(6) - at(3) * at(8)) +
          at(2) * (at(3) * at(7) - at(4) * at(6))
      }
      return six / 6
    }
    // 70 x 40 x 30; a circle is a polygon of 48 sides.
    const round = (d: number): number => 24 * Math.sin(Math.PI / 24) * (d / 2) ** 2
    const mounts = 2 * (round(5.5) * 30 + (round(10) - round(5.5)) * 5.4)
    expect(await volume('left-stl', '--setup', '1')).toBeCloseTo(70 * 40 * 30.8, 0)
    expect(await volume('left-stl', '--setup', '2')).toBeCloseTo(70 * 40 * 30 - mounts, 0)
    // The seat: blind, leaning, cut off along the face.
    expect(await volume('part-stl')).toBeCloseTo(70 * 40 * 30 - mounts - round(6) * 22, 0)
    expect((await foothold(['export', oiler, '--as', 'left-stl', '--setup', '9'])).err).toMatch(
      /no setup 9/,
    )
  })

  it('export: program, holes and template of a setup', async () => {
    const pier = 'docs/examples/pier-plate.foothold.json'
    const program = await foothold([
      'export',
      pier,
      '--as',
      'program',
      '--setup',
      '2',
      '--unit',
      'inch',
    ])
    expect(program.out).toContain('G20 G17')
    expect((await foothold(['export', pier, '--as', 'program', '--by-hand'])).out).not.toMatch(
      /G81/,
    )
    const table = await foothold([
      'export',
      pier,
      '--as',
      'holes-csv',
      '--setup',
      '2',
      '--from',
      'corner',
    ])
    expect(table.out).toMatch(/^feet\.1,levelling feet no\. 1,-15\.0000,15\.0000,/m)
    // One template page in its own size: 240 + 30 by 160 + 52 mm.
    const path = join(mkdtempSync(join(tmpdir(), 'foothold-')), 'template.pdf')
    await foothold(['export', pier, '--as', 'template-pdf', '--out', path])
    const info = spawnSync('pdfinfo', [path], { encoding: 'utf8' }).stdout
    const [width, height] = (/Page size:\s+([\d.]+) x ([\d.]+)/.exec(info) ?? [])
      .slice(1)
      .map(Number)
    expect(((width ?? 0) / 72) * 25.4).toBeCloseTo(270, 1)
    expect(((height ?? 0) / 72) * 25.4).toBeCloseTo(212, 1)
    expect((await foothold(['export', pier, '--as', 'program', '--setup', '7'])).err).toMatch(
      /no setup 7/,
    )
  })

  it('calc: one figure with its inputs, units and source; without an id, the list', async () => {
    const { code, out } = await foothold(['calc', 'tap-drill', 'thread=M6'])
    expect(code).toBe(0)
    expect(JSON.parse(out)).toMatchObject({
      id: 'tap-drill',
      inputs: { thread: 'M6', kind: 'cut' },
      results: { drill: { value: 5, unit: 'mm' }, drillName: { value: '5 mm' } },
    })
    const inch = (await foothold(['calc', 'edge-offset', 'tip=0.2', 'reading=0', '--unit', 'inch']))
      .out
    expect(JSON.parse(inch)).toMatchObject({ results: { position: { value: 2.54, unit: 'mm' } } })
    const list = JSON.parse((await foothold(['calc'])).out) as { id: string }[]
    expect(list.map((entry) => entry.id)).toContain('bolt-circle')
  })

  it.each([
    [['calc', 'tap-drill', 'tread=M6'], /did you mean “thread”/],
    [['calc', 'tapdrill', 'thread=M6'], /did you mean “tap-drill”/],
    [['calc', 'drill-size', 'size=#81'], /no size “#81”/],
    [['calc', 'drill-size', '#7'], /key=value/],
    [['calc', 'drill-size', 'size=7', '--unit', 'cubit'], /mm or inch/],
    [[], /foothold check FILE/],
    [['chekc', WORM], /did you mean “check”/],
    [['check'], /Name the file/],
    [['check', 'nowhere.json'], /cannot be read/],
    [['check', 'package.json'], /not a Foothold document/],
    [['export', WORM, '--as', 'dwg'], /json, csv, sheet-pdf/],
    [['export', WORM, '--as', 'program', '--setup', 'x'], /number of a setup/],
    [['export', WORM, '--as', 'program', '--from', 'moon'], /zero, corner or centre/],
    [['export', WORM, '--as', 'csv', '--way', 'Way Z'], /no way called “Way Z”/],
    [['analyse', WORM, '--samples', '5'], /100 to 2000000/],
    [['analyse', WORM, '--bogus'], /bogus/],
  ] as const)('%j: exit 2 and a sentence on standard error', async (args, words) => {
    const { code, err, out } = await foothold(args)
    expect(code).toBe(2)
    expect(err + out).toMatch(words)
  })

  it('broken files: every issue with its path', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'foothold-')), 'broken.json')
    const document = JSON.parse(readFileSync(WORM, 'utf8')) as {
      part: { size: { x: { mm: number } }; name: string }
    }
    document.part.size.x.mm = -3
    document.part.name = ''
    writeFileSync(path, JSON.stringify(document))
    const { code, err } = await foothold(['check', path])
    expect(code).toBe(2)
    expect(err).toContain('part.size.x: ')
    expect(err).toContain('part.name: ')
  })

  it('export offsets: from the place of the vise, as a table and as G10 lines; without it nothing is made up', async () => {
    const place = ['--place=-298, -96.4, -388']
    const csv = (await foothold(['export', WORM, '--as', 'offsets-csv', ...place])).out
    expect(csv.split('\n')[2]).toContain('-382.0000')
    const program = (
      await foothold(['export', WORM, '--as', 'offsets-g10', '--setup', '2', ...place])
    ).out
    expect(program).toContain('G10 L2 P1 X-298.000 Y-96.400 Z-382.000')
    const nothing = await foothold(['export', WORM, '--as', 'offsets-g10'])
    expect(nothing.code).toBe(2)
    expect(nothing.err).toContain('No zero has been found yet')
    expect((await foothold(['export', WORM, '--as', 'offsets-csv', '--place=1, 2'])).code).toBe(2)
  })

  it('zero: readings worked out with what is suspicious about them, or the sentence why not', async () => {
    const readings = join(mkdtempSync(join(tmpdir(), 'foothold-')), 'readings.json')
    const write = (b: number): void =>
      writeFileSync(
        readings,
        JSON.stringify({
          instrument: 'edge-finder',
          readings: {
            kind: 'both-sides',
            axis: 'x',
            first: 'left',
            second: 'right',
            tip: 10,
            a: { at: -53, towards: '+' },
            b: { at: b, towards: '-' },
          },
        }),
      )
    write(63)
    const { code, out } = await foothold(['zero', WORM, '--readings', readings, '--setup', '2'])
    expect(code).toBe(0)
    const found = JSON.parse(out) as { width: { at: number }; doubts: { code: string }[] }
    expect(found.width.at).toBeCloseTo(106, 9)
    expect(found.doubts.map((d) => d.code)).toEqual(['doubt.width'])
    write(-50)
    const none = await foothold(['zero', WORM, '--readings', readings, '--setup', '2'])
    expect(none.code).toBe(2)
    expect(none.err).toContain('closer together than the tip')
    expect((await foothold(['zero', WORM])).code).toBe(2)
  })
})

describe('what was measured', () => {
  const folder = mkdtempSync(join(tmpdir(), 'foothold-measured-'))
  const put = (name: string, value: unknown): string => {
    const path = join(folder, name)
    writeFileSync(path, typeof value === 'string' ? value : JSON.stringify(value))
    return path
  }

  it('make, then learn: figures with what they are known to, and how honest the predictions were', async () => {
    const made = await foothold(['make', WORM, '--pieces', '12', '--seed', '4'])
    const { code, out } = await foothold(['learn', WORM, '--measured', put('l.json', made.out)])
    expect(code).toBe(0)
    const learned = JSON.parse(out) as {
      figures: {
        path: string
        value: number
        low: number
        learnt: number
        high: number
        speaks: boolean
      }[]
      honesty: { verdict: string; values: number }
      series: { words: string; points: object[] }[]
    }
    expect(learned.honesty.verdict).toBe('as predicted')
    const tap = learned.figures.find(({ path }) => path === 'capabilities/tap/positionMm')
    expect(tap?.speaks).toBe(true)
    expect(tap?.low).toBeLessThan(tap?.learnt ?? 0)
    expect(tap?.high).toBeGreaterThan(tap?.value ?? Infinity)
    expect(learned.series.every(({ points }) => points.length === 12)).toBe(true)
    const none = await foothold([
      'learn',
      WORM,
      '--measured',
      put('m.json', { pieces: [{ id: '1', values: [] }] }),
    ])
    expect([none.code, none.err]).toEqual([2, expect.stringMatching(/Nothing was measured/)])
  })

  it('make, then diagnose: the fault that was hidden is named first', async () => {
    const fault = 'at s-5, seat guide1=0.08'
    const made = await foothold(['make', WORM, '--fault', fault, '--seed', '3', '--pieces', '2'])
    expect(made.code).toBe(0)
    const told = JSON.parse(made.out) as { pieces: { id: string; values: object[] }[] }
    expect(told.pieces.map(({ id }) => id)).toEqual(['1', '2'])
    const found = await foothold(['diagnose', WORM, '--measured', put('a.json', made.out)])
    expect(found.code).toBe(0)
    const { causes, distinguish } = JSON.parse(found.out) as {
      causes: { key: string; words: string; size: number; unit: string; probability: number }[]
      distinguish: unknown[]
    }
    expect(causes[0]).toMatchObject({ key: 'at s-5, seat guide1', unit: 'mm' })
    expect(causes[0]?.size).toBeCloseTo(0.08, 1)
    expect(causes[0]?.probability).toBeGreaterThan(0.5)
    expect(Array.isArray(distinguish)).toBe(true)
  })

  it('run: what is predicted after measuring, what to move, what to measure next', async () => {
    const made = await foothold(['make', WORM, '--setup', '3', '--seed', '2'])
    const { code, out } = await foothold(['run', WORM, '--measured', put('b.json', made.out)])
    expect(code).toBe(0)
    const [piece] = JSON.parse(out) as {
      done: number
      requirements: {
        requirement: string
        settled: boolean
        after?: { predicted: number }
        before?: { predicted: number }
      }[]
      advice: { words: string; moves: object[] }
      measureNext: object[]
    }[]
    expect(piece?.done).toBe(3)
    const height = piece?.requirements.find(({ requirement }) => requirement === 'top-base')
    expect(height?.settled).toBe(true)
    expect(height?.after?.predicted).toBeLessThan(height?.before?.predicted ?? 0)
    expect(piece?.advice.words).not.toBe('')
  })

  it('bad input is told in words: no file, no JSON, a requirement that is not there, a fault without size', async () => {
    const told = async (...args: string[]) => {
      const { code, err } = await foothold(args)
      expect(code).toBe(2)
      return err
    }
    expect(await told('run', WORM)).toMatch(/--measured FILE/)
    expect(await told('run', WORM, '--measured', put('c.json', '{'))).toMatch(/not JSON/)
    const values = [{ requirement: 'no-such', value: 1 }]
    const lost = put('d.json', { pieces: [{ id: '7', values }] })
    expect(await told('diagnose', WORM, '--measured', lost)).toMatch(
      /Piece 7, value 1: the part has no requirement “no-such”/,
    )
    expect(await told('diagnose', WORM, '--measured', put('e.json', { pieces: [] }))).toMatch(
      /pieces/,
    )
    expect(await told('make', WORM, '--fault', 'at s-5')).toMatch(/KEY=SIZE/)
    expect(await told('make', WORM, '--fault', 'at s-5, seat guide=1')).toMatch(/did you mean/)
  })
})
