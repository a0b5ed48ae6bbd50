import { readFileSync, writeFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { readDocumentText } from '@/core/formats'
import { type Issue, nearestWord, type Result } from '@/core/issues'
import {
  analyseFile,
  checkFile,
  EXPORT_KINDS,
  type ExportKind,
  exportFile,
} from '@/operations/files'

const USAGE = `foothold: plans and checks milling work in several setups

  foothold check FILE                          what the rules say of each way
  foothold analyse FILE [--samples N --seed S] predicted spread of each requirement
  foothold export FILE --as ${EXPORT_KINDS.join('|')} [--way NAME] [--out FILE]

FILE is a foothold/1 document; - reads standard input. JSON goes to standard output,
words to standard error. Exit 0: well; 1: the plan has findings that forbid; 2: bad input.`

const COMMANDS = ['check', 'analyse', 'export'] as const

class BadInput extends Error {}

async function main(): Promise<number> {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: {
      samples: { type: 'string' },
      seed: { type: 'string' },
      as: { type: 'string' },
      way: { type: 'string' },
      out: { type: 'string' },
      help: { type: 'boolean' },
    },
  })
  const [command, path] = positionals
  if (values.help || command === undefined) {
    console.log(USAGE)
    return command === undefined && !values.help ? 2 : 0
  }
  if (!(COMMANDS as readonly string[]).includes(command)) {
    const near = nearestWord(command, COMMANDS)
    throw new BadInput(
      `There is no command “${command}”${near ? `; did you mean “${near}”?` : ''}\n\n${USAGE}`,
    )
  }
  if (path === undefined) throw new BadInput(`Name the file to ${command}.`)
  const text = read(path)
  switch (command) {
    case 'check': {
      const checks = must(checkFile(text))
      print(checks)
      return checks.some((check) => check.forbidden) ? 1 : 0
    }
    case 'analyse':
      print(must(analyseFile(text, simulationOf(values.samples, values.seed))))
      return must(checkFile(text)).some((check) => check.forbidden) ? 1 : 0
    default: {
      const kind = values.as ?? 'json'
      if (!(EXPORT_KINDS as readonly string[]).includes(kind))
        throw new BadInput(`--as takes ${EXPORT_KINDS.join(', ')}; “${kind}” is none of them.`)
      const exported = must(
        await exportFile(must(readDocumentText(text)), kind as ExportKind, values.way),
      )
      if (values.out === undefined) process.stdout.write(exported.bytes)
      else writeFileSync(values.out, exported.bytes)
      return 0
    }
  }
}

function read(path: string): string {
  try {
    return readFileSync(path === '-' ? 0 : path, 'utf8')
  } catch {
    throw new BadInput(`The file “${path}” cannot be read.`)
  }
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

function must<Value>(result: Result<Value>): Value {
  if (result.ok) return result.value
  throw new BadInput(
    result.issues
      .map((issue: Issue) => `${issue.path === '' ? '' : `${issue.path}: `}${issue.sentence}`)
      .join('\n'),
  )
}

const print = (value: unknown): void => console.log(JSON.stringify(value, undefined, 2))

main().then(
  (code) => (process.exitCode = code),
  (error: unknown) => {
    const words =
      error instanceof BadInput || (error instanceof TypeError && 'code' in error)
        ? error.message
        : `Something went wrong inside: ${String(error)}`
    console.error(words)
    process.exitCode = 2
  },
)
