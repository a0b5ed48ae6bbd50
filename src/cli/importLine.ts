import { parseLength } from '@/core/handbook/units'
import { BadInput, type Ends, must, read } from './ends'

/** What is in a file with a solid; with `--out` the document of one of its bodies. */
export async function importLine(
  path: string,
  values: {
    body?: string | undefined
    unit?: string | undefined
    thickness?: string | undefined
    layer?: string | undefined
    out?: string | undefined
  },
  ends: Ends,
  print: (value: unknown) => void,
): Promise<number> {
  const { layer, out, unit } = values
  if (unit !== undefined && unit !== 'mm' && unit !== 'inch')
    throw new BadInput('--unit takes mm or inch.')
  const thickness =
    values.thickness === undefined ? undefined : must(parseLength(values.thickness, unit ?? 'mm'))
  const body = values.body === undefined ? undefined : Number(values.body)
  if (body !== undefined && (!Number.isInteger(body) || body < 0))
    throw new BadInput('--body takes the number of a body, from 0.')
  const { importFile } = await import('@/operations/solids/importing')
  const bytes = read(ends, path, ends.readBytes)
  const name = path.split(/[\\/]/).pop() ?? path
  const { document, report } = must(
    await importFile(bytes, name, { thicknessMm: thickness?.mm, layer, unit, body }),
  )
  if (out !== undefined) {
    if (!document)
      throw new BadInput(
        `The file holds ${report.bodies.length} bodies: say which with --body, 0 to ${report.bodies.length - 1}.`,
      )
    ends.write(out, new TextEncoder().encode(document))
  }
  print(report)
  return 0
}
