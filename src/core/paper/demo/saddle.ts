import { type Bought, type Feature, type Part } from '../../work/part'

const mm = (value: number): { mm: number } => ({ mm: value })

const cast = (stock: number, spread = 0.8): Bought => ({
  bought: 'cast',
  stock: mm(stock),
  spread: mm(spread),
  toCut: stock > 0,
})

const face = (name: string, stock: number, datum?: string): Part['faces']['top'] => ({
  name,
  ...(datum === undefined ? {} : { datum }),
  ...cast(stock, stock > 0 ? 0.8 : 1.5),
})

const step = (id: string, along: 'left' | 'right', width: number): Feature => ({
  kind: 'step',
  id,
  name: `${along} pad`,
  on: 'top',
  along,
  width: mm(width),
  depth: mm(70),
  place: { dims: [], centred: false },
  bought: cast(2.5),
})

/** The saddle of the mount, cast in aluminium: a foot, two pads, an arch with a slot and two trunnion bores in line, a flange. */
export const SADDLE: Part = {
  name: 'Saddle casting',
  revision: 'C',
  material: 'aluminium, cast',
  unit: 'mm',
  size: { x: mm(200), y: mm(90), z: mm(120) },
  faces: {
    left: face('left end', 0),
    right: face('flange', 2.5, 'B'),
    front: face('front cheek', 2.5, 'C'),
    back: face('back cheek', 0),
    bottom: face('foot', 3, 'A'),
    top: face('arch', 0),
  },
  features: [
    step('left-pad', 'left', 45),
    step('right-pad', 'right', 45),
    {
      kind: 'slot',
      id: 'fork',
      name: 'fork',
      on: 'top',
      runs: 'x',
      width: mm(34),
      depth: mm(80),
      place: { dims: [{ from: 'front', at: mm(45) }], centred: false },
      bought: cast(0, 1.2),
    },
    {
      kind: 'hole',
      id: 'trunnion',
      name: 'trunnion bores',
      on: 'front',
      making: 'bore',
      diameter: mm(44),
      fit: 'H7',
      extent: { kind: 'through' },
      head: { kind: 'none' },
      pattern: { kind: 'single' },
      place: {
        dims: [
          { from: 'left', at: mm(100) },
          { from: 'bottom', at: mm(76), plusMinus: mm(0.05) },
        ],
        centred: false,
      },
      bought: cast(2.5, 1),
    },
    {
      kind: 'hole',
      id: 'flange-holes',
      name: 'flange holes',
      on: 'right',
      making: 'tap',
      diameter: mm(6),
      thread: 'M6',
      extent: { kind: 'deep', depth: mm(14) },
      head: { kind: 'none' },
      pattern: {
        kind: 'grid',
        columns: 2,
        rows: 2,
        pitchAcross: mm(60),
        pitchUp: mm(24),
      },
      place: {
        dims: [
          { from: 'front', at: mm(45) },
          { from: 'bottom', at: mm(25) },
        ],
        centred: false,
      },
    },
    {
      kind: 'hole',
      id: 'foot-holes',
      name: 'foot holes',
      on: 'bottom',
      making: 'drill',
      diameter: mm(9),
      extent: { kind: 'deep', depth: mm(20) },
      head: { kind: 'none' },
      pattern: {
        kind: 'grid',
        columns: 2,
        rows: 2,
        pitchAcross: mm(140),
        pitchUp: mm(60),
      },
      place: {
        dims: [
          { from: 'left', at: mm(100) },
          { from: 'front', at: mm(45) },
        ],
        centred: false,
      },
    },
  ],
  requirements: [
    {
      kind: 'parallelism',
      id: 'bore-parallel',
      of: 'trunnion',
      to: 'bottom',
      tolerance: mm(0.04),
      critical: false,
    },
    {
      kind: 'size',
      id: 'bore-size',
      of: 'trunnion',
      plus: mm(0.025),
      minus: mm(0),
      critical: true,
    },
    {
      kind: 'distance',
      id: 'pads',
      of: 'left-pad.floor',
      to: 'bottom',
      plus: mm(0.1),
      minus: mm(-0.1),
      critical: false,
    },
    {
      kind: 'distance',
      id: 'arch-height',
      of: 'top',
      to: 'bottom',
      plus: mm(2.5),
      minus: mm(-2.5),
      critical: false,
    },
    {
      kind: 'perpendicularity',
      id: 'flange-square',
      of: 'right',
      to: 'bottom',
      tolerance: mm(0.06),
      critical: false,
    },
  ],
  casting: {
    process: 'sand',
    skin: mm(0.5),
    walls: [{ id: 'over-bore', of: 'trunnion', to: 'top', least: mm(20) }],
    prefer: { trunnion: 2 },
  },
}
