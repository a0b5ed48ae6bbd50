import { type GearField, mm } from './gearFields'

/** Of a machine that has a rotary axis. */
export const ROTARY_FIELDS: readonly GearField[] = [
  { path: 'rotary.letter', label: 'Axis', kind: ['A', 'B', 'C'] },
  { path: 'rotary.along', label: 'Lies along', kind: ['x', 'y', 'z'] },
  { path: 'rotary.turns', label: 'What turns', kind: ['table', 'head'] },
  {
    path: 'rotary.positive',
    label: 'Positive turns it',
    kind: ['counter-clockwise', 'clockwise'],
  },
  mm('rotary.centre.x', 'Centre X, machine'),
  mm('rotary.centre.y', 'Centre Y, machine'),
  mm('rotary.centre.z', 'Centre Z, machine'),
  mm('rotary.centreMm', 'Centre known to ±'),
]

/** Of a machine whose head swings. */
export const HEAD_FIELDS: readonly GearField[] = [
  {
    path: 'head.swings',
    label: 'It swings',
    kind: ['sideways', 'both'],
    hint: 'both: to front and back too',
  },
  { path: 'head.most', label: 'By at most, degrees', kind: 'number' },
  { path: 'head.offDeg', label: 'Once set, off by ± degrees', kind: 'number' },
  mm('head.quill', 'Travel of the quill'),
  mm('head.foundMm', 'Zero found with a ball to ±'),
]
