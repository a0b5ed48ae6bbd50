import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mm, op, plainBlock, setup, way } from '../../../../tests/support/documents'
import { DEMO_FIXTURES, NEST_PLATE, WORM_BLOCK, WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B } from '../demo'
import { type Fixture } from '../../floor/register'
import { sanityPlace } from '../../floor/offsets'
import { type Part } from '../../work/part'
import { predictionOf } from '../../../../tests/support/predictionOf'
import { ORIENTATIONS } from '../../plan/way'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { reachOf, type Scene } from '../../ground/scene'
import { benchViews, drawing, elevation, fixturePlan, isometric, plan } from '.'
import { setupAxes } from '../../shop/holding'

const planOf = (part: Part, ...args: Parameters<typeof way>) =>
  predictionOf(STANDARD_WORKSHOP, part, way(...args)).plan.setups

/** Every mark has finite coordinates and lies on the sheet, but for so much. */
function onSheet(scene: Scene, slack: number): void {
  for (const mark of scene.marks) {
    for (const [x, y] of reachOf(mark)) {
      expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true)
      expect(x).toBeGreaterThanOrEqual(-slack)
      expect(x).toBeLessThanOrEqual(scene.width + slack)
      expect(y).toBeGreaterThanOrEqual(-slack)
      expect(y).toBeLessThanOrEqual(scene.height + slack)
    }
    if (mark.kind === 'words') expect(mark.text).not.toMatch(/NaN|undefined|Infinity/)
  }
}

const sizes = fc.record({
  x: fc.integer({ min: 10, max: 400 }),
  y: fc.integer({ min: 10, max: 200 }),
  z: fc.integer({ min: 10, max: 300 }),
})
const blockOf = (size: { x: number; y: number; z: number }): Part => ({
  ...plainBlock(),
  size: { x: mm(size.x), y: mm(size.y), z: mm(size.z) },
})

describe('a setup drawn', () => {
  it('stays on its sheet, whatever the block, the orientation and the sheet', () => {
    fc.assert(
      fc.property(
        sizes,
        fc.constantFrom(...ORIENTATIONS),
        fc.record({
          width: fc.integer({ min: 240, max: 900 }),
          height: fc.integer({ min: 200, max: 700 }),
        }),
        (size, { guide, up }, sheet) => {
          const part = blockOf(size)
          const [planned] = planOf(part, setup('s-1', up, guide, [], { ops: [op(up)] }))
          if (!planned) throw new Error('no setup')
          onSheet(plan(planned, { ...sheet, check: sanityPlace(planned).inSetup }), 30)
          onSheet(elevation(planned, sheet), 30)
          onSheet(
            isometric(part, planned.after, {
              ...sheet,
              axes: setupAxes(up, guide),
              tinted: new Set([up]),
            }),
            2,
          )
        },
      ),
      { numRuns: 60 },
    )
  })
  it('the check place is marked and named, and only when it is given', () => {
    const [planned] = planOf(plainBlock(), setup('s-1', 'top', 'back', ['top']))
    if (!planned) throw new Error('no setup')
    const sheet = { width: 500, height: 300 }
    const check = sanityPlace(planned).inSetup
    const marks = (scene: Scene): number =>
      scene.marks.filter((m) => m.kind === 'words' && m.text === 'check here').length
    expect(marks(plan(planned, { ...sheet, check }))).toBe(1)
    expect(marks(plan(planned, sheet))).toBe(0)
  })
  it('every surface that a contact bears on can be pointed at', () => {
    for (const plan_ of [WORM_BLOCK_WAY_A, WORM_BLOCK_WAY_B])
      for (const planned of predictionOf(STANDARD_WORKSHOP, WORM_BLOCK, plan_).plan.setups) {
        const sheet = { width: 500, height: 300 }
        const refs = new Set(
          [plan(planned, sheet), elevation(planned, sheet)].flatMap((s) =>
            s.marks.map((m) => m.ref),
          ),
        )
        for (const contact of planned.contacts) expect([...refs]).toContain(contact.id)
        for (const cut of planned.setup.ops.map((o) => o.feature)) expect([...refs]).toContain(cut)
      }
  })
  it('the drawing of the part stays on its sheet', () => {
    fc.assert(
      fc.property(sizes, (size) => {
        onSheet(drawing(blockOf(size), { width: 700, height: 480 }), 40)
      }),
      { numRuns: 40 },
    )
  })
})

describe('a fixture drawn', () => {
  it('the demo’s stay on their sheets, with pins, edges and stop', () => {
    for (const fixture of DEMO_FIXTURES)
      for (const width of [320, 420, 700])
        onSheet(fixturePlan(fixture, fixture.sizes[0]?.id, 'mm', { width, height: 200 }), 40)
    const words = fixturePlan(NEST_PLATE, 'long', 'mm', { width: 600, height: 280 }).marks.flatMap(
      (m) => (m.kind === 'words' ? [m.text] : []),
    )
    expect(words).toContain('pivot pin ⌀8')
    expect(words).toContain('zero G58')
    expect(words).toContain('42.5')
    expect(words).toContain('stop')
  })
  it('one of which nothing is known yet is drawn all the same', () => {
    const bare: Fixture = { ...NEST_PLATE, edges: [], pins: [], sizes: [], checks: [], screws: [] }
    onSheet(fixturePlan(bare, undefined, 'inch', { width: 400, height: 200 }), 40)
  })
  it('any places of pins and edges stay on the sheet', () => {
    const place = fc.integer({ min: -400, max: 400 })
    fc.assert(
      fc.property(
        place,
        place,
        place,
        place,
        fc.integer({ min: 10, max: 300 }),
        (a, b, x, y, stop) => {
          const fixture: Fixture = {
            ...NEST_PLATE,
            edges: [
              { id: 'e1', name: 'edge', axis: 'x', toZero: mm(a) },
              { id: 'e2', name: 'edge', axis: 'y', toZero: mm(b) },
            ],
            pins: [
              {
                id: 'p',
                name: 'pin',
                kind: 'relieved',
                diameter: mm(6),
                at: { x: mm(x), y: mm(y) },
              },
            ],
            sizes: NEST_PLATE.sizes.map((s) => ({ ...s, stopAt: mm(stop), length: mm(stop) })),
          }
          onSheet(fixturePlan(fixture, 'short', 'mm', { width: 600, height: 280 }), 60)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('the two views of a setup', () => {
  it('have one scale and one line, as large as the room allows', () => {
    fc.assert(
      fc.property(
        sizes,
        fc.constantFrom(...ORIENTATIONS),
        fc.record({
          width: fc.integer({ min: 500, max: 1200 }),
          height: fc.integer({ min: 200, max: 700 }),
        }),
        (size, { guide, up }, room) => {
          const part = blockOf(size)
          const [planned] = planOf(part, setup('s-1', up, guide, [], { ops: [op(up)] }))
          if (!planned) throw new Error('no setup')
          const views = benchViews(planned, room)
          expect(views.elevation.width + views.plan.width).toBeCloseTo(room.width, 6)
          const scaleOf = (scene: Scene, view: 'side' | 'above', most?: number): number =>
            planned.standing.draw(view, { ...scene, ...(most && { scale: most }) }, 0).sheet.scale
          const natural = [scaleOf(views.elevation, 'side'), scaleOf(views.plan, 'above')]
          const common = Math.min(...natural)
          // Both are drawn at the scale of the one that has less room.
          expect(scaleOf(views.elevation, 'side', common)).toBeCloseTo(common, 9)
          expect(scaleOf(views.plan, 'above', common)).toBeCloseTo(common, 9)
          onSheet(views.elevation, 30)
          onSheet(views.plan, 30)
        },
      ),
      { numRuns: 40 },
    )
  })
})
