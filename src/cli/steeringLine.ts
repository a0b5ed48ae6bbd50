import { BadInput, type Ends, must, read } from './ends'

interface Values {
  readonly measured?: string | undefined
  readonly fault?: readonly string[] | undefined
  readonly pieces?: string | undefined
  readonly seed?: string | undefined
  readonly setup?: string | undefined
  readonly way?: string | undefined
}

/** What was measured on pieces: what follows for what is still to be cut, or what is to blame; what they teach of the shop; or pieces made with a hidden truth. */
export async function steeringLine(
  command: 'run' | 'diagnose' | 'learn' | 'make',
  text: string,
  values: Values,
  ends: Ends,
  print: (value: unknown) => void,
): Promise<number> {
  const { MakingSchema, diagnoseFile, makeFile, runFile } = await import('@/operations/steering')
  if (command === 'make') {
    const asked = MakingSchema.safeParse({
      way: values.way,
      faults: Object.fromEntries((values.fault ?? []).map(faultOf)),
      ...whole('pieces', values.pieces),
      ...whole('seed', values.seed),
      ...(values.setup === undefined ? {} : { setups: Number(values.setup) }),
    })
    if (!asked.success)
      throw new BadInput('--pieces takes 1 to 200, --seed and --setup whole numbers.')
    print(must(makeFile(text, asked.data)))
    return 0
  }
  if (values.measured === undefined)
    throw new BadInput('Name the file with what was measured: --measured FILE.')
  const measured = read(ends, values.measured)
  if (command === 'run') print(must(await runFile(text, measured)))
  else if (command === 'learn')
    print(must((await import('@/operations/learning')).learnFile(text, measured)))
  else print(must(diagnoseFile(text, measured)))
  return 0
}

/** KEY=SIZE; a key may have an equals sign of its own. */
function faultOf(told: string): readonly [string, number] {
  const at = told.lastIndexOf('=')
  const size = Number(told.slice(at + 1))
  if (at < 1 || !Number.isFinite(size) || told.slice(at + 1).trim() === '')
    throw new BadInput(
      `“${told}” is no fault; write KEY=SIZE, for example --fault "at s-2, seat rest1=0.06".`,
    )
  return [told.slice(0, at), size]
}

const whole = (name: string, told: string | undefined): Record<string, number> =>
  told === undefined ? {} : { [name]: Number(told) }
