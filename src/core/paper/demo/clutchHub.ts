import { type Feature, type Part, type Requirement, type Side } from '../../work/part'
import { DEGREE_RAD } from '../../handbook/units'
import { type Op, type Setup, type Way } from '../../plan/way'

const mm = (value: number): { mm: number } => ({ mm: value })

const bright = (name: string, more: Partial<Part['faces']['top']> = {}): Part['faces']['top'] => ({
  name,
  bought: 'cut',
  stock: mm(0),
  spread: mm(0.03),
  toCut: false,
  ...more,
})

/** The four sides in the order in which a right-hand turn brings them up, with the side that is then to their left hand. */
const ROUND = ['top', 'front', 'bottom', 'back'] as const
type Around = (typeof ROUND)[number]
const BESIDE: Readonly<Record<Around, Side>> = {
  top: 'front',
  front: 'bottom',
  bottom: 'back',
  back: 'top',
}

/** A detent in the middle of a side, and a dog's slot across it nearer to the end. */
const onSide = (on: Around): readonly Feature[] => [
  {
    kind: 'hole',
    id: `detent-${on}`,
    name: `detent ${on}`,
    on,
    making: 'ream',
    diameter: mm(6),
    fit: 'H7',
    extent: { kind: 'deep', depth: mm(6) },
    head: { kind: 'none' },
    pattern: { kind: 'single' },
    place: {
      dims: [
        { from: 'right', at: mm(38) },
        { from: BESIDE[on], at: mm(18) },
      ],
      centred: false,
    },
  },
  {
    kind: 'slot',
    id: `dog-${on}`,
    name: `dog ${on}`,
    on,
    runs: on === 'top' || on === 'bottom' ? 'y' : 'z',
    width: mm(10),
    depth: mm(3),
    place: { dims: [{ from: 'right', at: mm(13) }], centred: false },
  },
]

const across = (of: Around, to: Around): Requirement => ({
  kind: 'distance',
  id: `dogs-${of}`,
  name: `Over the dogs, ${of} to ${to}`,
  of: `dog-${of}.floor`,
  to: `dog-${to}.floor`,
  critical: true,
  plus: mm(0.04),
  minus: mm(-0.04),
})

/** The clutch hub of the mount: dogs and detents on four sides of a square bar, which must agree with each other and with the bore. */
export const CLUTCH_HUB: Part = {
  name: 'Clutch hub',
  revision: 'A',
  material: 'steel',
  unit: 'mm',
  size: { x: mm(54), y: mm(36), z: mm(36) },
  faces: {
    left: bright('flange end', { bought: 'sawn', stock: mm(25.5), spread: mm(0.4), toCut: true }),
    right: bright('dog end', {
      datum: 'A',
      bought: 'sawn',
      stock: mm(1),
      spread: mm(0.4),
      toCut: true,
    }),
    front: bright('front'),
    back: bright('back'),
    bottom: bright('base'),
    top: bright('top'),
  },
  features: [
    {
      kind: 'hole',
      id: 'bore',
      name: 'shaft bore',
      on: 'right',
      making: 'ream',
      diameter: mm(16),
      fit: 'H7',
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      place: { dims: [], centred: true },
    },
    ...ROUND.flatMap(onSide),
  ],
  requirements: [
    across('top', 'bottom'),
    across('front', 'back'),
    {
      kind: 'distance',
      id: 'dog-centre',
      name: 'Dog to the shaft bore',
      of: 'dog-top.floor',
      to: 'bore',
      critical: false,
      plus: mm(0.1),
      minus: mm(-0.1),
    },
    {
      kind: 'distance',
      id: 'detent-end',
      name: 'Detent from the dog end',
      of: 'detent-back',
      to: 'right',
      critical: false,
      plus: mm(0.1),
      minus: mm(-0.1),
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
const sideOps = (on: Around): Op[] => [op(`dog-${on}`, 'end-6'), op(`detent-${on}`, 'ream-6')]

/** In the vise that finds the middle, the bright back to its back jaw. */
const centred = (up: 'top' | 'right'): Setup['clamping'] => ({
  kind: 'own',
  machine: 'small-cnc',
  up,
  guide: 'back',
  holding: {
    kind: 'centring',
    vise: 'centring-100',
    parallels: 'p-12',
    stop: up === 'top' ? 'none' : 'left',
    // Lying, the spare end stands out past the jaws.
    shift: mm(up === 'top' ? -16 : 0),
  },
  footing: { lead: 'rest', edits: [] },
})

/** What is cut on a side that comes up by turning the clamping; after the last of them the hub is parted off. */
const turned = (on: Around, n: number): Setup => ({
  id: `s-${n + 3}`,
  name: `${on[0]?.toUpperCase() ?? ''}${on.slice(1)}, indexed`,
  clamping: {
    kind: 'indexed',
    of: 's-3',
    turn: { rad: -90 * n * DEGREE_RAD, typed: `−${90 * n}°` },
  },
  zero: { offset: `G${56 + n}`, x: fixture, y: fixture, z: fixture },
  ops: [...sideOps(on), ...(n === 3 ? [op('left', 'end-10')] : [])],
})

/** The spare end squared, the dog end and its bore upright; then one clamping in the chuck, turned four times, and parted from its spare length last. */
export const CLUTCH_HUB_WAY: Way = {
  name: 'Way A',
  note: 'four sides in one clamping',
  setups: [
    {
      id: 's-1',
      name: 'Spare end square, lying',
      clamping: centred('top'),
      zero: {
        offset: 'G54',
        x: { kind: 'edge', surface: 'left', instrument: 'probe' },
        y: fixture,
        z: fixture,
      },
      ops: [
        // Only so much off the spare end that it can be stood on.
        { ...op('left', 'end-10'), pass: 'rough', leave: mm(25) },
      ],
    },
    {
      id: 's-2',
      name: 'Dog end and bore, upright',
      clamping: centred('right'),
      zero: {
        offset: 'G55',
        x: { kind: 'both-sides', first: 'top', second: 'bottom', instrument: 'probe' },
        y: { kind: 'both-sides', first: 'front', second: 'back', instrument: 'probe' },
        z: { kind: 'height', surface: 'right', instrument: 'setter' },
      },
      ops: [op('right', 'face-50'), op('bore', 'boring')],
    },
    {
      id: 's-3',
      name: 'Top, in the chuck',
      clamping: {
        kind: 'own',
        machine: 'small-cnc',
        up: 'top',
        guide: 'back',
        holding: {
          kind: 'chuck',
          chuck: 'chuck-4',
          end: 'left',
          grip: mm(14),
          instrument: 'indicator',
        },
        footing: { lead: 'rest', edits: [] },
      },
      zero: {
        offset: 'G56',
        x: { kind: 'edge', surface: 'right', instrument: 'probe' },
        y: { kind: 'both-sides', first: 'front', second: 'back', instrument: 'probe' },
        z: fixture,
      },
      ops: sideOps('top'),
    },
    ...ROUND.slice(1).map((on, i) => turned(on, i + 1)),
  ],
}
