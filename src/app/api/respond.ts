import { type Issue, type Result } from '@/core/ground/issues'
import { z } from 'zod'
import { Busy, isDatabaseAway } from '@/operations'
import { brokenText, schemaIssues } from '@/core/paper/stored'

/** Largest request body that is read, bytes. */
export const MOST_BODY_BYTES = 2_500_000

/** The format of a body that is sent; before format 4 it was not said. */
export const Format = z.int().min(1).default(3)

/** Who did it: a name or initials, as on paper. */
export const Who = z.string().trim().min(1, 'must say who did it: a name or initials').max(60)

export class BadRequest extends Error {
  constructor(
    readonly issues: readonly Issue[],
    readonly status: number,
  ) {
    super(issues[0]?.sentence ?? 'bad request')
  }
}

const bad = (code: string, sentence: string, status = 400): BadRequest =>
  new BadRequest([{ code, path: '', sentence }], status)

/** Runs a handler; expected failures become JSON with code, path and sentence, anything else a plain 500 or 503. */
export async function respond(handler: () => Promise<Response>): Promise<Response> {
  try {
    return await handler()
  } catch (error) {
    if (error instanceof BadRequest)
      return Response.json({ issues: error.issues }, { status: error.status })
    if (error instanceof Busy)
      return Response.json(
        { issues: [{ code: 'server.busy', path: '', sentence: error.message }] },
        { status: 503, headers: { 'Retry-After': '2' } },
      )
    if (isDatabaseAway(error))
      return Response.json(
        {
          issues: [
            {
              code: 'database.away',
              path: '',
              sentence:
                'The database does not answer just now. What you typed is kept in the page.',
            },
          ],
        },
        { status: 503, headers: { 'Retry-After': '2' } },
      )
    console.error(error)
    return Response.json(
      {
        issues: [
          {
            code: 'inside',
            path: '',
            sentence: 'Something went wrong inside Foothold; nothing was saved.',
          },
        ],
      },
      { status: 500 },
    )
  }
}

/** The value of a result, or a 4xx that tells its issues. */
export function must<Value>(result: Result<Value>): Value {
  if (result.ok) return result.value
  throw new BadRequest(result.issues, result.absent ? 404 : 422)
}

/** Reads the body as text, and stops reading at the limit. */
export const bodyText = async (request: Request, most = MOST_BODY_BYTES): Promise<string> =>
  (await bodyBytes(request, most)).toString('utf8')

/** Reads the body, and stops reading at the limit. */
export async function bodyBytes(request: Request, most = MOST_BODY_BYTES): Promise<Buffer> {
  const tooLarge = bad('body.large', `The file is larger than ${most / 1e6} MB.`, 413)
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge
  const reader = request.body?.getReader()
  if (!reader) return Buffer.alloc(0)
  const chunks: Uint8Array[] = []
  let size = 0
  for (;;) {
    const { done, value } = await reader.read()
    if (done) break
    size += value.byteLength
    if (size > most) {
      await reader.cancel()
      throw tooLarge
    }
    chunks.push(value)
  }
  return Buffer.concat(chunks)
}

/** What the address says after its question mark, checked. */
export function queryOf<Schema extends z.ZodType>(
  request: Request,
  schema: Schema,
): z.infer<Schema> {
  const parsed = schema.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (parsed.success) return parsed.data
  throw new BadRequest(schemaIssues(parsed.error), 422)
}

/** Reads a JSON body and checks it. */
export async function bodyOf<Schema extends z.ZodType>(
  request: Request,
  schema: Schema,
): Promise<z.infer<Schema>> {
  if (!(request.headers.get('content-type') ?? '').includes('application/json'))
    throw bad('body.type', 'Send JSON, with its content type.', 415)
  const text = await bodyText(request)
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw bad('body.json', 'The body is not JSON.')
  }
  const broken = brokenText(value)
  if (broken) throw new BadRequest([broken], 422)
  const parsed = schema.safeParse(value)
  if (!parsed.success) throw new BadRequest(schemaIssues(parsed.error), 422)
  return parsed.data
}
