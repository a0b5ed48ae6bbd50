import { type FindingCode } from '@/core/ground/finding'
import { type Setup, type Way } from '@/core/plan/way'
import { type Holding } from '@/core/shop/holding'
import { STANDARD_WORKSHOP, type Workshop } from '@/core/shop/workshop'
import { type Feature, newPart, type Part } from '@/core/work/part'
import { mm, op, plainBlock, setup, topHole, way } from './documents'

const held = (holding: Holding, features: readonly string[]): Setup =>
  setup('s-held', 'top', 'back', features, { holding })
const withFeatures = (features: Feature[]): Part => ({ ...plainBlock(), features })

/** Against two dowels and one on a plate, two edge clamps in front. */
export const AGAINST_DOWELS: Holding & { kind: 'plate-stops' } = {
  kind: 'plate-stops',
  plate: 'plate-1',
  stop: 'left',
  dowel: mm(8),
  clamps: 2,
  columns: 1,
  rows: 1,
  gap: mm(35),
  slots: mm(0),
}

/** Strapped to the table, set true with an indicator. */
export const ON_TABLE: Holding & { kind: 'straps' } = {
  kind: 'straps',
  strap: 'straps-30',
  parallels: 'p-12',
  square: 'indicator',
  instrument: 'indicator',
  stop: 'none',
}
/** In soft jaws with an end wall at the left. */
export const IN_SOFT_JAWS: Holding & { kind: 'soft-jaws' } = {
  kind: 'soft-jaws',
  vise: 'vise-125',
  blank: 'soft-125',
  step: mm(9),
  gap: mm(12),
  clear: mm(0.3),
  cutter: 'end-10',
  stop: 'left',
  shift: mm(0),
  jaws: 'as cut',
}
/** A square bar 120 × 30 × 30, bright all round, with 25 to spare at its left end. */
export const bar = (wide = 30): Part => {
  const part = newPart('Bar', { x: mm(120), y: mm(wide), z: mm(30) })
  const bright = { bought: 'cut' as const, spread: mm(0.02), stock: mm(0), toCut: false }
  return {
    ...part,
    faces: Object.fromEntries(
      Object.entries(part.faces).map(([side, face]) => [
        side,
        { ...face, ...bright, ...(side === 'left' && { stock: mm(25), toCut: true }) },
      ]),
    ) as Part['faces'],
    features: [topHole('a', 60, 15)],
  }
}
export const IN_CHUCK: Holding & { kind: 'chuck' } = {
  kind: 'chuck',
  chuck: 'chuck-4',
  end: 'left',
  grip: mm(20),
  instrument: 'indicator',
}
/** On the journal, in an index head that comes to whole degrees. */
export const IN_HEAD: Holding & { kind: 'chuck' } = { ...IN_CHUCK, chuck: 'head-360', end: 'right' }
const gripped = (change: Partial<typeof IN_CHUCK>, features: readonly string[] = ['a']): Way =>
  way(held({ ...IN_CHUCK, ...change }, features))
export const turned = (of: string, features: readonly string[]): Setup => ({
  ...setup('s-turned', 'top', 'back', features),
  clamping: { kind: 'indexed', of, turn: { rad: Math.PI / 2 } },
})
/** A bar whose right end is a round of 40 over 60, and one of whose bores is large. */
export const spindle = (): Part => ({
  ...withFeatures([
    {
      kind: 'boss',
      id: 'journal',
      on: 'right',
      diameter: mm(40),
      height: mm(60),
      place: { dims: [], centred: true },
    },
    topHole('bore', 20, 30, { diameter: mm(20) } as Partial<Feature>),
    topHole('a', 70, 30),
  ]),
  size: { x: mm(100), y: mm(60), z: mm(40) },
})
export const journalFirst = setup('s-1', 'right', 'back', ['journal'])
export const ON_FACEPLATE: Holding & { kind: 'faceplate' } = {
  kind: 'faceplate',
  facePlate: 'faceplate-160',
  end: 'left',
  on: 'indicator',
  pin: mm(20),
  by: 'straps',
  instrument: 'indicator',
}
export const IN_V: Holding & { kind: 'v-blocks' } = {
  kind: 'v-blocks',
  blocks: 'v-60',
  round: 'journal',
  instrument: 'indicator',
  stop: 'left',
  clamp: mm(15),
}
const inV = (features: readonly string[], workshop = STANDARD_WORKSHOP) =>
  [spindle(), way(journalFirst, held(IN_V, features)), workshop] as const
const vBlocks = (change: Partial<Workshop['vBlocks'][number]>): Workshop => ({
  ...STANDARD_WORKSHOP,
  vBlocks: STANDARD_WORKSHOP.vBlocks.map((v) => ({ ...v, ...change })),
})
export const ON_PIN: Holding & { kind: 'mandrel' } = {
  kind: 'mandrel',
  hole: 'bore',
  pin: 'plain',
  diameter: mm(19.98),
  shoulder: mm(38),
  foot: mm(40),
  true: mm(0.005),
  instrument: 'indicator',
}
const onPin = (change: Partial<typeof ON_PIN>, features: readonly string[]) =>
  [
    spindle(),
    way(setup('s-1', 'top', 'back', ['bore']), held({ ...ON_PIN, ...change }, features)),
  ] as const
export const TOES: Holding & { kind: 'toe-clamps' } = {
  kind: 'toe-clamps',
  plate: 'toe-300',
  stop: 'left',
  clamps: 2,
}
const toes = (part: Part, features: readonly string[], more: Partial<typeof TOES> = {}) =>
  [part, way(held({ ...TOES, ...more }, features))] as const

export const ON_CARRIER: Holding & { kind: 'carrier' } = {
  kind: 'carrier',
  on: 'bottom',
  by: 'glue',
  along: mm(80),
  across: mm(48),
  thick: mm(40),
  offAlong: mm(0),
  offAcross: mm(0),
  known: mm(0.1),
  vise: 'vise-125',
  parallels: 'p-12',
  stop: 'left',
}
export const IN_FRAME: Holding & { kind: 'frame' } = {
  kind: 'frame',
  flat: 'top',
  rim: mm(20),
  tabs: 4,
  tabWide: mm(8),
  tabThick: mm(4),
  sides: 'cut',
  faced: 'kept',
  known: mm(0.1),
  vise: 'vise-125',
  parallels: 'p-12',
  stop: 'left',
}
const framed = (change: Partial<typeof IN_FRAME>) =>
  [plainBlock(), way(held({ ...IN_FRAME, ...change }, ['top']))] as const
const carried = (change: Partial<typeof ON_CARRIER>, part: Part = plainBlock()) =>
  [part, way(held({ ...ON_CARRIER, ...change }, ['top']))] as const

const chucks = (change: Partial<Workshop['chucks'][number]>): Workshop => ({
  ...STANDARD_WORKSHOP,
  chucks: STANDARD_WORKSHOP.chucks.map((c) => ({ ...c, ...change })),
})
/** Every machine with a rotary axis that lies along one of its own. */
export const rotary = (along: 'x' | 'y'): Workshop => ({
  ...STANDARD_WORKSHOP,
  machines: STANDARD_WORKSHOP.machines.map((m) => ({
    ...m,
    rotary: {
      letter: along === 'x' ? 'A' : 'B',
      along,
      turns: 'table',
      positive: 'counter-clockwise',
      centre: { x: 0, y: 0, z: 0 },
      centreMm: 0.01,
      angleRad: 1e-4,
    },
  })),
})
const lowSlot: Feature = {
  kind: 'slot',
  id: 'low',
  on: 'top',
  runs: 'x',
  width: mm(10),
  depth: mm(35),
  place: { dims: [], centred: true },
}

const facePlates = (change: Partial<Workshop['facePlates'][number]>): Workshop => ({
  ...STANDARD_WORKSHOP,
  facePlates: STANDARD_WORKSHOP.facePlates.map((p) => ({ ...p, ...change })),
})
/** A block with a bore along it near its bottom. */
const faceplate = (change: Partial<typeof ON_FACEPLATE>) => {
  const bore = topHole('a', 0, 0, {
    on: 'left',
    place: {
      dims: [
        { from: 'front', at: mm(20) },
        { from: 'bottom', at: mm(10) },
      ],
      centred: false,
    },
  } as Partial<Feature>)
  return [
    withFeatures([bore]),
    way(setup('s-1', 'left', 'back', ['a']), held({ ...ON_FACEPLATE, ...change }, ['top'])),
  ] as const
}

/** For each finding about chucks, faceplates, V-blocks, pins, toe clamps and parting, a part and a way in which it is said. */
export const HOLDING_SCENES = {
  'grip.parted': () => [bar(), gripped({}, ['a', 'left'])],
  'grip.parting-room': () => [
    bar(),
    way({ ...held({ ...IN_CHUCK, grip: mm(22) }, []), ops: [op('left', { cutter: 'end-10' })] }),
  ],
  'grip.parted-early': () => [
    bar(),
    way(held(IN_CHUCK, ['left']), turned('s-held', ['a'])),
    rotary('x'),
  ],
  'chuck.size': () => [bar(), gripped({}), chucks({ most: 25 })],
  'chuck.shape': () => [bar(34), gripped({})],
  'chuck.deep': () => [bar(), gripped({ grip: mm(31) })],
  'chuck.no-flat': () => [
    {
      ...bar(),
      stock: { form: 'round', along: 'x', wide: mm(30), bar: mm(1000), kerf: mm(2), grip: mm(20) },
    },
    way(
      { ...held({ ...IN_CHUCK, chuck: 'chuck-3' }, ['a']), id: 's-first' },
      held({ ...IN_CHUCK, chuck: 'chuck-3', end: 'right' }, []),
    ),
  ],
  'chuck.slender': () => [bar(), gripped({ grip: mm(22) })],
  'faceplate.along': () => [
    plainBlock(),
    way(held(ON_FACEPLATE, ['top'])),
    {
      ...rotary('y'),
      facePlates: STANDARD_WORKSHOP.facePlates.map(({ divides: _, ...plate }) => plate),
    },
  ],
  'faceplate.hangs': () => faceplate({ round: 'a' }),
  'faceplate.pin': () => faceplate({ round: 'a', on: 'pin', pin: mm(30) }),
  'faceplate.room': () => [
    plainBlock(),
    way(held(ON_FACEPLATE, ['top'])),
    facePlates({ diameter: 60 }),
  ],
  'faceplate.swings': () => [
    plainBlock(),
    way(held(ON_FACEPLATE, ['top'])),
    facePlates({ centreHeight: 20 }),
  ],
  'chuck.along': () => [bar(), gripped({}), rotary('y')],
  'v-blocks.size': () => inV(['a'], vBlocks({ most: 30 })),
  'v-blocks.short': () => inV(['a'], vBlocks({ length: 100 })),
  'v-blocks.cut': () => inV(['journal']),
  'mandrel.thick': () => onPin({ diameter: mm(20.05) }, ['a']),
  'mandrel.shoulder': () => onPin({ shoulder: mm(22) }, ['a']),
  'mandrel.cut': () => onPin({}, ['bore']),
  'toe.lands': () => toes(newPart('Plate', { x: mm(90), y: mm(60.4), z: mm(20) }), [], {}),
  'toe.large': () => toes(newPart('Plate', { x: mm(400), y: mm(60), z: mm(20) }), []),
  'clamp.turns': () =>
    toes(newPart('Plate', { x: mm(90), y: mm(60), z: mm(20) }), [], {
      clamps: 1,
      moved: [{ clamp: 1, along: mm(-44) }],
    }),
  'toe.long': () => toes(newPart('Strip', { x: mm(290), y: mm(30), z: mm(20) }), [], { clamps: 1 }),
  'toe.cut-below': () => toes(withFeatures([lowSlot]), ['low']),
  'carrier.ring': () => carried({ open: mm(42) }),
  'carrier.drilled': () => [
    { ...plainBlock(), features: [topHole('a', 20, 30)] },
    way(held(ON_CARRIER, ['top', 'a'])),
  ],
  'carrier.way': () => carried({ on: 'back' }),
  'carrier.spare': () => carried({ by: 'dovetail', thick: mm(6) }),
  'carrier.solder': () => carried({ by: 'solder' }, { ...plainBlock(), material: 'aluminium' }),
  'carrier.weak': () => carried({ along: mm(15), across: mm(15) }),
  'carrier.low': () => carried({ thick: mm(15) }),
  'frame.way': () => framed({ flat: 'front' }),
  'frame.narrow': () => framed({ rim: mm(6) }),
  'frame.weak': () => framed({ tabs: 2, tabWide: mm(2), tabThick: mm(1) }),
  'toe.drilled': () => toes(withFeatures([topHole('a', 60, 15)]), ['a']),
} satisfies Partial<Record<FindingCode, () => readonly [Part, Way, Workshop?]>>
