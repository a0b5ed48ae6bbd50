import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PIER_PLATE, WORM_BLOCK } from '../../paper/demo'
import { mm, plainBlock } from '../../../../tests/support/documents'
import {
  allRequirements,
  axisOf,
  type Feature,
  featureSurfaces,
  findFace,
  freeId,
  type Hole,
  holeCount,
  holePoints,
  nominalOf,
  normalOf,
  openQuestions,
  oppositeOf,
  type Part,
  partIssues,
  PartSchema,
  partSurfaces,
  planeOf,
  reachableFrom,
  refLabel,
  removedBox,
  type Requirement,
  requirementFigures,
  requirementTitle,
  resolveRef,
  SIDES,
} from '.'

const block = plainBlock()
const hole = (more: Partial<Hole> = {}): Hole => ({
  kind: 'hole',
  id: 'h',
  on: 'top',
  making: 'drill',
  diameter: mm(6),
  extent: { kind: 'through' },
  head: { kind: 'none' },
  pattern: { kind: 'single' },
  place: { dims: [], centred: true },
  ...more,
})
const footed: Feature & { kind: 'pocket' } = {
  kind: 'pocket',
  id: 'p',
  on: 'top',
  across: mm(30),
  up: mm(20),
  extent: { kind: 'deep', depth: mm(8) },
  place: { dims: [], centred: true },
  fillet: mm(3),
}
const withFeature = (...features: Feature[]): Part => ({ ...block, features })
const codes = (part: Part): string[] => partIssues(part).map((i) => i.code)

describe('sides', () => {
  it('opposites face away and share their axis', () => {
    for (const side of SIDES) {
      const [a, b] = [normalOf(side), normalOf(oppositeOf(side))]
      expect(a.x + b.x).toBe(0)
      expect(axisOf(side)).toBe(axisOf(oppositeOf(side)))
      expect(planeOf(side)).not.toContain(axisOf(side))
    }
  })
})

describe('patterns', () => {
  it('a bolt circle lies on its circle, equally spaced, the first hole at its angle', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 359 }),
        (count, degrees) => {
          const points = holePoints(
            block,
            hole({
              pattern: {
                kind: 'circle',
                count,
                diameter: mm(30),
                first: { rad: (degrees * Math.PI) / 180 },
              },
            }),
          )
          expect(points).toHaveLength(count)
          for (const p of points) expect(Math.hypot(p.x - 50, p.y - 30)).toBeCloseTo(15, 9)
          expect(points[0]?.x).toBeCloseTo(50 + 15 * Math.cos((degrees * Math.PI) / 180), 9)
          if (count > 1)
            for (let i = 1; i < count; i++)
              expect(
                Math.hypot(
                  (points[i]?.x ?? 0) - (points[i - 1]?.x ?? 0),
                  (points[i]?.y ?? 0) - (points[i - 1]?.y ?? 0),
                ),
              ).toBeCloseTo(30 * Math.sin(Math.PI / count), 9)
        },
      ),
    )
  })

  it('a grid is centred on its place', () => {
    const points = holePoints(
      block,
      hole({
        pattern: { kind: 'grid', columns: 3, rows: 2, pitchAcross: mm(20), pitchUp: mm(10) },
      }),
    )
    expect(points.map((p) => [p.x, p.y])).toEqual([
      [30, 25],
      [50, 25],
      [70, 25],
      [30, 35],
      [50, 35],
      [70, 35],
    ])
  })

  it('mirroring twice is nothing: mirrored holes are the same distance from the middle', () => {
    const one = hole({
      mirrored: 'x',
      place: { dims: [{ from: 'left', at: mm(12) }], centred: true },
    })
    const [a, b] = holePoints(block, one)
    expect((a?.x ?? 0) + (b?.x ?? 0)).toBeCloseTo(100, 12)
    expect(a?.y).toBe(b?.y)
    expect(holeCount(block, one)).toBe(2)
  })

  const onTop = (patch: Partial<Hole>): Hole =>
    hole({ on: 'top', place: { dims: [], centred: true }, ...patch })
  const rounded = (at: readonly { x: number; y: number }[]): number[][] =>
    at.map((p) => [Number(p.x.toFixed(6)), Number(p.y.toFixed(6))])

  it('a part circle has a hole at each end, an arc keeps its chord', () => {
    const circle = { kind: 'circle' as const, diameter: mm(20), first: { rad: 0 } }
    const half = holePoints(
      block,
      onTop({ pattern: { ...circle, count: 3, sweep: { rad: Math.PI } } }),
    )
    const [a, b, c] = half
    expect((a?.x ?? 0) + (c?.x ?? 0)).toBeCloseTo(2 * (b?.x ?? 0), 9)
    const arc = holePoints(block, onTop({ pattern: { ...circle, count: 4, chord: mm(6) } }))
    for (let i = 1; i < arc.length; i++)
      expect(
        Math.hypot(
          (arc[i]?.x ?? 0) - (arc[i - 1]?.x ?? 0),
          (arc[i]?.y ?? 0) - (arc[i - 1]?.y ?? 0),
        ),
      ).toBeCloseTo(6, 9)
  })

  it('places left out are not drilled, and a staggered row lies between its neighbours', () => {
    const grid = { kind: 'grid' as const, columns: 3, rows: 2, pitchAcross: mm(10), pitchUp: mm(8) }
    expect(holeCount(block, onTop({ pattern: { ...grid, skip: [2, 6] } }))).toBe(4)
    const [first, , , above] = holePoints(block, onTop({ pattern: { ...grid, staggered: true } }))
    expect((above?.x ?? 0) - (first?.x ?? 0)).toBeCloseTo(5, 9)
  })

  it('a list lies from its place, turned about it', () => {
    const points = [{ across: mm(10), up: mm(0) }]
    const list = onTop({ pattern: { kind: 'list', points, turn: { rad: Math.PI / 2 } } })
    const middle = { x: block.size.x.mm / 2, y: block.size.y.mm / 2 }
    expect(rounded(holePoints(block, list))).toEqual([[middle.x, middle.y + 10]])
  })

  it('a copy follows what it copies, through the part, mirrored or turned', () => {
    const rows = onTop({
      id: 'rows',
      pattern: { kind: 'grid', columns: 2, rows: 1, pitchAcross: mm(10), pitchUp: mm(0) },
      place: {
        dims: [
          { from: 'left', at: mm(20) },
          { from: 'front', at: mm(15) },
        ],
        centred: false,
      },
    })
    const below = onTop({
      id: 'below',
      on: 'bottom',
      pattern: { kind: 'copy', of: 'rows' },
      place: { dims: [], centred: false, about: 'rows' },
    })
    const part = { ...block, features: [rows, below] }
    expect(partIssues(part)).toEqual([])
    expect(rounded(holePoints(part, below))).toEqual(rounded(holePoints(part, rows)))
    const flipped: Hole = { ...below, pattern: { kind: 'copy', of: 'rows', flip: 'across' } }
    expect(rounded(holePoints(part, flipped))).toEqual(
      rounded([...holePoints(part, rows)].reverse()),
    )
  })

  it.each([
    [
      'pattern.skip',
      { kind: 'grid', columns: 2, rows: 1, pitchAcross: mm(9), pitchUp: mm(0), skip: [3] },
    ],
    [
      'pattern.empty',
      { kind: 'grid', columns: 2, rows: 1, pitchAcross: mm(9), pitchUp: mm(0), skip: [1, 2] },
    ],
    [
      'pattern.many',
      { kind: 'grid', columns: 100, rows: 100, pitchAcross: mm(0.1), pitchUp: mm(0.1) },
    ],
    ['pattern.stacked', { kind: 'grid', columns: 2, rows: 1, pitchAcross: mm(0), pitchUp: mm(0) }],
    [
      'pattern.chord',
      { kind: 'circle', count: 3, diameter: mm(10), first: { rad: 0 }, chord: mm(11) },
    ],
    [
      'pattern.sweep',
      {
        kind: 'circle',
        count: 3,
        diameter: mm(10),
        first: { rad: 0 },
        chord: mm(3),
        sweep: { rad: 1 },
      },
    ],
    ['link.unknown', { kind: 'copy', of: 'nothing' }],
    ['link.circle', { kind: 'copy', of: 'hole' }],
  ] as [string, Hole['pattern']][])('refuses with %s', (code, pattern) => {
    const bad = onTop({ id: 'hole', pattern })
    const issues = partIssues({ ...block, features: [bad] })
    expect(issues.map((issue) => issue.code)).toContain(code)
    for (const issue of issues) expect(issue.sentence).toMatch(/\.$/)
  })

  it('a circle of copies is refused, and laying it out still ends', () => {
    const a = onTop({ id: 'a', pattern: { kind: 'copy', of: 'b' } })
    const b = onTop({
      id: 'b',
      pattern: { kind: 'copy', of: 'a' },
      place: { dims: [], centred: false, about: 'a' },
    })
    expect(partIssues({ ...block, features: [a, b] }).map((i) => i.code)).toContain('link.circle')
  })
})

describe('surfaces', () => {
  it('a step leaves a floor and a wall, a slot a floor and two walls, a pocket a floor and four', () => {
    const ids = (feature: Feature): string[] =>
      featureSurfaces(withFeature(feature), feature).map((s) => s.id)
    const base = { id: 'f', on: 'top' as const, place: { dims: [], centred: true } }
    expect(
      ids({ ...base, kind: 'step', along: 'right', width: mm(20), depth: mm(10) }).sort(),
    ).toEqual(['f.floor', 'f.wall'])
    expect(ids({ ...base, kind: 'slot', runs: 'x', width: mm(20), depth: mm(10) })).toHaveLength(3)
    expect(
      ids({
        ...base,
        kind: 'pocket',
        across: mm(20),
        up: mm(10),
        extent: { kind: 'deep', depth: mm(5) },
      }),
    ).toHaveLength(5)
    expect(ids({ ...base, kind: 'boss', diameter: mm(20), height: mm(5) })).toEqual([
      'f',
      'f.floor',
    ])
    expect(ids({ ...base, kind: 'chamfer', size: mm(1), angle: { rad: 0.78 } })).toEqual([])
  })

  it('every floor faces the way it is reached from', () => {
    for (const part of [WORM_BLOCK, PIER_PLATE]) {
      for (const feature of part.features) {
        const floor = featureSurfaces(part, feature).find((s) => s.id.endsWith('.floor'))
        if (floor?.kind === 'plane') expect(floor.normal).toEqual(normalOf(feature.on))
      }
    }
  })

  it('what a pocket takes out has the size that was said', () => {
    const feature: Feature = {
      kind: 'pocket',
      id: 'p',
      on: 'right',
      across: mm(40),
      up: mm(18),
      extent: { kind: 'deep', depth: mm(12) },
      place: { dims: [], centred: true },
    }
    const box = removedBox(block, feature)
    expect(box).toEqual({ low: { x: 88, y: 10, z: 11 }, high: { x: 100, y: 50, z: 29 } })
  })

  it('a through hole is reached from both sides, a counterbored one from its head only', () => {
    expect(reachableFrom(block, hole())).toEqual([normalOf('top'), normalOf('bottom')])
    expect(
      reachableFrom(block, hole({ head: { kind: 'counterbore', diameter: mm(11), depth: mm(5) } })),
    ).toEqual([normalOf('top')])
  })
})

describe('references', () => {
  it('name faces, features, one hole, walls and middles', () => {
    expect(resolveRef(WORM_BLOCK, 'mount')).toMatchObject({ ok: true, value: [{}, {}] })
    expect(resolveRef(WORM_BLOCK, 'mount.2')).toMatchObject({
      ok: true,
      value: [{ surface: { id: 'mount.2' } }],
    })
    expect(resolveRef(WORM_BLOCK, 'left|right')).toMatchObject({
      ok: true,
      value: [{ kind: 'middle' }],
    })
    expect(resolveRef(PIER_PLATE, 'cable')).toMatchObject({ ok: true, value: [{ kind: 'middle' }] })
    expect(refLabel(WORM_BLOCK, 'mount.2')).toBe('mounting holes no. 2')
    expect(refLabel(WORM_BLOCK, 'left|right')).toBe('middle of left end and right end')
  })
  it('an unknown one is told with the nearest name', () => {
    const found = resolveRef(WORM_BLOCK, 'moutn')
    expect(found.ok).toBe(false)
    if (!found.ok) expect(found.issues[0].sentence).toContain('did you mean “mount”')
  })
  it('faces are found by letter, shop name and side', () => {
    expect([
      findFace(WORM_BLOCK, 'A'),
      findFace(WORM_BLOCK, 'Left End'),
      findFace(WORM_BLOCK, 'top'),
      findFace(WORM_BLOCK, 'moon'),
    ]).toEqual(['bottom', 'left', 'top', undefined])
  })
})

describe('requirements in words', () => {
  it('nominals come from the geometry', () => {
    const [bore] = WORM_BLOCK.requirements
    if (!bore) throw new Error('demo')
    expect(nominalOf(WORM_BLOCK, bore)).toBeCloseTo(32, 12)
    expect(requirementFigures(WORM_BLOCK, bore, 'mm')).toBe('32.000 ±0.015')
    expect(requirementFigures(WORM_BLOCK, bore, 'inch')).toBe('1.2598 ±0.0006')
  })
  it('toleranced places and fits are requirements by themselves', () => {
    const implied = allRequirements(WORM_BLOCK).filter(
      (r) => r.id.startsWith('bore-from') || r.id === 'bore-size',
    )
    expect(implied.map((r) => requirementTitle(WORM_BLOCK, r))).toEqual(
      ['worm bore to left end', 'worm bore, size'].map(
        (t) => t.charAt(0).toUpperCase() + t.slice(1),
      ),
    )
  })
})

describe('what contradicts itself is refused', () => {
  const req = (more: Partial<Requirement>): Requirement =>
    ({
      id: 'r',
      kind: 'flatness',
      of: 'top',
      critical: false,
      tolerance: mm(0.1),
      ...more,
    }) as Requirement
  it.each([
    ['part.same-id', withFeature(hole(), hole())],
    [
      'part.same-datum',
      { ...block, faces: { ...block.faces, top: { ...block.faces.top, datum: 'A' } } },
    ],
    ['part.same-requirement', { ...block, requirements: [req({}), req({})] }],
    ['ref.unknown', { ...block, requirements: [req({ of: 'moon' })] }],
    [
      'requirement.no-width',
      {
        ...block,
        requirements: [req({ kind: 'distance', to: 'bottom', plus: mm(0), minus: mm(0.1) })],
      },
    ],
    [
      'place.along-depth',
      withFeature(hole({ place: { dims: [{ from: 'bottom', at: mm(3) }], centred: true } })),
    ],
    [
      'place.twice',
      withFeature(
        hole({
          place: {
            dims: [
              { from: 'left', at: mm(3) },
              { from: 'right', at: mm(3) },
            ],
            centred: true,
          },
        }),
      ),
    ],
    [
      'place.outside',
      withFeature(hole({ place: { dims: [{ from: 'left', at: mm(300) }], centred: true } })),
    ],
    ['feature.too-deep', withFeature(hole({ extent: { kind: 'deep', depth: mm(60) } }))],
    ['fit.unknown', withFeature(hole({ fit: 'Q7' }))],
    ['thread.unknown', withFeature(hole({ thread: 'M6x0' }))],
    [
      'head.small',
      withFeature(hole({ head: { kind: 'counterbore', diameter: mm(5), depth: mm(2) } })),
    ],
    ['mirror.depth', withFeature(hole({ mirrored: 'z' }))],
    [
      'slot.runs',
      withFeature({
        kind: 'slot',
        id: 's',
        on: 'top',
        runs: 'z',
        width: mm(5),
        depth: mm(2),
        place: { dims: [], centred: true },
      }),
    ],
    ['fillet.through', withFeature({ ...footed, extent: { kind: 'through' } })],
    ['fillet.deep', withFeature({ ...footed, extent: { kind: 'deep', depth: mm(2) } })],
    ['fillet.wide', withFeature({ ...footed, up: mm(5) })],
    [
      'edges.along',
      withFeature({
        kind: 'chamfer',
        id: 'c',
        on: 'top',
        size: mm(1),
        angle: { rad: Math.PI / 4 },
        along: ['left', 'bottom'],
        place: { dims: [], centred: true },
      }),
    ],
    ['fillet.corner', withFeature({ ...footed, corner: mm(2) })],
    [
      'step.side',
      withFeature({
        kind: 'step',
        id: 's',
        on: 'top',
        along: 'bottom',
        width: mm(5),
        depth: mm(2),
        place: { dims: [], centred: true },
      }),
    ],
  ] as const)('%s', (code, part) => {
    expect(codes(part as Part)).toContain(code)
    for (const issue of partIssues(part as Part)) expect(issue.sentence).toMatch(/\.$/)
  })
  it('the demo parts contradict nothing', () =>
    expect([codes(WORM_BLOCK), codes(PIER_PLATE)]).toEqual([[], []]))
  it('the schema refuses NaN, endless and negative sizes', () => {
    for (const x of [NaN, Infinity, -5, 0, 1e9])
      expect(
        PartSchema.safeParse({ ...block, size: { ...block.size, x: { mm: x } } }).success,
      ).toBe(false)
  })
})

describe('questions for the customer', () => {
  it('gathers missing depths and places, datums, and sizes nearly the same', () => {
    const part: Part = {
      ...block,
      features: [
        hole({ id: 'a', extent: { kind: 'open' }, place: { dims: [], centred: false } }),
        hole({ id: 'b', diameter: mm(6.1) }),
      ],
      requirements: [
        {
          kind: 'position',
          id: 'p',
          of: 'a',
          critical: false,
          tolerance: mm(0.1),
          material: 'none',
          datums: [],
        },
      ],
    }
    expect(openQuestions(part).map((q) => q.code)).toEqual([
      'question.depth',
      'question.place',
      'question.datum',
      'question.near-sizes',
    ])
  })
  it('a complete drawing asks nothing', () => expect(openQuestions(WORM_BLOCK)).toEqual([]))
  it('free ids are free', () => {
    const part = withFeature(hole({ id: 'hole-1' }))
    expect(freeId(part, 'hole')).toBe('hole-2')
    expect([...partSurfaces(part).keys()]).toContain('hole-1')
  })
})
