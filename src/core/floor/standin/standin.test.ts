import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { middleFromTouches, roundFromTouches, slopeFromTouches } from '../../handbook/probing'
import {
  coach,
  EXERCISE_IDS,
  FAULTS,
  hear,
  hideTruth,
  inMachine,
  inVise,
  listen,
  Mill,
  type MillAction,
  newMonitor,
  overTheWork,
  refusal,
  scoreExercise,
  seenWorld,
  type Sense,
  setUpExercise,
  type StreamMessage,
  toNearestWall,
  TOOL_FIGURES,
  trueMiddle,
  type World,
} from '.'

const WORLD: World = {
  vise: { x: -250, y: -100, z: -400, turnRad: 0 },
  boxes: [
    { name: 'work', low: { x: -40, y: -50 }, high: { x: 40, y: 0 }, bottom: 10, top: 50 },
    { name: 'fixed jaw', low: { x: -60, y: 0 }, high: { x: 60, y: 25 }, bottom: 0, top: 40 },
  ],
  holes: [{ name: 'bore', at: { x: 5, y: -25 }, diameter: 25, bottom: 10, top: 50 }],
  ends: { x: [-500, 0], y: [-300, 0], z: [-350, 0] },
  backlashMm: 0,
  repeatMm: 0,
}

/** Lets the mill run until it stands still. */
function run(mill: Mill, ...actions: MillAction[]): StreamMessage {
  let message = mill.message()
  for (const action of actions) {
    mill.do(action)
    for (let i = 0; i < 5000; i++) {
      message = mill.step(20)
      if (!message.moving) break
    }
  }
  return message
}
const go = (x: number, y: number, z?: number): MillAction => ({
  do: 'go',
  x,
  y,
  ...(z === undefined ? {} : { z }),
})
const jog = (axis: 'x' | 'y' | 'z', by: number, feed = 100): MillAction => ({
  do: 'jog',
  axis,
  by,
  feed,
})
/** Height of the gauge line with the tip of a tool 10 below the top of the work. */
const low = (tool: keyof typeof TOOL_FIGURES): number => -400 + 40 + TOOL_FIGURES[tool].length

/** Moves in small steps until the sense is the wanted one; the reading there. */
function until(mill: Mill, axis: 'x' | 'y', by: number, kind: Sense['kind']): number {
  for (let i = 0; i < 4000; i++) {
    const message = run(mill, jog(axis, by, 600))
    if (message.sense.kind === kind) return message[axis]
  }
  throw new Error(`never ${kind}`)
}

describe('the edge finder', () => {
  const begin = (world = WORLD, seed = 1): Mill => {
    const mill = new Mill(world, seed)
    run(mill, { do: 'tool', tool: 'edge-finder' }, { do: 'spindle', rpm: 1000 })
    return mill
  }
  it('runs out, runs out less, runs true, kicks: in that order, half a tip from the edge', () => {
    const mill = begin()
    run(mill, go(-250 - 40 - 5 - 2, -125), go(-297, -125, low('edge-finder')))
    const seen: string[] = []
    let at = 0
    for (let i = 0; i < 300 && seen[seen.length - 1] !== 'kick'; i++) {
      const message = run(mill, jog('x', 0.01, 600))
      if (seen[seen.length - 1] !== message.sense.kind) seen.push(message.sense.kind)
      at = message.x
    }
    expect(seen).toEqual(['wobble', 'true', 'kick'])
    expect(at + 5).toBeCloseTo(-290, 1)
    expect(Math.abs(at + 5 - -290)).toBeLessThan(0.02)
  })
  it('shows nothing while it does not turn', () => {
    const mill = begin()
    run(mill, { do: 'spindle', rpm: 0 })
    expect(mill.message().sense.kind).toBe('still')
  })
  it('driven into the work it is bent, and another one is put in', () => {
    const mill = begin()
    run(mill, go(-300, -125), go(-300, -125, low('edge-finder')))
    expect(run(mill, jog('x', 8, 600)).sense.kind).toBe('bent')
    run(mill, jog('x', -20))
    expect(run(mill, { do: 'tool', tool: 'edge-finder' }).sense.kind).toBe('still')
  })
  it('both sides and halve finds the middle, whatever the hidden place of the vise', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.integer({ min: 1, max: 1e6 }),
        (shift, seed) => {
          const world = { ...WORLD, vise: { ...WORLD.vise, x: -250 + shift }, repeatMm: 0.008 }
          const mill = begin(world, seed)
          const z = low('edge-finder')
          run(mill, go(-300 + shift - 1, -125), go(-301 + shift, -125, z))
          until(mill, 'x', 0.1, 'kick')
          run(mill, jog('x', -0.6))
          const a = until(mill, 'x', 0.01, 'kick')
          run(
            mill,
            go(-320 + shift, -125),
            go(-320 + shift, -125, -150),
            go(-200 + shift, -125),
            go(-200 + shift, -125, z),
          )
          run(mill, jog('x', -4))
          until(mill, 'x', -0.1, 'kick')
          run(mill, jog('x', 0.6))
          const b = until(mill, 'x', -0.01, 'kick')
          const found = middleFromTouches(
            { at: a, towards: '+' },
            { at: b, towards: '-' },
            10,
            0.01,
          )
          if (!found.ok) throw new Error(found.issues[0].sentence)
          expect(Math.abs(found.value.middle.at - (-250 + shift))).toBeLessThan(0.025)
          expect(Math.abs(found.value.width.at - 80)).toBeLessThan(0.05)
        },
      ),
      { numRuns: 8 },
    )
  })
})

describe('the probe', () => {
  it('stops the axes where it touches; a circle through its touches is the bore', () => {
    const mill = new Mill(WORLD, 3)
    run(mill, { do: 'tool', tool: 'probe' }, go(-245, -125), go(-245, -125, low('probe')))
    const touches = [
      [20, 0],
      [0, 20],
      [-20, 0],
      [0, -20],
    ].map(([dx = 0, dy = 0]) => {
      run(mill, go(-245, -125))
      const message = run(mill, dx === 0 ? jog('y', dy, 200) : jog('x', dx, 200))
      expect(message.sense.kind).toBe('touch')
      return { x: message.x, y: message.y }
    })
    const round = roundFromTouches(touches, 'bore', TOOL_FIGURES.probe.tip, 0.004)
    if (!round.ok) throw new Error(round.issues[0].sentence)
    expect(round.value.centre.x).toBeCloseTo(-245, 1)
    expect(round.value.centre.y).toBeCloseTo(-125, 1)
    expect(round.value.diameter).toBeCloseTo(25, 0)
  })
})

describe('the indicator', () => {
  it('along the jaw shows how the vise is turned; tapping it by that brings it in line', () => {
    const world = {
      ...WORLD,
      boxes: WORLD.boxes.slice(1),
      holes: [],
      vise: { ...WORLD.vise, turnRad: 0.002 },
    }
    const mill = new Mill(world, 5)
    const z = -400 + 30 + TOOL_FIGURES.indicator.length
    run(mill, { do: 'tool', tool: 'indicator' }, go(-290, -103), go(-290, -103, z))
    for (let i = 0; i < 100 && mill.message().sense.kind !== 'dial'; i++) run(mill, jog('y', 0.1))
    run(mill, jog('y', 0.6))
    const read = (): { x: number; y: number; dial: number } => {
      const { sense, x, y } = mill.message()
      if (sense.kind !== 'dial') throw new Error(sense.kind)
      return { x, y, dial: sense.mm }
    }
    const a = read()
    run(mill, jog('x', 80, 1500))
    const b = read()
    const slope = slopeFromTouches([a.x, b.x], [a.y - a.dial, b.y - b.dial], 0.004)
    if (!slope.ok) throw new Error(slope.issues[0].sentence)
    expect(slope.value.per100).toBeCloseTo(0.2, 1)
    run(mill, { do: 'tap', per100: -slope.value.per100 })
    expect(Math.abs(mill.world.vise.turnRad) * 100).toBeLessThan(0.01)
  })
  it('swung in a bore, half the difference of opposite readings is how far it is off', () => {
    const mill = new Mill(WORLD, 5)
    run(
      mill,
      { do: 'tool', tool: 'indicator' },
      go(-245.1, -125),
      go(-245.1, -125, low('indicator')),
    )
    const dial = (turnRad: number): number => {
      const { sense } = run(mill, { do: 'swing', turnRad })
      if (sense.kind !== 'dial') throw new Error(sense.kind)
      return sense.mm
    }
    expect((dial(0) - dial(Math.PI)) / 2).toBeCloseTo(-0.1, 2)
  })
})

describe('setter and feeler', () => {
  it('light, and drag, at their own thickness over the work', () => {
    for (const [tool, between, kind] of [
      ['setter', 50, 'light'],
      ['feeler', 0.5, 'drag'],
    ] as const) {
      const mill = new Mill(WORLD, 7)
      const at = -400 + 50 + between + TOOL_FIGURES[tool].length
      run(mill, { do: 'tool', tool }, go(-270, -140), go(-270, -140, at + 0.5))
      expect(mill.message().sense.kind).toBe('clear')
      expect(run(mill, jog('z', -0.505)).sense.kind).toBe(kind)
    }
  })
})

describe('backlash', () => {
  it('coming from the two sides, the table lags by all of it', () => {
    const world = { ...WORLD, backlashMm: 0.06, boxes: [], holes: [] }
    const mill = new Mill({ ...world, boxes: WORLD.boxes }, 1)
    run(mill, { do: 'tool', tool: 'probe' }, go(-300, -125), go(-300, -125, low('probe')))
    const left = run(mill, jog('x', 20, 100)).x
    // The table stands half the backlash behind: the scale reads too far by that.
    expect(left).toBeCloseTo(-292 + 0.03, 2)
  })
})

describe('the world', () => {
  it('there and back between vise and machine is where it was', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.1, max: 0.1, noNaN: true }),
        fc.double({ min: -200, max: 200, noNaN: true }),
        fc.double({ min: -200, max: 200, noNaN: true }),
        (turnRad, x, y) => {
          const world = { ...WORLD, vise: { ...WORLD.vise, turnRad } }
          const back = inVise(world, inMachine(world, { x, y }))
          expect(back.x).toBeCloseTo(x, 9)
          expect(back.y).toBeCloseTo(y, 9)
        },
      ),
    )
  })
  it('the nearest wall: beside, over and inside', () => {
    expect(toNearestWall(WORLD, { x: -300, y: -125 }, 45)).toBeCloseTo(10, 9)
    expect(toNearestWall(WORLD, { x: -300, y: -125 }, 60)).toBe(Infinity)
    expect(toNearestWall(WORLD, { x: -245, y: -125 }, 45)).toBeCloseTo(12.5, 9)
  })
  it('hidden truth: the vise stays where it is from setup to setup, and within what is loose', () => {
    const loose = { place: 3, turnRad: 0.001, size: 0.2 }
    const [a, b] = [hideTruth(WORLD, 11, 1, loose), hideTruth(WORLD, 11, 2, loose)]
    expect(a.vise).toEqual(b.vise)
    expect(a.boxes[0]).not.toEqual(b.boxes[0])
    expect(Math.abs(a.vise.x + 250)).toBeLessThanOrEqual(3)
    expect(hideTruth(WORLD, 12, 1, loose).vise).not.toEqual(a.vise)
  })
  it('an eye sees no finer than half a millimetre', () => {
    const seen = seenWorld(hideTruth(WORLD, 4, 4, { place: 3, turnRad: 0.01, size: 0.3 }))
    for (const p of seen.boxes.flatMap((box) => box.corners))
      expect((p.x * 2) % 1).toBeCloseTo(0, 9)
  })
  it('a spindle waits over the work, clear of it', () => {
    const start = overTheWork(WORLD)
    expect(start.z - 120).toBeGreaterThan(-350)
  })
})

describe('the exercises', () => {
  it.each(EXERCISE_IDS)(
    '%s: the truth scores as good, from any seed; the same seed is the same',
    (id) => {
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
          const setup = setUpExercise(id, seed)
          expect(setUpExercise(id, seed)).toEqual(setup)
          const { world } = setup
          const hole = world.holes[0]
          const score =
            id === 'tram-vise'
              ? scoreExercise(
                  setup,
                  { ...world, vise: { ...world.vise, turnRad: 0 } },
                  { kind: 'trammed' },
                )
              : id === 'wrong-sign'
                ? scoreExercise(setup, world, { kind: 'fault', fault: setup.fault })
                : scoreExercise(setup, world, {
                    kind: 'centre',
                    at: hole ? inMachine(world, hole.at) : trueMiddle(world),
                  })
          expect(score.grade).toBe('good')
        }),
        { numRuns: 40 },
      )
    },
  )
  it('half the tip forgotten is named, with what it does to the part', () => {
    const setup = setUpExercise('find-centre', 9)
    const truth = trueMiddle(setup.world)
    const score = scoreExercise(setup, setup.world, {
      kind: 'centre',
      at: { x: truth.x + 5, y: truth.y },
    })
    expect(score.grade).toBe('off')
    expect(score.lines.join(' ')).toContain('half the tip')
    expect(score.effect).toContain('5.000 mm')
  })
  it('an untouched vise is off, and an answer to another question is no answer', () => {
    const tram = setUpExercise('tram-vise', 2)
    expect(scoreExercise(tram, tram.world, { kind: 'trammed' }).grade).toBe('off')
    expect(scoreExercise(tram, tram.world, { kind: 'fault', fault: 'right' }).grade).not.toBe(
      'good',
    )
    const centre = setUpExercise('find-centre', 2)
    expect(scoreExercise(centre, centre.world, { kind: 'trammed' }).grade).toBe('off')
  })
  it('every fault is dealt out by some seed, and is seen at the place to drive to', () => {
    const faults = new Set<string>()
    for (let seed = 1; seed < 200; seed++) {
      const setup = setUpExercise('wrong-sign', seed)
      faults.add(setup.fault)
      const { offset, sanity } = setup.told
      const work = setup.world.boxes[0]
      if (!offset || !sanity || !work) throw new Error('nothing told')
      const corner = inMachine(setup.world, work.high)
      const off = Math.hypot(offset.x + sanity.x - corner.x, offset.y + sanity.y - corner.y)
      // The width is not exactly as drawn: what is wrong stands out all the same.
      expect(off < 0.1).toBe(setup.fault === 'right')
    }
    expect([...faults].sort()).toEqual([...FAULTS].sort())
  })
  it('somebody beside says something at every state', () => {
    const setup = setUpExercise('find-centre', 3)
    const mill = new Mill(setup.world, 3, setup.start)
    const senses: Sense[] = [
      { kind: 'still' },
      { kind: 'wobble', mm: 0.5 },
      { kind: 'wobble', mm: 0.2 },
      { kind: 'true' },
      { kind: 'kick' },
      { kind: 'bent' },
      { kind: 'clear' },
      { kind: 'dial', mm: 0.1 },
      { kind: 'touch' },
    ]
    for (const id of EXERCISE_IDS)
      for (const sense of senses)
        for (const taken of [[], ['x+'], ['x+', 'x-', 'y+', 'y-']]) {
          const words = coach(
            id,
            { ...mill.message(), sense, rpm: 1000 },
            { taken, topAt: setup.told.topAt },
          )
          expect(words).toMatch(/[.?]$/)
        }
    expect(coach('find-centre', { ...mill.message(), rpm: 0 }, { taken: [], topAt: 0 })).toContain(
      'spindle on',
    )
  })
})

describe('the stream', () => {
  const message = (n: number, more: Partial<StreamMessage> = {}): StreamMessage => ({
    v: 1,
    n,
    t: n * 20,
    x: 0,
    y: 0,
    z: 0,
    tool: 'probe',
    rpm: 0,
    moving: false,
    sense: { kind: 'clear' },
    ...more,
  })
  const heard = (...lines: (StreamMessage | string)[]) =>
    lines.reduce(
      (m, line, i) => hear(m, typeof line === 'string' ? line : JSON.stringify(line), i * 20),
      newMonitor(0),
    )
  it('a live one that stands still gives readings, a moving one not yet', () => {
    expect(refusal(heard(message(1)).state)).toBeUndefined()
    expect(refusal(heard(message(1, { moving: true })).state)).toContain('moving')
    expect(refusal(newMonitor(0).state)).toContain('Nothing')
  })
  it('one that stops is told after less than half a second', () => {
    const monitor = heard(message(1), message(2))
    expect(listen(monitor, 100).state.kind).toBe('live')
    const stopped = listen(monitor, 520)
    expect(stopped.state.kind).toBe('stopped')
    expect(refusal(stopped.state)).toContain('stopped')
  })
  it('one that jumps is told, and trusted again only after half a second of good messages', () => {
    let monitor = heard(message(1), message(2, { x: 60 }))
    expect(monitor.state.kind).toBe('jumped')
    for (let n = 3; n < 27; n++) {
      monitor = hear(monitor, JSON.stringify(message(n, { x: 60 })), n * 20)
      expect(refusal(monitor.state)).toContain('jumped')
    }
    monitor = hear(monitor, JSON.stringify(message(27, { x: 60 })), 540)
    expect(monitor.state.kind).toBe('live')
  })
  it.each([
    ['not JSON', 'X 12.3'],
    ['no number', '{"v":1,"n":2,"t":40,"x":"far"}'],
    ['NaN', JSON.stringify({ ...message(2), x: null })],
    ['another format', JSON.stringify({ ...message(2), v: 2 })],
    ['backwards', JSON.stringify(message(1))],
    ['an array', '[]'],
  ])('garbage gives no reading: %s', (_, line) => {
    const monitor = heard(message(1), line)
    expect(monitor.state.kind).toBe('garbage')
    expect(refusal(monitor.state)).toContain('no position')
  })
  it('a fast rapid is no jump', () => {
    expect(heard(message(1), message(2, { x: 1 }), message(3, { x: 2 })).state.kind).toBe('live')
  })
})

describe('laws of the mill', () => {
  const actions = fc.array(
    fc.oneof(
      fc.record({
        do: fc.constant('jog' as const),
        axis: fc.constantFrom('x' as const, 'y' as const, 'z' as const),
        by: fc.double({ min: -80, max: 80, noNaN: true }),
        feed: fc.constantFrom(100, 1000, 3000),
      }),
      fc.record({
        do: fc.constant('tool' as const),
        tool: fc.constantFrom('edge-finder' as const, 'probe' as const, 'rod' as const),
      }),
      fc.record({ do: fc.constant('spindle' as const), rpm: fc.constantFrom(0, 1000) }),
      fc.constant({ do: 'stop' as const }),
    ),
    { minLength: 1, maxLength: 8 },
  )
  it('the same world, seed and actions give the same messages', () => {
    fc.assert(
      fc.property(actions, fc.integer({ min: 1, max: 1000 }), (list, seed) => {
        const [a, b] = [
          new Mill({ ...WORLD, repeatMm: 0.01 }, seed),
          new Mill({ ...WORLD, repeatMm: 0.01 }, seed),
        ]
        for (const action of list) expect(run(a, action)).toEqual(run(b, action))
      }),
      { numRuns: 25 },
    )
  })
  it('it stays within its travels, and every message is one that the reader takes', () => {
    fc.assert(
      fc.property(actions, (list) => {
        const mill = new Mill({ ...WORLD, repeatMm: 0.01 }, 3)
        let monitor = newMonitor(0)
        let now = 0
        for (const action of list) {
          mill.do(action)
          for (let i = 0; i < 40; i++) {
            const message = mill.step(20)
            now += 20
            monitor = hear(monitor, JSON.stringify(message), now)
            expect(monitor.state.kind).toBe('live')
            for (const axis of ['x', 'y', 'z'] as const) {
              const [low_, high] = WORLD.ends[axis]
              expect(message[axis]).toBeGreaterThanOrEqual(low_)
              expect(message[axis]).toBeLessThanOrEqual(high)
            }
          }
        }
      }),
      { numRuns: 25 },
    )
  })
  it('nothing is run through: whatever is driven, a tip is never deeper in metal than it gives', () => {
    fc.assert(
      fc.property(actions, (list) => {
        const mill = new Mill(WORLD, 3)
        for (const action of list) {
          const { sense, tool, x, y, z } = run(mill, action)
          const over = z - TOOL_FIGURES[tool].length - WORLD.vise.z
          const gap = toNearestWall(WORLD, { x, y }, over) - TOOL_FIGURES[tool].tip / 2
          // A new tool may be put in where the old one stood.
          if (action.do === 'tool' || sense.kind === 'bent') return
          expect(gap).toBeGreaterThan(-1.5)
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('trust in a stream', () => {
  it('whatever comes, a reading is only given by a good message, 25 after the last wrong one', () => {
    const good = (n: number): string =>
      JSON.stringify({
        v: 1,
        n,
        t: n * 20,
        x: 0,
        y: 0,
        z: 0,
        tool: 'probe',
        rpm: 0,
        moving: false,
        sense: { kind: 'clear' },
      })
    const lines = fc.array(
      fc.oneof(
        { weight: 12, arbitrary: fc.constant('good' as const) },
        { weight: 1, arbitrary: fc.constantFrom('{', 'null', '{"v":1}', '"x"', '') },
      ),
      { minLength: 1, maxLength: 120 },
    )
    fc.assert(
      fc.property(lines, (list) => {
        let monitor = newMonitor(0)
        let n = 0
        let since = Infinity
        list.forEach((line, i) => {
          n++
          monitor = hear(monitor, line === 'good' ? good(n) : line, i * 20)
          since = line === 'good' ? since + 1 : 0
          expect(refusal(monitor.state) === undefined).toBe(since >= 25)
        })
      }),
    )
  })
  it('garbage of any kind never throws and never gives a reading', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json(),
          fc.anything({ withNullPrototype: false }).map((v) => JSON.stringify(v) ?? 'nothing'),
        ),
        (line) => {
          const monitor = hear(newMonitor(0), line, 0)
          expect(monitor.state.kind).not.toBe('live')
          expect(refusal(monitor.state)).toBeDefined()
        },
      ),
    )
  })
})
