import { kindOf } from '@/core/shop/holding'
import { findingsOf } from '@/core/foreman/findings'
import { type Finding } from '@/core/ground/finding'
import {
  type FootholdFile,
  offsetsCsv,
  offsetsProgram,
  readDocumentText,
  requirementsCsv,
  writeDocument,
} from '@/core/paper/formats'
import { schemaIssues } from '@/core/paper/stored'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { AXES } from '@/core/ground/geometry'
import {
  type Anchor,
  doubtsOf,
  foundZero,
  type OffsetRow,
  zeroLedger,
  standingMark,
  ZeroRecordSchema,
} from '@/core/floor/offsets'
import { planWay } from '@/core/plan/planning'
import { type Prediction, predictWay } from '@/core/predict/prediction'
import { simulate, type SimulationOptions } from '@/core/chain/variation'
import { type Way } from '@/core/plan/way'
import { CSV, type Exported, slug, textFile } from './exported'
import { exportHoles } from './exportHoles'
import { type ExportKind, type ExportOptions } from './exportOptions'
import { exportSolid, isSolidKind } from './solids/exported'
import { sheetPdf } from './sheetPdf'

/** What `check` says of one way. */
export interface WayCheck {
  readonly way: string
  readonly forbidden: boolean
  readonly findings: readonly Finding[]
}

/** Reads a document and predicts every way of it. */
export function predictFile(text: string): Result<readonly Prediction[]> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, ways, workshop } = file.value
  return succeed(ways.map((way) => predictWay(planWay(workshop, part, way))))
}

/** Reads a document and looks at every way with the rules. */
export function checkFile(text: string): Result<readonly WayCheck[]> {
  const predictions = predictFile(text)
  return predictions.ok ? succeed(predictions.value.map(checkOf)) : predictions
}

/** What the rules say of a way. */
export function checkOf(prediction: Prediction): WayCheck {
  const findings = findingsOf(prediction)
  const forbidden = findings.some((f) => f.severity === 'forbids')
  return { way: prediction.plan.way.name, forbidden, findings }
}

/** Reads a document and predicts every requirement in every way; with samples, simulates too. */
export function analyseFile(
  text: string,
  simulation?: SimulationOptions,
): Result<readonly object[]> {
  const predictions = predictFile(text)
  return predictions.ok
    ? succeed(predictions.value.map((prediction) => analysisOf(prediction, simulation)))
    : predictions
}

/** What is predicted of a way, for reading by other programs. */
export function analysisOf(analysis: Prediction, simulation?: SimulationOptions): object {
  const judged = analysis.requirements.filter((r) => r.compiled)
  const simulated = simulation
    ? runToEnd(
        simulate(
          judged.flatMap((r) => r.compiled ?? []),
          analysis.model.stack.sources,
          simulation,
        ),
      )
    : undefined
  return {
    way: analysis.plan.way.name,
    requirements: analysis.requirements.map((r) => {
      const drawn = simulated?.measures[judged.indexOf(r)]
      return {
        id: r.requirement.id,
        title: r.title,
        standing: r.standing,
        ...(r.reason === undefined ? {} : { reason: r.reason }),
        ...(r.read === undefined ? {} : { read: r.read }),
        ...(r.outcome
          ? {
              unit: r.requirement.kind === 'angle' ? 'rad' : 'mm',
              likely: r.outcome.likely,
              worst: r.outcome.worst,
              links: r.outcome.links,
              betweenTwo: r.outcome.between,
            }
          : {}),
        ...(drawn
          ? {
              simulated: {
                rejected: drawn.rejected,
                low: drawn.low,
                high: drawn.high,
                mean: drawn.mean,
              },
            }
          : {}),
      }
    }),
    ...(simulation ? { simulation } : {}),
  }
}

function runToEnd<T>(steps: Generator<number, T>): T {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** Writes a document out as its own format, a table, the setup sheet, or what a setup needs for its holes. */
export async function exportFile(
  file: FootholdFile,
  kind: ExportKind,
  options: ExportOptions = {},
): Promise<Result<Exported>> {
  const stem = slug(file.part.name)
  if (kind === 'json')
    return succeed(textFile(`${stem}.foothold.json`, 'application/json', writeDocument(file)))
  const way =
    options.way === undefined ? file.ways[0] : file.ways.find((w) => w.name === options.way)
  if (!way)
    return fail(
      'export.no-way',
      options.way === undefined
        ? 'The document has no way to print.'
        : `The document has no way called “${options.way}”; it has ${file.ways.map((w) => w.name).join(', ') || 'none'}.`,
      'way',
    )
  const plan = planWay(file.workshop, file.part, way)
  if (isSolidKind(kind)) return exportSolid(plan, stem, kind, options.setup)
  if (kind === 'csv')
    return succeed(textFile(`${stem}-requirements.csv`, CSV, requirementsCsv(predictWay(plan))))
  const offsets = zeroLedger(
    plan,
    options.records ?? {},
    options.place ? anchorsAt(way, options.place) : options.register,
  )
  if (kind === 'offsets-csv' || kind === 'offsets-g10')
    return exportOffsets(file, way, offsets, kind, options)
  if (kind !== 'sheet-pdf') {
    const number = options.setup ?? 1
    const planned = plan.setups[number - 1]
    if (!planned)
      return fail(
        'export.no-setup',
        `${way.name} has ${way.setups.length} ${way.setups.length === 1 ? 'setup' : 'setups'}; there is no setup ${number}.`,
        'setup',
      )
    return exportHoles(file, planned, number, kind, options)
  }
  return succeed({
    bytes: await sheetPdf(plan, offsets),
    type: 'application/pdf',
    name: `${stem}-setup-sheet.pdf`,
  })
}

/** Works out readings taken at the machine for one setup of a document: zero, how well it is known, what looks wrong. */
export function zeroFromReadings(
  text: string,
  readingsText: string,
  options: Pick<ExportOptions, 'way' | 'setup'>,
): Result<object> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, ways, workshop } = file.value
  const way = options.way === undefined ? ways[0] : ways.find((w) => w.name === options.way)
  const index = (options.setup ?? 1) - 1
  const planned = way && planWay(workshop, part, way).setups[index]
  if (!planned) return fail('zero.no-setup', 'The document has no such way or setup.', 'setup')
  let value: unknown
  try {
    value = JSON.parse(readingsText)
  } catch {
    return fail('zero.json', 'The readings are not JSON.', 'readings')
  }
  const record = ZeroRecordSchema.safeParse({
    source: 'typed',
    stood: standingMark(planned),
    ...(typeof value === 'object' ? value : {}),
  })
  if (!record.success) {
    const [first, ...rest] = schemaIssues(record.error)
    return first
      ? { ok: false, issues: [first, ...rest] }
      : fail('zero.readings', 'The readings are not as they should be.', 'readings')
  }
  const found = foundZero(planned, record.data)
  if (!found.ok) return found
  return succeed({
    setup: planned.setup.name,
    ...found.value,
    doubts: doubtsOf(planned, record.data, found.value),
  })
}

/** The same place for every holding of a way: for one that is told on the command line. */
const anchorsAt = (
  way: Way,
  { x, y, z }: { readonly x: number; readonly y: number; readonly z: number },
): readonly Anchor[] => {
  const at = (value: number) => ({ at: value, plusMinus: 0 })
  return way.setups.flatMap(({ clamping }) => {
    if (clamping.kind !== 'own') return []
    const { holding, machine } = clamping
    return {
      ...kindOf(holding).anchored(holding),
      machine,
      axes: { x: at(x), y: at(y), z: at(z) },
      says: 'the place that was given',
    }
  })
}

function exportOffsets(
  { part }: FootholdFile,
  way: Way,
  rows: readonly OffsetRow[],
  kind: 'offsets-csv' | 'offsets-g10',
  options: ExportOptions,
): Result<Exported> {
  const chosen = options.setup === undefined ? rows : rows.slice(options.setup - 1, options.setup)
  if (chosen.length === 0)
    return fail(
      'export.no-setup',
      `${way.name} has ${way.setups.length} ${way.setups.length === 1 ? 'setup' : 'setups'}; there is no setup ${options.setup ?? 1}.`,
      'setup',
    )
  if (chosen.every((row) => AXES.every((axis) => row.axes[axis] === undefined)))
    return fail(
      'export.no-offsets',
      'No zero has been found yet, and nobody has said where the vise stands. Record it under Zero, put the vise in the register, or give its place: stop, fixed jaw and bed in machine coordinates.',
      'place',
    )
  const stem = `${slug(part.name)}-offsets`
  if (kind === 'offsets-csv') return succeed(textFile(`${stem}.csv`, CSV, offsetsCsv(chosen)))
  const lines = chosen.map((row) => ({
    what: `setup ${row.index + 1}: ${row.name}; ${row.place.join(', ')}`,
    offset: row.offset,
    at: Object.fromEntries(
      AXES.flatMap((axis) => (row.axes[axis] ? [[axis, row.axes[axis].at]] : [])),
    ),
  }))
  return succeed(
    textFile(
      `${stem}.nc`,
      'text/plain; charset=us-ascii',
      offsetsProgram(`${part.name}, ${way.name}`, lines, options.unit ?? part.unit),
    ),
  )
}
