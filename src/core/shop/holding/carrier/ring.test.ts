import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../foreman/findings'
import { planWay } from '../../../plan/planning'
import { wayIssues } from '../../../plan/way'
import { STANDARD_WORKSHOP, type Workshop } from '../../workshop'
import { meshOf } from '../../../../kernel'
import { mm, plainBlock, setup, topHole, way } from '../../../../../tests/support/documents'
import { ON_CARRIER } from '../../../../../tests/support/holdingScenes'
import { predictionOf } from '../../../../../tests/support/predictionOf'

/** A hole in the middle of a block of 100 × 60, and one near its end. */
const part = {
  ...plainBlock(),
  features: [topHole('middle', 50, 30, { diameter: mm(10) }), topHole('aside', 20, 30)],
}
const on = (open: number, features: readonly string[], more: Partial<typeof ON_CARRIER> = {}) =>
  way(
    setup('s-1', 'top', 'back', features, { holding: { ...ON_CARRIER, ...more, open: mm(open) } }),
  )
const codes = (
  open: number,
  features: readonly string[],
  workshop: Workshop = STANDARD_WORKSHOP,
): readonly string[] =>
  findingsOf(predictionOf(workshop, part, on(open, features))).map(({ code }) => code)

describe('a carrier that is a ring', () => {
  const standing = (open: number) => {
    const planned = planWay(STANDARD_WORKSHOP, part, on(open, ['top'])).setups[0]
    if (!planned) throw new Error('no setup')
    return planned.standing
  }
  const solid = async (open: number): Promise<number> => {
    const body = standing(open).solids.find(({ name }) => name === 'carrier')
    if (!body) throw new Error('no carrier')
    return (await meshOf(body.shape)).volumeMm3
  }

  it('has a hole all through its middle, by the mesh kernel', async () => {
    const whole = 80 * 48 * 40
    expect(await solid(0)).toBeCloseTo(whole, 3)
    // Facets lie within the circle: a hole of 48 sides takes 0.3 % less than a round one.
    const hole = Math.PI * 10 ** 2 * 40
    const taken = whole - (await solid(20))
    expect(taken).toBeLessThan(hole)
    expect(taken).toBeGreaterThan(hole * 0.995)
  })

  it('is stuck by so much less, and holds so much less', () => {
    // By hand: 80 × 48 are 38.4 cm² and hold 1536 N; open by 40 they are 25.8 cm² and hold 1033 N; 4 × 300 N are wanted.
    const words = (open: number): string => standing(open).words.note
    expect(words(0)).toContain('Some 38 cm²')
    expect(words(40)).toContain('Some 26 cm²')
    const pushed: Workshop = {
      ...STANDARD_WORKSHOP,
      conditions: { ...STANDARD_WORKSHOP.conditions, sideForceN: 300 },
    }
    expect(codes(0, ['top'], pushed)).not.toContain('carrier.weak')
    expect(codes(40, ['top'], pushed)).toContain('carrier.weak')
    expect(standing(40).words.lines.join(' ')).toContain('open 40 mm in its middle')
  })

  it('is not drilled into where it is open, and is where it is not', () => {
    expect(codes(0, ['top', 'middle'])).toContain('carrier.drilled')
    expect(codes(9.9, ['top', 'middle'])).toContain('carrier.drilled')
    expect(codes(10.1, ['top', 'middle'])).not.toContain('carrier.drilled')
    expect(codes(10.1, ['top', 'aside'])).toContain('carrier.drilled')
  })

  it('keeps a wall: 4 are left of 48 when it is open by 40', () => {
    expect(codes(40, ['top'])).not.toContain('carrier.ring')
    expect(codes(40.1, ['top'])).toContain('carrier.ring')
  })

  it('is refused where its hole is as wide as itself', () => {
    const said = (open: number) =>
      wayIssues(STANDARD_WORKSHOP, part, on(open, ['top'])).map(({ code }) => code)
    expect(said(47)).toEqual([])
    expect(said(48)).toEqual(['carrier.open'])
  })

  it('is open along the face that it is stuck to, at an end too', () => {
    const planned = planWay(
      STANDARD_WORKSHOP,
      part,
      on(20, ['top'], { on: 'left', along: mm(48), across: mm(36) }),
    ).setups[0]
    const shape = planned?.standing.solids.find(({ name }) => name === 'carrier')?.shape
    const hole = shape?.kind === 'cut' ? shape.by[0] : undefined
    if (hole?.kind !== 'round') throw new Error('no hole')
    // It lies along X there, as long as the carrier is thick and a millimetre more at either end.
    expect(Math.abs(hole.to.x - hole.from.x)).toBeCloseTo(42, 9)
    expect([hole.to.y, hole.to.z]).toEqual([
      expect.closeTo(hole.from.y, 9),
      expect.closeTo(hole.from.z, 9),
    ])
  })
})
