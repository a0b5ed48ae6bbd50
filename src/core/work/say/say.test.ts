import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { WORM_BLOCK } from '../../paper/demo'
import { type Feature, newPart, type Part, partIssues, type Place, type Requirement } from '../part'
import { after, completions, printFeature, printPart, printRequirement, readLine } from '.'

const part: Part = newPart('Block', { x: { mm: 200 }, y: { mm: 160 }, z: { mm: 120 } })

/** Drops the words as typed and the id: what a sentence means. */
const meaning = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, v: unknown) =>
      key === 'typed' || key === 'id'
        ? undefined
        : typeof v === 'number'
          ? Number(v.toFixed(9))
          : v,
    ),
  )

const mm = (min: number, max: number) =>
  fc.integer({ min: min * 1000, max: max * 1000 }).map((n) => ({ mm: n / 1000 }))
const angle = fc.integer({ min: 0, max: 359 }).map((d) => ({ rad: (d * Math.PI) / 180 }))
const name = fc.option(
  fc.stringMatching(/^[A-Za-z][A-Za-z ]{0,18}[a-z]$/).map((s) => s.replace(/\s+/g, ' ')),
  { nil: undefined },
)
const place: fc.Arbitrary<Place> = fc.record({
  dims: fc
    .tuple(mm(60, 70), fc.option(mm(0.01, 0.5), { nil: undefined }), mm(60, 65))
    .chain(([x, tol, y]) =>
      fc.constantFrom<Place['dims'][]>(
        [],
        [{ from: 'left' as const, at: x, ...(tol ? { plusMinus: tol } : {}) }],
        [
          { from: 'left' as const, at: x },
          { from: 'back' as const, at: y },
        ],
      ),
    ),
  centred: fc.boolean(),
})
const base = fc
  .tuple(name, place)
  .map(([n, p]) => ({ id: 'new', on: 'top' as const, place: p, ...(n ? { name: n } : {}) }))
const extent = fc.oneof(
  fc.constant({ kind: 'through' as const }),
  mm(1, 50).map((depth) => ({ kind: 'deep' as const, depth })),
  fc.constant({ kind: 'open' as const }),
)
const size = fc.oneof(
  fc
    .tuple(
      mm(1, 20),
      fc.constantFrom('drill' as const, 'bore' as const, 'ream' as const),
      fc.constantFrom(undefined, 'H7', 'H8'),
    )
    .map(([diameter, making, fit]) => ({ diameter, making, ...(fit ? { fit } : {}) })),
  fc
    .constantFrom(['2BA', 4.7], ['G1/4', 13.157], ['M6', 6], ['M8', 8], ['M6x0.75', 6])
    .map(([thread, d]) => ({
      diameter: { mm: d as number },
      making: 'tap' as const,
      thread: thread as string,
    })),
)
const pattern = fc.oneof(
  fc.constant({ kind: 'single' as const }),
  fc
    .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 2, max: 3 }), mm(1, 15), mm(1, 15))
    .map(([columns, rows, pitchAcross, pitchUp]) => ({
      kind: 'grid' as const,
      columns,
      rows,
      pitchAcross: columns === 1 ? { mm: 0 } : pitchAcross,
      pitchUp,
    })),
  fc
    .tuple(fc.integer({ min: 1, max: 40 }), mm(5, 60), angle)
    .map(([count, diameter, first]) => ({ kind: 'circle' as const, count, diameter, first })),
  fc
    .tuple(
      fc.integer({ min: 2, max: 9 }),
      angle,
      fc.integer({ min: 10, max: 340 }),
      mm(1, 20),
      fc.boolean(),
    )
    .map(([count, first, degrees, chord, arc]) => ({
      kind: 'circle' as const,
      count,
      diameter: { mm: 60 },
      first,
      ...(arc ? { chord } : { sweep: { rad: (degrees * Math.PI) / 180 } }),
    })),
  fc
    .tuple(
      fc.integer({ min: 1, max: 4 }),
      mm(2, 12),
      fc.subarray([1, 2, 3, 4, 5], { minLength: 1, maxLength: 2 }),
      fc.boolean(),
      fc.option(angle, { nil: undefined }),
    )
    .map(([rows, pitch, skip, staggered, turn]) => ({
      kind: 'grid' as const,
      columns: 5,
      rows,
      pitchAcross: pitch,
      pitchUp: rows === 1 ? { mm: 0 } : pitch,
      skip,
      ...(staggered ? { staggered } : {}),
      ...(turn ? { turn } : {}),
    })),
  fc
    .tuple(
      fc.array(fc.tuple(mm(-50, 50), mm(-50, 50)), { minLength: 1, maxLength: 6 }),
      fc.option(fc.constant('bearing cap'), { nil: undefined }),
      fc.option(angle, { nil: undefined }),
    )
    .map(([points, measuredOn, turn]) => ({
      kind: 'list' as const,
      points: points.map(([across, up]) => ({ across, up })),
      ...(measuredOn ? { measuredOn } : {}),
      ...(turn ? { turn } : {}),
    })),
)
const head = fc.oneof(
  fc.constant({ kind: 'none' as const }),
  fc
    .tuple(mm(21, 30), mm(1, 10))
    .map(([diameter, depth]) => ({ kind: 'counterbore' as const, diameter, depth })),
  fc
    .tuple(mm(21, 30), angle)
    .map(([diameter, a]) => ({ kind: 'countersink' as const, diameter, angle: a })),
)
const foot = fc.option(
  mm(1, 3).map((fillet) => ({ fillet })),
  { nil: {} },
)
const sidesBeside = fc.option(fc.subarray(['left', 'right', 'front', 'back'] as const), {
  nil: undefined,
})
const features: fc.Arbitrary<Feature> = fc.oneof(
  fc
    .tuple(
      base,
      size,
      extent,
      head,
      pattern,
      fc.constantFrom(undefined, 'x' as const, 'y' as const),
      fc.option(fc.tuple(angle, fc.constantFrom('left' as const, 'front' as const)), {
        nil: undefined,
      }),
    )
    .map(([b, s, e, h, p, mirrored, tilt]): Feature => ({
      ...b,
      ...s,
      kind: 'hole',
      extent: e,
      head: h,
      pattern: p,
      ...(mirrored ? { mirrored } : {}),
      ...(tilt ? { tilt: { angle: tilt[0], towards: tilt[1] } } : {}),
    })),
  fc.tuple(base, mm(2, 30), mm(2, 30), foot).map(([b, width, depth, f]): Feature => ({
    ...b,
    kind: 'step',
    along: 'right',
    width,
    depth,
    ...f,
  })),
  fc
    .tuple(base, mm(2, 30), mm(2, 30), fc.constantFrom('x' as const, 'y' as const), foot)
    .map(([b, width, depth, runs, f]): Feature => ({
      ...b,
      kind: 'slot',
      width,
      depth,
      runs,
      ...f,
    })),
  fc
    .tuple(base, mm(2, 30), mm(2, 30), extent, fc.option(mm(1, 3), { nil: undefined }), foot)
    .map(([b, across, up, e, corner, f]): Feature => ({
      ...b,
      kind: 'pocket',
      across,
      up,
      extent: e,
      ...(corner ? { corner } : {}),
      ...f,
    })),
  fc
    .tuple(base, mm(2, 30), mm(2, 30), foot)
    .map(([b, diameter, height, f]): Feature => ({ ...b, kind: 'boss', diameter, height, ...f })),
  fc.tuple(base, mm(1, 5), angle, sidesBeside).map(([b, chamfer, a, along]): Feature => ({
    ...b,
    kind: 'chamfer',
    size: chamfer,
    angle: a,
    place: { dims: [], centred: true },
    ...(along && { along: [...along] }),
  })),
  fc.tuple(base, mm(1, 5), sidesBeside).map(([b, radius, along]): Feature => ({
    ...b,
    kind: 'rounding',
    radius,
    place: { dims: [], centred: true },
    ...(along && { along: [...along] }),
  })),
)

const said = (text: string, on: Part = part) => {
  const result = readLine(on, text)
  if (!result.ok) throw new Error(`${text}: ${result.sentence}`)
  return result.said
}

describe('Say it', () => {
  it('print and read are inverse for features', () => {
    fc.assert(
      fc.property(features, (feature) => {
        fc.pre(partIssues({ ...part, features: [feature] }).length === 0)
        const line = printFeature(part, feature)
        const read = said(line)
        expect(read.kind === 'feature' && meaning(read.feature), line).toEqual(meaning(feature))
        if (read.kind === 'feature') expect(printFeature(part, read.feature)).toBe(line)
      }),
      { numRuns: 400 },
    )
  })

  it('reads copies that follow another pattern, and prints them again', () => {
    const rows = said('10 holes M6 12 deep, on top, 5 x 2 at 16 x 28, centred, called side rows')
    const withRows = after(part, rows)
    for (const line of [
      'hole M6 12 deep, on base, like side rows',
      'hole M6 12 deep, on base, like side rows, flipped across, turned 90°, 60 from left end',
      'bolt circle 5 x M5 on 40 through, on top, over 120°, about side rows',
    ]) {
      const copy = said(line, withRows)
      expect(copy.kind === 'feature' && printFeature(withRows, copy.feature)).toBe(line)
      expect(partIssues(after(withRows, copy))).toEqual([])
    }
    expect(readLine(part, 'hole M6 through, on top, like top')).toMatchObject({ ok: false })
  })

  it('print and read are inverse for requirements of every kind', () => {
    const tolerance = { mm: 0.02 }
    const ties: Requirement[] = [
      {
        kind: 'size',
        id: 'r',
        of: 'bore',
        critical: false,
        plus: { mm: 0.02 },
        minus: { mm: 0.01 },
      },
      {
        kind: 'distance',
        id: 'r',
        of: 'cover.2',
        to: 'bottom',
        critical: true,
        plus: { mm: 0.1 },
        minus: { mm: -0.05 },
      },
      {
        kind: 'position',
        id: 'r',
        of: 'mount',
        critical: false,
        tolerance,
        material: 'most',
        datums: ['bottom', 'left', 'front'],
      },
      {
        kind: 'position',
        id: 'r',
        of: 'mount',
        critical: false,
        tolerance,
        material: 'least',
        datums: [],
      },
      { kind: 'perpendicularity', id: 'r', of: 'front', to: 'bottom', critical: false, tolerance },
      {
        kind: 'parallelism',
        id: 'r',
        of: 'bore',
        to: 'bottom',
        critical: false,
        tolerance,
        name: 'Level',
      },
      {
        kind: 'angle',
        id: 'r',
        of: 'front',
        to: 'bottom',
        critical: false,
        plusMinus: { rad: Math.PI / 180 },
      },
      { kind: 'coaxiality', id: 'r', of: 'cover.1', to: 'bore', critical: false, tolerance },
      { kind: 'symmetry', id: 'r', of: 'oil', to: 'front|back', critical: false, tolerance },
      { kind: 'flatness', id: 'r', of: 'oil.floor', critical: false, tolerance },
      { kind: 'profile', id: 'r', of: 'top', critical: false, tolerance, datums: ['bottom'] },
    ]
    for (const tie of ties) {
      const line = printRequirement(WORM_BLOCK, tie)
      const read = said(line, WORM_BLOCK)
      expect(read.kind === 'requirement' && meaning(read.requirement), line).toEqual(meaning(tie))
    }
  })

  it('reads back every line of the demo part', () => {
    const empty: Part = { ...WORM_BLOCK, features: [], requirements: [] }
    const lines = printPart(WORM_BLOCK)
    const rebuilt = lines
      .slice(0, WORM_BLOCK.features.length)
      .reduce((p, line) => after(p, said(line, p)), empty)
    expect(meaning(rebuilt.features)).toEqual(meaning(WORM_BLOCK.features))
    expect(lines[0]).toBe(
      'bore 22 H7 through, on front, 32 from base, 41.00 ±0.10 from left end, called worm bore',
    )
  })

  it.each([
    'bore 22 H7 through, on front, 32 from A, 41.00 ±0.10 from left',
    '4 holes M6 through, on top, 60 x 40, centred',
    'bolt circle 6 x 6.6 on 80 through, on top, first at 30°, counterbore',
    '5 holes 1/4 through, on top, row at 20, centred',
    'hole #7 1 1/4 deep, on top, 20 from left, 20 from front',
    'slot 12 wide 4 deep along Y, on top, 30 from left',
    'step 20 wide 10 deep, on top, at right end',
    'hold top to base ±0.1',
    'hold top to base 120 ±0.1, critical',
    'hole 6 H7 through, on top tilted 30° towards right, 20 from left, 20 from front',
    'reamed hole 6 H7 20 deep, on top, tilted 30 towards right end, centred',
    'block 92 x 60 x 75',
  ])('understands “%s”', (line) => expect(readLine(part, line)).toMatchObject({ ok: true }))

  it.each([
    ['bore 22 Q9 through, on front', 'Q9'],
    ['bore 22 through, on nowhere', 'nowhere'],
    ['widget 22', 'widget'],
    ['4 holes M6 through, on top, 3 x 3 at 10 x 10', ''],
    ['hole M6x0 through, on top', 'M6x0'],
    ['bolt circle 0 x 6 on 80, on top', 'x'],
    ['bolt circle 100000 x 6 on 80, on top', 'x'],
    ['hold moon to base ±0.1', 'moon'],
    ['hole 5 through, on top, 5 5', '5'],
    ['hole 5 through, on top tilted 30° over right', 'over'],
    ['slot 12 wide 4 deep along Y, on top tilted 5° towards left', ''],
    ['hole 5 through, on top tilted 30° towards base', ''],
  ])('points at the word in “%s”', (line, word) => {
    const result = readLine(part, line)
    expect(result.ok).toBe(false)
    if (!result.ok) {
      expect(line.slice(result.span.start, result.span.end)).toBe(word)
      expect(result.sentence).toMatch(/[.?”]$/)
    }
  })

  it('refuses what contradicts the part, and adds nothing', () => {
    expect(readLine(part, 'hole 5 through, on top, 300 from left, 20 from front')).toMatchObject({
      ok: false,
    })
    expect(readLine(part, 'hole 5 200 deep, on top, centred')).toMatchObject({ ok: false })
  })

  it('completes words and faces', () => {
    expect(completions(part, 'bo').map((c) => c.word)).toEqual(
      expect.arrayContaining(['bore', 'bolt circle', 'boss']),
    )
    expect(completions(part, 'bore 22 thr').map((c) => c.line)).toEqual(['bore 22 through '])
    expect(completions(part, 'bore 22 through, on ba').map((c) => c.word)).toEqual(
      expect.arrayContaining(['base', 'back']),
    )
  })

  it('never throws, whatever is typed', () => {
    fc.assert(fc.property(fc.string(), (text) => void readLine(part, text)))
    fc.assert(
      fc.property(
        fc
          .array(
            fc.constantFrom(
              'bore',
              '22',
              'H7',
              ',',
              'on',
              'top',
              'hold',
              'from',
              '±',
              'x',
              '|',
              'middle of',
              'M6',
              '1/2',
            ),
          )
          .map((w) => w.join(' ')),
        (text) => void [readLine(part, text), completions(part, text)],
      ),
    )
  })
})

describe('millimetres and inches on one line', () => {
  const part = newPart('Block', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } })
  it('a bare number beside inches asks which it is', () => {
    const asked = readLine(part, 'block 4 x 1 1/2 x 1.25in')
    expect(asked).toMatchObject({ ok: false, span: { start: 6, end: 7 } })
    if (!asked.ok) expect(asked.sentence).toMatch(/^4 mm or 4 in\?/)
  })
  it('said out, it is taken; and so is what only makes sense in one of them', () => {
    const said = readLine(part, 'block 4in x 1 1/2 x 1.25in')
    expect(said.ok && said.said.kind === 'block' && said.said.size.x.mm).toBeCloseTo(101.6, 9)
    expect(readLine(part, 'hole 1/4 through, on top, 20 from left, 1 1/4 from front').ok).toBe(true)
    expect(readLine(part, 'hole 1/4 through, on top, 1.5 from left, 1.25in from front').ok).toBe(
      false,
    )
  })
  it('what is printed for such a feature is read back', () => {
    const said = readLine(part, 'hole 6 through, on top, 1.5mm from left, 1.25in from front')
    if (!said.ok || said.said.kind !== 'feature') throw new Error('not read')
    const { feature } = said.said
    const place = {
      ...feature.place,
      dims: feature.place.dims.map((d) => (d.at.mm === 1.5 ? { ...d, at: { mm: 1.5 } } : d)),
    }
    expect(readLine(part, printFeature(part, { ...feature, place } as typeof feature)).ok).toBe(
      true,
    )
  })
})
