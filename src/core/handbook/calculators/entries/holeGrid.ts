import { turnPlane } from '../../../ground/geometry'
import { succeed } from '../../../ground/issues'
import { gridPoints } from '../../patterns'
import { defineCalculator } from '../calculator'
import { angle, count, length } from '../field'

export const holeGrid = defineCalculator({
  id: 'hole-grid',
  title: 'Grid of holes',
  fields: {
    columns: count('Columns', 1, 1000),
    rows: count('Rows', 1, 1000),
    pitchX: length('Pitch in X', 'not negative'),
    pitchY: length('Pitch in Y', 'not negative'),
    x: length('First hole X', 'any', { fallback: '0' }),
    y: length('First hole Y', 'any', { fallback: '0' }),
    angle: angle('Turned by', { fallback: '0deg' }),
  },
  source: 'Rows and columns from the first hole, turned about it',
  compute: ({ angle: turn, columns, pitchX, pitchY, rows, x, y }) => {
    const grid = gridPoints({ columns, rows, pitchXMm: pitchX, pitchYMm: pitchY })
    const [cx, cy] = [((columns - 1) / 2) * pitchX, ((rows - 1) / 2) * pitchY]
    const points = grid.map((p) => {
      const turned = turnPlane({ x: p.x + cx, y: p.y + cy }, turn)
      return { x: x + turned.x, y: y + turned.y }
    })
    return succeed({ points: { value: points, unit: 'mm' } })
  },
})
