import { type DrillingPlan, type StageCut, type ToolStage } from '../../plan/drilling'
import { INCH_MM } from '../../handbook/standards'
import { type LengthUnit, printNumber } from '../../handbook/units'

export interface ProgramOptions {
  readonly title: string
  readonly unit: LengthUnit
  /** Canned cycles G73, G81, G83 to G85, or every move written out. */
  readonly cycles: boolean
  /** Work offset of the setup, `G54` … `G59` or `G54.1 P1`; any other leaves the choice to the machine. */
  readonly offset: string
}

/** How far a drill backs up to break the chip, and stops short of the old bottom when it comes back, mm. */
const CHIP_BREAK_MM = 0.25
const SHORT_OF_BOTTOM_MM = 0.5

/** Said at the head of every program. */
export const PROGRAM_CAUTION: readonly string[] = [
  'CAUTION: PROVE THIS PROGRAM ABOVE THE PART FIRST, SINGLE BLOCK, RAPIDS LOW.',
  'SPEEDS, FEEDS AND DEPTHS ARE ESTIMATES. THE LIMITS OF MACHINE, HOLDER AND',
  'CUTTER, THE RULES OF THE SHOP AND A QUALIFIED PERSON DECIDE.',
  'CHECK ZERO, TOOL LENGTHS, STOPS AND CLAMPS BEFORE THE FIRST HOLE.',
]

/**
 * The drilling program of a setup in the words of ISO 6983-1 (cycles as controls commonly read them).
 *
 * Absolute, feed per minute; Z from the zero of the setup; tool lengths by `G43 H`.
 *
 * @returns text with a line break at the end of each block; comments in brackets, capitals, ASCII.
 */
export function drillingProgram(plan: DrillingPlan, options: ProgramOptions): string {
  const inch = options.unit === 'inch'
  const write = new Writer(inch)
  const offset = /^G5[4-9](\.1 P\d+)?$/.test(options.offset) ? options.offset : undefined
  write.line('%')
  write.comment(options.title)
  for (const words of PROGRAM_CAUTION) write.comment(words)
  if (!offset) write.comment('NO WORK OFFSET IN THIS PROGRAM: SET ZERO AT THE MACHINE')
  for (const words of plan.left) write.comment(`LOOK: ${words}`)
  for (const words of plan.before) write.comment(`FIRST: ${words}`)
  for (const stage of plan.stages)
    write.comment(
      `T${stage.tool} ${stage.name}, ${stage.cuts.length} ${stage.cuts.length === 1 ? 'hole' : 'holes'}`,
    )
  write.line(`${inch ? 'G20' : 'G21'} G17 G40 G49 G80 G90 G94`)
  // The axis is turned by hand or by the shop's own block: which way it counts is the machine's.
  if (plan.before.length > 0) {
    write.comment('TURN THE AXIS WELL ABOVE THE PART, THEN GO ON')
    write.line('M0')
  }
  for (const stage of plan.stages) writeStage(write, stage, plan, options, offset)
  write.line('M30')
  write.line('%')
  return write.text
}

function writeStage(
  write: Writer,
  stage: ToolStage,
  plan: DrillingPlan,
  options: ProgramOptions,
  offset: string | undefined,
): void {
  const [first] = stage.cuts
  if (!first) return
  write.comment(`T${stage.tool} ${stage.name}`)
  write.line(`T${stage.tool} M6`)
  write.line(`S${Math.round(stage.speed)} M3`)
  write.line(`${offset === undefined ? '' : `${offset} `}G0${write.xy(first)}`)
  write.line(`G43 H${stage.tool} Z${write.length(plan.safeZ)}`)
  const round = stage.millsMm !== undefined
  if (round) for (const cut of stage.cuts) mill(write, stage, cut, plan)
  else if (options.cycles) cycle(write, stage, plan)
  else for (const cut of stage.cuts) longHand(write, stage, cut, plan)
  write.line(`G0 Z${write.length(plan.safeZ)}`)
  write.line('M5')
}

/** The cycle of a cut: its word, and the peck that it takes. */
function cycleOf(stage: ToolStage, cut: StageCut): { readonly word: string; readonly q?: number } {
  if (stage.kind === 'tap') return { word: 'G84' }
  if (stage.kind === 'ream' || stage.kind === 'bore') return { word: 'G85' }
  if (cut.peck.kind === 'break') return { word: 'G73', q: cut.peck.stepMm }
  return cut.peck.kind === 'full' ? { word: 'G83', q: cut.peck.stepMm } : { word: 'G81' }
}

function cycle(write: Writer, stage: ToolStage, plan: DrillingPlan): void {
  let modal = ''
  for (const cut of stage.cuts) {
    const { q, word } = cycleOf(stage, cut)
    const depth = ` Z${write.length(cut.tipZ)} R${write.length(cut.mouthZ + plan.rules.nearMm)}${q === undefined ? '' : ` Q${write.length(q)}`}`
    const words = `${word}${depth}`
    const feed = ` F${write.feed(stage.feed)}`
    // Back to the safe height between holes: what stands between them is not known here.
    write.line(
      words === modal ? write.xy(cut).trim() : `G98 ${word}${write.xy(cut)}${depth}${feed}`,
      cut.label,
    )
    modal = words
  }
  write.line('G80')
}

function longHand(write: Writer, stage: ToolStage, cut: StageCut, plan: DrillingPlan): void {
  const near = cut.mouthZ + plan.rules.nearMm
  const feed = ` F${write.feed(stage.feed)}`
  const z = (mm: number): string => `Z${write.length(mm)}`
  write.line(`G0${write.xy(cut)}`, cut.label)
  write.line(`G0 ${z(near)}`)
  if (stage.kind === 'tap') {
    write.comment('TAP IN A HOLDER WITH LENGTH COMPENSATION')
    write.line(`G1 ${z(cut.tipZ)}${feed}`)
    write.line('M5')
    write.line(`S${Math.round(stage.speed)} M4`)
    write.line(`G1 ${z(near)}${feed}`)
    write.line('M5')
    write.line(`S${Math.round(stage.speed)} M3`)
  } else if (stage.kind === 'ream' || stage.kind === 'bore') {
    write.line(`G1 ${z(cut.tipZ)}${feed}`)
    write.line(`G1 ${z(near)}${feed}`)
  } else {
    for (let at = cut.mouthZ; at > cut.tipZ + 1e-9;) {
      const next = cut.peck.kind === 'none' ? cut.tipZ : Math.max(cut.tipZ, at - cut.peck.stepMm)
      write.line(`G1 ${z(next)}${feed}`)
      if (next > cut.tipZ + 1e-9) {
        if (cut.peck.kind === 'break') write.line(`G0 ${z(next + CHIP_BREAK_MM)}`)
        else {
          write.line(`G0 ${z(near)}`)
          write.line(`G0 ${z(next + SHORT_OF_BOTTOM_MM)}`)
        }
      }
      at = next
    }
  }
  write.line(`G0 ${z(plan.safeZ)}`)
}

/** Turns of a helix go down by at most this part of the cutter’s diameter. */
const HELIX_STEP = 0.1

/** Mills round a hole in a helix and once at the bottom, climbing. */
function mill(write: Writer, stage: ToolStage, cut: StageCut, plan: DrillingPlan): void {
  const radius = ((stage.millsMm ?? 0) - stage.diameterMm) / 2
  const feed = ` F${write.feed(stage.feed)}`
  const start = { x: cut.x + radius, y: cut.y }
  const turns = Math.max(1, Math.ceil((cut.mouthZ - cut.tipZ) / (HELIX_STEP * stage.diameterMm)))
  write.line(`G0${write.xy(cut)}`, cut.label)
  write.line(`G0 Z${write.length(cut.mouthZ + plan.rules.nearMm)}`)
  write.line(`G1 Z${write.length(cut.mouthZ)}${feed}`)
  write.line(`G1${write.xy(start)}${feed}`)
  for (let turn = 1; turn <= turns; turn++) {
    const z = cut.mouthZ + ((cut.tipZ - cut.mouthZ) * turn) / turns
    write.line(`G3${write.xy(start)} Z${write.length(z)} I${write.length(-radius)} J0.${feed}`)
  }
  write.line(`G3${write.xy(start)} I${write.length(-radius)} J0.${feed}`)
  write.line(`G1${write.xy(cut)}${feed}`)
  write.line(`G0 Z${write.length(plan.safeZ)}`)
}

/** Lines in one unit; numbers with a decimal point, as older controls need. */
class Writer {
  text = ''
  constructor(private readonly inch: boolean) {}

  line(words: string, comment?: string): void {
    this.text += `${words}${comment === undefined ? '' : ` ${bracketed(comment)}`}\n`
  }

  comment(words: string): void {
    this.line(bracketed(words))
  }

  length(mm: number): string {
    const text = printNumber(this.inch ? mm / INCH_MM : mm, this.inch ? 4 : 3)
    return text.includes('.') ? text : `${text}.`
  }

  xy({ x, y }: { readonly x: number; readonly y: number }): string {
    return ` X${this.length(x)} Y${this.length(y)}`
  }

  feed(mmPerMinute: number): string {
    const text = printNumber(this.inch ? mmPerMinute / INCH_MM : mmPerMinute, this.inch ? 3 : 1)
    return text.includes('.') ? text : `${text}.`
  }
}

/** A comment: capitals, no brackets inside, nothing but ASCII. */
function bracketed(words: string): string {
  const plain = words
    .toUpperCase()
    .normalize('NFD')
    .replace(/[−–]/g, '-')
    .replace(/°/g, ' DEG')
    .replace(/[×]/g, 'X')
    .replace(/[()]/g, ' ')
    .replace(/[^\x20-\x7e]/g, '')
  return `(${plain.replace(/\s+/g, ' ').trim()})`
}
