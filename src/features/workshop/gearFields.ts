import { type GearKind, type Process } from '@/core/shop/workshop'

/** One figure of a piece of gear: where it is kept, what it is called, how it is entered. */
export interface GearField {
  readonly path: string
  readonly label: string
  readonly kind: 'length' | 'number' | 'text' | readonly string[]
  /** May be left out. */
  readonly optional?: boolean
  readonly hint?: string
}

export const GEAR_WORDS: Readonly<
  Record<GearKind, { readonly many: string; readonly one: string }>
> = {
  machine: { many: 'Machines', one: 'machine' },
  vise: { many: 'Vises', one: 'vise' },
  parallels: { many: 'Parallels', one: 'pair' },
  strap: { many: 'Straps', one: 'set of straps' },
  plate: { many: 'Plates', one: 'plate' },
  anglePlate: { many: 'Angle plates', one: 'angle plate' },
  jawBlank: { many: 'Soft jaw blanks', one: 'pair of blanks' },
  centringVise: { many: 'Centring vises', one: 'centring vise' },
  chuck: { many: 'Chucks and collet blocks', one: 'chuck' },
  facePlate: { many: 'Faceplates', one: 'faceplate' },
  vBlock: { many: 'V-blocks', one: 'pair of V-blocks' },
  toePlate: { many: 'Toe clamp plates', one: 'toe clamp plate' },
  tilter: { many: 'Sine plates, angle blocks', one: 'piece to lean on' },
  instrument: { many: 'Instruments', one: 'instrument' },
  cutter: { many: 'Cutters', one: 'cutter' },
}

/** A figure that is a length. */
export const mm = (path: string, label: string, hint?: string): GearField => ({
  path,
  label,
  kind: 'length',
  ...(hint === undefined ? {} : { hint }),
})
const maybe = (path: string, label: string, hint?: string): GearField => ({
  ...mm(path, label, hint),
  optional: true,
})
/** How what turns work by itself divides a turn. */
const dividing: readonly GearField[] = [
  { path: 'divides', label: 'Turns work by', kind: ['head', 'flats'], optional: true },
  {
    path: 'parts',
    label: 'Into equal parts',
    kind: 'number',
    optional: true,
    hint: '36 holes × 10: 360',
  },
  { path: 'divideDeg', label: 'Each off by ± degrees', kind: 'number', optional: true },
  maybe('divideMm', 'Axis moves with the turn by ±'),
]
const name: GearField = { path: 'name', label: 'Name', kind: 'text' }

export const GEAR_FIELDS: Readonly<Record<GearKind, readonly GearField[]>> = {
  machine: [
    name,
    { path: 'kind', label: 'Kind', kind: ['cnc', 'manual'] },
    mm('travel.x', 'Travel X'),
    mm('travel.y', 'Travel Y'),
    mm('travel.z', 'Travel Z'),
    maybe('gaugeToTable', 'Gauge line to table', 'Z all the way up, no tool'),
    mm('repeatMm', 'Comes back within ±'),
    maybe('backlashMm', 'Backlash', '0 with scales'),
    mm('squarePer100', 'Y out of square, in 100'),
    mm('tramPer100', 'Spindle out of square, in 100'),
    mm('zSquarePer100', 'Z out of square, in 100'),
    mm('scalePer100', 'Scale or screw off, in 100'),
    mm('toolLengthMm', 'Tool length known to ±'),
    { path: 'fastest', label: 'Fastest, rev/min', kind: 'number', optional: true },
    { path: 'hourRate', label: 'An hour at it costs', kind: 'number', optional: true },
  ],
  vise: [
    name,
    mm('jawWidth', 'Width of the jaws'),
    mm('jawHeight', 'Bed to top of the jaws'),
    mm('opening', 'Opens to'),
    maybe('bedHeight', 'Table to bed'),
    mm('leanPer100', 'Fixed jaw leans, in 100'),
    mm('tramPer100', 'Out of line with X, in 100'),
    mm('bedPer100', 'Bed out of parallel, in 100'),
    mm('liftMm', 'Moving jaw lifts by'),
    maybe('pairMm', 'Two alike in line differ by ±', 'where there are two'),
    mm('stopMm', 'Comes back to the stop ±'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  parallels: [
    name,
    mm('height', 'Height'),
    mm('thickness', 'Thickness'),
    mm('length', 'Length'),
    mm('differenceMm', 'The two differ by ±'),
  ],
  strap: [
    name,
    mm('width', 'Width of a strap'),
    mm('reach', 'Lies on the work by'),
    mm('height', 'Stands over the work by', 'strap and nut'),
    mm('placedMm', 'Put down by hand within ±'),
    mm('stopMm', 'Comes back to stop or fence ±'),
    mm('storedMm', 'Stop, fence, table known to ±'),
  ],
  plate: [
    name,
    mm('height', 'Table to top of the pads'),
    mm('padHeight', 'Pads over the plate'),
    maybe('grid', 'Grid of M8 threads, pitch'),
    mm('differenceMm', 'The pads differ by ±'),
    mm('pinMm', 'A pin is off its place by ±'),
    mm('linePer100', 'Line of the pins, in 100'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  anglePlate: [
    name,
    mm('width', 'Width'),
    mm('height', 'Height over the table'),
    mm('leanPer100', 'Leans, in 100'),
    mm('tramPer100', 'Out of line with X, in 100'),
    mm('stopMm', 'Comes back to the stop ±'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  jawBlank: [
    name,
    mm('width', 'Width along the jaw'),
    mm('thickness', 'Thickness of each'),
    mm('height', 'Bed to their top'),
    mm('screwApart', 'Between the two screws'),
    mm('screwHeight', 'Bed to middle of the screws'),
    mm('headDiameter', 'Counterbore of the screws'),
    maybe('baseHeight', 'Two-piece: height of the base'),
    maybe('screwBack', 'Two-piece: gap to its screws'),
    { path: 'pairs', label: 'Pairs owned, uncut', kind: 'number' },
    mm('backMm', 'Come back, screwed on again ±'),
  ],
  centringVise: [
    name,
    mm('jawWidth', 'Width of the jaws'),
    mm('jawHeight', 'Bed to top of the jaws'),
    mm('opening', 'Opens to'),
    maybe('bedHeight', 'Table to bed'),
    mm('centreMm', 'Closes on the same middle ±'),
    mm('leanPer100', 'The middle leans, in 100'),
    mm('tramPer100', 'Out of line with X, in 100'),
    mm('bedPer100', 'Bed out of parallel, in 100'),
    mm('liftMm', 'Each jaw lifts by'),
    mm('stopMm', 'Comes back to the stop ±'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  chuck: [
    name,
    { path: 'grips', label: 'Grips', kind: ['round', 'square'] },
    mm('least', 'Thinnest work'),
    mm('most', 'Thickest work'),
    mm('deep', 'Work goes in by at most'),
    mm('body', 'Diameter of the body'),
    mm('length', 'Mount to front of the jaws'),
    mm('centreHeight', 'Table to its axis'),
    mm('centreMm', 'Off its axis by ±'),
    mm('alongPer100', 'Axis out of line, in 100'),
    maybe('tailMm', 'Tailstock off its axis by ±', 'where it has one'),
    ...dividing,
    mm('stopMm', 'Comes back to the stop ±'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  facePlate: [
    name,
    mm('diameter', 'Diameter'),
    mm('thickness', 'Mount to its face'),
    mm('centreHeight', 'Table to its axis'),
    mm('facePer100', 'Face runs out, in 100'),
    mm('centreMm', 'Pin in its middle off the axis by ±'),
    mm('alongPer100', 'Axis out of line, in 100'),
    ...dividing,
    mm('storedMm', 'Stored zero known to ±'),
  ],
  vBlock: [
    name,
    { path: 'angleDeg', label: 'Between the walls, degrees', kind: 'number' },
    mm('vertex', 'Table to where the walls meet'),
    mm('length', 'Each along the work'),
    mm('width', 'Width across'),
    mm('height', 'Height over the table'),
    mm('most', 'Thickest round'),
    mm('matchMm', 'The two differ by ±'),
    mm('stopMm', 'Comes back to the stop ±'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  toePlate: [
    name,
    mm('height', 'Table to its top'),
    mm('width', 'Width along X'),
    mm('depth', 'Depth along Y'),
    mm('pitch', 'Between its holes'),
    mm('step', 'Steps of stops and clamps'),
    mm('travel', 'A clamp pushes by'),
    mm('toe', 'Clamps stand over it by'),
    mm('flatMm', 'Out of flat by ±'),
    mm('stopMm', 'A stop is off by ±'),
    mm('linePer100', 'Rows out of the travel, in 100'),
    mm('storedMm', 'Stored zero known to ±'),
  ],
  tilter: [
    name,
    { path: 'sets', label: 'Set by', kind: ['sine', 'blocks', 'scale'] },
    { path: 'most', label: 'Leans by at most, degrees', kind: 'number' },
    mm('height', 'Table to what stands on it'),
    mm('apart', 'Between the rolls, or across'),
    mm('offMm', 'Rolls and gauge blocks off by ±', 'sine only'),
    {
      path: 'angles',
      label: 'Angle blocks, degrees',
      kind: 'text',
      optional: true,
      hint: 'with commas',
    },
    { path: 'offDeg', label: 'A block or the scale off by ± degrees', kind: 'number' },
    mm('foundMm', 'Zero found again to ±'),
  ],
  instrument: [
    name,
    {
      path: 'kind',
      label: 'Kind',
      kind: ['edge finder', 'probe', 'indicator', 'feeler', 'setter'],
    },
    maybe('tip', 'Tip, or thickness', 'edge finder and probe: diameter'),
    mm('repeatMm', 'Repeats within ±'),
  ],
  cutter: [
    name,
    {
      path: 'kind',
      label: 'Kind',
      kind: [
        'face mill',
        'end mill',
        'drill',
        'reamer',
        'boring head',
        'tap',
        'chamfer mill',
        'corner rounding mill',
      ],
    },
    mm('diameter', 'Diameter'),
    maybe('length', 'Gauge line to tip', 'in its holder'),
    maybe('nose', 'Radius of its nose', 'none: sharp'),
  ],
}

/** What a process holds. */
export const CAPABILITY_FIELDS: readonly GearField[] = [
  mm('positionMm', 'Beside where it was sent ±'),
  mm('leanPer100', 'Leans by itself, in 100'),
  mm('sizeMm', 'Diameter ±'),
  mm('oversizeMm', 'Larger than the tool by', 'on average'),
  mm('formMm', 'Out of flat or round, in 100', 'up to'),
]

export const PROCESS_WORDS: Readonly<Record<Process, string>> = {
  face: 'Facing from above',
  wall: 'Side of the cutter',
  mill: 'Milled features',
  drill: 'Drilling',
  ream: 'Reaming',
  bore: 'Boring',
  tap: 'Tapping',
  chamfer: 'Breaking edges',
}

/** What is kept at a dotted path. */
export function readPath(item: unknown, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (at, key) =>
        typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[key] : undefined,
      item,
    )
}

/** The item with something else at a dotted path; undefined takes it away. */
export function writePath(item: unknown, path: string, value: unknown): unknown {
  const [key = '', ...rest] = path.split('.')
  const before = (typeof item === 'object' && item !== null ? item : {}) as Record<string, unknown>
  const next = rest.length === 0 ? value : writePath(before[key], rest.join('.'), value)
  if (next !== undefined) return { ...before, [key]: next }
  const { [key]: _gone, ...others } = before
  return others
}
