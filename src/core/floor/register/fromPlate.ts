import { type PlannedSetup } from '../../plan/planning'
import { liesWords, sizeWords } from '../../shop/holding'
import { atPlace, type PlateDesign } from '../../shop/making'
import { lengthWords } from '../../handbook/units'
import { cutText } from '../../ground/issues'
import { ownName } from './owned'
import { type Fixture } from './schema'

/** Edge in line with the travel, in 100 mm, and edges where they were (common practice, no source), mm. */
const [LINE_MM, WITHIN_MM] = [0.01, 0.02]
const MOST_NAME = 60
/** As much as the register keeps of a kind. */
const MOST = 40

const mm = (value: number): { mm: number } => ({ mm: value })

/** The grid of a plate, where that is used: dowels stand elsewhere then. */
const gridOf = ({
  grid,
  uses = 'no',
}: {
  readonly grid?: Fixture['grid']
  readonly uses?: 'no' | Fixture['uses']
}): Pick<Fixture, 'grid' | 'uses'> => (grid?.mm && uses !== 'no' ? { grid, uses } : {})

/** Edges by which it is found, or its bore, and how far zero is from them. */
const edgesOf = ({ part, table: { bore }, zero }: PlateDesign): Fixture['edges'] =>
  bore
    ? [
        { id: 'bore-x', name: 'bore, in X', axis: 'x', toZero: mm(zero.x - bore.x) },
        { id: 'bore-y', name: 'bore, in Y', axis: 'y', toZero: mm(zero.y - bore.y) },
      ]
    : [
        { id: 'left', name: 'left edge', axis: 'x', toZero: mm(zero.x) },
        { id: 'back', name: 'back edge', axis: 'y', toZero: mm(zero.y - part.size.y.mm) },
      ]

/** What is looked at when it is put back. */
function checksOf({ table: { bore, by } }: PlateDesign): Fixture['checks'] {
  const touched = (id: string, what: string, edge: string): Fixture['checks'][number] => ({
    kind: 'touch',
    id,
    what,
    edge,
    within: { mm: WITHIN_MM },
  })
  return [
    { kind: 'look', id: 'clean', what: 'Underside and table wiped, no chip' },
    ...(by === 'keys'
      ? ([
          { kind: 'look', id: 'keys', what: 'Keys pushed to the front side of their slot' },
        ] as const)
      : []),
    { kind: 'indicate', id: 'line', what: 'Back edge in line with X', within: { mm: LINE_MM } },
    ...(bore
      ? [
          touched('touch-bore-x', 'Bore indicated, in X', 'bore-x'),
          touched('touch-bore-y', 'Bore indicated, in Y', 'bore-y'),
        ]
      : [
          touched('touch-left', 'Left edge touched', 'left'),
          touched('touch-back', 'Back edge touched', 'back'),
        ]),
    touched('touch-top', 'Top of the rests', 'top'),
    { kind: 'look', id: 'pins', what: 'Pins unhurt, rests clean' },
  ]
}

/**
 * A designed plate as the register keeps it: the edges by which it is found again, each place with its offset and
 * how far it lies from the first. Where it lies in the machine is not known yet.
 *
 * @param offsets - the work offset of each place; the last serves those that have none of their own.
 * @param beside - the setup that lies beside it on the plate, with its offsets.
 */
export function fixtureOfPlate(
  planned: PlannedSetup,
  design: PlateDesign,
  offsets: readonly string[],
  beside?: { readonly planned: PlannedSetup; readonly offsets: readonly string[] },
): Fixture {
  const { clamping, index, machine, part, setup } = planned
  const { beside: other, restMm, zero } = design
  // From the zero of this one to that of the one beside it.
  const away = other
    ? {
        x: other.shift.x + other.design.zero.x - zero.x,
        y: other.shift.y + other.design.zero.y - zero.y,
      }
    : { x: 0, y: 0 }
  const { holding } = clamping
  const { x, y } = design.part.size
  return {
    name: cutText(`Plate ${part.name}, setup ${index + 1}`, MOST_NAME),
    kind: 'plate',
    machine: machine.id,
    ...(holding.kind === 'plate' && { plate: holding.plate }),
    ...(holding.kind === 'plate-stops' && {
      plate: holding.plate,
      stop: holding.stop,
      ...(holding.wall?.mm && { wall: holding.wall }),
    }),
    ...((holding.kind === 'plate' || holding.kind === 'plate-stops') && gridOf(holding)),
    offset: setup.zero.offset,
    zeroIs: zero.words,
    zero: { x: 0, y: 0, z: 0 },
    knownMm: 0.01,
    edges: [...edgesOf(design), { id: 'top', name: 'top of the rests', axis: 'z', toZero: mm(0) }],
    checks: checksOf(design),
    sizes: [
      ...sizesOf(planned, design, offsets, { x: 0, y: 0 }, ''),
      ...(beside && other
        ? sizesOf(beside.planned, other.design, beside.offsets, away, 'beside-')
        : []),
    ].slice(0, MOST),
    pins: [
      ...pinsOf(design, { x: 0, y: 0 }, ''),
      ...(other ? pinsOf(other.design, away, 'beside-') : []),
    ].slice(0, MOST),
    screws: [...screwsOf(design), ...(other ? screwsOf(other.design) : [])].map((screw, i) => ({
      ...screw,
      id: `${screw.id}-${i + 1}`,
    })),
    note: `${lengthWords(x.mm, part.unit)} by ${lengthWords(y.mm, part.unit)}, rests ${lengthWords(restMm, part.unit)} high. Zero is not yet known in the machine: ${design.table.bore ? 'indicate its bore' : 'touch its edges'}.`,
  }
}

interface Away {
  readonly x: number
  readonly y: number
}

/** The places of one setup, from the zero of the first. */
const sizesOf = (
  { clamping: { holding }, part, setup, standing }: PlannedSetup,
  { places, sizes = [] }: PlateDesign,
  offsets: readonly string[],
  { x, y }: Away,
  mark: string,
): Fixture['sizes'] =>
  [
    ...places.map(({ lies, shift }, i) => ({
      shift,
      name: `Place ${i + 1}${liesWords(lies)}`,
      long: standing.high.x - standing.low.x,
    })),
    ...sizes.map((size) => ({ shift: size.shift, name: sizeWords(size), long: size.longMm })),
  ].map(({ long, name, shift }, i, all) => ({
    id: `${mark}place-${i + 1}`,
    name: all.length === 1 ? cutText(setup.name, MOST_NAME) : name,
    part: cutText(ownName(part), 80),
    length: mm(long),
    offset: offsets[i] ?? offsets.at(-1) ?? setup.zero.offset,
    shift: { x: mm(shift.x + x), y: mm(shift.y + y), z: mm(0) },
    // Against dowels zero is where they touch it.
    ...(holding.kind === 'plate-stops'
      ? { stop: `${holding.wall?.mm ? 'wall' : 'dowel'}, ${holding.stop}`, stopAt: mm(shift.x + x) }
      : { stop: 'none' }),
  }))

/** Pins of all places, from the zero of the first. */
const pinsOf = (design: PlateDesign, { x, y }: Away, mark: string): Fixture['pins'] =>
  design.places.flatMap((place, i) =>
    design.pins.map(({ at, headMm, kind }, k) => ({
      id: `${mark}${k === 1 && kind === 'round' ? 'second' : kind}-${i + 1}`,
      name: `${kind} pin${design.places.length > 1 ? ` ${i + 1}` : ''}`,
      kind,
      diameter: mm(headMm),
      at: fromZero(design, atPlace(design, place, at), { x, y }),
    })),
  )

const fromZero = (
  { zero }: PlateDesign,
  at: Away,
  { x, y }: Away,
): Fixture['pins'][number]['at'] => ({
  x: mm(at.x - zero.x + x),
  y: mm(at.y - zero.y + y),
})

const screwsOf = ({ places, screws, table }: PlateDesign): Fixture['screws'] => [
  ...screws.map(({ lengthMm, thread }, i) => ({
    id: `screw-${i + 1}`,
    name: `${thread} x ${lengthMm}`,
    count: places.length,
    note: 'holds, does not locate',
  })),
  ...(table.screws.length > 0
    ? [
        {
          id: 'table',
          name: 'M10 into the table',
          count: table.screws.length,
          note: 'from the middle outwards',
        },
      ]
    : []),
]
