import { PLATE_KINDS, type PlateKind } from '@/operations/heldKinds'
import { BadInput, type Ends, must } from './ends'

/** A fixture plate for a setup, as a file; 1 where it cannot be made or does not take the part. */
export async function plateLine(
  text: string,
  values: {
    readonly as?: string | undefined
    readonly out?: string | undefined
    readonly setup?: string | undefined
    readonly way?: string | undefined
  },
  ends: Ends,
): Promise<number> {
  const { as: kind = 'json', out, way } = values
  if (!(PLATE_KINDS as readonly string[]).includes(kind))
    throw new BadInput(`--as takes ${PLATE_KINDS.join(', ')}; “${kind}” is none of them.`)
  const setup = Number(values.setup)
  if (!Number.isInteger(setup) || setup < 1)
    throw new BadInput('Name the setup that the plate is for: --setup N, from 1.')
  const { plateFile } = await import('@/operations/plate')
  const { bytes, isSound } = must(await plateFile(text, kind as PlateKind, { way, setup }))
  if (out === undefined) ends.out(bytes)
  else ends.write(out, bytes)
  return isSound ? 0 : 1
}
