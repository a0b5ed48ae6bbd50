import { must } from './ends'

/** How the part stands in each setup; 1 where something there forbids it. */
export async function standLine(
  text: string,
  way: string | undefined,
  print: (value: unknown) => void,
): Promise<number> {
  const { standFile } = await import('@/operations/standFile')
  const ways = must(standFile(text, way))
  print(ways)
  const forbids = ways.some(({ setups }) =>
    setups.some(({ findings }) => findings.some(({ severity }) => severity === 'forbids')),
  )
  return forbids ? 1 : 0
}
