import { findingsOf, withMetal } from '@/core/foreman/findings'
import { type SetupVolume } from '@/core/foreman/metal'
import { type Finding } from '@/core/ground/finding'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { readDocumentText } from '@/core/paper/formats'
import { planWay } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { metalOf } from '@/kernel'
import { stockMissing } from './solids/stockMissing'

/** What is left of the part in one way: volumes after each setup, and the findings that need the metal. */
export interface WayLeft {
  readonly way: string
  readonly boughtMm3: number
  readonly finishedMm3: number
  readonly setups: readonly SetupVolume[]
  readonly findings: readonly Finding[]
}

/** What is left after each setup of every way of a document, or of one. */
export async function leftFile(
  text: string,
  wayName?: string,
): Promise<Result<readonly WayLeft[]>> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, ways, workshop } = file.value
  const wanted = ways.filter(({ name }) => wayName === undefined || name === wayName)
  if (wanted.length === 0)
    return fail('left.no-way', `The document has no way called “${wayName ?? ''}”.`, 'way')
  const all: WayLeft[] = []
  for (const way of wanted) {
    const plan = planWay(workshop, part, way)
    const report = await metalOf(plan).catch(stockMissing)
    if ('ok' in report) return report
    const { boughtMm3, findings, finishedMm3, setups } = report
    // Told once with all others, so that what is said already without the metal is not said again.
    const together = withMetal(findingsOf(predictWay(plan)), findings)
    all.push({
      way: way.name,
      boughtMm3,
      finishedMm3,
      // Counted from 1, as everywhere on paper.
      setups: setups.map((one) => ({ ...one, setup: one.setup + 1 })),
      findings: together.filter(({ code }) => code.startsWith('metal.')),
    })
  }
  return succeed(all)
}
