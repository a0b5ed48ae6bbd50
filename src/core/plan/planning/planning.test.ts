import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  applyMotion,
  adjoint,
  cross,
  displacementAt,
  dot,
  invertMotion,
  point,
  type Six,
  turnAbout,
  turnDirection,
} from '../../ground/geometry'
import { holesInSetup } from '../drilling'
import { OILER_BLOCK, OILER_BLOCK_WAY, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { partSurfaces, type Side, SIDES } from '../../work/part'
import { normalOf, type Part } from '../../work/part'
import {
  changeOp,
  editContact,
  indexedSetup,
  moveOp,
  moveSetup,
  ORIENTATIONS,
  removeSetup,
  resetContact,
  roughBefore,
  type Setup,
  tickCut,
  wayIssues,
} from '../way'
import { STANDARD_WORKSHOP, workAngle } from '../../shop/workshop'
import { clampingOf, mm, plainBlock, setup, way } from '../../../../tests/support/documents'
import { AGAINST_DOWELS } from '../../../../tests/support/holdingScenes'
import { planWay, statesOf, turnFor, turnWords, upDirectionsFor } from '.'
import { locatorsOf, setupAxes, standIn, toSetup, type Work } from '../../shop/holding'
import { blockNow, hasMetal, stateAsBought } from '../../work/stock'

const part = plainBlock()
const bought = stateAsBought(part)
const workOf = (s: Setup, state = bought, p: Part = part): Work => ({
  workshop: STANDARD_WORKSHOP,
  machine: STANDARD_WORKSHOP.machines[0] as Work['machine'],
  part: p,
  surfaces: partSurfaces(p),
  before: state,
  up: clampingOf(s).up,
  guide: clampingOf(s).guide,
  lead: clampingOf(s).footing.lead,
})
const layoutOf = (s: Setup, state = bought, p: Part = part) =>
  standIn(clampingOf(s).holding, workOf(s, state, p))
const contactsOf = (s: Setup, state = bought, p: Part = part) =>
  locatorsOf(workOf(s, state, p), layoutOf(s, state, p), clampingOf(s).footing.edits)

describe('orientations', () => {
  it('there are 24, each a proper turn: right-handed and at right angles', () => {
    expect(ORIENTATIONS).toHaveLength(24)
    for (const o of ORIENTATIONS) {
      const [x, y, z] = setupAxes(o.up, o.guide)
      expect([dot(x, y), dot(y, z), dot(z, x)].map(Math.abs)).toEqual([0, 0, 0])
      expect(dot(cross(x, y), z)).toBeCloseTo(1, 12)
    }
  })

  it('a point taken to the setup and back is the point; so is a displacement', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ORIENTATIONS),
        fc.tuple(
          fc.double({ min: -99, max: 99, noNaN: true }),
          fc.double({ min: -99, max: 99, noNaN: true }),
          fc.double({ min: -99, max: 99, noNaN: true }),
        ),
        (o, [x, y, z]) => {
          const standing = layoutOf(setup('s', o.up, o.guide, []))
          const back = applyMotion(
            standing.partFromSetup,
            applyMotion(standing.setupFromPart, point(x, y, z)),
          )
          expect([back.x, back.y, back.z].map((v) => Number(v.toFixed(9)) + 0)).toEqual(
            [x, y, z].map((v) => Number(v.toFixed(9)) + 0),
          )
          const six: Six = [0.001, -0.002, 0.003, x / 100, y / 100, z / 100]
          const there = adjoint(standing.setupFromPart, six)
          const p = point<'part'>(10, 20, 30)
          const [moved, carried] = [
            turnDirection(standing.setupFromPart, displacementAt(six, p)),
            displacementAt(there, applyMotion(standing.setupFromPart, p)),
          ]
          expect(
            Math.hypot(moved.x - carried.x, moved.y - carried.y, moved.z - carried.z),
          ).toBeLessThan(1e-9)
          const twice = invertMotion(invertMotion(standing.setupFromPart))
          const [again, once] = [twice, standing.setupFromPart].map((m) => applyMotion(m, p))
          expect(again?.x).toBeCloseTo(once?.x ?? NaN, 9)
          expect(again?.y).toBeCloseTo(once?.y ?? NaN, 9)
          expect(again?.z).toBeCloseTo(once?.z ?? NaN, 9)
        },
      ),
    )
  })

  it('turning over is told in words', () => {
    const told = (up: Side, guide: Side): string => {
      const plan = way(setup('s-1', 'top', 'back', []), setup('s-2', up, guide, []))
      const [first, second] = planWay(STANDARD_WORKSHOP, part, plan).setups
      return second ? turnWords(first, second) : ''
    }
    expect(told('bottom', 'back')).toBe('turn over, base up')
    expect(told('top', 'front')).toBe('swing half round, front to fixed jaw')
    expect(told('top', 'left')).toBe('swing a quarter, left end to fixed jaw')
    expect(told('front', 'bottom')).toBe('quarter turn, front up')
    // By what stands there: no jaw on a plate.
    const plated = way(
      setup('s-1', 'top', 'back', [], {
        holding: AGAINST_DOWELS,
      }),
    )
    const [only] = planWay(STANDARD_WORKSHOP, part, plated).setups
    expect(only && turnWords(undefined, only)).toBe('top up, back to the back of the plate')
  })
})

describe('layout in the vise', () => {
  it('stands on the parallels, against the jaw, middle to middle, stock and all', () => {
    for (const o of ORIENTATIONS) {
      const standing = layoutOf(setup('s', o.up, o.guide, []))
      expect(standing.low.z).toBeCloseTo(12, 9)
      expect(standing.high.y).toBeCloseTo(0, 9)
      expect(standing.low.x + standing.high.x).toBeCloseTo(0, 9)
      // By hand: the block 100 × 60 × 40 with the stock of newPart on both sides, 28 of it in the jaws.
      const along = { left: 'x', right: 'x', front: 'y', back: 'y', bottom: 'z', top: 'z' } as const
      const height = part.size[along[o.up]].mm
      const stock = SIDES.filter((side) => along[side] === along[o.up])
        .map((side) => part.faces[side].stock.mm)
        .reduce((a, b) => a + b, 0)
      const above = Number((height + stock - 28).toFixed(3))
      expect(standing.words.lines).toContain(`Gripped 28 mm, ${above} mm above the jaws.`)
    }
  })

  it('the stop stands at its end', () => {
    const standing = layoutOf(
      setup('s', 'top', 'back', [], {
        holding: { kind: 'vise', vise: 'vise-125', parallels: 'p-12', stop: 'right', shift: mm(5) },
      }),
    )
    expect(standing.stopX).toBeCloseTo(standing.high.x, 12)
    expect(standing.low.x + standing.high.x).toBeCloseTo(10, 9)
    expect(standing.faceAt).toEqual({
      up: 'top',
      down: 'bottom',
      guide: 'back',
      away: 'front',
      right: 'right',
      left: 'left',
    })
  })
})

describe('footing', () => {
  it('is three, two and one; or two, three and one when the jaw leads', () => {
    for (const o of ORIENTATIONS) {
      for (const lead of ['rest', 'jaw'] as const) {
        const s = setup('s', o.up, o.guide, [], { footing: { lead, edits: [] } })
        const contacts = contactsOf(s)
        const count = (role: string): number => contacts.filter((c) => c.role === role).length
        expect([count('rest'), count('guide'), count('stop')]).toEqual(
          lead === 'rest' ? [3, 2, 1] : [2, 3, 1],
        )
        expect(contacts.every((c) => c.bears)).toBe(true)
        expect(contacts.filter((c) => c.role === 'rest').map((c) => c.surface)).toEqual(
          new Array(lead === 'rest' ? 3 : 2).fill(layoutOf(s).faceAt.down),
        )
      }
    }
  })

  it('every derived contact lies on the face that it bears on', () => {
    for (const o of ORIENTATIONS) {
      const s = setup('s', o.up, o.guide, [])
      for (const c of contactsOf(s)) {
        const n = normalOf(c.surface as (typeof SIDES)[number])
        const box = blockNow(part, bought)
        const level = dot(n, c.at)
        expect(level).toBeCloseTo(Math.max(dot(n, box.low), dot(n, box.high)), 6)
        expect(toSetup(layoutOf(s), c.at)).toEqual(c.inSetup)
      }
    }
  })

  it('slides along to where there is metal', () => {
    const slotted: Part = {
      ...part,
      features: [
        {
          kind: 'slot',
          id: 'slot',
          on: 'bottom',
          runs: 'y',
          width: mm(20),
          depth: mm(5),
          place: { dims: [{ from: 'left', at: mm(50) }], centred: true },
        },
      ],
    }
    const plan = way(setup('s-1', 'bottom', 'back', ['slot']), setup('s-2', 'top', 'back', []))
    const state = statesOf(slotted, plan)[1]
    const s = plan.setups[1]
    if (!state || !s) throw new Error('plan')
    const rest3 = contactsOf(s, state, slotted).find((c) => c.id === 'rest3')
    expect(rest3?.bears).toBe(true)
    expect(Math.abs((rest3?.at.x ?? 50) - 50)).toBeGreaterThan(10)
  })

  it('can be edited contact by contact: moved, put on another surface, taken away, put in', () => {
    const s = setup('s', 'top', 'back', [], {
      footing: {
        lead: 'rest',
        edits: [
          { id: 'rest1', u: 33, v: 44 },
          { id: 'guide2', off: true },
          { id: 'extra1', surface: 'left', u: 10, v: 10 },
        ],
      },
    })
    const contacts = contactsOf(s)
    expect(contacts.find((c) => c.id === 'rest1')?.at).toMatchObject({ x: 33, y: 44 })
    expect(contacts.some((c) => c.id === 'guide2')).toBe(false)
    expect(contacts.find((c) => c.id === 'extra1')).toMatchObject({
      role: 'stop',
      surface: 'left',
      raw: true,
    })
  })
})

describe('an indexed clamping', () => {
  const [, base, turned] = planWay(STANDARD_WORKSHOP, OILER_BLOCK, OILER_BLOCK_WAY).setups
  if (!base || !turned) throw new Error('demo')

  it('brings the leaning hole upright; by hand: mouth 35, 14, 30 from zero, turned by −30° about X', () => {
    const [seat] = holesInSetup(turned)
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
    expect(seat?.at.x).toBeCloseTo(35, 9)
    expect(seat?.at.y).toBeCloseTo(14 * c + 30 * s, 9)
    expect(seat?.at.z).toBeCloseTo(-14 * s + 30 * c, 9)
    expect(seat?.depthMm).toBeCloseTo(22, 9)
    expect(seat?.rimMm).toBeCloseTo(3 * Math.tan(Math.PI / 6), 9)
    expect(holesInSetup(base).map((h) => h.key)).toEqual(['mount.1', 'mount.2'])
  })

  it('is told which way it turns and how far, and that nothing is loosened', () => {
    expect(turnWords(base, turned)).toBe('leave it clamped, A −30°')
    expect(turned.standing.words.lines.join(' ')).toContain('Leave it clamped as in setup 2.')
    expect(turned.standing.words.lines.join(' ')).toContain('The table turns clockwise')
    expect(turned.standing.faceAt).toMatchObject({ left: 'left', up: undefined, guide: undefined })
  })

  it('what the axis is told brings a direction up, whichever way it counts, wherever it can', () => {
    const around = fc.double({ min: -3, max: 3, noNaN: true })
    fc.assert(
      fc.property(around, fc.boolean(), fc.boolean(), (rad, clockwise, head) => {
        const { machine } = base
        if (!machine.rotary) throw new Error('rotary')
        const rotary = {
          ...machine.rotary,
          positive: clockwise ? ('clockwise' as const) : ('counter-clockwise' as const),
          turns: head ? ('head' as const) : ('table' as const),
        }
        const out = point<'part'>(0, Math.sin(rad), Math.cos(rad))
        const told = turnFor(
          { machine: { ...machine, rotary }, standing: base.standing, leaning: undefined },
          out,
        )
        const after = turnAbout<'setup'>('x', point(0, 0, 0), workAngle(rotary, told ?? NaN))
        const up = turnDirection(after, turnDirection(base.standing.setupFromPart, out))
        expect(up.z).toBeCloseTo(1, 9)
        // What leans along the axis itself cannot be brought up by it.
        expect(
          turnFor(
            { machine, standing: base.standing, leaning: undefined },
            point(0.5, 0, Math.sqrt(0.75)),
          ),
        ).toBeUndefined()
      }),
    )
  })

  it('stays with what clamps it: not moved away, taken out with it, refused elsewhere', () => {
    expect(moveSetup(OILER_BLOCK_WAY, 's-3', 0)).toBe(OILER_BLOCK_WAY)
    expect(moveSetup(OILER_BLOCK_WAY, 's-1', 1)).toBe(OILER_BLOCK_WAY)
    expect(removeSetup(OILER_BLOCK_WAY, 's-2').setups.map((s) => s.id)).toEqual(['s-1'])
    const [first, second, third] = OILER_BLOCK_WAY.setups
    if (!first || !second || !third) throw new Error('demo')
    const issues = (setups: Setup[]) =>
      wayIssues(STANDARD_WORKSHOP, OILER_BLOCK, { ...OILER_BLOCK_WAY, setups }).map((i) => [
        i.code,
        i.sentence,
      ])
    expect(issues([second, first, third])).toEqual([
      [
        'setup.index-of',
        'Setup 3: setup 2 takes the part out of the clamping of setup 1 before it.',
      ],
    ])
    expect(issues([third, first, second])[0]?.[0]).toBe('setup.index-of')
    const again: Setup = {
      ...third,
      id: 's-4',
      clamping: { kind: 'indexed', of: 's-3', turn: { rad: 0 } },
    }
    expect(issues([first, second, third, again])[0]?.[1]).toMatch(
      /setup 3 does not clamp the part itself/,
    )
    const edge = { surface: 'front', instrument: 'probe', apart: mm(50), answer: 'part' as const }
    expect(issues([first, second, { ...third, zero: { ...third.zero, turn: edge } }])[0]?.[0]).toBe(
      'setup.index-turn',
    )
  })

  it('one that is made in a way takes the next offset, and has nothing to cut yet', () => {
    const made = indexedSetup(OILER_BLOCK_WAY, 's-2', { rad: 1 })
    expect(made).toMatchObject({ id: 's-4', clamping: { kind: 'indexed', of: 's-2' }, ops: [] })
    expect(made.zero.offset).toBe('G57')
  })
})

describe('state of the part', () => {
  it('stock goes when a face is cut, and a roughing cut leaves what it says', () => {
    const plan = way(
      {
        ...setup('s-1', 'top', 'back', []),
        ops: [{ id: 'r', feature: 'top', pass: 'rough', leave: mm(0.3) }],
      },
      setup('s-2', 'top', 'back', ['top']),
    )
    const states = statesOf(part, plan)
    expect(states.map((s) => s.stockOn.top)).toEqual([2, 0.3, 0])
    expect(states[2]?.cut.get('top')).toEqual({ pass: 'finish', setup: 1 })
  })

  it('there is no metal in a hole, a pocket, round a boss, or off the face', () => {
    const surface = {
      kind: 'plane' as const,
      id: 'top',
      owner: 'top',
      at: point<'part'>(50, 30, 40),
      normal: normalOf('top'),
      corners: [],
    }
    const holed: Part = {
      ...part,
      features: [
        {
          kind: 'hole',
          id: 'h',
          on: 'bottom',
          making: 'drill',
          diameter: mm(10),
          extent: { kind: 'through' },
          head: { kind: 'none' },
          pattern: { kind: 'single' },
          place: { dims: [], centred: true },
        },
      ],
    }
    const after = statesOf(holed, way(setup('s', 'bottom', 'back', ['h'])))[1]
    if (!after) throw new Error('state')
    expect(hasMetal(holed, after, surface, point(50, 30, 40))).toBe(false)
    expect(hasMetal(holed, after, surface, point(70, 30, 40))).toBe(true)
    expect(hasMetal(holed, after, surface, point(170, 30, 40))).toBe(false)
    const bossed: Part = {
      ...part,
      features: [
        {
          kind: 'boss',
          id: 'b',
          on: 'top',
          diameter: mm(20),
          height: mm(5),
          place: { dims: [], centred: true },
        },
      ],
    }
    const cut = statesOf(bossed, way(setup('s', 'top', 'back', ['b'])))[1]
    if (!cut) throw new Error('state')
    expect([
      hasMetal(bossed, cut, surface, point(50, 30, 40)),
      hasMetal(bossed, cut, surface, point(10, 10, 40)),
    ]).toEqual([true, false])
  })

  it('knows from which side each thing is cut', () => {
    expect(upDirectionsFor(WORM_BLOCK, 'bore')).toEqual([normalOf('front'), normalOf('back')])
    expect(upDirectionsFor(WORM_BLOCK, 'oil')).toEqual([normalOf('right')])
    expect(upDirectionsFor(WORM_BLOCK, 'top')).not.toContainEqual(normalOf('bottom'))
    expect(upDirectionsFor(WORM_BLOCK, 'moon')).toEqual([])
  })
})

describe('editing a way', () => {
  it('moves, removes, ticks and roughs without touching the rest', () => {
    const moved = moveSetup(WORM_BLOCK_WAY_A, 's-1', 99)
    expect(moved.setups[moved.setups.length - 1]?.id).toBe('s-1')
    expect(moveSetup(moved, 's-1', 0)).toEqual(WORM_BLOCK_WAY_A)
    expect(moveSetup(WORM_BLOCK_WAY_A, 'none', 0)).toBe(WORM_BLOCK_WAY_A)
    expect(removeSetup(WORM_BLOCK_WAY_A, 's-2').setups).toHaveLength(5)
    const ticked = tickCut(
      tickCut(setup('s', 'top', 'back', ['top']), 'top', true),
      'bore',
      true,
      'boring',
    )
    expect(ticked.ops.map((o) => o.id)).toEqual(['top', 'top-2', 'bore'])
    expect(tickCut(ticked, 'top', false).ops.map((o) => o.id)).toEqual(['bore'])
    expect(moveOp(ticked, 'bore', -1).ops.map((o) => o.id)).toEqual(['top', 'bore', 'top-2'])
    expect(moveOp(ticked, 'bore', 1)).toBe(ticked)
    expect(roughBefore(ticked, 'bore', 0.3).ops.map((o) => [o.feature, o.pass])).toEqual([
      ['top', 'finish'],
      ['top', 'finish'],
      ['bore', 'rough'],
      ['bore', 'finish'],
    ])
    expect(changeOp(ticked, 'bore', (o) => ({ ...o, cutter: 'end-6' })).ops[2]?.cutter).toBe(
      'end-6',
    )
    const edited = editContact(editContact(ticked, { id: 'rest1', u: 4 }), { id: 'rest1', v: 5 })
    expect(clampingOf(edited).footing.edits).toEqual([{ id: 'rest1', u: 4, v: 5 }])
    expect(clampingOf(resetContact(edited, 'rest1')).footing.edits).toEqual([])
  })
})
