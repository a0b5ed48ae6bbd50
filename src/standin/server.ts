import { timingSafeEqual } from 'node:crypto'
import { type Server } from 'node:http'
import { createAdaptorServer } from '@hono/node-server'
import { Hono, type HonoRequest } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { HTTPException } from 'hono/http-exception'
import { z } from 'zod'
import { EXERCISE_IDS, FAULTS, MillActionSchema, MOST_WORK_FIGURES } from '../core/floor/standin'
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
  work: z
    .strictObject({
      positions: z.array(figure).max(MOST_WORK_FIGURES),
      triangles: z.array(z.int().min(0).max(MOST_WORK_FIGURES)).max(MOST_WORK_FIGURES),
    })
    .refine(
      ({ positions, triangles }) =>
        positions.length % 3 === 0 &&
        triangles.length % 3 === 0 &&
        triangles.length > 0 &&
        triangles.every((vertex) => 3 * vertex < positions.length),
      'must be triangles between corners that are there',
    )
    .optional(),
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

const MOST_BODY = 2_500_000

/** The simulated mill as a small service: docs/stream.md. */
export function millServer(token: string, mills = new Mills()): Server {
  const app = new Hono()
  app.use((context, next) => {
    admit(token, context.req)
    return next()
  })
  app.use(
    bodyLimit({
      maxSize: MOST_BODY,
      // What is left of the body is not read: the connection is of no more use.
      onError: (context) =>
        context.json({ error: 'That is too large.' }, 413, { connection: 'close' }),
    }),
  )
  app.get('/health', (context) => context.json({ mills: mills.count }))
  app.post('/mills', async (context) => {
    const body = await bodyOf(context.req, NewMill)
    return context.json(
      body.kind === 'practice'
        ? mills.practise(body.exercise, body.seed)
        : mills.standUp(body.world, body.viseSeed, body.setupSeed, body.loose),
    )
  })
  app.get('/mills/:id/stream', (context) => stream(mills, context.req.param('id')))
  app.post('/mills/:id/do', async (context) => {
    const action = await bodyOf(context.req, MillActionSchema)
    if (!mills.do(context.req.param('id'), action)) throw gone()
    return context.json({})
  })
  app.post('/mills/:id/score', async (context) => {
    const score = mills.score(context.req.param('id'), await bodyOf(context.req, ClaimSchema))
    if (!score) throw gone()
    return context.json(score)
  })
  app.notFound((context) => context.json({ error: 'There is nothing at this address.' }, 404))
  app.onError((error, context) => {
    if (error instanceof HTTPException) return context.json({ error: error.message }, error.status)
    console.error(error)
    return context.json({ error: 'Something went wrong inside the stand-in.' }, 500)
  })
  return createAdaptorServer({ fetch: app.fetch }) as Server
}

const refusal = (status: 400 | 401 | 403 | 404 | 415 | 422, message: string): HTTPException =>
  new HTTPException(status, { message })

const gone = (): HTTPException =>
  refusal(404, 'This mill has been switched off. Begin again: nothing that was saved is lost.')

const LOOPBACK = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/i

/**
 * Only the server beside it may drive the mill: by a name of the loopback, with the word that both were
 * started with, never from a page (a browser sends its origin), and with JSON.
 */
function admit(token: string, request: HonoRequest): void {
  if (!LOOPBACK.test(request.header('host') ?? ''))
    throw refusal(403, 'This address is not one that the stand-in answers to.')
  if (request.header('origin') !== undefined)
    throw refusal(403, 'The stand-in answers to the server beside it, not to a page.')
  const given = Buffer.from(request.header('authorization') ?? '')
  const wanted = Buffer.from(`Bearer ${token}`)
  if (given.length !== wanted.length || !timingSafeEqual(given, wanted))
    throw refusal(401, 'The stand-in does not know who asks.')
  if (
    request.method === 'POST' &&
    !/^application\/json\b/.test(request.header('content-type') ?? '')
  )
    throw refusal(415, 'Send JSON, with its content type.')
}

/** What a mill says, as it says it, until the listener goes. */
function stream(mills: Mills, id: string): Response {
  const encoder = new TextEncoder()
  const waiting: Uint8Array[] = []
  let send = (bytes: Uint8Array): void => void waiting.push(bytes)
  const stop = mills.listen(id, (message) =>
    send(encoder.encode(`data: ${JSON.stringify(message)}\n\n`)),
  )
  if (!stop) throw gone()
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      for (const bytes of waiting) controller.enqueue(bytes)
      send = (bytes) => controller.enqueue(bytes)
    },
    cancel: stop,
  })
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  })
}

async function bodyOf<Schema extends z.ZodType>(
  request: HonoRequest,
  schema: Schema,
): Promise<z.infer<Schema>> {
  let value: unknown
  try {
    value = await request.json()
  } catch (error) {
    if (error instanceof HTTPException) throw error
    throw refusal(400, 'The body is not JSON.')
  }
  const parsed = schema.safeParse(value)
  if (!parsed.success)
    throw refusal(422, `“${parsed.error.issues[0]?.path.join('.') ?? ''}” is not as it should be.`)
  return parsed.data
}
