import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mm, plainBlock, setup, way } from '../../../../tests/support/documents'
import { type Part } from '../../work/part'
import { type PlannedSetup, zeroPoint } from '../../plan/planning'
import { predictionOf } from '../../../../tests/support/predictionOf'
import {
  hideTruth,
  Mill,
  type MillAction,
  type MillTool,
  TOOL_FIGURES,
  type World,
} from '../standin'
import { ORIENTATIONS, type Setup } from '../../plan/way'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { anchorOf, foundZero, predictZero, type Readings, setupWorld, standingMark } from '.'

/**
 * The whole chain against something that knows nothing of it: a part stands on the simulated mill with a
 * hidden truth, is touched as a hand would, and the offset that the readings give is where zero really is.
 */

const W = STANDARD_WORKSHOP

function run(mill: Mill, action: MillAction) {
  mill.do(action)
  for (let i = 0; i < 5000; i++) {
    const message = mill.step(20)
    if (!message.moving) return message
  }
  throw new Error('it never stands still')
}

/** Goes beside a place with Z clear, down to a height over the bed, and probes along an axis. */
function probe(
  mill: Mill,
  world: World,
  from: { x: number; y: number },
  over: number,
  axis: 'x' | 'y',
  by: number,
) {
  const z = world.vise.z + over + TOOL_FIGURES.probe.length
  run(mill, { do: 'go', z: world.ends.z[1] })
  run(mill, { do: 'go', ...from })
  run(mill, { do: 'go', z })
  const message = run(mill, { do: 'jog', axis, by, feed: 100 })
  if (message.sense.kind !== 'touch') throw new Error(`it ${message.sense.kind} at ${axis} ${by}`)
  return message
}

const begin = (world: World, tool: MillTool, seed: number): Mill => {
  const mill = new Mill(world, seed)
  mill.do({ do: 'tool', tool })
  return mill
}

const recordOf = (planned: PlannedSetup, readings: Readings) => ({
  readings,
  instrument: 'probe',
  source: 'mill' as const,
  stood: standingMark(planned),
})

/** A block of a size that fits the vise and stands out of it, in any of the 24 ways. */
const blocks = fc.record({
  x: fc.integer({ min: 45, max: 110 }),
  y: fc.integer({ min: 45, max: 110 }),
  z: fc.integer({ min: 45, max: 110 }),
  orientation: fc.constantFrom(...ORIENTATIONS),
  seed: fc.integer({ min: 1, max: 1e6 }),
})

function standing(size: { x: number; y: number; z: number }, s: Setup) {
  const base = plainBlock()
  const part: Part = { ...base, size: { x: mm(size.x), y: mm(size.y), z: mm(size.z) } }
  const analysis = predictionOf(W, part, way(s))
  const planned = analysis.plan.setups[0]
  if (!planned) throw new Error('no setup')
  return { part, analysis, planned }
}

describe('touches on the simulated mill', () => {
  it('edges and height find the zero of any block in any orientation, within what they promise', () => {
    fc.assert(
      fc.property(blocks, ({ orientation, seed, ...size }) => {
        const fixture = { kind: 'fixture' } as const
        const plain = setup('s-1', orientation.up, orientation.guide, [], {
          zero: { offset: 'G54', x: fixture, y: fixture, z: fixture },
        })
        const { planned } = standing(size, plain)
        const { faceAt, high, low } = planned.standing
        const truth = hideTruth(setupWorld(planned), seed, seed + 1, {
          place: 5,
          turnRad: 0,
          size: 0,
        })
        const mill = begin(truth, 'probe', seed)
        const over = high.z - 3
        const middleY = (low.y + high.y) / 2
        const at = (x: number, y: number) => ({ x: truth.vise.x + x, y: truth.vise.y + y })
        const left = probe(mill, truth, at(low.x - 6, middleY), over, 'x', 8)
        const front = probe(mill, truth, at((low.x + high.x) / 2, low.y - 6), over, 'y', 8)
        const zero = zeroPoint(planned)
        const edgeX = foundZero(
          planned,
          recordOf(planned, {
            kind: 'edge',
            axis: 'x',
            surface: faceAt.left ?? '',
            tip: TOOL_FIGURES.probe.tip,
            touch: { at: left.x, towards: '+' },
          }),
        )
        const edgeY = foundZero(
          planned,
          recordOf(planned, {
            kind: 'edge',
            axis: 'y',
            surface: faceAt.away ?? '',
            tip: TOOL_FIGURES.probe.tip,
            touch: { at: front.y, towards: '+' },
          }),
        )
        if (!edgeX.ok || !edgeY.ok) throw new Error('not found')
        // Half the backlash, a step of the mill and of its scales, three sigma of what repeats.
        const within = 0.012
        expect(Math.abs((edgeX.value.axes.x?.at ?? NaN) - (truth.vise.x + zero.x))).toBeLessThan(
          within,
        )
        expect(Math.abs((edgeY.value.axes.y?.at ?? NaN) - (truth.vise.y + zero.y))).toBeLessThan(
          within,
        )
        // And by both sides: the middle of the block, whatever the tip.
        const right = probe(mill, truth, at(high.x + 6, middleY), over, 'x', -8)
        const both = foundZero(
          planned,
          recordOf(planned, {
            kind: 'both-sides',
            axis: 'x',
            first: faceAt.left ?? '',
            second: faceAt.right ?? '',
            tip: 99,
            a: { at: left.x, towards: '+' },
            b: { at: right.x, towards: '-' },
          }),
        )
        // A tip that is entered wrongly makes the width wrong, and is refused or leaves the middle right.
        if (both.ok)
          expect(Math.abs((both.value.axes.x?.at ?? NaN) - (truth.vise.x + zero.x))).toBeLessThan(
            within,
          )
        else expect(both.issues[0].code).toBe('touch.width')
      }),
      { numRuns: 24 },
    )
  })

  it('what one setup finds predicts the next; the mill stands where it was predicted', () => {
    fc.assert(
      fc.property(blocks, ({ seed, ...size }) => {
        const first = setup('s-1', 'top', 'back', ['top'])
        const second = { ...setup('s-2', 'bottom', 'back', []), id: 's-2' }
        const base = plainBlock()
        const part: Part = { ...base, size: { x: mm(size.x), y: mm(size.y), z: mm(size.z) } }
        const analysis = predictionOf(W, part, way(first, second))
        const [a, b] = analysis.plan.setups
        if (!a || !b) throw new Error('no setups')
        const loose = { place: 5, turnRad: 0, size: 0 }
        // The stop stays: both worlds are counted from it.
        const worldOf = (planned: PlannedSetup): World =>
          hideTruth(setupWorld(planned, { x: -300, y: -100, z: -390 }), seed, 1, loose)
        const truth = worldOf(a)
        const mill = begin(truth, 'probe', seed)
        const touch = probe(
          mill,
          truth,
          {
            x: truth.vise.x + a.standing.low.x - 6,
            y: truth.vise.y + (a.standing.low.y + a.standing.high.y) / 2,
          },
          a.standing.high.z - 3,
          'x',
          8,
        )
        const found = foundZero(
          a,
          recordOf(a, {
            kind: 'edge',
            axis: 'x',
            surface: a.standing.faceAt.left ?? '',
            tip: TOOL_FIGURES.probe.tip,
            touch: { at: touch.x, towards: '+' },
          }),
        )
        if (!found.ok) throw new Error(found.issues[0].sentence)
        const next = predictZero(analysis.plan, 1, anchorOf(a, found.value))
        if (!next.ok) throw new Error(next.issues[0].sentence)
        const there = worldOf(b)
        const really = there.vise.x + zeroPoint(b).x
        expect(Math.abs((next.value.axes.x?.at ?? NaN) - really)).toBeLessThan(0.012)
      }),
      { numRuns: 16 },
    )
  })
})
