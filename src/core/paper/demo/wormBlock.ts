import { type Part, type Side } from '../../work/part'
import { type Op, type OwnClamping, type Setup, type Way } from '../../plan/way'

const mm = (value: number, typed?: string) =>
  typed === undefined ? { mm: value } : { mm: value, typed }

/** The worm block of the invented observatory mount: prismatic, a tight bore to its base. */
export const WORM_BLOCK: Part = {
  name: 'Worm block',
  revision: 'B',
  material: 'aluminium',
  unit: 'mm',
  size: { x: mm(92), y: mm(60), z: mm(75) },
  faces: {
    left: {
      name: 'left end',
      datum: 'B',
      bought: 'sawn',
      stock: mm(2),
      spread: mm(0.4),
      toCut: true,
    },
    right: { name: 'right end', bought: 'sawn', stock: mm(2), spread: mm(0.4), toCut: true },
    front: {
      name: 'front',
      datum: 'C',
      bought: 'rolled',
      stock: mm(1.5),
      spread: mm(0.15),
      toCut: true,
    },
    back: { name: 'back', bought: 'rolled', stock: mm(1.5), spread: mm(0.15), toCut: true },
    bottom: {
      name: 'base',
      datum: 'A',
      bought: 'rolled',
      stock: mm(2),
      spread: mm(0.15),
      toCut: true,
    },
    top: { name: 'top', bought: 'rolled', stock: mm(2), spread: mm(0.15), toCut: true },
  },
  features: [
    {
      kind: 'hole',
      id: 'bore',
      name: 'worm bore',
      on: 'front',
      making: 'bore',
      diameter: mm(22),
      fit: 'H7',
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      place: {
        dims: [
          { from: 'bottom', at: mm(32, '32') },
          { from: 'left', at: mm(41, '41.00'), plusMinus: mm(0.1, '0.10') },
        ],
        centred: false,
      },
    },
    {
      kind: 'hole',
      id: 'mount',
      name: 'mounting holes',
      on: 'left',
      making: 'tap',
      diameter: mm(6),
      thread: 'M6',
      extent: { kind: 'deep', depth: mm(15) },
      head: { kind: 'none' },
      pattern: { kind: 'grid', columns: 2, rows: 1, pitchAcross: mm(40), pitchUp: mm(0) },
      place: { dims: [{ from: 'bottom', at: mm(56) }], centred: true },
    },
    {
      kind: 'hole',
      id: 'cover',
      name: 'cover screws',
      on: 'front',
      making: 'tap',
      diameter: mm(4),
      thread: 'M4',
      extent: { kind: 'deep', depth: mm(10) },
      head: { kind: 'none' },
      pattern: {
        kind: 'circle',
        count: 4,
        diameter: mm(36),
        first: { rad: Math.PI / 4, typed: '45°' },
      },
      place: {
        dims: [
          { from: 'bottom', at: mm(32) },
          { from: 'left', at: mm(41) },
        ],
        centred: false,
      },
    },
    {
      kind: 'pocket',
      id: 'oil',
      name: 'oil pocket',
      on: 'right',
      across: mm(40),
      up: mm(18),
      extent: { kind: 'deep', depth: mm(12) },
      corner: mm(4),
      place: { dims: [{ from: 'bottom', at: mm(20) }], centred: true },
    },
  ],
  requirements: [
    {
      kind: 'distance',
      id: 'bore-base',
      name: 'Bore to base',
      of: 'bore',
      to: 'bottom',
      critical: true,
      plus: mm(0.015, '0.015'),
      minus: mm(-0.015),
    },
    {
      kind: 'parallelism',
      id: 'bore-parallel',
      name: 'Bore parallel to base',
      of: 'bore',
      to: 'bottom',
      critical: true,
      tolerance: mm(0.025),
    },
    {
      kind: 'position',
      id: 'mount-position',
      name: 'Mounting holes to A B C',
      of: 'mount',
      critical: false,
      tolerance: mm(0.4),
      material: 'none',
      datums: ['bottom', 'left', 'front'],
    },
    {
      kind: 'distance',
      id: 'top-base',
      name: 'Top to base',
      of: 'top',
      to: 'bottom',
      critical: false,
      plus: mm(0.1),
      minus: mm(-0.1),
    },
    {
      kind: 'parallelism',
      id: 'top-parallel',
      name: 'Top parallel to base',
      of: 'top',
      to: 'bottom',
      critical: false,
      tolerance: mm(0.04),
    },
    {
      kind: 'perpendicularity',
      id: 'front-square',
      name: 'Front square to base',
      of: 'front',
      to: 'bottom',
      critical: false,
      tolerance: mm(0.04),
    },
    {
      kind: 'position',
      id: 'cover-bore',
      name: 'Cover screws to the bore',
      of: 'cover',
      critical: false,
      tolerance: mm(0.3),
      material: 'none',
      datums: ['front', 'bore'],
    },
  ],
}

const op = (id: string, feature: string, cutter: string, more: Partial<Op> = {}): Op => ({
  id,
  feature,
  pass: 'finish',
  leave: mm(0),
  cutter,
  ...more,
})
const fixture = { kind: 'fixture' } as const

/** A round bar at the moving jaw: the fixed jaw takes three points. */
const jawLeads: OwnClamping['footing'] = { lead: 'jaw', edits: [] }

/** On a raw end: one point of rest, and the cut front upright against a tall stop. */
const tallStop: OwnClamping['footing'] = {
  lead: 'jaw',
  edits: [
    { id: 'rest2', off: true },
    { id: 'stop2', surface: 'front', u: 25, v: 37 },
  ],
}

const setup = (
  id: string,
  name: string,
  up: Side,
  guide: Side,
  parallels: string,
  ops: Op[],
  more: Partial<Setup & Pick<OwnClamping, 'footing' | 'holding'>> & {
    vise?: string
    stop?: 'left' | 'right' | 'none'
  } = {},
): Setup => {
  const { vise = 'vise-125', stop = 'left', footing, holding, ...rest } = more
  return {
    id,
    name,
    clamping: {
      kind: 'own',
      machine: 'small-cnc',
      up,
      guide,
      holding: holding ?? { kind: 'vise', vise, parallels, stop, shift: mm(0) },
      footing: footing ?? { lead: 'rest', edits: [] },
    },
    zero: { offset: 'G54', x: fixture, y: fixture, z: fixture },
    ops,
    ...rest,
  }
}

/** The first idea: one face after the other, the bore from the fixed jaw, stopped on an end that is still raw. */
export const WORM_BLOCK_WAY_A: Way = {
  name: 'Way A',
  note: 'six times in the vise',
  setups: [
    setup('s-1', 'Face the base', 'bottom', 'back', 'p-6', [op('base', 'bottom', 'face-50')], {
      zero: {
        offset: 'G54',
        x: fixture,
        y: fixture,
        z: { kind: 'height', surface: 'bottom', instrument: 'setter' },
      },
    }),
    setup('s-2', 'Top to height', 'top', 'back', 'p-6', [op('top', 'top', 'face-50')]),
    setup('s-3', 'Back side', 'back', 'bottom', 'p-6', [op('back', 'back', 'face-50')], {
      footing: jawLeads,
      zero: {
        offset: 'G54',
        x: fixture,
        y: fixture,
        z: { kind: 'height', surface: 'back', instrument: 'setter' },
      },
    }),
    setup(
      's-4',
      'Bore for the worm',
      'front',
      'bottom',
      'p-12',
      [
        op('front', 'front', 'face-50'),
        op('bore', 'bore', 'boring'),
        op('cover', 'cover', 'tap-m4'),
      ],
      {
        stop: 'right',
        footing: jawLeads,
      },
    ),
    setup(
      's-5',
      'Mounting holes',
      'left',
      'bottom',
      'p-6',
      [op('left', 'left', 'face-50'), op('mount', 'mount', 'tap-m6')],
      {
        footing: tallStop,
        zero: {
          offset: 'G55',
          x: fixture,
          y: fixture,
          z: { kind: 'height', surface: 'left', instrument: 'setter' },
        },
      },
    ),
    setup(
      's-6',
      'Oil pocket',
      'right',
      'bottom',
      'p-18',
      [op('right', 'right', 'face-50'), op('oil', 'oil', 'end-6')],
      { footing: jawLeads },
    ),
  ],
}

const touchBore = { kind: 'bore', feature: 'bore', instrument: 'indicator' } as const

/** The other way: what must agree is cut together, and the ends are taken from the bore. */
export const WORM_BLOCK_WAY_B: Way = {
  name: 'Way B',
  note: 'bore and base in one setup',
  setups: [
    setup('s-1', 'Face the back', 'back', 'bottom', 'p-6', [op('back', 'back', 'face-50')], {
      zero: {
        offset: 'G54',
        x: fixture,
        y: fixture,
        z: { kind: 'height', surface: 'back', instrument: 'setter' },
      },
    }),
    setup(
      's-2',
      'Base and bore together',
      'front',
      'left',
      'p-12',
      [
        op('front', 'front', 'face-50'),
        op('base-rough', 'bottom', 'end-16', { pass: 'rough', leave: mm(0.3) }),
        op('base', 'bottom', 'end-16', {
          hold: {
            note: 'Measure base to the back jaw before boring.',
            check: ['bore-base', 'bore-parallel'],
          },
        }),
        op('bore', 'bore', 'boring'),
        op('cover', 'cover', 'tap-m4'),
      ],
      {
        holding: {
          kind: 'vise',
          vise: 'vise-ground',
          parallels: 'p-12',
          stop: 'right',
          shift: mm(-34),
        },
        zero: {
          offset: 'G54',
          x: { kind: 'edge', surface: 'bottom', instrument: 'probe' },
          y: { kind: 'both-sides', first: 'left', second: 'right', instrument: 'probe' },
          z: fixture,
        },
      },
    ),
    setup('s-3', 'Top to height', 'top', 'back', 'p-6', [op('top', 'top', 'face-50')], {
      vise: 'vise-ground',
    }),
    setup(
      's-4',
      'Mounting holes',
      'left',
      'bottom',
      'p-6',
      [op('left', 'left', 'face-50'), op('mount', 'mount', 'tap-m6')],
      {
        vise: 'vise-ground',
        footing: tallStop,
        zero: { offset: 'G55', x: fixture, y: fixture, z: touchBore },
      },
    ),
    setup(
      's-5',
      'Oil pocket',
      'right',
      'bottom',
      'p-18',
      [op('right', 'right', 'face-50'), op('oil', 'oil', 'end-6')],
      { vise: 'vise-ground', footing: jawLeads },
    ),
  ],
}
