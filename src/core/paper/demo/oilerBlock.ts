import { type Part } from '../../work/part'
import { DEGREE_RAD } from '../../handbook/units'
import { type Op, type OwnClamping, type Setup, type Way } from '../../plan/way'

const mm = (value: number): { mm: number } => ({ mm: value })

const face = (name: string, stock: number, datum?: string): Part['faces']['top'] => ({
  name,
  ...(datum === undefined ? {} : { datum }),
  bought: stock > 0 ? 'rolled' : 'cut',
  stock: mm(stock),
  spread: mm(stock > 0 ? 0.1 : 0.03),
  toCut: stock > 0,
})

/** The oiler block of the mount: a reamed seat for the oil pipe leans out of its top, and wants a fourth axis. */
export const OILER_BLOCK: Part = {
  name: 'Oiler block',
  revision: 'A',
  material: 'brass',
  unit: 'mm',
  size: { x: mm(70), y: mm(40), z: mm(30) },
  faces: {
    left: face('left end', 0, 'B'),
    right: face('right end', 0),
    front: face('front', 0, 'C'),
    back: face('back', 0),
    bottom: face('base', 0.8, 'A'),
    top: face('top', 0.8),
  },
  features: [
    {
      kind: 'hole',
      id: 'mount',
      name: 'mounting holes',
      on: 'top',
      making: 'drill',
      diameter: mm(5.5),
      extent: { kind: 'through' },
      head: { kind: 'counterbore', diameter: mm(10), depth: mm(5.4) },
      pattern: { kind: 'single' },
      mirrored: 'x',
      place: {
        dims: [
          { from: 'left', at: mm(10) },
          { from: 'front', at: mm(20) },
        ],
        centred: false,
      },
    },
    {
      kind: 'hole',
      id: 'seat',
      name: 'pipe seat',
      on: 'top',
      tilt: { angle: { rad: 30 * DEGREE_RAD, typed: '30°' }, towards: 'front' },
      making: 'ream',
      diameter: mm(6),
      fit: 'H7',
      extent: { kind: 'deep', depth: mm(22) },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      place: {
        dims: [
          { from: 'left', at: mm(35) },
          { from: 'front', at: mm(14) },
        ],
        centred: false,
      },
    },
  ],
  requirements: [
    {
      kind: 'position',
      id: 'seat-place',
      name: 'Pipe seat in place',
      of: 'seat',
      critical: true,
      tolerance: mm(0.2),
      material: 'none',
      datums: ['bottom', 'left', 'front'],
    },
    {
      kind: 'angle',
      id: 'seat-angle',
      name: 'Pipe seat to the base',
      of: 'seat',
      critical: false,
      to: 'bottom',
      plusMinus: { rad: 0.25 * DEGREE_RAD, typed: '0.25°' },
    },
    {
      kind: 'distance',
      id: 'height',
      name: 'Height',
      of: 'top',
      critical: false,
      to: 'bottom',
      plus: mm(0.05),
      minus: mm(-0.05),
    },
  ],
}

const op = (feature: string, cutter: string): Op => ({
  id: feature,
  feature,
  pass: 'finish',
  leave: mm(0),
  cutter,
})
const fixture = { kind: 'fixture' } as const

const clampedAs = (up: 'bottom' | 'top'): OwnClamping => ({
  kind: 'own',
  machine: 'small-cnc',
  up,
  guide: 'back',
  holding: { kind: 'vise', vise: 'vise-125', parallels: 'p-18', stop: 'left', shift: mm(0) },
  footing: { lead: 'rest', edits: [] },
  ...(up === 'top' && { centre: { x: mm(0), y: mm(-20), z: mm(25) } }),
})

/** Base, then top and mounting holes; the seat without loosening the vise, the fourth axis turned. */
export const OILER_BLOCK_WAY: Way = {
  name: 'Way A',
  note: 'the seat in the same clamping, indexed',
  setups: [
    {
      id: 's-1',
      name: 'Face the base',
      clamping: clampedAs('bottom'),
      zero: {
        offset: 'G54',
        x: fixture,
        y: fixture,
        z: { kind: 'height', surface: 'bottom', instrument: 'setter' },
      },
      ops: [op('bottom', 'face-50')],
    },
    {
      id: 's-2',
      name: 'Top and mounting holes',
      clamping: clampedAs('top'),
      zero: {
        offset: 'G55',
        x: { kind: 'edge', surface: 'left', instrument: 'probe' },
        y: { kind: 'edge', surface: 'front', instrument: 'probe' },
        z: fixture,
      },
      ops: [op('top', 'face-50'), op('mount', 'drill-5')],
    },
    {
      id: 's-3',
      name: 'Pipe seat, indexed',
      clamping: {
        kind: 'indexed',
        of: 's-2',
        turn: { rad: -30 * DEGREE_RAD, typed: '−30°' },
      },
      zero: { offset: 'G56', x: fixture, y: fixture, z: fixture },
      ops: [op('seat', 'ream-6')],
    },
  ],
}

/** The same without a fourth axis: the vise leans on a sine plate for the seat. */
export const OILER_BLOCK_LEANING_WAY: Way = {
  name: 'Way B',
  note: 'the seat leaning on a sine plate, without a fourth axis',
  setups: OILER_BLOCK_WAY.setups.map((setup): Setup => {
    if (setup.clamping.kind !== 'indexed') return setup
    const { centre: _centre, ...own } = clampedAs('top')
    return {
      ...setup,
      name: 'Pipe seat, leaning',
      clamping: {
        ...own,
        lean: { by: 'sine-100', raised: 'front', angle: { rad: 30 * DEGREE_RAD, typed: '30°' } },
      },
      zero: {
        ...setup.zero,
        x: { kind: 'edge', surface: 'left', instrument: 'probe' },
      },
    }
  }),
}
