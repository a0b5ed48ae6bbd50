import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { findingsOf, type Finding } from '@/core/findings'
import { type FootholdFile, readDocumentText, requirementsCsv, writeDocument } from '@/core/formats'
import { fail, type Result, succeed } from '@/core/issues'
import { type Analysis, analyse } from '@/core/prediction'
import { setupSheet } from '@/core/sheet'
import { simulate, type SimulationOptions } from '@/core/variation'
import { type Way } from '@/core/way'
import { setupSheetPdf } from '@/pdf'

/** What `check` says of one way. */
export interface WayCheck {
  readonly way: string
  readonly forbidden: boolean
  readonly findings: readonly Finding[]
}

/** Reads a document and looks at every way with the rules. */
export function checkFile(text: string): Result<readonly WayCheck[]> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  return succeed(
    file.value.ways.map((way) => {
      const findings = findingsFor(
        file.value,
        way,
        analyse(file.value.workshop, file.value.part, way),
      )
      return { way: way.name, forbidden: findings.some((f) => f.severity === 'forbids'), findings }
    }),
  )
}

const findingsFor = (
  { part, workshop }: FootholdFile,
  way: Way,
  analysis: Analysis,
): readonly Finding[] => findingsOf(workshop, part, way, analysis)

/** Reads a document and predicts every requirement in every way; with samples, simulates too. */
export function analyseFile(
  text: string,
  simulation?: SimulationOptions,
): Result<readonly object[]> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, workshop } = file.value
  return succeed(
    file.value.ways.map((way) => {
      const analysis = analyse(workshop, part, way)
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
        way: way.name,
        requirements: analysis.requirements.map((r) => {
          const drawn = simulated?.measures[judged.indexOf(r)]
          return {
            id: r.requirement.id,
            title: r.title,
            standing: r.standing,
            ...(r.reason === undefined ? {} : { reason: r.reason }),
            ...(r.outcome
              ? {
                  unit: r.requirement.kind === 'angle' ? 'rad' : 'mm',
                  likely: r.outcome.likely,
                  worst: r.outcome.worst,
                  links: r.outcome.links,
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
    }),
  )
}

function runToEnd<T>(steps: Generator<number, T>): T {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

export const EXPORT_KINDS = ['json', 'csv', 'sheet-pdf'] as const
export type ExportKind = (typeof EXPORT_KINDS)[number]

export interface Exported {
  readonly bytes: Uint8Array
  readonly type: string
  readonly name: string
}

/** Writes a document out as its own format, the requirement table of a way, or the way's setup sheet. */
export async function exportFile(
  file: FootholdFile,
  kind: ExportKind,
  wayName?: string,
): Promise<Result<Exported>> {
  const stem =
    file.part.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'part'
  if (kind === 'json')
    return succeed({
      bytes: new TextEncoder().encode(writeDocument(file)),
      type: 'application/json',
      name: `${stem}.foothold.json`,
    })
  const way = wayName === undefined ? file.ways[0] : file.ways.find((w) => w.name === wayName)
  if (!way)
    return fail(
      'export.no-way',
      wayName === undefined
        ? 'The document has no way to print.'
        : `The document has no way called “${wayName}”; it has ${file.ways.map((w) => w.name).join(', ') || 'none'}.`,
      'way',
    )
  const analysis = analyse(file.workshop, file.part, way)
  if (kind === 'csv')
    return succeed({
      bytes: new TextEncoder().encode(requirementsCsv(file.part, analysis)),
      type: 'text/csv; charset=utf-8',
      name: `${stem}-requirements.csv`,
    })
  const sheet = setupSheet(
    file.workshop,
    file.part,
    way,
    analysis,
    findingsFor(file, way, analysis),
  )
  return succeed({
    bytes: await setupSheetPdf(sheet, fonts()),
    type: 'application/pdf',
    name: `${stem}-setup-sheet.pdf`,
  })
}

/** The fonts of the product, from the packages that ship with it. */
function fonts() {
  const from = createRequire(`${process.cwd()}/package.json`)
  const read = (family: string, weight: number): Uint8Array =>
    readFileSync(from.resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`))
  return {
    words: read('atkinson-hyperlegible-next', 400),
    bold: read('atkinson-hyperlegible-next', 700),
    figures: read('atkinson-hyperlegible-mono', 400),
  }
}
