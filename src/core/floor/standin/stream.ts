import { z } from 'zod'

/** What the thing in the spindle feels or shows. */
export const SenseSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('clear') }),
  z.strictObject({ kind: z.literal('still').describe('An edge finder that does not turn.') }),
  z.strictObject({ kind: z.literal('wobble'), mm: z.number() }),
  z.strictObject({ kind: z.literal('true') }),
  z.strictObject({ kind: z.literal('kick') }),
  z.strictObject({ kind: z.literal('touch') }),
  z.strictObject({ kind: z.literal('dial'), mm: z.number() }),
  z.strictObject({ kind: z.literal('drag') }),
  z.strictObject({ kind: z.literal('light') }),
  z.strictObject({ kind: z.literal('bent') }),
])
export type Sense = z.infer<typeof SenseSchema>

export const TOOLS = ['edge-finder', 'probe', 'indicator', 'setter', 'feeler', 'rod'] as const
export type MillTool = (typeof TOOLS)[number]

/**
 * One message of the stream: where the spindle stands, as the scales show it. Fifty a second.
 * docs/stream.md describes it for whoever wants to send one from a machine.
 */
export const StreamMessageSchema = z.strictObject({
  v: z.literal(1),
  n: z.int().min(0).describe('Number of the message, one more each time.'),
  t: z.number().min(0).describe('Milliseconds since the mill was switched on.'),
  x: z.number(),
  y: z.number(),
  z: z.number().describe('Height of the gauge line.'),
  tool: z.enum(TOOLS),
  rpm: z.number().min(0),
  moving: z.boolean(),
  sense: SenseSchema,
})
export type StreamMessage = z.infer<typeof StreamMessageSchema>

/** How a stream stands; only a live one gives readings. */
export type StreamState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'live'; readonly last: StreamMessage }
  | { readonly kind: 'stopped'; readonly forMs: number; readonly last: StreamMessage | undefined }
  | { readonly kind: 'jumped'; readonly byMm: number; readonly last: StreamMessage }
  | { readonly kind: 'garbage'; readonly what: string; readonly last: StreamMessage | undefined }

export interface StreamMonitor {
  readonly state: StreamState
  /** When the last good message came, ms of the reader's own clock. */
  readonly heardAt: number
  /** Good messages since something was wrong. */
  readonly good: number
}

/** Silence after which a stream counts as stopped, ms; twenty messages at fifty a second. */
const SILENT_MS = 400
/** Faster than any axis moves, mm/min. */
const FASTEST_MM_MIN = 60_000
/** Allowed beyond that for the time that messages lie in wait, mm. */
const SLACK_MM = 0.5
/** Good messages in a row before a stream that went wrong is trusted again. */
const TRUST_AFTER = 25

export const newMonitor = (nowMs: number): StreamMonitor => ({
  state: { kind: 'waiting' },
  heardAt: nowMs,
  good: TRUST_AFTER,
})

/** Takes the next line of the stream in. Garbage and jumps are kept in sight until enough good messages came. */
export function hear(monitor: StreamMonitor, line: string, nowMs: number): StreamMonitor {
  const last = 'last' in monitor.state ? monitor.state.last : undefined
  const parsed = readMessage(line)
  if (typeof parsed === 'string')
    return { state: { kind: 'garbage', what: parsed, last }, heardAt: nowMs, good: 0 }
  if (last && parsed.n <= last.n)
    return {
      state: { kind: 'garbage', what: 'its messages run backwards', last },
      heardAt: nowMs,
      good: 0,
    }
  if (last) {
    const byMm = Math.hypot(parsed.x - last.x, parsed.y - last.y, parsed.z - last.z)
    const seconds = Math.max(0, parsed.t - last.t) / 1000
    if (byMm > (FASTEST_MM_MIN / 60) * seconds + SLACK_MM)
      return { state: { kind: 'jumped', byMm, last: parsed }, heardAt: nowMs, good: 0 }
  }
  const good = Math.min(TRUST_AFTER, monitor.good + 1)
  const wrong = monitor.state.kind === 'garbage' || monitor.state.kind === 'jumped'
  return wrong && good < TRUST_AFTER
    ? { state: { ...monitor.state, last: parsed }, heardAt: nowMs, good }
    : { state: { kind: 'live', last: parsed }, heardAt: nowMs, good }
}

/** Looks at the clock: a stream that is silent for too long has stopped. */
export function listen(monitor: StreamMonitor, nowMs: number): StreamMonitor {
  const forMs = nowMs - monitor.heardAt
  if (forMs < SILENT_MS) return monitor
  const last = 'last' in monitor.state ? monitor.state.last : undefined
  return { ...monitor, state: { kind: 'stopped', forMs, last } }
}

function readMessage(line: string): StreamMessage | string {
  let value: unknown
  try {
    value = JSON.parse(line)
  } catch {
    return 'it cannot be read'
  }
  const parsed = StreamMessageSchema.safeParse(value)
  if (parsed.success) return parsed.data
  const path = parsed.error.issues[0]?.path.join('.') ?? ''
  return path === '' ? 'it is not a message of this format' : `“${path}” is not as it should be`
}

/** Why no reading is taken now; undefined when one may be. */
export function refusal(state: StreamState): string | undefined {
  switch (state.kind) {
    case 'live':
      return state.last.moving ? 'The axes are still moving.' : undefined
    case 'waiting':
      return 'Nothing has come from the mill yet.'
    case 'stopped':
      return 'The readout has stopped. What it shows is old: no reading is taken from it.'
    case 'jumped':
      return `The readout jumped by ${state.byMm.toFixed(2)} mm, faster than an axis moves. Find a known place again before you trust it.`
    case 'garbage':
      return `The readout sends something that is no position: ${state.what}. No reading is taken from it.`
  }
}
