import { subtract } from '../../ground/geometry'
import { type Finding } from '../../ground/finding'
import { type Part, refLabel, requirementFigures, requirementTitle } from '../../work/part'
import { type OffsetRow, sanityPlace } from '../../floor/offsets'
import {
  axisName,
  cornerOf,
  driven,
  type Plan,
  type PlannedSetup,
  swungIn,
  turnWords,
  zeroPoint,
} from '../../plan/planning'
import { benchViews, isometric, type SetupLooks } from '../picture'
import { type Scene } from '../../ground/scene'
import { matchedIn, type Prediction, type RequirementAnalysis } from '../../predict/prediction'
import { lengthWords, printDegrees, printLength, printSpread, unitSign } from '../../handbook/units'
import { type Op, type Setup } from '../../plan/way'
import { contactWords, linkPlace, pickupWords } from './words'

/** What goes on paper: one cover, then a page for each setup. */
export interface SetupSheet {
  readonly title: string
  readonly subtitle: string
  readonly cover: {
    readonly chains: readonly ChainBlock[]
    readonly requirements: readonly RequirementLine[]
    readonly warnings: readonly string[]
  }
  readonly pages: readonly SheetPage[]
  readonly cautions: readonly string[]
}

export interface RequirementLine {
  readonly title: string
  readonly figures: string
  readonly predicted: string
  readonly margin: string
  readonly standing: RequirementAnalysis['standing']
}

export interface ChainBlock extends RequirementLine {
  readonly links: readonly {
    readonly where: string
    readonly what: string
    readonly spread: string
    readonly share: number
  }[]
}

export interface SheetPage {
  readonly number: number
  readonly name: string
  readonly turn: string
  readonly standing: Scene
  readonly elevation: Scene
  readonly plan: Scene
  readonly holding: readonly string[]
  readonly footing: readonly string[]
  readonly zero: readonly string[]
  /** What is looked at and asked once it is clamped, in order, before anything is cut. */
  readonly first: readonly string[]
  readonly ops: readonly { readonly what: string; readonly tool: string; readonly note: string }[]
  readonly checks: readonly string[]
  readonly findings: readonly string[]
}

/** Cautions that belong on every sheet (common practice, no source). */
export const CAUTIONS: readonly string[] = [
  'Stop the spindle before hands go near. Gloves, rags and sleeves off near anything that turns. Eye protection.',
  'Check the clamp, and check it again. Hammer away from the spindle.',
  'A part held by friction can leave the machine. Grip, speed and reach on this sheet are estimates: the machine’s and the holder’s own limits, the shop’s rules, local codes and a qualified person decide.',
]

/**
 * Gathers the setup sheet of a way; the printed page and the PDF both show this.
 *
 * @param looks - what is seen of the work in each setup, for a part that boxes do not show.
 */
export function setupSheet(
  analysis: Prediction,
  findings: readonly Finding[],
  offsets: readonly OffsetRow[] = [],
  looks: readonly SetupLooks[] = [],
): SetupSheet {
  const { part, way } = analysis.plan
  const judged = analysis.requirements
  const critical = judged.filter(
    (r) => r.outcome && (r.requirement.critical || r.standing === 'short'),
  )
  return {
    title: `${part.name} · rev ${part.revision}`,
    subtitle: `${way.name}${way.note ? `, ${way.note}` : ''} · ${part.material} · ${way.setups.length === 1 ? 'one setup' : `${way.setups.length} setups`}`,
    cover: {
      chains: critical.map((r) => ({
        ...requirementLine(analysis.plan, r),
        title: r.title,
        links: chainLinks(part, way.setups, r),
      })),
      requirements: judged.map((r) => requirementLine(analysis.plan, r)),
      warnings: findings
        .filter((f) => f.severity === 'forbids')
        .map((f) => `${f.setup === undefined ? '' : `Setup ${f.setup + 1}: `}${f.what} ${f.rest}`),
    },
    pages: analysis.plan.setups.map((planned, i) =>
      page(analysis, findings, planned, i, offsets[i], looks[i]),
    ),
    cautions: CAUTIONS,
  }
}

function requirementLine(
  plan: Plan,
  { outcome, read, requirement, reason, standing, title }: RequirementAnalysis,
): RequirementLine {
  const { part } = plan
  const told = [read, outcome && matchedIn(plan, requirement) ? 'one clamping' : undefined]
  const more = told.filter((words) => words !== undefined).join('; ')
  const value = (v: number): string =>
    requirement.kind === 'angle' ? printDegrees(v) : printSpread(v, part.unit)
  return {
    title: more === '' ? title : `${title} (${more})`,
    figures:
      `${requirementFigures(part, requirement, part.unit)} ${requirement.kind === 'angle' ? '' : unitSign(part.unit)}`.trim(),
    predicted: outcome
      ? `${isZone(requirement.kind) ? '' : '±'}${value(outcome.likely.predicted)}`
      : (reason ?? ''),
    margin: outcome
      ? `${outcome.likely.margin < 0 ? '−' : '+'}${value(Math.abs(outcome.likely.margin))}`
      : '',
    standing,
  }
}

const isZone = (kind: string): boolean => !['size', 'distance', 'angle', 'profile'].includes(kind)

/** Links under one part in a hundred are told together. */
const SMALL_SHARE = 0.01

function chainLinks(
  part: Part,
  setups: readonly Setup[],
  { outcome }: RequirementAnalysis,
): ChainBlock['links'] {
  const links = outcome?.links ?? []
  const shown = links.filter((link) => link.share >= SMALL_SHARE)
  const rest = links.filter((link) => link.share < SMALL_SHARE)
  const row = (where: string, what: string, spread: number, share: number) => ({
    where,
    what,
    spread: `±${printSpread(spread, part.unit)}`,
    share,
  })
  return [
    ...shown.map((link) =>
      row(linkPlace(setups, link), link.causes[0] ?? '', link.likely, link.share),
    ),
    ...(rest.length > 0
      ? [
          row(
            '',
            `${rest.length} smaller ones`,
            Math.hypot(...rest.map((l) => l.likely)),
            rest.reduce((s, l) => s + l.share, 0),
          ),
        ]
      : []),
  ]
}

function page(
  analysis: Prediction,
  findings: readonly Finding[],
  planned: PlannedSetup,
  i: number,
  offset: OffsetRow | undefined,
  looks: SetupLooks | undefined,
): SheetPage {
  const { part, workshop } = planned
  const { after, contacts, standing, setup } = planned
  const length = (mm: number): string => lengthWords(mm, part.unit)
  const tool = (op: Op): string => workshop.cutters.find((c) => c.id === op.cutter)?.name ?? ''
  return {
    number: i + 1,
    name: setup.name,
    turn: turnWords(analysis.plan.setups[i - 1], planned),
    standing: isometric(part, after, {
      width: 240,
      height: 170,
      axes: standing.setupFromPart.rows,
      tinted: new Set(setup.ops.map((op) => op.feature)),
      contacts,
      look: looks?.standing,
    }),
    ...benchViews(planned, { width: 680, height: 215, looks }),
    holding: standing.words.lines,
    footing: counted(contacts.map((contact) => contactWords(analysis, contact))),
    zero: zeroWords(planned, offset),
    first: firstWords(planned),
    ops: setup.ops.map((op) => ({
      what: `${refLabel(part, op.feature)}${op.pass === 'rough' ? `, rough, leave ${length(op.leave.mm)}` : ''}`,
      tool: tool(op),
      note: [
        ...measuredWords(part, op.feature),
        ...(op.hold ? [`Hold point: ${op.hold.note}`] : []),
      ].join(' '),
    })),
    checks: analysis.requirements
      .filter((r) => r.setups[r.setups.length - 1] === i)
      .map(
        (r) =>
          `${requirementTitle(part, r.requirement)}: ${requirementFigures(part, r.requirement, part.unit)}`,
      ),
    findings: findings
      .filter((f) => f.setup === i && f.severity !== 'notes')
      .map((f) => `${f.what} ${f.rest}`),
  }
}

/** Where a feature lies by what another part has, in place of the drawing. */
function measuredWords(part: Part, feature: string): readonly string[] {
  const dims = part.features.find(({ id }) => id === feature)?.place.dims ?? []
  return dims.flatMap(({ at, from, measured }) =>
    measured === undefined
      ? []
      : [
          `${lengthWords(at.mm, part.unit)} from ${part.faces[from].name} as measured on ${measured}.`,
        ],
  )
}

/** Equal lines told once, with their number. */
function counted(lines: readonly string[]): readonly string[] {
  const counts = new Map<string, number>()
  for (const line of lines) counts.set(line, (counts.get(line) ?? 0) + 1)
  return [...counts].map(([line, n]) =>
    n > 1 ? `${n} × ${line.charAt(0).toLowerCase()}${line.slice(1)}` : line,
  )
}

function zeroWords(planned: PlannedSetup, offset: OffsetRow | undefined): readonly string[] {
  const { part } = planned
  const { setup } = planned
  const zero = zeroPoint(planned)
  const { nought, pivot } = planned.standing.words
  const length = (mm: number): string => printLength(mm, part.unit)
  const swung = swungIn(planned)
  const fromCorner = swung && driven(planned, subtract(zero, cornerOf(swung)))
  const at = fromCorner
    ? `${setup.zero.offset}: from the corner that the holding keeps table and quill read X ${length(fromCorner.x)}, Y ${length(fromCorner.y)}, quill ${length(fromCorner.z)} where zero lies.`
    : `${setup.zero.offset}: zero lies at X ${length(zero.x)} from ${nought.x}, Y ${length(zero.y)} from ${nought.y}, Z ${length(zero.z)} over ${nought.z}.`
  const axes = ['x', 'y', 'z'] as const
  return [
    at,
    axes.map((axis) => `${axisName(planned, axis)}: ${pickupWords(planned, axis)}.`).join(' '),
    ...(setup.zero.turn
      ? [
          `Angle: ${refLabel(part, setup.zero.turn.surface)} touched twice, ${printLength(setup.zero.turn.apart.mm, part.unit)} apart. ${setup.zero.turn.answer === 'part' ? `${pivot} until it runs true, then find zero.` : 'Find zero, then turn the program about it by that angle.'}`,
        ]
      : []),
    ...(offset ? offsetWords(part, offset) : []),
  ]
}

/** How it lies, whether it is tight, and where the spindle comes to. */
function firstWords(planned: PlannedSetup): readonly string[] {
  const { contacts, indexed, standing } = planned
  const { drive, see } = sanityPlace(planned)
  const roles = [...new Set(contacts.map(({ role }) => role))]
  const lies = new Set(roles.map((role) => standing.words.roles[role].clean))
  return [
    ...(indexed || lies.size === 0 ? [] : [[...lies].join(' ')]),
    `Is it tight? Spindle stopped, by hand at ${standing.words.grip}, and ask it once more.`,
    `Drive to ${drive}. ${see}`,
  ]
}

/** The offset in the machine, as far as it is found or predicted. */
function offsetWords(part: Part, { axes, offset }: OffsetRow): readonly string[] {
  const words = (['x', 'y', 'z'] as const).flatMap((axis) => {
    const at = axes[axis]
    return at
      ? [
          `${axis.toUpperCase()} ${printLength(at.at, part.unit)} ±${printSpread(at.plusMinus, part.unit)} ${at.how}`,
        ]
      : []
  })
  return words.length === 0 ? [] : [`${offset} in the machine: ${words.join(', ')}.`]
}
