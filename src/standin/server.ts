import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { timingSafeEqual } from 'node:crypto'
import { z } from 'zod'
import { EXERCISE_IDS, FAULTS, MillActionSchema } from '../core/floor/standin'
import { Mills } from './mills'

const figure = z.number().min(-100_000).max(100_000)
const place = z.strictObject({ x: figure, y: figure })
const ends = z.tuple([figure, figure])
const WorldSchema = z.strictObject({
  vise: z.strictObject({ x: figure, y: figure, z: figure, turnRad: figure }),
  boxes: z
    .array(
      z.strictObject({
        name: z.string().max(60),
        low: place,
        high: place,
        bottom: figure,
        top: figure,
      }),
    )
    .max(50),
  holes: z
    .array(
      z.strictObject({
        name: z.string().max(120),
        at: place,
        diameter: z.number().positive().max(10_000),
        bottom: figure,
        top: figure,
      }),
    )
    .max(2000),
  ends: z.strictObject({ x: ends, y: ends, z: ends }),
  backlashMm: z.number().min(0).max(10),
  repeatMm: z.number().min(0).max(10),
})
const NewMill = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('practice'),
    exercise: z.enum(EXERCISE_IDS),
    seed: z.int().min(1).optional(),
  }),
  z.strictObject({
    kind: z.literal('setup'),
    world: WorldSchema,
    viseSeed: z.int(),
    setupSeed: z.int(),
    loose: z.strictObject({
      place: z.number().min(0).max(50),
      turnRad: z.number().min(0).max(0.1),
      size: z.number().min(0).max(5),
    }),
  }),
])
const ClaimSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('centre'), at: place }),
  z.strictObject({ kind: z.literal('trammed') }),
  z.strictObject({ kind: z.literal('fault'), fault: z.enum(FAULTS) }),
])

const MOST_BODY = 500_000

/** The simulated mill as a small service: docs/stream.md. */
export function millServer(token: string, mills = new Mills()): Server {
  return createServer((request, response) => {
    const admitted = admit(token, request)
    admitted
      .then(() => handle(mills, request, response))
      .catch((error: unknown) => {
        if (error instanceof Refusal) answer(response, error.status, { error: error.message })
        else {
          console.error(error)
          answer(response, 500, { error: 'Something went wrong inside the stand-in.' })
        }
      })
  })
}

class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message)
  }
}

const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/i

/**
 * Only the server beside it may drive the mill: by a name of the loopback, with the word that both were
 * started with, never from a page (a browser sends its origin), and with JSON.
 */
async function admit(token: string, { headers, method }: IncomingMessage): Promise<void> {
  if (!LOOPBACK.test(headers.host ?? ''))
    throw new Refusal(403, 'This address is not one that the stand-in answers to.')
  if (headers.origin !== undefined)
    throw new Refusal(403, 'The stand-in answers to the server beside it, not to a page.')
  const given = Buffer.from(headers.authorization ?? '')
  const wanted = Buffer.from(`Bearer ${token}`)
  if (given.length !== wanted.length || !timingSafeEqual(given, wanted))
    throw new Refusal(401, 'The stand-in does not know who asks.')
  if (method === 'POST' && !/^application\/json\b/.test(headers['content-type'] ?? ''))
    throw new Refusal(415, 'Send JSON, with its content type.')
}

async function handle(
  mills: Mills,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  const [, first, id, what] = new URL(request.url ?? '/', 'http://mill').pathname.split('/')
  const route = `${request.method ?? 'GET'} ${first ?? ''}${id === undefined ? '' : '/:id'}${what === undefined ? '' : `/${what}`}`
  switch (route) {
    case 'GET health':
      return answer(response, 200, { mills: mills.count })
    case 'POST mills': {
      const body = await bodyOf(request, NewMill)
      return answer(
        response,
        200,
        body.kind === 'practice'
          ? mills.practise(body.exercise, body.seed)
          : mills.standUp(body.world, body.viseSeed, body.setupSeed, body.loose),
      )
    }
    case 'GET mills/:id/stream':
      return stream(mills, id ?? '', response)
    case 'POST mills/:id/do': {
      if (!mills.do(id ?? '', await bodyOf(request, MillActionSchema))) throw gone()
      return answer(response, 200, {})
    }
    case 'POST mills/:id/score': {
      const score = mills.score(id ?? '', await bodyOf(request, ClaimSchema))
      if (!score) throw gone()
      return answer(response, 200, score)
    }
    default:
      throw new Refusal(404, 'There is nothing at this address.')
  }
}

const gone = (): Refusal =>
  new Refusal(404, 'This mill has been switched off. Begin again: nothing that was saved is lost.')

function stream(mills: Mills, id: string, response: ServerResponse): void {
  let begun = false
  const stop = mills.listen(id, (message) => {
    if (!begun)
      response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' })
    begun = true
    response.write(`data: ${JSON.stringify(message)}\n\n`)
  })
  if (!stop) throw gone()
  response.on('close', stop)
}

function answer(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' })
  response.end(JSON.stringify(body))
}

async function bodyOf<Schema extends z.ZodType>(
  request: IncomingMessage,
  schema: Schema,
): Promise<z.infer<Schema>> {
  let text = ''
  for await (const chunk of request) {
    text += String(chunk)
    if (text.length > MOST_BODY) throw new Refusal(413, 'That is too large.')
  }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Refusal(400, 'The body is not JSON.')
  }
  const parsed = schema.safeParse(value)
  if (!parsed.success)
    throw new Refusal(
      422,
      `“${parsed.error.issues[0]?.path.join('.') ?? ''}” is not as it should be.`,
    )
  return parsed.data
}
