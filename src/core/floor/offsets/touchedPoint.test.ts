import { describe, expect, it } from 'vitest'
import { SADDLE, saddleWays } from '../../paper/demo'
import { planWay } from '../../plan/planning'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { hideTruth, Mill } from '../standin'
import { setupWorld, touchedPoint } from '.'

const [way] = saddleWays(STANDARD_WORKSHOP)
if (!way) throw new Error('the saddle has no way')
const [planned] = planWay(STANDARD_WORKSHOP, SADDLE, way).setups
if (!planned) throw new Error('its way has no setup')

describe('a touch of the probe as a point of the part', () => {
  it('foot up: down in the machine is up in the part, and the ball lies 2 mm off the face', () => {
    // A 4 mm ball on a 110 mm probe, the gauge line at 150: its middle is at 42, which is −42 along the part’s Z.
    const touched = touchedPoint(planned, 'bottom', { tool: 'probe', x: 10, y: 20, z: 150 })
    expect(touched.at.z).toBeCloseTo(-42, 9)
    expect(touched).toMatchObject({ diameterMm: 4, way: { x: 0, y: 0, z: -1 } })
    expect(
      touchedPoint(planned, 'trunnion', { tool: 'probe', x: 0, y: 0, z: 0 }).way,
    ).toBeUndefined()
  })

  it('two touches of the stand-in mill lie as far apart as the places, and on one height', () => {
    const still = { place: 0, turnRad: 0, size: 0 }
    const mill = new Mill(hideTruth(setupWorld(planned), 1, 2, still), 3)
    const settle = (): void => {
      for (let k = 0; k < 4000; k++) mill.step(20)
    }
    mill.do({ do: 'tool', tool: 'probe' })
    const touchAt = (by: number) => {
      mill.do({ do: 'jog', axis: 'x', by })
      settle()
      mill.do({ do: 'jog', axis: 'z', by: -60, feed: 300 })
      settle()
      const message = mill.message()
      expect(message.sense.kind).toBe('touch')
      mill.do({ do: 'jog', axis: 'z', by: 60 })
      settle()
      return touchedPoint(planned, 'bottom', message).at
    }
    const [a, b] = [touchAt(-60), touchAt(110)]
    expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeCloseTo(110, 1)
    expect(Math.abs(b.z - a.z)).toBeLessThan(0.02)
  })
})
