import { describe, expect, it } from 'vitest'
import { betweenSurfaces, newPart } from '@/core/work/part'
import { readLines } from '@/core/work/say'
import { edgesOfSkin, type SkinEdge, skinOf, solidNow, stateFinished } from '@/core/work/stock'
import { meshOf } from '.'

const mm = (value: number) => ({ mm: value })

/** The edges of a block with a bore through its top. */
async function edges(...lines: readonly string[]): Promise<readonly SkinEdge[]> {
  const bare = newPart('Block', { x: mm(100), y: mm(60), z: mm(40) })
  const { part } = readLines(bare, lines.join('\n'))
  const mesh = await meshOf(solidNow(part, stateFinished(part)))
  return edgesOfSkin(mesh, skinOf(part, mesh))
}

describe('edges of a solid', () => {
  it('a block has twelve, straight, as long as its sides', async () => {
    const found = await edges()
    expect(found).toHaveLength(12)
    const lengths = found.map(({ lengthMm }) => Math.round(lengthMm)).sort((a, b) => a - b)
    expect(lengths).toEqual([40, 40, 40, 40, 60, 60, 60, 60, 100, 100, 100, 100])
    const between = (a: string, b: string) =>
      found.find(({ between: of }) => of.includes(a) && of.includes(b))?.axis
    const [one, other] = [between('top', 'left'), between('bottom', 'right')]
    if (!one || !other) throw new Error('edges without axes')
    expect(betweenSurfaces(one, other)).toMatchObject({ kind: 'apart' })
    expect((betweenSurfaces(one, other) as { mm: number }).mm).toBeCloseTo(Math.hypot(100, 40), 4)
  })

  it('a bore adds two circles of its diameter, each about its axis', async () => {
    const found = await edges('bore 22 through on top, 30 from left, 20 from front')
    const circles = found.filter(({ axis }) => axis && axis.diameterMm > 0)
    expect(circles).toHaveLength(2)
    for (const { axis } of circles) {
      expect(axis?.diameterMm).toBeCloseTo(22, 3)
      expect(axis?.from.x).toBeCloseTo(30, 3)
      expect(axis?.from.y).toBeCloseTo(20, 3)
    }
  })
})
