/** What a cutter does to a face or a feature, as a shop knows how well it can. */
export const PROCESSES = [
  'face',
  'wall',
  'mill',
  'drill',
  'ream',
  'bore',
  'tap',
  'chamfer',
] as const
export type Process = (typeof PROCESSES)[number]

/** The list of a workshop in which each kind is kept. */
export const GEAR_LISTS = {
  machine: 'machines',
  vise: 'vises',
  parallels: 'parallels',
  strap: 'straps',
  plate: 'plates',
  anglePlate: 'anglePlates',
  jawBlank: 'jawBlanks',
  centringVise: 'centringVises',
  chuck: 'chucks',
  facePlate: 'facePlates',
  vBlock: 'vBlocks',
  toePlate: 'toePlates',
  tilter: 'tilters',
  instrument: 'instruments',
  cutter: 'cutters',
} as const
export type GearKind = keyof typeof GEAR_LISTS

/** Most pieces of gear of a kind that one workshop keeps. */
export const MOST_GEAR = {
  machine: 50,
  vise: 50,
  parallels: 100,
  strap: 30,
  plate: 50,
  anglePlate: 30,
  jawBlank: 50,
  centringVise: 30,
  chuck: 30,
  facePlate: 30,
  vBlock: 30,
  toePlate: 30,
  tilter: 30,
  instrument: 50,
  cutter: 300,
} as const

/** The one setting that is kept as a whole. */
export const CONDITIONS_ID = 'conditions'
