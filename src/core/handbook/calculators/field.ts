import { z } from 'zod'
import { type Result } from '../../ground/issues'
import { parseThread, type Thread } from '../standards'
import {
  parseAngle,
  parseLength,
  type LengthUnit,
  parseQuantity,
  type QuantityKind,
} from '../units'

/** One input of a calculator: what it is called, and how its words are read. */
export interface Field<Value> {
  readonly label: string
  /** Words taken when nothing is given. */
  readonly fallback?: string | undefined
  readonly optional: boolean
  readonly choices?: readonly string[] | undefined
  /** An example to show in the empty field. */
  readonly example: string
  /** The check at the door: text in, figure out, with the unit of bare lengths. */
  readonly schema: (unit: LengthUnit) => z.ZodType<Value, string>
}

/** A schema that reads text with one of the parsers and hands its sentences on. */
function reading<Value>(read: (text: string) => Result<Value>): z.ZodType<Value, string> {
  return z.string().transform((text, context): Value => {
    const result = read(text)
    if (result.ok) return result.value
    for (const issue of result.issues)
      context.addIssue({ code: 'custom', message: issue.sentence, params: { code: issue.code } })
    return z.NEVER
  })
}

interface More {
  readonly fallback?: string
  readonly example?: string
}

/** Which figures make sense: above zero, zero or more, or any. */
type Range = 'positive' | 'not negative' | 'any'

const ranged = (schema: z.ZodType<number, string>, range: Range, label: string) =>
  schema.refine(
    (value) => range === 'any' || (range === 'positive' ? value > 0 : value >= 0),
    `${label} must ${range === 'positive' ? 'be more than zero' : 'not be negative'}.`,
  )

/** A length in mm. */
export const length = (
  label: string,
  range: Range = 'positive',
  more: More = {},
): Field<number> => ({
  label,
  optional: false,
  example: more.example ?? '12.5',
  fallback: more.fallback,
  schema: (unit) =>
    ranged(
      reading((text) => {
        const read = parseLength(text, unit)
        return read.ok ? { ok: true, value: read.value.mm } : read
      }),
      range,
      label,
    ),
})

/** An angle in rad, typed in degrees. */
export const angle = (label: string, more: More = {}): Field<number> => ({
  label,
  optional: false,
  example: more.example ?? '30°',
  fallback: more.fallback,
  schema: () =>
    reading((text) => {
      const read = parseAngle(text)
      return read.ok ? { ok: true, value: read.value.rad } : read
    }),
})

/** A figure with a unit that is neither length nor angle. */
export const quantity = (
  kind: QuantityKind,
  label: string,
  range: Range,
  more: More = {},
): Field<number> => ({
  label,
  optional: false,
  example: more.example ?? '100',
  fallback: more.fallback,
  schema: () =>
    ranged(
      reading((text) => parseQuantity(text, kind)),
      range,
      label,
    ),
})

/** A whole number within limits. */
export const count = (
  label: string,
  least: number,
  most: number,
  more: More = {},
): Field<number> => ({
  label,
  optional: false,
  example: more.example ?? '6',
  fallback: more.fallback,
  schema: () =>
    z
      .string()
      .regex(/^\s*[-+]?\d+\s*$/, `${label} is a whole number from ${least} to ${most}.`)
      .transform(Number)
      .refine(
        (n) => n >= least && n <= most,
        `${label} is a whole number from ${least} to ${most}.`,
      ),
})

/** One of some words. */
export const choice = <const Word extends string>(
  label: string,
  words: readonly Word[],
  fallback?: NoInfer<Word>,
): Field<Word> => ({
  label,
  optional: false,
  example: words[0] ?? '',
  fallback,
  choices: words,
  schema: () =>
    z.string().transform((text, context): Word => {
      const found = words.find((word) => word.toLowerCase() === text.trim().toLowerCase())
      if (found !== undefined) return found
      context.addIssue({
        code: 'custom',
        message: `${label} is one of ${words.join(', ')}; “${text}” is none of them.`,
      })
      return z.NEVER
    }),
})

/** A thread designation. */
export const thread = (label: string): Field<Thread> => ({
  label,
  optional: false,
  example: 'M6',
  schema: () =>
    reading((text) => {
      const found = parseThread(text)
      return found
        ? { ok: true, value: found }
        : {
            ok: false,
            issues: [
              {
                code: 'thread.unknown',
                path: '',
                sentence: `“${text}” is not a thread in the tables. Write M6, M6x0.75, 1/4-20, #10-32, 2BA, 1/4x32ME, G1/4 or 1/4NPT.`,
              },
            ],
          }
    }),
})

/** A tolerance class such as H7 or g6, as written. */
export const toleranceClass = (label: string, example: string): Field<string> => ({
  label,
  optional: false,
  example,
  schema: () => z.string().trim().min(1, `${label} is written like ${example}.`),
})

/** The same field, which may be left empty. */
export const optional = <Value>(field: Field<Value>): Field<Value | undefined> => ({
  ...field,
  optional: true,
})
