export type Severity = 'forbids' | 'warns' | 'notes'

/** Something a good foreman would say: what, where, by how much, what to do about it. */
export interface Finding {
  readonly code: FindingCode
  readonly severity: Severity
  /** Index of the setup; undefined when it concerns the way as a whole. */
  readonly setup: number | undefined
  /** The face or feature concerned. */
  readonly feature?: string | undefined
  readonly contact?: string | undefined
  readonly requirement?: string | undefined
  /** What is wrong, to be set in bold. */
  readonly what: string
  /** By how much, and what to do. */
  readonly rest: string
}

/** Every code with its severity; the words are made where the rule is, from the same figures. */
export const FINDING_SEVERITY = {
  'footing.free': 'forbids',
  'footing.slides': 'notes',
  'footing.poor': 'warns',
  'footing.steep': 'warns',
  'footing.redundant': 'warns',
  'footing.no-metal': 'forbids',
  'footing.not-cut': 'warns',
  'footing.raw-twice': 'warns',
  'footing.jaw-choice': 'notes',
  'zero.not-cut': 'warns',
  'zero.not-kept': 'forbids',
  'zero.gone': 'forbids',
  'zero.direction': 'forbids',
  'zero.covered': 'warns',
  'zero.offset-name': 'warns',
  'zero.turn': 'forbids',
  'reach.across': 'forbids',
  'reach.down': 'forbids',
  'reach.up': 'forbids',
  'way.dangling': 'forbids',
  'cut.never': 'forbids',
  'cut.twice': 'warns',
  'cut.unreachable': 'forbids',
  'cut.held-face': 'forbids',
  'cut.no-cleanup': 'warns',
  'datum.lost': 'forbids',
  'datum.gone': 'forbids',
  'requirement.refused': 'forbids',
  'way.empty': 'notes',
  'way.uncut': 'notes',
  'grip.shallow': 'warns',
  'grip.none': 'forbids',
  'grip.too-wide': 'forbids',
  'grip.last-support': 'warns',
  'grip.parted': 'notes',
  'grip.parted-early': 'forbids',
  'grip.parting-room': 'forbids',
  'chuck.size': 'forbids',
  'chuck.shape': 'forbids',
  'chuck.deep': 'forbids',
  'chuck.slender': 'warns',
  'chuck.along': 'forbids',
  'v-blocks.size': 'forbids',
  'v-blocks.short': 'warns',
  'v-blocks.cut': 'forbids',
  'mandrel.thick': 'forbids',
  'mandrel.shoulder': 'warns',
  'mandrel.cut': 'forbids',
  'toe.lands': 'forbids',
  'toe.large': 'forbids',
  'toe.long': 'warns',
  'toe.cut-below': 'warns',
  'toe.drilled': 'warns',
  'carrier.way': 'forbids',
  'carrier.solder': 'forbids',
  'carrier.weak': 'warns',
  'carrier.low': 'forbids',
  'jaw.cut-below': 'forbids',
  'parallels.outside': 'forbids',
  'parallels.drilled': 'warns',
  'clamp.in-way': 'forbids',
  'clamp.crowded': 'warns',
  'pins.too-large': 'forbids',
  'pins.same': 'forbids',
  'pins.near': 'warns',
  'screws.none': 'warns',
  'pins.pushed-other': 'warns',
  'plate.drilled': 'warns',
  'stuck.weak': 'warns',
  'stuck.tall': 'warns',
  'stuck.drilled': 'notes',
  'soft-jaws.no-flat': 'forbids',
  'soft-jaws.thin': 'forbids',
  'soft-jaws.no-floor': 'warns',
  'soft-jaws.screws': 'forbids',
  'soft-jaws.end-wall': 'forbids',
  'soft-jaws.drilled': 'notes',
  'soft-jaws.pin': 'forbids',
  'soft-jaws.row': 'forbids',
  'angle.short': 'warns',
  'index.no-rotary': 'forbids',
  'index.step': 'forbids',
  'prop.not-down': 'warns',
  'prop.no-metal': 'warns',
  'prop.drilled': 'warns',
  'carrier.spare': 'forbids',
  'lean.cannot': 'forbids',
  'lean.steep': 'warns',
  'lean.turned': 'forbids',
  'index.program-turned': 'forbids',
  'feature.gone': 'forbids',
  'feature.overlap': 'notes',
  'feature.wall': 'warns',
  'feature.edge': 'warns',
  'feature.floor': 'warns',
  'hole.in-air': 'forbids',
  'hole.from-floor': 'notes',
  'hole.into-floor': 'warns',
  'hole.over-floor': 'warns',
  'hole.crosses': 'notes',
  'hole.leaning-mouth': 'warns',
  'hole.breaks-edge': 'forbids',
  'hole.edge': 'warns',
  'hole.overlap': 'forbids',
  'hole.wall': 'warns',
  'hole.twice': 'forbids',
  'hole.miss': 'warns',
  'hole.head-off-edge': 'warns',
  'hole.head-height': 'warns',
  'hole.thread-short': 'warns',
  'hole.bottoming': 'notes',
  'hole.floor': 'warns',
  'hole.spot-large': 'warns',
  'hole.reach': 'warns',
  'hole.same-drill': 'notes',
  'metal.air': 'forbids',
  'metal.half': 'warns',
  'metal.enters-slope': 'warns',
  'metal.leaves-slope': 'notes',
  'metal.crosses': 'notes',
  'metal.loose': 'warns',
  'metal.cutter-touches': 'forbids',
  'metal.holder-touches': 'warns',
  'metal.overhang': 'warns',
  'metal.skin': 'warns',
  'metal.relieved': 'notes',
  'metal.standing': 'warns',
  'metal.short': 'forbids',
  'metal.no-bearing': 'warns',
  'margin.short': 'warns',
  'margin.near': 'notes',
  'hold.missing': 'notes',
  'cast.bore-moves': 'notes',
  'cast.rubs': 'warns',
  'cast.draft-gripped': 'warns',
} as const satisfies Record<string, Severity>

export type FindingCode = keyof typeof FINDING_SEVERITY

export function finding(
  code: FindingCode,
  setup: number | undefined,
  what: string,
  rest: string,
  about: Pick<Finding, 'feature' | 'contact' | 'requirement'> = {},
): Finding {
  return { code, severity: FINDING_SEVERITY[code], setup, what, rest, ...about }
}

const ORDER: Record<Severity, number> = { forbids: 0, warns: 1, notes: 2 }

/** Worst first, then in the order of the setups. */
export const bySeverity = (a: Finding, b: Finding): number =>
  ORDER[a.severity] - ORDER[b.severity] || (a.setup ?? -1) - (b.setup ?? -1)
