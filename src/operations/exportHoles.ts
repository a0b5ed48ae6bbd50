import {
  drillingProgram,
  type FootholdFile,
  holesCsv,
  holeTemplate,
  templateSvg,
} from '@/core/paper/formats'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { drillingPlan, holesInSetup, outlineInSetup } from '@/core/plan/drilling'
import { type PlannedSetup } from '@/core/plan/planning'
import { type Part } from '@/core/work/part'
import { writeDxf } from '@/exchange'
import { templatePdf } from '@/pdf'
import { CSV, type Exported, slug, textFile } from './exported'
import { type ExportKind, type ExportOptions } from './exportOptions'
import { fonts } from './fonts'
import { type SolidKind } from './solids/exported'

/** What a setup needs for its holes, as a file. */
export async function exportHoles(
  { part }: FootholdFile,
  planned: PlannedSetup,
  number: number,
  kind: Exclude<
    ExportKind,
    'json' | 'csv' | SolidKind | 'sheet-pdf' | 'offsets-csv' | 'offsets-g10'
  >,
  options: ExportOptions,
): Promise<Result<Exported>> {
  const stem = `${slug(part.name)}-setup-${number}`
  const from = options.from ?? 'zero'
  const holes = holesInSetup(planned, from)
  if (holes.length === 0)
    return fail('export.no-holes', `No hole can be reached in setup ${number}.`, 'setup')
  if (kind === 'holes-csv')
    return succeed(textFile(`${stem}-holes.csv`, CSV, holesCsv(part, holes)))
  if (kind === 'program') {
    const text = programOf(planned, part, number, options)
    return text.ok
      ? succeed(textFile(`${stem}.nc`, 'text/plain; charset=us-ascii', text.value))
      : text
  }
  const template = holeTemplate(
    part,
    holes,
    outlineInSetup(planned, from),
    `${part.name}, setup ${number}`,
  )
  switch (kind) {
    case 'holes-dxf':
      return succeed(textFile(`${stem}-holes.dxf`, 'application/dxf', writeDxf(template)))
    case 'template-svg':
      return succeed(textFile(`${stem}-template.svg`, 'image/svg+xml', templateSvg(template)))
    case 'template-pdf':
      return succeed({
        bytes: await templatePdf(template, fonts()),
        type: 'application/pdf',
        name: `${stem}-template.pdf`,
      })
  }
}

/**
 * The drilling program of a setup, by its number from 1.
 *
 * @returns `export.no-holes` where none is made there from coordinates.
 */
function programOf(
  planned: PlannedSetup,
  part: Part,
  number: number,
  options: Pick<ExportOptions, 'unit' | 'cycles'>,
): Result<string> {
  const plan = drillingPlan(planned)
  const refused = (sentence: string) => fail('export.no-holes', sentence, 'setup')
  if (plan.stages.length === 0)
    return refused(`No hole is made in setup ${number}; tick one there.`)
  if (plan.unprogrammed !== undefined) return refused(`Setup ${number}: ${plan.unprogrammed}`)
  return succeed(
    drillingProgram(plan, {
      title: `${part.name}, setup ${number}: ${planned.setup.name}`,
      unit: options.unit ?? part.unit,
      cycles: options.cycles ?? true,
      offset: planned.setup.zero.offset,
    }),
  )
}
