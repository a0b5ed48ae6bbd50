import { type Side } from '../../work/part'
import { type Op, type OwnClamping, type Setup, type Way } from '../../plan/way'

const mm = (value: number) => ({ mm: value })

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

/** Jaws cut in place to the block, stood on its end. */
const SOFT_JAWS: OwnClamping['holding'] = {
  kind: 'soft-jaws',
  vise: 'vise-ground',
  blank: 'soft-125',
  step: mm(17),
  gap: mm(11),
  clear: mm(0.3),
  cutter: 'end-10',
  stop: 'left',
  shift: mm(0),
  jaws: 'as cut',
}

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
      '',
      [op('right', 'right', 'face-50'), op('oil', 'oil', 'end-6')],
      { holding: SOFT_JAWS },
    ),
  ],
}
