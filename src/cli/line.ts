import { dirname, join } from 'node:path'
import { parseArgs } from 'node:util'
import { BadInput, type Ends, must, read } from './ends'
import { fitLine } from './fitLine'
import { importLine } from './importLine'
import { jawsLine } from './jawsLine'
import { plateLine } from './plateLine'
import { standLine } from './standLine'
import { steeringLine } from './steeringLine'
import { CALCULATORS, runCalculator } from '@/core/handbook/calculators'
import { JAW_KINDS, PLATE_KINDS } from '@/operations/heldKinds'
import { nearestWord } from '@/core/ground/issues'
import {
  EXPORT_KINDS,
  type ExportKind,
  type ExportOptions,
  readPlace,
} from '@/operations/exportOptions'

const USAGE = `foothold: plans and checks milling work in several setups

  foothold calc                                the calculators, with what each takes
  foothold calc ID key=value … [--unit inch]   one quick figure: calc tap-drill thread=M6
  foothold check FILE                          what the rules say of each way
  foothold analyse FILE [--samples N --seed S] predicted spread of each requirement
  foothold import FILE.step|stl|dxf [--body N] [--unit mm|inch] [--thickness 10] [--layer NAME]
                  [--out part.foothold.json]   what is in a file with a solid; one body of it as a part
  foothold export FILE --as ${EXPORT_KINDS.slice(0, 3).join('|')} [--way NAME] [--out FILE]
  foothold export FILE --as ${EXPORT_KINDS.slice(3, 7).join('|')} [--way NAME] [--setup N] [--out FILE]
  foothold export FILE --as ${EXPORT_KINDS.slice(7).join('|')}
                  [--way NAME] [--setup N] [--from zero|corner|centre]
                  [--unit mm|inch] [--by-hand] [--place=X,Y,Z] [--out FILE]
  foothold fit FILE [--casting NAME] [--hold none|turn|rest]
                                               how the part lies best in a measured casting, and how it is set
  foothold fit-points INPUT.json [--hold …]    the same for plain surfaces and points
  foothold jaws FILE --setup N --as ${JAW_KINDS.join('|')} [--jaw fixed|moving] [--way NAME] [--out FILE]
                                               soft jaws for a setup, as they are to be cut
  foothold diagnose FILE --measured M.json     what explains what was measured, and what would part two causes
  foothold learn FILE --measured M.json        figures of the shop as its pieces have them, capability, how honest predictions were
  foothold left FILE [--way NAME]              what is left after each setup, and what the metal says
  foothold make FILE [--fault KEY=SIZE …] [--pieces N] [--seed S] [--setup N]
                                               pieces made by the exact chain with a hidden truth, as measured
  foothold plate FILE --setup N --as ${PLATE_KINDS.join('|')} [--way NAME] [--out FILE]
                                               a fixture plate for a setup: pins, rests, screws, reliefs
  foothold run FILE --measured M.json          predictions after what was measured, and what to move before the next cut
  foothold say LINE [--part FILE] [--unit inch] what a line says, as in the document; or a question
  foothold stand FILE [--way NAME]             how the part stands in each setup: locators, clamps, zero
  foothold zero FILE --readings FILE [--way NAME] [--setup N]
                                               zero from readings at the machine, and what is suspicious

FILE is a foothold/2 document, or one of an earlier build; - reads standard input. JSON goes to standard output,
words to standard error. Exit 0: well; 1: the plan has findings that forbid; 2: bad input, or a question.`

const COMMANDS = [
  'calc',
  'check',
  'analyse',
  'diagnose',
  'learn',
  'export',
  'fit',
  'fit-points',
  'import',
  'jaws',
  'left',
  'make',
  'plate',
  'run',
  'say',
  'stand',
  'zero',
] as const

const OPTIONS = {
  samples: { type: 'string' },
  seed: { type: 'string' },
  as: { type: 'string' },
  way: { type: 'string' },
  out: { type: 'string' },
  unit: { type: 'string' },
  setup: { type: 'string' },
  from: { type: 'string' },
  place: { type: 'string' },
  readings: { type: 'string' },
  measured: { type: 'string' },
  fault: { type: 'string', multiple: true },
  pieces: { type: 'string' },
  part: { type: 'string' },
  body: { type: 'string' },
  casting: { type: 'string' },
  hold: { type: 'string' },
  jaw: { type: 'string' },
  thickness: { type: 'string' },
  layer: { type: 'string' },
  'by-hand': { type: 'boolean' },
  help: { type: 'boolean' },
} as const

/** One command line: what it prints goes to `ends`; the exit code. */
export async function runLine(args: readonly string[], ends: Ends): Promise<number> {
  try {
    return await obey(args, ends)
  } catch (error) {
    const isInput = error instanceof BadInput || (error instanceof TypeError && 'code' in error)
    ends.err(isInput ? error.message : `Something went wrong inside: ${String(error)}`)
    return 2
  }
}

async function obey(args: readonly string[], ends: Ends): Promise<number> {
  const print = (value: unknown): void => ends.out(`${JSON.stringify(value, undefined, 2)}\n`)
  const { positionals, values } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: OPTIONS,
  })
  const [command, path, ...rest] = positionals
  if (values.help || command === undefined) {
    ends.out(`${USAGE}\n`)
    return command === undefined && !values.help ? 2 : 0
  }
  if (!(COMMANDS as readonly string[]).includes(command)) throw unknownCommand(command)
  if (command === 'calc') {
    print(path === undefined ? listCalculators() : calculate(path, rest, values.unit))
    return 0
  }
  if (command === 'say') return sayLine([path, ...rest], values, ends, print)
  if (path === undefined) throw new BadInput(`Name the file to ${command}.`)
  if (command === 'import') return importLine(path, values, ends, print)
  const text = read(ends, path)
  if (command === 'left' || values.as?.startsWith('left')) await lookBeside(text, path, ends)
  if (command === 'fit' || command === 'fit-points') return fitLine(command, text, values, print)
  if (command === 'run' || command === 'diagnose' || command === 'learn' || command === 'make')
    return steeringLine(command, text, values, ends, print)
  // Only what the command needs is loaded: a quick figure is there at once.
  const { analysisOf, checkOf, predictFile, zeroFromReadings } = await import('@/operations/files')
  switch (command) {
    case 'check': {
      const checks = must(predictFile(text)).map(checkOf)
      print(checks)
      return checks.some((check) => check.forbidden) ? 1 : 0
    }
    case 'analyse': {
      const simulation = simulationOf(values.samples, values.seed)
      const predictions = must(predictFile(text))
      print(predictions.map((one) => analysisOf(one, simulation)))
      return predictions.some((prediction) => checkOf(prediction).forbidden) ? 1 : 0
    }
    case 'jaws':
      return jawsLine(text, values, ends)
    case 'plate':
      return plateLine(text, values, ends)
    case 'left':
      return leftLine(text, values.way, print)
    case 'stand':
      return standLine(text, values.way, print)
    case 'zero': {
      if (values.readings === undefined)
        throw new BadInput('Name the file with the readings: --readings FILE.')
      const { setup, way } = exportOptions(values)
      print(must(zeroFromReadings(text, read(ends, values.readings), { way, setup })))
      return 0
    }
    default:
      return exportLine(text, values, ends)
  }
}

/** Hands out one file made of a document. */
async function exportLine(
  text: string,
  values: Parameters<typeof exportOptions>[0] & {
    as?: string | undefined
    out?: string | undefined
  },
  ends: Ends,
): Promise<number> {
  const kind = values.as ?? 'json'
  if (!(EXPORT_KINDS as readonly string[]).includes(kind))
    throw new BadInput(`--as takes ${EXPORT_KINDS.join(', ')}; “${kind}” is none of them.`)
  const { exportFile } = await import('@/operations/files')
  const { readDocumentText } = await import('@/core/paper/formats')
  const exported = must(
    await exportFile(must(readDocumentText(text)), kind as ExportKind, exportOptions(values)),
  )
  if (values.out === undefined) ends.out(exported.bytes)
  else ends.write(values.out, exported.bytes)
  return 0
}

/** Solids that a document is cut from lie beside it. */
async function lookBeside(text: string, path: string, ends: Ends): Promise<void> {
  const { takeFromBeside } = await import('@/operations/solids/beside')
  takeFromBeside(text, (name) => ends.readBytes(join(dirname(path), name)))
}

function unknownCommand(command: string): BadInput {
  const near = nearestWord(command, COMMANDS)
  return new BadInput(
    `There is no command “${command}”${near ? `; did you mean “${near}”?` : ''}\n\n${USAGE}`,
  )
}

/** What a line says of a part, or what has to be asked first. */
async function sayLine(
  words: readonly (string | undefined)[],
  { part: file, unit }: { part?: string | undefined; unit?: string | undefined },
  ends: Ends,
  print: (value: unknown) => void,
): Promise<number> {
  const line = words.filter((word) => word !== undefined).join(' ')
  if (line.trim() === '')
    throw new BadInput('Say what? For example: say "bore 22 H7 through, on front"')
  if (unit !== undefined && unit !== 'mm' && unit !== 'inch')
    throw new BadInput('--unit takes mm or inch.')
  const { sayIn } = await import('@/operations/saying')
  const { isAnswer, value } = must(
    sayIn(line, file === undefined ? undefined : read(ends, file), unit),
  )
  print(value)
  return isAnswer ? 0 : 2
}

/** What is left after each setup; 1 where the metal forbids something. */
async function leftLine(
  text: string,
  way: string | undefined,
  print: (value: unknown) => void,
): Promise<number> {
  const { leftFile } = await import('@/operations/left')
  const left = must(await leftFile(text, way))
  print(left)
  return left.some(({ findings }) => findings.some((f) => f.severity === 'forbids')) ? 1 : 0
}

function exportOptions(values: {
  way?: string | undefined
  setup?: string | undefined
  from?: string | undefined
  unit?: string | undefined
  place?: string | undefined
  'by-hand'?: boolean | undefined
}): ExportOptions {
  const { from, unit, way } = values
  const place = values.place === undefined ? undefined : must(readPlace(values.place))
  const setup = values.setup === undefined ? undefined : Number(values.setup)
  if (setup !== undefined && (!Number.isInteger(setup) || setup < 1))
    throw new BadInput('--setup takes the number of a setup, from 1.')
  if (from !== undefined && from !== 'zero' && from !== 'corner' && from !== 'centre')
    throw new BadInput('--from takes zero, corner or centre.')
  if (unit !== undefined && unit !== 'mm' && unit !== 'inch')
    throw new BadInput('--unit takes mm or inch.')
  return { way, setup, from, unit, place, cycles: values['by-hand'] !== true }
}

const listCalculators = (): object[] =>
  CALCULATORS.map(({ fields, id, title }) => ({
    id,
    title,
    inputs: Object.fromEntries(
      Object.entries(fields).map(([key, field]) => [
        key,
        `${field.label}${field.fallback !== undefined ? `, else ${field.fallback}` : field.optional ? ', may be left out' : ''}`,
      ]),
    ),
  }))

function calculate(id: string, pairs: readonly string[], unit = 'mm'): object {
  if (unit !== 'mm' && unit !== 'inch')
    throw new BadInput('--unit takes mm or inch; it is the unit of bare lengths.')
  const inputs: Record<string, string> = {}
  for (const pair of pairs) {
    const at = pair.indexOf('=')
    if (at < 1)
      throw new BadInput(`“${pair}” is not an input; write key=value, for example diameter=10.`)
    inputs[pair.slice(0, at)] = pair.slice(at + 1)
  }
  return must(runCalculator(id, inputs, unit))
}

function simulationOf(
  samples: string | undefined,
  seed: string | undefined,
): { samples: number; seed: number } | undefined {
  if (samples === undefined && seed === undefined) return undefined
  const [n, s] = [Number(samples ?? 100_000), Number(seed ?? 1)]
  if (!Number.isInteger(n) || n < 100 || n > 2_000_000)
    throw new BadInput('--samples takes a whole number from 100 to 2000000.')
  if (!Number.isInteger(s)) throw new BadInput('--seed takes a whole number.')
  return { samples: n, seed: s }
}
