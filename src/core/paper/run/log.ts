import { z } from 'zod'
import { ZeroRecordSchema } from '../../floor/offsets'
import { MovedSchema, ReadValueSchema } from '../../predict/measured'
import { IdSchema } from '../../work/part'

const step = z.string().min(1).max(120)
const hole = z.string().min(1).max(80)
const place = z.number().min(-100_000).max(100_000)
const words = z.string().trim().min(1, 'must say something').max(500)

/** What a device names a picture by. */
export const PHOTO_ID = /^[A-Za-z0-9_-]{10,40}$/

/** What happened at the machine: nothing of it is ever changed, only withdrawn. */
export const EntryBodySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('done'), step }),
  z.strictObject({ kind: z.literal('skipped'), step, why: words }),
  z.strictObject({ kind: z.literal('measured'), step, value: ReadValueSchema }),
  z.strictObject({
    kind: z.literal('mate'),
    step,
    requirement: IdSchema.describe('The size that is made to it.'),
    measured: z.number().positive().max(100_000).describe('Its size as measured, mm.'),
    plusMinus: z
      .number()
      .min(0)
      .max(10)
      .optional()
      .describe('How well, ± mm; as on the drawing when left out.'),
  }),
  z.strictObject({ kind: z.literal('note'), step, text: words }),
  z.strictObject({
    kind: z.literal('photo'),
    step,
    photo: z.string().regex(PHOTO_ID).describe('By which the picture itself is kept.'),
    text: words.optional(),
  }),
  z.strictObject({ kind: z.literal('different'), step, text: words }),
  z.strictObject({ kind: z.literal('wrong'), step, text: words }),
  z.strictObject({ kind: z.literal('changed'), setup: IdSchema, text: words }),
  z.strictObject({
    kind: z.literal('moved'),
    step,
    move: MovedSchema,
    taken: z.boolean(),
    following: z
      .boolean()
      .optional()
      .describe('It stays keyed in for the pieces after this one, until it is moved back.'),
  }),
  z.strictObject({ kind: z.literal('paused'), step }),
  z.strictObject({ kind: z.literal('resumed'), step }),
  // Said when asked after a long silence: it was work all the time.
  z.strictObject({ kind: z.literal('worked'), step }),
  z.strictObject({ kind: z.literal('zero'), setup: IdSchema, record: ZeroRecordSchema }),
  z.strictObject({
    kind: z.literal('tick'),
    setup: IdSchema,
    stage: z.string().min(1).max(120).describe('The tool, as the plan of the holes names it.'),
    hole,
    done: z.boolean(),
  }),
  // Every tick of the setup before it says nothing any more.
  z.strictObject({ kind: z.literal('again'), setup: IdSchema }),
  z.strictObject({
    kind: z.literal('holes'),
    setup: IdSchema,
    places: z
      .array(z.strictObject({ hole, at: z.strictObject({ x: place, y: place }).optional() }))
      .min(1)
      .max(10_000)
      .describe('Where holes were measured from zero of the setup, mm; nothing takes one away.'),
  }),
  // To whoever ordered the part, or answers for the drawing; and what came back.
  z.strictObject({ kind: z.literal('question'), text: words }),
  z.strictObject({ kind: z.literal('answer'), entry: z.string().min(1).max(40), text: words }),
  z.strictObject({ kind: z.literal('withdrawn'), entry: z.string().min(1).max(40), why: words }),
])
export type EntryBody = z.infer<typeof EntryBodySchema>
export type BodyOf<Kind extends EntryBody['kind']> = Extract<EntryBody, { kind: Kind }>

/** An entry as it was kept. */
export interface RunEntry {
  readonly id: string
  /** The piece, from 1. */
  readonly piece: number
  readonly body: EntryBody
  readonly who: string
  /** When it happened, by the clock of the device, ms since 1970. */
  readonly at: number
}

/** An entry that this version cannot read, with the reason: it is kept as it is. */
export interface UnreadEntry extends Omit<RunEntry, 'body'> {
  /** The setup whose zero it may say something of. */
  readonly setup: string | undefined
  readonly why: string
}

/** What happened in a run, and what of it this version cannot read. */
export interface RunLog {
  readonly entries: readonly RunEntry[]
  readonly unread: readonly UnreadEntry[]
}

/** What of an entry log stands: what was withdrawn is left out, in the order in which it happened. */
export function standing(entries: readonly RunEntry[], piece: number): readonly RunEntry[] {
  const own = entries.filter((entry) => entry.piece === piece)
  const gone = new Set(own.flatMap(({ body }) => (body.kind === 'withdrawn' ? [body.entry] : [])))
  return own
    .filter(({ body, id }) => body.kind !== 'withdrawn' && !gone.has(id))
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
}
