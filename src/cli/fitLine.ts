import { BadInput, must } from './ends'

/** How a part lies best in a casting; 1 where it does not clean up. */
export async function fitLine(
  command: 'fit' | 'fit-points',
  text: string,
  { casting, hold = undefined }: { casting?: string | undefined; hold?: string | undefined },
  print: (value: unknown) => void,
): Promise<number> {
  const held = HOLDS.find((one) => one === hold)
  if (hold !== undefined && !held) throw new BadInput('--hold takes none, turn or rest.')
  const { fitFile, fitPointsText } = await import('@/operations/fitting')
  const fit = must(
    command === 'fit' ? await fitFile(text, { casting, held }) : await fitPointsText(text, held),
  )
  print(fit)
  return fit.cleansUp ? 0 : 1
}
const HOLDS = ['none', 'turn', 'rest'] as const
