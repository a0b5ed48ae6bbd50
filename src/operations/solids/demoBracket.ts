import { facetBytes } from '@/kernel/facets'
import { type Way } from '@/core/plan/way'
import { motorBracket, motorBracketJob } from '@/core/paper/demo'
import { type Result, succeed } from '@/core/ground/issues'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { stepOf } from '@/kernel/exact'
import { partOfBody } from './body'
import { digestOf, exactKernel, readSolidFile } from './read'

/** The demo's part from a file, with the file and its facets. */
export interface DemoBracket {
  readonly file: { readonly digest: string; readonly name: string; readonly bytes: Uint8Array }
  readonly facets: readonly Uint8Array[]
  readonly part: Part
  readonly ways: readonly Way[]
}

const NAME = 'motor-bracket-c.step'

/** The motor bracket, handed out as STEP and brought in again as a stranger's file. */
export async function demoBracket(): Promise<Result<DemoBracket>> {
  const written = stepOf(await exactKernel(), motorBracket())
  if (!written.ok) return written
  const { bytes } = written.value
  const read = await readSolidFile(bytes, NAME)
  if (!read.ok) return read
  const part = await partOfBody(read.value, { body: 0, name: 'Motor bracket' })
  if (!part.ok) return part
  return succeed({
    file: { digest: digestOf(bytes), name: NAME, bytes },
    facets: read.value.bodies.map(({ mesh }) => facetBytes(mesh)),
    ...motorBracketJob(STANDARD_WORKSHOP, part.value),
  })
}
