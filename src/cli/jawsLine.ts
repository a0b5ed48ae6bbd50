import { JAW_KINDS, type JawKind } from '@/operations/heldKinds'
import { BadInput, type Ends, must } from './ends'

/** Soft jaws for a setup, as a file; 1 where they cannot be made or do not hold. */
export async function jawsLine(
  text: string,
  values: {
    readonly as?: string | undefined
    readonly jaw?: string | undefined
    readonly out?: string | undefined
    readonly setup?: string | undefined
    readonly way?: string | undefined
  },
  ends: Ends,
): Promise<number> {
  const { as: kind = 'json', jaw, out, way } = values
  if (!(JAW_KINDS as readonly string[]).includes(kind))
    throw new BadInput(`--as takes ${JAW_KINDS.join(', ')}; “${kind}” is none of them.`)
  if (jaw !== undefined && jaw !== 'fixed' && jaw !== 'moving')
    throw new BadInput('--jaw takes fixed or moving; both when left out.')
  const setup = Number(values.setup)
  if (!Number.isInteger(setup) || setup < 1)
    throw new BadInput('Name the setup that the jaws are for: --setup N, from 1.')
  const { jawsFile } = await import('@/operations/jaws')
  const { bytes, isSound } = must(await jawsFile(text, kind as JawKind, { way, setup, jaw }))
  if (out === undefined) ends.out(bytes)
  else ends.write(out, bytes)
  return isSound ? 0 : 1
}
