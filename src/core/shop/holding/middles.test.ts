import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { boundsOf, box } from '../../ground/recipe'
import { findingsOf } from '../../foreman/findings'
import { planWay } from '../../plan/planning'
import { chainOf, matchedIn, matchedWords, predictWay } from '../../predict/prediction'
import { type Setup, type Way } from '../../plan/way'
import { type Feature, newPart, type Part, type Requirement, SIDES } from '../../work/part'
import { STANDARD_WORKSHOP, type Workshop } from '../workshop'
import { distance, mm, setup, topHole, way } from '../../../../tests/support/documents'
import {
  IN_CHUCK,
  IN_V,
  journalFirst,
  ON_CARRIER,
  ON_FACEPLATE,
  ON_PIN,
  rotary,
  spindle,
  TOES,
  IN_SOFT_JAWS,
} from '../../../../tests/support/holdingScenes'
import { bright, only } from '../../../../tests/support/perfect'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { type Holding, kindOf } from '.'

const asking = (part: Part, ...requirements: Requirement[]): Part => ({ ...part, requirements })
/** The worst that each requirement of a part may be off by, mm. */
const worstOf = (workshop: Workshop, part: Part, plan: Way): readonly (number | undefined)[] =>
  predictionOf(workshop, part, plan).requirements.map(({ outcome }) => outcome?.worst.predicted)
const inHolding = (holding: Holding, features: readonly string[], more = {}): Setup =>
  setup('s-2', 'top', 'back', features, { holding, ...more })

const CENTRED: Holding = {
  kind: 'centring',
  vise: 'centring-100',
  parallels: 'p-12',
  stop: 'left',
  shift: mm(0),
}
const IN_VISE: Holding = {
  kind: 'vise',
  vise: 'vise-125',
  parallels: 'p-12',
  stop: 'left',
  shift: mm(0),
}
/** Front is cut first and off by so much; all else is exact. */
const frontOff = (mmOff: number): Workshop =>
  only(({ capabilities }) => ({
    capabilities: { ...capabilities, face: { ...capabilities.face, positionMm: mmOff } },
  }))
const frontFirst = setup('s-1', 'front', 'top', ['front'])
const withFront = (part: Part): Part => {
  const still = bright(part)
  return {
    ...still,
    faces: { ...still.faces, front: { ...still.faces.front, toCut: true, stock: mm(0.5) } },
  }
}

describe('a holding that finds the middle', () => {
  const part = asking(
    withFront({
      ...newPart('Block', { x: mm(80), y: mm(50), z: mm(40) }),
      features: [topHole('d', 40, 25)],
    }),
    distance('d', 'back'),
    distance('d', 'front'),
  )

  it('gives half of what the width is off to each side; a fixed jaw gives all of it to the other', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.005, max: 0.3, noNaN: true }), (off) => {
        const [back, front] = worstOf(
          frontOff(off),
          part,
          way(frontFirst, inHolding(CENTRED, ['d'])),
        )
        expect([back, front]).toEqual([expect.closeTo(off / 2, 9), expect.closeTo(off / 2, 9)])
        const [fixed, moving] = worstOf(
          frontOff(off),
          part,
          way(frontFirst, inHolding(IN_VISE, ['d'])),
        )
        expect([fixed, moving]).toEqual([expect.closeTo(0, 9), expect.closeTo(off, 9)])
      }),
      { numRuns: 20 },
    )
  })

  it('is off by where the jaws close, at both sides alike', () => {
    const off = only(({ centringVises }) => ({
      centringVises: centringVises.map((v) => ({ ...v, centreMm: 0.02 })),
    }))
    const [back, front] = worstOf(off, part, way(frontFirst, inHolding(CENTRED, ['d'])))
    expect(back).toBeCloseTo(0.02, 9)
    expect(front).toBeCloseTo(0.02, 9)
  })

  it('touched on both sides it does not matter where the jaws close', () => {
    const off = only(({ centringVises }) => ({
      centringVises: centringVises.map((v) => ({ ...v, centreMm: 0.02, storedMm: 0.05 })),
    }))
    const middle = {
      kind: 'both-sides',
      first: 'front',
      second: 'back',
      instrument: 'probe',
    } as const
    const zero = { ...inHolding(CENTRED, ['d']).zero, y: middle }
    const [back] = worstOf(off, part, way(frontFirst, inHolding(CENTRED, ['d'], { zero })))
    expect(back).toBeCloseTo(0, 9)
  })
})

const flat = (id: string, on: 'top' | 'bottom'): Feature => ({
  kind: 'step',
  id,
  on,
  along: 'right',
  width: mm(20),
  depth: mm(5),
  place: { dims: [], centred: true },
})
/** A bright bar with a floor cut into its top and one into its underside. */
const twoFlats = bright({
  ...newPart('Bar', { x: mm(100), y: mm(30), z: mm(30) }),
  features: [flat('d', 'top'), flat('e', 'bottom')],
})

const W_ROTARY = { centreMm: 0.01, angleRad: 1e-4 }

describe('a chuck', () => {
  const bar = (): Part => {
    const part = withFront({
      ...newPart('Bar', { x: mm(100), y: mm(30), z: mm(30) }),
      features: [topHole('d', 80, 15)],
    })
    return asking(part, distance('d', 'back'))
  }

  it('with four jaws takes the middle of the flats', () => {
    const [back] = worstOf(frontOff(0.1), bar(), way(frontFirst, inHolding(IN_CHUCK, ['d'])))
    expect(back).toBeCloseTo(0.05, 9)
  })

  it('round bar as bought: what it is too thick goes to both sides alike in a chuck, to the far one in a vise, by hand', () => {
    const radiusMm = 0.4
    const still = bright({
      ...newPart('Bar', { x: mm(100), y: mm(30), z: mm(30) }),
      features: [topHole('d', 80, 20), topHole('e', 80, 8)],
      stock: { form: 'round', along: 'x', wide: mm(30), bar: mm(1000), kerf: mm(2), grip: mm(20) },
    })
    const part = asking(
      {
        ...still,
        faces: Object.fromEntries(
          SIDES.map((side) => [
            side,
            {
              ...still.faces[side],
              spread: mm(['left', 'right'].includes(side) ? 0 : radiusMm),
            },
          ]),
        ) as Part['faces'],
      },
      distance('d', 'back'),
      distance('d', 'front'),
      distance('d', 'e'),
    )
    const shop = only(() => ({}))
    const [collet] = shop.chucks.filter(({ grips }) => grips === 'round')
    if (!collet) throw new Error('no chuck for round work')
    const inChuck: Holding = { ...IN_CHUCK, chuck: collet.id }
    /** What the radius of the bar gives alone, mm. */
    const ofBar = (...setups: readonly Setup[]): readonly number[] =>
      predictionOf(shop, part, way(...setups)).requirements.map(
        ({ outcome }) =>
          outcome?.links.find(({ lights }) => lights.includes('top') && lights.includes('back'))
            ?.worst ?? 0,
      )
    // A fifth of what a raw face wanders by is unevenness.
    const radius = 0.8 * radiusMm
    const near = (...all: number[]) => all.map((one) => expect.closeTo(one, 9) as number)
    expect(ofBar(inHolding(inChuck, ['d', 'e']))).toEqual(near(radius, radius, 0))
    // The back lies at the fixed jaw: the front is further by a whole diameter.
    expect(ofBar(inHolding(IN_VISE, ['d']), { ...inHolding(IN_VISE, ['e']), id: 's-3' })).toEqual(
      near(0, 2 * radius, 0),
    )
    // One hole from the vise and one from the chuck are apart by the radius.
    expect(ofBar(inHolding(inChuck, ['d']), { ...inHolding(IN_VISE, ['e']), id: 's-3' })).toEqual(
      near(radius, radius, radius),
    )
  })

  it('a round bar of which only an end was faced lies as it likes; once something is cut into it, it is told', () => {
    const part: Part = {
      ...bright({
        ...newPart('Bar', { x: mm(100), y: mm(30), z: mm(30) }),
        features: [topHole('d', 80, 15)],
      }),
      stock: { form: 'round', along: 'x', wide: mm(30), bar: mm(1000), kerf: mm(2), grip: mm(20) },
    }
    const shop = only(() => ({}))
    const [collet] = shop.chucks.filter(({ grips }) => grips === 'round')
    const inChuck: Holding = { ...IN_CHUCK, chuck: collet?.id ?? '' }
    const told = (first: readonly string[]) => {
      const again = { ...inHolding({ ...inChuck, end: 'right' }, []), id: 's-3' }
      const plan = planWay(shop, part, way(inHolding(inChuck, first), again))
      return findingsOf(predictWay(plan)).map(({ code }) => code)
    }
    expect(told(['right'])).not.toContain('chuck.no-flat')
    expect(told(['d'])).toContain('chuck.no-flat')
  })

  it('out of line swings about the middle of what it grips: the far end goes furthest', () => {
    const off = only(({ chucks }) => ({ chucks: chucks.map((c) => ({ ...c, alongPer100: 0.1 })) }))
    const [back] = worstOf(off, bar(), way(frontFirst, inHolding(IN_CHUCK, ['d'])))
    // d lies 80 from the left end, of which 20 are gripped: 70 from their middle.
    expect(back).toBeCloseTo((0.1 / 100) * 70, 9)
  })

  it('on a centre the far end is where that is, and what is gripped stays', () => {
    const off = only(({ chucks }) => ({ chucks: chucks.map((c) => ({ ...c, tailMm: 0.09 })) }))
    const held = { ...IN_CHUCK, far: 'centre' as const }
    const [back] = worstOf(off, bar(), way(frontFirst, inHolding(held, ['d'])))
    // Of a lever of 90 from the middle of the grip to the centre, d lies 70 out.
    expect(back).toBeCloseTo((0.09 * 70) / 90, 9)
    const [{ standing } = { standing: undefined }] = planWay(
      off,
      bar(),
      way(inHolding(held, ['d'])),
    ).setups
    expect(standing?.solids.map(({ name }) => name)).toContain('centre')
    const without = { ...off, chucks: off.chucks.map(({ tailMm: _tail, ...c }) => c) }
    expect(
      kindOf(held)
        .issues(held, without, new Map())
        .map(({ code }) => code),
    ).toEqual(['holding.tailstock'])
  })

  it('turned by its rotary axis, four sides are drilled from one clamping: what agrees is only the index', () => {
    const part = twoFlats
    const off = only(() => ({
      machines: rotary('x').machines.map((m) => ({
        ...m,
        repeatMm: 0,
        squarePer100: 0,
        tramPer100: 0,
        zSquarePer100: 0,
        scalePer100: 0,
        toolLengthMm: 0,
      })),
      chucks: STANDARD_WORKSHOP.chucks.map((c) => ({
        ...c,
        centreMm: 0.3,
        alongPer100: 0,
        stopMm: 0,
        storedMm: 0,
      })),
    }))
    const turnedBy: Setup = {
      ...setup('s-3', 'top', 'back', ['e']),
      clamping: { kind: 'indexed', of: 's-2', turn: { rad: Math.PI } },
    }
    const [apart, across] = worstOf(
      off,
      asking(part, distance('d.floor', 'e.floor'), distance('d.floor', 'bottom')),
      way(inHolding(IN_CHUCK, ['d']), turnedBy),
    )
    // What the chuck holds off its axis is the same for both and drops out; half a turn brings in the centre of A twice.
    const { angleRad, centreMm } = W_ROTARY
    expect(across).toBeCloseTo(0.3, 9)
    expect(apart).toBeLessThan(2 * centreMm + 2 * 15 * angleRad + 1e-9)
    expect(apart).toBeGreaterThan(0)
  })
})

describe('what is cut in one clamping', () => {
  const part = asking(twoFlats, distance('d.floor', 'e.floor'), distance('d.floor', 'bottom'))
  const turnedBy: Setup = {
    ...setup('s-3', 'top', 'back', ['e']),
    clamping: { kind: 'indexed', of: 's-2', turn: { rad: Math.PI } },
  }
  const told = (...setups: readonly Setup[]) => {
    const plan = planWay(rotary('x'), part, way(...setups))
    return part.requirements.map((requirement) => matchedIn(plan, requirement))
  }

  it('matches by itself: turned by the axis, not clamped anew, not with what stays as bought', () => {
    expect(told(inHolding(IN_CHUCK, ['d']), turnedBy)).toEqual(['turned', undefined])
    expect(told(inHolding(IN_CHUCK, ['d', 'e']))).toEqual(['one setup', undefined])
    expect(told(inHolding(IN_CHUCK, ['d']), { ...inHolding(IN_CHUCK, ['e']), id: 's-3' })).toEqual([
      undefined,
      undefined,
    ])
    expect(told(inHolding(IN_CHUCK, ['d']))).toEqual([undefined, undefined])
    expect(matchedWords('turned')).toContain('but for the turn')
  })
})

describe('a block with flats, an index head', () => {
  const part = twoFlats
  const dividing = (divides: 'head' | 'flats', parts: number): Workshop =>
    only(({ chucks }) => ({
      chucks: chucks.map((c) => ({ ...c, divides, parts, divideDeg: 0, divideMm: 0.05 })),
    }))
  const turnedBy = (rad: number): Setup => ({
    ...setup('s-3', 'top', 'back', ['e']),
    clamping: { kind: 'indexed', of: 's-2', turn: { rad } },
  })
  const ways = (rad: number): Way => way(inHolding(IN_CHUCK, ['d']), turnedBy(rad))

  it('turns work on a machine without a rotary axis; half a turn brings in twice what its axis moves by', () => {
    const shop = dividing('flats', 4)
    const bare = {
      ...shop,
      machines: shop.machines.map(({ rotary: _rotary, ...machine }) => machine),
    }
    const [apart] = worstOf(bare, asking(part, distance('d.floor', 'e.floor')), ways(Math.PI))
    expect(apart).toBeCloseTo(2 * 0.05, 9)
    const [, turned] = planWay(bare, part, ways(Math.PI)).setups
    expect(turned?.standing.words.lines.join(' ')).toContain('by 2 of its 4 flats')
    expect(turned?.standing.faceAt.up).toBe('bottom')
    expect(turned?.standing.words.lines[0]).toBe('Leave it in its block as in setup 1.')
  })

  it('36 holes and a vernier of ten come to each whole degree, and say what lies between', () => {
    const shop = dividing('head', 360)
    const said = (degrees: number) =>
      findingsOf(predictionOf(shop, part, ways((degrees * Math.PI) / 180))).find(
        ({ code }) => code === 'index.step',
      )?.rest
    for (let degrees = 1; degrees <= 180; degrees += 7) expect(said(degrees)).toBeUndefined()
    expect(said(17.5)).toMatch(/360 parts; the nearest is 1[78]°/)
  })
})

describe('soft jaws bored for a round', () => {
  it('a round that is larger by its size lies off the bore’s axis by half of that, away from the fixed half', () => {
    const hub: Part = {
      ...newPart('Hub', { x: mm(80), y: mm(80), z: mm(40) }),
      features: [
        {
          kind: 'boss',
          id: 'spigot',
          on: 'top',
          diameter: mm(50),
          height: mm(18),
          place: { dims: [], centred: true },
        },
        topHole('d', 40, 58),
      ],
    }
    const sized = only(({ capabilities }) => ({
      capabilities: { ...capabilities, mill: { ...capabilities.mill, sizeMm: 0.04 } },
    }))
    const bored: Holding = { ...IN_SOFT_JAWS, step: mm(12), round: 'spigot', stop: 'none' }
    const [off] = worstOf(
      sized,
      asking(hub, distance('d', 'spigot')),
      way(
        setup('s-1', 'top', 'back', ['top', 'spigot']),
        setup('s-2', 'bottom', 'back', ['d'], { holding: bored }),
      ),
    )
    expect(off).toBeCloseTo(0.02, 9)
  })
})

describe('soft jaws that set the work upright by their walls', () => {
  const JAWS = { ...IN_SOFT_JAWS, step: mm(12) }
  const part = asking(
    bright({
      ...newPart('Post', { x: mm(30), y: mm(40), z: mm(60) }),
      features: [topHole('d', 15, 20)],
    }),
    distance('d', 'left'),
    distance('d', 'back'),
  )
  const leaning = only(({ capabilities }) => ({
    capabilities: { ...capabilities, wall: { ...capabilities.wall, leanPer100: 0.1 } },
  }))
  const said = (stands: 'floor' | 'walls', workshop = leaning) =>
    worstOf(workshop, part, way(inHolding({ ...JAWS, stands }, ['d'])))

  it('a wall that leans as cut leans the work: by hand at its top, over where zero of the wall is', () => {
    // Zero is at 0.6 of the step of 12; the hole begins at 60. On its floor the work stands as that is.
    const atTop = 0.001 * (60 - 0.6 * 12)
    const [left, back] = said('walls')
    expect(left).toBeCloseTo(atTop, 6)
    expect(back).toBeCloseTo(atTop, 6)
    expect(said('floor')).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)])
  })

  it('what the floor is off tips it no more; without an end wall it is told what is free', () => {
    const rough = only(({ capabilities }) => ({
      capabilities: { ...capabilities, mill: { ...capabilities.mill, formMm: 0.02 } },
    }))
    const [onFloor = 0] = said('floor', rough)
    const [byWalls = 1] = said('walls', rough)
    expect(onFloor).toBeGreaterThan(0.01)
    expect(byWalls).toBeCloseTo(0, 9)
    const open = way(inHolding({ ...JAWS, stands: 'walls', stop: 'none' }, ['d']))
    const codes = findingsOf(predictionOf(STANDARD_WORKSHOP, part, open)).map(({ code }) => code)
    expect(codes).toContain('footing.free')
  })
})

describe('V-blocks', () => {
  /** A floor cut over a round whose diameter was made to ± so much. */
  const sized = (sizeMm: number, angleDeg: number): Workshop =>
    only(({ capabilities, vBlocks }) => ({
      capabilities: { ...capabilities, mill: { ...capabilities.mill, sizeMm } },
      vBlocks: vBlocks.map((v) => ({ ...v, angleDeg })),
    }))
  const step: Feature = {
    kind: 'step',
    id: 'flat',
    on: 'top',
    along: 'left',
    width: mm(20),
    depth: mm(5),
    place: { dims: [], centred: true },
  }
  const part = asking(
    { ...bright(spindle()), features: [...spindle().features, step] },
    distance('flat.floor', 'journal'),
  )

  // ΔD / (2 sin(α/2)): handbooks of jigs and fixtures, from memory; here from the right triangle of vertex, axis and touch.
  it('the axis comes up by what the diameter is larger, over twice the sine of half the angle', () => {
    fc.assert(
      fc.property(fc.double({ min: 40, max: 140, noNaN: true }), (angleDeg) => {
        const size = 0.04
        const [floor] = worstOf(
          sized(size, angleDeg),
          part,
          way(journalFirst, inHolding(IN_V, ['flat'])),
        )
        const heightOf = (diameter: number): number =>
          diameter / 2 / Math.sin((angleDeg * Math.PI) / 360)
        expect(floor).toBeCloseTo(heightOf(40 + size) - heightOf(40), 9)
      }),
      { numRuns: 15 },
    )
  })

  it('and stays over the foot of the V, whatever its diameter', () => {
    const keyway: Feature = {
      kind: 'slot',
      id: 'keyway',
      on: 'top',
      runs: 'x',
      width: mm(8),
      depth: mm(4),
      place: { dims: [], centred: true },
    }
    const across = asking(
      { ...part, features: [...part.features, keyway] },
      distance('keyway.back', 'journal'),
    )
    const [off] = worstOf(sized(0.04, 90), across, way(journalFirst, inHolding(IN_V, ['keyway'])))
    expect(off).toBeCloseTo(0, 9)
  })
})

describe('a pin in a bore', () => {
  const part = asking(bright(spindle()), distance('a', 'bore'))
  const first = setup('s-1', 'top', 'back', ['bore'])
  const on = (change: Partial<typeof ON_PIN>) =>
    worstOf(
      only(() => ({})),
      part,
      way(first, inHolding({ ...ON_PIN, true: mm(0), ...change }, ['a'])),
    )[0]

  it('lets the part go by half its play to each side; one that expands does not', () => {
    // The place of the pin on the table is known to 0.01.
    const stored = 0.01
    expect(on({ diameter: mm(19.9) })).toBeCloseTo(0.05 + stored, 6)
    expect(on({ pin: 'expanding', diameter: mm(19.9) })).toBeCloseTo(stored, 9)
  })
})

describe('toe clamps', () => {
  const part = asking(
    bright({
      ...newPart('Block', { x: mm(80), y: mm(50), z: mm(40) }),
      features: [topHole('d', 20, 15)],
    }),
    distance('d', 'back'),
    distance('d', 'left'),
  )
  it('a stop off its place moves the part by so much, one of two at the back turns it', () => {
    const off = only(({ toePlates }) => ({
      toePlates: toePlates.map((p) => ({ ...p, stopMm: 0.03 })),
    }))
    const [back, left] = worstOf(off, part, way(inHolding(TOES, ['d'])))
    // Stops at 12 and 68 from the left, each off by 0.03 either way; d lies 20 from the left and 35 from the back.
    const at = (20 - 12) / 56
    expect(back).toBeCloseTo(0.03 * (1 - at + at), 9)
    // The end stop itself stands 25 in front of the back; the turn between it and d is (0.06 / 56) · 10.
    expect(left).toBeCloseTo(0.03 + (0.06 / 56) * 10, 9)
  })
})

describe('a carrier', () => {
  /** One side after the other cut and drilled on the same carrier, which looks down, then to an end. */
  const drilled = (known: number): readonly (number | undefined)[] => {
    const part = asking(
      bright({
        ...newPart('Lump', { x: mm(80), y: mm(50), z: mm(40) }),
        features: [
          topHole('d', 20, 25),
          topHole('e', 60, 25),
          topHole('f', 40, 20, {
            on: 'front',
            place: {
              dims: [
                { from: 'left', at: mm(40) },
                { from: 'bottom', at: mm(20) },
              ],
              centred: false,
            },
          } as Partial<Feature>),
        ],
      }),
      distance('d', 'e'),
      distance('d', 'left'),
      distance('f', 'bottom'),
    )
    const on = {
      ...ON_CARRIER,
      on: 'left',
      along: mm(48),
      across: mm(38),
      known: mm(known),
    } as const
    return worstOf(
      only(() => ({})),
      part,
      way(
        setup('s-1', 'top', 'back', ['d'], { holding: on }),
        setup('s-2', 'top', 'back', ['e'], { holding: on }),
        setup('s-3', 'front', 'top', ['f'], { holding: on }),
      ),
    )
  }

  it('what is cut on it agrees from setup to setup, however the part lies on it; the part’s own faces do not', () => {
    const [between, toLeft] = drilled(0.5)
    expect(between).toBeLessThan(0.02)
    // Off by all of ± 0.5, and by what it may be turned.
    expect(toLeft).toBeGreaterThan(0.5)
    const [same, closer] = drilled(0.1)
    expect(same).toBeCloseTo(between ?? NaN, 6)
    expect(closer).toBeLessThan((toLeft ?? 0) / 4)
  })

  it('in every setup it is held by the same sides, and its place at the part does not move as that is cut', () => {
    const part = withFront(newPart('Lump', { x: mm(80), y: mm(50), z: mm(40) }))
    const plan = planWay(
      STANDARD_WORKSHOP,
      part,
      way(
        setup('s-1', 'front', 'top', ['front'], { holding: { ...ON_CARRIER, on: 'left' } }),
        setup('s-2', 'top', 'back', [], { holding: { ...ON_CARRIER, on: 'left' } }),
      ),
    )
    const [first, second] = plan.setups.map(({ standing }) => standing.attached?.faces)
    expect(second).toEqual(first)
    for (const { contacts } of plan.setups)
      expect(
        contacts.every(
          ({ called, surface }) => called === 'the carrier' && surface.startsWith('carrier.'),
        ),
      ).toBe(true)
  })
})

it('a dovetail is cut into what is spare, and hands two setups the same place', () => {
  const spare = (mmSpare: number): Part => {
    const part = newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })
    const { bottom } = part.faces
    return {
      ...part,
      faces: { ...part.faces, bottom: { ...bottom, stock: mm(mmSpare), toCut: true } },
      features: [topHole('d', 80, 15)],
    }
  }
  const held: Holding = {
    ...ON_CARRIER,
    by: 'dovetail',
    thick: mm(4),
    known: mm(0.02),
    parallels: 'p-40',
  }
  const said = (mmSpare: number) =>
    findingsOf(
      predictionOf(STANDARD_WORKSHOP, spare(mmSpare), way(inHolding(held, ['top', 'd']))),
    ).map(({ code }) => code)
  expect(said(3)).toContain('carrier.spare')
  expect(said(5)).not.toContain('carrier.spare')
  const [planned] = planWay(STANDARD_WORKSHOP, spare(5), way(inHolding(held, ['d']))).setups
  const solid = planned?.standing.solids.find(({ name }) => name === 'dovetail')
  // It ends where the stock does, on the parallels, and reaches four into it.
  const { high, low } = boundsOf(solid?.shape ?? box(point(0, 0, 0), point(1, 1, 1)))
  expect([low.z, high.z]).toEqual([40, 44])
  expect(planned?.standing.low.z).toBeCloseTo(40, 9)
  expect(planned?.contacts.every(({ called }) => called === 'the dovetail')).toBe(true)
})

it('a side of a part that stands on its carrier is cut over the jaws: nothing is said of them', () => {
  const part = newPart('Lump', { x: mm(80), y: mm(50), z: mm(40) })
  const said = (holding: Holding): readonly string[] =>
    findingsOf(
      predictionOf(
        STANDARD_WORKSHOP,
        part,
        way(setup('s-1', 'top', 'back', ['top', 'left', 'right'], { holding })),
      ),
    ).map(({ code }) => code)
  expect(said(ON_CARRIER)).not.toContain('jaw.cut-below')
  expect(said({ ...ON_CARRIER, thick: mm(20) })).toContain('jaw.cut-below')
})

describe.each([
  ['carrier', ON_CARRIER],
  ['centring', CENTRED],
  ['chuck', IN_CHUCK],
  ['faceplate', ON_FACEPLATE],
  ['V-blocks', IN_V],
  ['pin', ON_PIN],
  ['toe clamps', TOES],
] as const)('%s', (_, holding) => {
  const part = bright(spindle())
  it('holds still, by six that are well spread, in the chain as in the plan', () => {
    const isRound = holding.kind === 'v-blocks' || holding.kind === 'mandrel'
    const on = isRound ? part : bright(newPart('Bar', { x: mm(100), y: mm(40), z: mm(40) }))
    const before = isRound ? [journalFirst, setup('s-b', 'top', 'back', ['bore'])] : []
    const chain = chainOf(planWay(STANDARD_WORKSHOP, on, way(...before, inHolding(holding, []))))
    const held = chain.stacked.locating.at(-1)
    expect(held?.kind).toBe('unique')
    const planned = chain.plan.setups.at(-1)
    expect(planned?.contacts.every((c) => c.bears || c.isSet)).toBe(true)
  })

  it('names its gear when that is gone, and reads as it was put down', () => {
    const kind = kindOf(holding)
    const mark = kind.readingMark(holding)
    expect(mark).not.toBe('')
    const gone = Object.fromEntries(
      Object.entries(holding).map(([key, value]) => [
        key,
        kind.fields.some((f) => f.key === key && f.kind === 'gear') ? 'none' : value,
      ]),
    ) as Holding
    const issues = kind.issues(
      gone,
      STANDARD_WORKSHOP,
      planWay(STANDARD_WORKSHOP, part, way()).surfaces,
    )
    expect(issues.length).toBe(kind.fields.filter((f) => f.kind === 'gear').length)
  })
})
