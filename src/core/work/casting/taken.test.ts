import { describe, expect, it } from 'vitest'
import { point } from '../../ground/geometry'
import { freeId, newCasting, type Touch, withTouch } from '.'

const touch: Touch = {
  surface: 'bottom',
  at: point(1, 2, 3),
  diameterMm: 4,
  way: point(0, 0, -1),
}
const before = { name: 'Foot, before its cuts', since: undefined, with: undefined }
const after = { name: 'Foot, after its cuts', since: 'bottom', with: before.name } as const

describe('a touch in the machine is kept', () => {
  it('in a stand of its own, begun with the first; the empty one it was begun with goes', () => {
    const once = withTouch(newCasting('One'), before, touch)
    expect(once.stands.map(({ name }) => name)).toEqual([before.name])
    const twice = withTouch(once, before, { ...touch, surface: 'front', way: undefined })
    expect(twice.stands[0]?.points).toEqual([
      {
        id: 'p1',
        surface: 'bottom',
        at: { x: 1, y: 2, z: 3 },
        ball: { diameter: 4, way: { x: 0, y: 0, z: -1 } },
      },
      { id: 'p2', surface: 'front', at: { x: 1, y: 2, z: 3 }, ball: { diameter: 4 } },
    ])
  })

  it('after the cuts of the same clamping it has the axes of the one before', () => {
    const both = withTouch(withTouch(newCasting('One'), before, touch), after, touch)
    const [first, second] = both.stands
    expect(second).toMatchObject({ since: 'bottom', with: first?.id })
    expect(first).not.toHaveProperty('with')
    // Without a stand before it, it is joined by what it shares.
    expect(withTouch(newCasting('One'), after, touch).stands[0]).not.toHaveProperty('with')
  })

  it('no more stands are begun than a casting has room for; nothing is lost', () => {
    const full = Array.from({ length: 12 }, (_, i) => i).reduce(
      (casting, i) => withTouch(casting, { ...before, name: `stand ${i}` }, touch),
      newCasting('One'),
    )
    expect(full.stands).toHaveLength(12)
    expect(withTouch(full, before, touch)).toBe(full)
    expect(withTouch(full, { ...before, name: 'stand 3' }, touch).stands[3]?.points).toHaveLength(2)
  })

  it('ids are free ones', () => {
    expect(freeId([{ id: 'p1' }, { id: 'p3' }], 'p')).toBe('p4')
    expect(freeId([{ id: 'p2' }], 'p')).toBe('p3')
  })
})
