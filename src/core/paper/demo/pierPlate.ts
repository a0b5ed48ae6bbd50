import { type Part } from '../../work/part'
import { changeClamping, type Op, type OwnClamping, type Setup, type Way } from '../../plan/way'

const mm = (value: number) => ({ mm: value })
const bought = (name: string, spread: number, datum?: string) => ({
  name,
  ...(datum ? { datum } : {}),
  bought: 'cut' as const,
  stock: mm(0),
  spread: mm(spread),
  toCut: false,
})

/** The pier plate of the mount: bought ground and to size, many holes, one set mirrored, some from below. */
export const PIER_PLATE: Part = {
  name: 'Pier plate',
  revision: 'A',
  material: 'aluminium',
  unit: 'mm',
  size: { x: mm(240), y: mm(160), z: mm(16) },
  faces: {
    left: bought('left edge', 0.05, 'B'),
    right: bought('right edge', 0.05),
    front: bought('front edge', 0.05, 'C'),
    back: bought('back edge', 0.05),
    bottom: bought('underside', 0.02, 'A'),
    top: bought('top', 0.02),
  },
  features: [
    {
      kind: 'hole',
      id: 'centre',
      name: 'centre bore',
      on: 'top',
      making: 'bore',
      diameter: mm(40),
      fit: 'H7',
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      place: { dims: [], centred: true },
    },
    {
      kind: 'hole',
      id: 'ring',
      name: 'ring screws',
      on: 'top',
      making: 'tap',
      diameter: mm(8),
      thread: 'M8',
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: {
        kind: 'circle',
        count: 8,
        diameter: mm(110),
        first: { rad: Math.PI / 8, typed: '22.5°' },
      },
      place: { dims: [], centred: true },
    },
    {
      kind: 'hole',
      id: 'dowels',
      name: 'dowel holes',
      on: 'top',
      making: 'ream',
      diameter: mm(6),
      fit: 'H7',
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      mirrored: 'x',
      place: {
        dims: [
          { from: 'left', at: mm(20) },
          { from: 'front', at: mm(80) },
        ],
        centred: false,
      },
    },
    {
      kind: 'hole',
      id: 'side',
      name: 'side rows',
      on: 'top',
      making: 'tap',
      diameter: mm(6),
      thread: 'M6',
      extent: { kind: 'deep', depth: mm(12) },
      head: { kind: 'none' },
      pattern: { kind: 'grid', columns: 2, rows: 5, pitchAcross: mm(16), pitchUp: mm(28) },
      mirrored: 'x',
      place: {
        dims: [
          { from: 'left', at: mm(42) },
          { from: 'front', at: mm(80) },
        ],
        centred: false,
      },
    },
    {
      kind: 'hole',
      id: 'feet',
      name: 'levelling feet',
      on: 'bottom',
      making: 'tap',
      diameter: mm(8),
      thread: 'M8',
      extent: { kind: 'deep', depth: mm(11) },
      head: { kind: 'none' },
      pattern: { kind: 'grid', columns: 2, rows: 2, pitchAcross: mm(210), pitchUp: mm(130) },
      place: { dims: [], centred: true },
    },
    {
      kind: 'slot',
      id: 'cable',
      name: 'cable slot',
      on: 'bottom',
      runs: 'y',
      width: mm(12),
      depth: mm(4),
      place: { dims: [{ from: 'left', at: mm(84) }], centred: false },
    },
  ],
  requirements: [
    {
      kind: 'position',
      id: 'ring-centre',
      name: 'Ring screws to the centre bore',
      of: 'ring',
      critical: false,
      tolerance: mm(0.4),
      material: 'none',
      datums: ['bottom', 'centre'],
    },
    {
      kind: 'position',
      id: 'dowel-position',
      name: 'Dowel holes to the centre bore',
      of: 'dowels',
      critical: true,
      tolerance: mm(0.2),
      material: 'none',
      datums: ['bottom', 'centre'],
    },
    {
      kind: 'position',
      id: 'side-position',
      name: 'Side rows to A B C',
      of: 'side',
      critical: false,
      tolerance: mm(0.5),
      material: 'none',
      datums: ['bottom', 'left', 'front'],
    },
    {
      kind: 'position',
      id: 'feet-position',
      name: 'Feet to the centre bore',
      of: 'feet',
      critical: true,
      tolerance: mm(0.4),
      material: 'none',
      datums: ['bottom', 'centre', 'left'],
    },
    {
      kind: 'perpendicularity',
      id: 'centre-square',
      name: 'Centre bore square to underside',
      of: 'centre',
      to: 'bottom',
      critical: false,
      tolerance: mm(0.02),
    },
    {
      kind: 'distance',
      id: 'cable-left',
      name: 'Cable slot to left edge',
      of: 'cable',
      to: 'left',
      critical: false,
      plus: mm(0.2),
      minus: mm(-0.2),
    },
  ],
}

const op = (id: string, feature: string, cutter: string): Op => ({
  id,
  feature,
  pass: 'finish',
  leave: mm(0),
  cutter,
})

export const PIER_PLATE_WAY: Way = {
  name: 'Way A',
  note: 'both sides from the same corner',
  setups: [
    {
      id: 's-1',
      name: 'From the top',
      clamping: {
        kind: 'own',
        machine: 'small-cnc',
        up: 'top',
        guide: 'back',
        holding: { kind: 'vise', vise: 'vise-160', parallels: 'p-40', stop: 'left', shift: mm(0) },
        footing: { lead: 'rest', edits: [] },
      },
      zero: {
        offset: 'G54',
        x: { kind: 'both-sides', first: 'left', second: 'right', instrument: 'probe' },
        y: { kind: 'both-sides', first: 'front', second: 'back', instrument: 'probe' },
        z: { kind: 'height', surface: 'top', instrument: 'setter' },
      },
      ops: [
        op('centre', 'centre', 'boring'),
        op('ring', 'ring', 'tap-m8'),
        op('dowels', 'dowels', 'ream-6'),
        op('side', 'side', 'tap-m6'),
      ],
    },
    {
      id: 's-2',
      name: 'From below',
      clamping: {
        kind: 'own',
        machine: 'small-cnc',
        up: 'bottom',
        guide: 'back',
        holding: { kind: 'vise', vise: 'vise-160', parallels: 'p-40', stop: 'right', shift: mm(0) },
        footing: { lead: 'rest', edits: [] },
      },
      zero: {
        offset: 'G55',
        x: { kind: 'edge', surface: 'left', instrument: 'edge-finder' },
        y: { kind: 'edge', surface: 'front', instrument: 'edge-finder' },
        z: { kind: 'height', surface: 'bottom', instrument: 'setter' },
      },
      ops: [op('feet', 'feet', 'tap-m8'), op('cable', 'cable', 'end-10')],
    },
  ],
}

const [FROM_TOP, FROM_BELOW] = PIER_PLATE_WAY.setups as [
  Way['setups'][number],
  Way['setups'][number],
]

const heldIn = (setup: Setup, holding: OwnClamping['holding']): Setup =>
  changeClamping(setup, (clamping) => ({ ...clamping, holding }))

export const PIER_PLATE_WAY_B: Way = {
  name: 'Way B',
  note: 'strapped down once, then on its own dowel holes',
  setups: [
    {
      ...heldIn(FROM_TOP, {
        kind: 'straps',
        strap: 'straps-30',
        parallels: 'p-32',
        square: 'indicator',
        instrument: 'indicator',
        stop: 'none',
      }),
      name: 'From the top, strapped',
    },
    {
      ...heldIn(FROM_BELOW, {
        kind: 'plate',
        plate: 'plate-1',
        round: 'dowels.1',
        roundPin: mm(5.99),
        relieved: 'dowels.2',
        relievedPin: mm(5.99),
        screws: ['ring.1', 'ring.4'],
        columns: 1,
        rows: 1,
        gap: mm(20),
        slots: mm(0),
      }),
      name: 'From below, on two pins',
      zero: {
        offset: 'G55',
        x: { kind: 'fixture' },
        y: { kind: 'fixture' },
        z: { kind: 'fixture' },
      },
    },
  ],
}
