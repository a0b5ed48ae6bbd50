import { clampingOf } from '../support/documents'
import { PIER_PLATE, PIER_PLATE_WAY } from '@/core/paper/demo'
import { type Hole, type Part } from '@/core/work/part'
import { type MeasuredPlace } from '@/core/handbook/patterns'
import { type Way } from '@/core/plan/way'

const mm = (value: number): { mm: number } => ({ mm: value })

/** A plate with 1 000 holes in four patterns, and six setups from both sides. */
export function manyHoles(): { readonly part: Part; readonly way: Way } {
  const holes = Array.from({ length: 4 }, (_, i): Hole => ({
    kind: 'hole',
    id: `grid-${i}`,
    on: i % 2 === 0 ? 'top' : 'bottom',
    making: 'tap',
    diameter: mm(3),
    thread: 'M3',
    extent: i < 2 ? { kind: 'through' } : { kind: 'deep', depth: mm(6) },
    head: { kind: 'none' },
    pattern: { kind: 'grid', columns: 25, rows: 10, pitchAcross: mm(9), pitchUp: mm(3.6) },
    place: {
      dims: [
        { from: 'left', at: mm(120) },
        { from: 'front', at: mm(21 + 39 * i) },
      ],
      centred: false,
    },
  }))
  const part: Part = { ...PIER_PLATE, features: holes, requirements: [] }
  const [above, below] = PIER_PLATE_WAY.setups
  if (!above || !below) throw new Error('the demo has two setups')
  const setups = Array.from({ length: 6 }, (_, i) => {
    const base = i % 2 === 0 ? above : below
    const ops = holes
      .filter((hole) => hole.on === clampingOf(base).up)
      .map((hole) => ({ id: hole.id, feature: hole.id, pass: 'finish' as const, leave: mm(0) }))
    return { ...base, id: `s-${i + 1}`, ops: i < 2 ? ops : [] }
  })
  return { part, way: { ...PIER_PLATE_WAY, setups } }
}

/** A drawing with so many circles. */
export function drawingOf(count: number): string {
  const circles = Array.from({ length: count }, (_, i) =>
    ['0', 'CIRCLE', '8', 'HOLES', '10', i % 100, '20', Math.floor(i / 100), '40', 2].join('\n'),
  )
  return ['0', 'SECTION', '2', 'ENTITIES', ...circles, '0', 'ENDSEC', '0', 'EOF', ''].join('\n')
}

/** A grid of holes, each a little off. */
export const wanderedPlaces = (count: number): readonly MeasuredPlace[] =>
  Array.from({ length: count }, (_, i) => {
    const nominal = { x: (i % 20) * 10, y: Math.floor(i / 20) * 10 }
    const measured = {
      x: nominal.x + 0.05 * Math.sin(12.9 * i),
      y: nominal.y + 0.05 * Math.cos(7.7 * i),
    }
    return { nominal, measured }
  })
