import { type Fixture } from '../../floor/register'

const mm = (value: number): { mm: number } => ({ mm: value })

/** The nest plate: one plate on the table, pins and a stop that moves for two lengths of tangent arm. */
export const NEST_PLATE: Fixture = {
  name: 'Nest plate',
  kind: 'plate',
  machine: 'small-cnc',
  offset: 'G57',
  zeroIs: 'centre of the pivot pin, top of the plate',
  zero: { x: -312.5, y: -148.25, z: -402 },
  knownMm: 0.012,
  edges: [
    { id: 'left', name: 'left edge', axis: 'x', toZero: mm(42.5) },
    { id: 'back', name: 'back edge', axis: 'y', toZero: mm(-35) },
    { id: 'top', name: 'top of the plate', axis: 'z', toZero: mm(0) },
  ],
  checks: [
    { kind: 'look', id: 'clean', what: 'Underside and table wiped, no chip' },
    { kind: 'indicate', id: 'line', what: 'Back edge in line with X', within: mm(0.01) },
    { kind: 'touch', id: 'touch-left', what: 'Left edge touched', edge: 'left', within: mm(0.02) },
    { kind: 'touch', id: 'touch-back', what: 'Back edge touched', edge: 'back', within: mm(0.02) },
    { kind: 'touch', id: 'touch-top', what: 'Top of the plate', edge: 'top', within: mm(0.02) },
    { kind: 'look', id: 'pins', what: 'Pins unhurt, stop screw tight' },
  ],
  sizes: [
    {
      id: 'short',
      name: 'Short arm',
      part: 'Tangent arm 118',
      length: mm(118),
      offset: 'G57',
      shift: { x: mm(0), y: mm(0), z: mm(0) },
      stop: 'stop in hole 3',
      stopAt: mm(107),
    },
    {
      id: 'long',
      name: 'Long arm',
      part: 'Tangent arm 164',
      length: mm(164),
      offset: 'G58',
      shift: { x: mm(46), y: mm(0), z: mm(0) },
      stop: 'stop in hole 5',
      stopAt: mm(153),
    },
  ],
  pins: [
    { id: 'pivot', name: 'pivot pin', kind: 'round', diameter: mm(8), at: { x: mm(0), y: mm(0) } },
    {
      id: 'tail',
      name: 'tail pin',
      kind: 'relieved',
      diameter: mm(6),
      at: { x: mm(96), y: mm(0) },
    },
  ],
  screws: [
    { id: 'table', name: 'M10 x 35 into the table', count: 4, note: 'from the middle outwards' },
    { id: 'clamp', name: 'M6 x 20 clamp screws', count: 3, note: 'hold only; the pins locate' },
  ],
  note: 'Push the arm against the stop, then to the pins, always in that order: clearance becomes a constant.',
}

/** The plain vise where it stands on the small mill, with its stop at the left. */
export const VISE_ON_SMALL_MILL: Fixture = {
  name: 'Vise 125 on the small mill',
  kind: 'vise',
  machine: 'small-cnc',
  vise: 'vise-125',
  stop: 'left',
  offset: 'G54',
  zeroIs: 'stop, fixed jaw, bed of the vise',
  zero: { x: -298, y: -96.4, z: -388 },
  knownMm: 0.01,
  edges: [
    { id: 'stop', name: 'face of the stop', axis: 'x', toZero: mm(0) },
    { id: 'jaw', name: 'fixed jaw', axis: 'y', toZero: mm(0) },
    { id: 'bed', name: 'bed of the vise', axis: 'z', toZero: mm(0) },
  ],
  checks: [
    { kind: 'look', id: 'clean', what: 'Underside and table wiped, keys in the slot' },
    { kind: 'indicate', id: 'line', what: 'Fixed jaw in line with X', within: mm(0.01) },
    { kind: 'touch', id: 'touch-jaw', what: 'Fixed jaw touched', edge: 'jaw', within: mm(0.02) },
    { kind: 'touch', id: 'touch-stop', what: 'Stop touched', edge: 'stop', within: mm(0.02) },
    { kind: 'touch', id: 'touch-bed', what: 'Bed of the vise', edge: 'bed', within: mm(0.02) },
  ],
  sizes: [],
  pins: [],
  screws: [{ id: 'tee', name: 'M12 tee bolts', count: 2, note: '' }],
  note: '',
}

export const DEMO_FIXTURES: readonly Fixture[] = [NEST_PLATE, VISE_ON_SMALL_MILL]
