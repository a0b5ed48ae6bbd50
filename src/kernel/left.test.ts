import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Finding, type FindingCode } from '@/core/ground/finding'
import { point, type Point } from '@/core/ground/geometry'
import { type Mesh, meshBounds } from '@/core/ground/mesh'
import { planWay } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { STANDARD_WORKSHOP, type Workshop } from '@/core/shop/workshop'
import { cutFromSolid, usualLie } from '@/core/work/blank'
import { newPart, type Part } from '@/core/work/part'
import { readLines } from '@/core/work/say'
import { mm, op, setup, way } from '../../tests/support/documents'
import { leftOf, meshOf, metalOf, takeModelsFrom } from '.'

/** A block from its lines. */
function part(size: readonly [number, number, number], ...lines: readonly string[]): Part {
  const [x, y, z] = size
  const bare = newPart('Block', { x: mm(x), y: mm(y), z: mm(z) })
  const said = readLines(bare, lines.join('\n'))
  expect(said.left).toEqual([])
  return said.part
}

const ids = ({ features }: Part): readonly string[] => features.map(({ id }) => id)

async function metal(of: Part, plan: Way, workshop: Workshop = STANDARD_WORKSHOP) {
  return metalOf(planWay(workshop, of, plan))
}

/** A block of facets from 0 to its size, as a stranger's file would give it. */
async function lump(x: number, y: number, z: number): Promise<Mesh> {
  return meshOf({ kind: 'box', low: point(0, 0, 0), high: point(x, y, z) })
}

const LUMPS: Readonly<Record<string, Promise<Mesh>>> = {
  a: lump(110, 70, 50),
  b: lump(110, 70, 38),
}
const digest = (letter: string): string => letter.repeat(64)
takeModelsFrom((asked) => LUMPS[asked.charAt(0)] ?? Promise.resolve(undefined))

/** A part cut out of one of the lumps, whose low corner lies so from its own. */
function outOf(letter: string, size: Point<'part'>, of: Part, shift: Point<'part'>): Part {
  const { x, y, z } = size
  const corners = { positions: Float32Array.from([0, 0, 0, x, y, z]), triangles: new Uint32Array() }
  return cutFromSolid(
    of,
    { digest: digest(letter), file: 'lump.stl', body: 0, volumeMm3: x * y * z, mesh: corners },
    { ...usualLie(of), shift },
  )
}

/** A scene for each code: a part, a way, and what the finding must say. */
const SCENES: Record<
  FindingCode & `metal.${string}`,
  () => readonly [Part, Way, RegExp, Workshop?]
> = {
  'metal.air': () => {
    const of = part(
      [100, 60, 40],
      'step 40 wide 30 deep on top along right',
      'hole 6 20 deep on top 10 from right 30 from front',
    )
    return [of, way(setup('s-1', 'top', 'back', ids(of))), /into air/]
  },
  'metal.half': () => {
    const of = part(
      [100, 60, 40],
      'slot 12 wide 25 deep on top along front, centred',
      'hole 12 20 deep on top 50 from left 22 from front',
    )
    return [of, way(setup('s-1', 'top', 'back', ids(of))), /one side only/]
  },
  'metal.short': () => {
    // A lump of 38 for a part of 40: 100 x 60 x 2 less the hole has no metal.
    const bare = part([100, 60, 40], 'hole 6 through on top, centred')
    const of = outOf('b', point(110, 70, 38), bare, point(-5, -5, 0))
    return [of, way(setup('s-1', 'top', 'back', ids(of))), /11\.9 cm³ of it has no metal/]
  },
  'metal.no-bearing': () => {
    // The box says that the lump reaches to the base; the lump that is there is 12 short of it.
    const bare = part([100, 60, 40], 'hole 6 through on top, centred')
    const of = outOf('b', point(110, 70, 50), bare, point(-5, -5, 0))
    const upsideDown = way(setup('s-1', 'bottom', 'back', ids(of)))
    return [of, upsideDown, /lies .* further in there|does not reach there/]
  },
  'metal.enters-slope': () => {
    // A round channel of 40 along the top edge; 10 beside its middle it leans 30°.
    const of = part(
      [100, 60, 40],
      'bore 40 through on front, 50 from left, 40 from base',
      'hole 4 through on top 60 from left 30 from front',
    )
    const [bore = '', hole = ''] = ids(of)
    return [
      of,
      way(setup('s-1', 'front', 'top', [bore]), setup('s-2', 'top', 'back', [hole])),
      /leans 3[01]°/,
    ]
  },
  'metal.leaves-slope': () => {
    const of = part(
      [100, 60, 40],
      'bore 40 through on front, 50 from left, 40 from base',
      'hole 4 through on base 60 from left 30 from front',
    )
    const [bore = '', hole = ''] = ids(of)
    return [
      of,
      way(setup('s-1', 'front', 'top', [bore]), setup('s-2', 'bottom', 'back', [hole])),
      /leaves through a face that leans 3[01]°/,
    ]
  },
  'metal.crosses': () => {
    const of = part(
      [100, 60, 40],
      'bore 16 through on front, 50 from left, 20 from base',
      'hole 6 through on top 50 from left 30 from front',
    )
    const [bore = '', hole = ''] = ids(of)
    return [
      of,
      way(setup('s-1', 'front', 'top', [bore]), setup('s-2', 'top', 'back', [hole])),
      /open space of 1[56]/,
    ]
  },
  'metal.loose': () => {
    const of = part([100, 60, 40], 'slot 10 wide 39 deep on top along front, 30 from back')
    const cutThrough = {
      ...of,
      features: of.features.map((f) => (f.kind === 'slot' ? { ...f, depth: mm(40) } : f)),
    }
    return [cutThrough, way(setup('s-1', 'top', 'back', ids(of))), /sets a piece free/]
  },
  'metal.cutter-touches': () => {
    const of = part([100, 60, 40], 'step 10 wide 35 deep on top along front')
    return [of, way(setup('s-1', 'top', 'back', ids(of))), /runs into moving jaw/i]
  },
  'metal.holder-touches': () => {
    const of = part([100, 60, 40], 'pocket 20 x 20 35 deep on top centred')
    const ops = [op(ids(of)[0] ?? '', { cutter: 'short' })]
    const workshop: Workshop = {
      ...STANDARD_WORKSHOP,
      cutters: [{ id: 'short', name: 'End mill 6', kind: 'end mill', diameter: 6, length: 80 }],
    }
    return [
      of,
      way(setup('s-1', 'top', 'back', [], { ops })),
      /stands out 17 mm too little/,
      workshop,
    ]
  },
  'metal.overhang': () => {
    const of = part([420, 60, 40], 'hole 6 10 deep on top 20 from left 30 from front')
    return [of, way(setup('s-1', 'top', 'back', ids(of))), /hang out past the holding/]
  },
  'metal.skin': () => {
    const of = part(
      [100, 60, 40],
      'pocket 60 x 30 19.8 deep on top centred',
      'pocket 60 x 30 20 deep on base centred',
    )
    const [above = '', below = ''] = ids(of)
    // The floor between them is taken out by a third pocket, later on.
    const all = readLines(of, 'pocket 70 x 40 21 deep on base centred').part
    const last = ids(all)[2] ?? ''
    return [
      all,
      way(
        setup('s-1', 'top', 'back', [above]),
        setup('s-2', 'bottom', 'back', [below]),
        setup('s-3', 'bottom', 'back', [last]),
      ),
      /A skin of 0.2 mm/,
    ]
  },
  'metal.relieved': () => {
    const of = part([200, 150, 20], 'pocket 150 x 110 12 deep on top centred')
    return [
      of,
      way(setup('s-1', 'top', 'back', ids(of)), setup('s-2', 'bottom', 'back', ['bottom'])),
      /is relieved by \d+ % before base/,
    ]
  },
  'metal.standing': () => {
    const of = part([100, 60, 40], 'hole 6 10 deep on top 20 from left 30 from front')
    return [of, way(setup('s-1', 'top', 'back', ids(of))), /stand in the end/]
  },
}

describe('what the metal says', () => {
  it.each(Object.keys(SCENES) as (keyof typeof SCENES)[])('%s where it is so', async (code) => {
    const [of, plan, words, workshop] = SCENES[code]()
    const { findings } = await metal(of, plan, workshop)
    const found = findings.find((one) => one.code === code)
    expect(findings.map((one) => one.code)).toContain(code)
    expect(`${found?.what} ${found?.rest}`).toMatch(words)
    expect(found?.what).toMatch(/^[A-Z0-9].*\.$/)
    expect(found?.rest).toMatch(/\.$/)
  })

  it('says nothing of what hangs out over a jack', async () => {
    const of = part([420, 60, 40], 'hole 6 10 deep on top 20 from left 30 from front')
    const held = setup('s-1', 'top', 'back', ids(of), {
      props: [
        { id: 'jack1', surface: 'bottom', u: 30, v: 30 },
        { id: 'jack2', surface: 'bottom', u: 390, v: 30 },
      ],
    })
    const { findings } = await metal(of, way(held))
    expect(findings.map(({ code }) => code)).not.toContain('metal.overhang')
  })

  it('says nothing of holes drilled squarely into what is there', async () => {
    const of = part(
      [100, 60, 40],
      'hole 8 through on top 50 from left 30 from front',
      'hole 5 12 deep on top 20 from left 20 from front',
    )
    const { findings } = await metal(of, way(setup('s-1', 'top', 'back', ['top', ...ids(of)])))
    const drilled = (one: Finding): boolean => /air|half|slope|crosses/.test(one.code)
    expect(findings.filter(drilled)).toEqual([])
  })
})

describe('what is left', () => {
  const size = fc.integer({ min: 30, max: 90 })
  const lines = fc
    .uniqueArray(
      fc.constantFrom(
        'step 8 wide 6 deep on top along right',
        'slot 7 wide 5 deep on top along front, centred',
        'pocket 12 x 9 7 deep on top centred',
        'hole 6 through on top 9 from left 9 from front',
        'hole 5 11 deep on front 12 from left 14 from base',
        'slot 5 wide 4 deep on base along left, centred',
      ),
      { minLength: 2, maxLength: 6 },
    )
    .chain((some) =>
      fc.tuple(fc.constant(some), fc.shuffledSubarray(some, { minLength: some.length })),
    )

  it('taken and left together are the stock, after every cut', async () => {
    await fc.assert(
      fc.asyncProperty(size, size, lines, async (x, y, [said]) => {
        const of = part([x, y, 40], ...said)
        const plan = planWay(STANDARD_WORKSHOP, of, allFrom(of))
        const { boughtMm3, cuts } = await leftOf(plan)
        let gone = 0
        for (const cut of cuts) {
          gone += cut.removedMm3
          expect(gone + cut.leftMm3).toBeCloseTo(boughtMm3, 3)
        }
      }),
      { numRuns: 15 },
    )
  })

  it('in whatever order independent cuts are made, the same is left', async () => {
    await fc.assert(
      fc.asyncProperty(lines, async ([said, shuffled]) => {
        const left = async (order: readonly string[]): Promise<number> => {
          const of = part([80, 60, 40], ...order)
          const { cuts } = await leftOf(planWay(STANDARD_WORKSHOP, of, allFrom(of)))
          return cuts[cuts.length - 1]?.leftMm3 ?? 0
        }
        expect(await left(shuffled)).toBeCloseTo(await left(said), 4)
      }),
      { numRuns: 15 },
    )
  })

  it('stands within the stock, and reaches its faces until they are cut', async () => {
    const of = part([80, 60, 40], 'hole 6 through on top 20 from left 20 from front')
    const { meshes } = await leftOf(planWay(STANDARD_WORKSHOP, of, allFrom(of)))
    const [first] = meshes
    if (!first) throw new Error('nothing was cooked')
    const { high: top, low } = meshBounds<'part'>(first)
    const stock = of.faces.top.stock.mm
    expect(low).toEqual(point(-stock, -stock, -stock))
    expect(top).toEqual(point(80 + stock, 60 + stock, 40 + stock))
  })
})

/** Each feature from the side that it is on. */
const allFrom = (of: Part): Way =>
  way(
    ...(['top', 'front', 'bottom'] as const).map((up, i) =>
      setup(
        `s-${i + 1}`,
        up,
        up === 'front' ? 'top' : 'back',
        of.features.filter(({ on }) => on === up).map(({ id }) => id),
      ),
    ),
  )
