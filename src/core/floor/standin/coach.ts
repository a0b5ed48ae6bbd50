import { type ExerciseId } from './exercises'
import { EDGE_FINDER_RPM } from './mill'
import { type StreamMessage } from './stream'

/** What the learner has done so far, beside what the mill says now. */
export interface Progress {
  /** Touches taken, each side named `x+`, `x-`, `y+`, `y-`; readings of the dial; drives to the place. */
  readonly taken: readonly string[]
  /** Height of the gauge line at which the tip is level with the top. */
  readonly topAt: number
}

/** The next thing to do, as somebody standing beside would say it. */
export function coach(id: ExerciseId, now: StreamMessage, progress: Progress): string {
  if (now.sense.kind === 'bent')
    return 'It was driven into the work and is bent. Lift Z clear, and put a new one in. Slower next time: 0.1, then 0.01.'
  switch (id) {
    case 'find-centre':
      return edgeFinderCoach(now, progress)
    case 'tram-vise':
      return tramCoach(now, progress)
    case 'bore-after-flip':
      return boreCoach(now, progress)
    case 'wrong-sign':
      return progress.taken.includes('looked')
        ? 'Look where the rod stands against the corner. Is it over it? If not: by how much, and which way? Then answer.'
        : 'Lift Z clear of everything, then drive to the place that is written down. Stop there and look.'
  }
}

const SIDES = ['x+', 'x-', 'y+', 'y-'] as const
const SIDE_WORDS = {
  'x+': 'the left side, moving to the right',
  'x-': 'the right side, moving to the left',
  'y+': 'the front, moving to the back',
  'y-': 'the back, moving to the front',
} as const

function edgeFinderCoach(now: StreamMessage, { taken, topAt }: Progress): string {
  const next = SIDES.find((side) => !taken.includes(side))
  if (!next)
    return 'Four touches: halve X, halve Y. The tip drops out, and so does the width. Answer with the middle.'
  const [slow, fast] = EDGE_FINDER_RPM
  if (now.rpm === 0)
    return 'Switch the spindle on, 800 to 1200 rpm: the edge finder must turn, or it shows nothing.'
  if (now.rpm < slow || now.rpm > fast)
    return `At ${now.rpm} rpm it kicks where it likes. 800 to 1200 is right.`
  switch (now.sense.kind) {
    case 'kick':
      return 'It kicked: that is the edge. Take the reading, then back off.'
    case 'true':
      return 'It runs true. One more step of 0.01, and it kicks.'
    case 'wobble':
      return now.sense.mm >= 0.5
        ? now.z > topAt
          ? `Go to ${SIDE_WORDS[next]}: move clear of the work first, then bring the tip 5 mm below the top.`
          : `It still runs out freely. Come nearer to ${SIDE_WORDS[next]}: 1 mm, then 0.1.`
        : 'It touches, and runs out less with each step. Go on in steps of 0.1, then 0.01, until it runs true.'
    default:
      return `Next: ${SIDE_WORDS[next]}.`
  }
}

function tramCoach(now: StreamMessage, { taken }: Progress): string {
  if (now.sense.kind !== 'dial')
    return 'Bring the indicator against the face of the fixed jaw, from the front, until it reads; below the top of the jaw. Move towards + in Y, slowly.'
  if (taken.length === 0)
    return now.sense.mm < -0.3
      ? 'It just reads. Push on in steps of 0.1, until it stands near zero: it needs room both ways.'
      : 'It reads, with room both ways. Take this reading, then move along X: the farther the better.'
  if (taken.length === 1)
    return 'Now move along X to the other end of the jaw, at the same Y, and take the second reading.'
  return 'Two readings: their difference over the way between them is the angle. Tap the vise by it, then sweep again. A pushed-in reading on the right means that the jaw is nearer there.'
}

function boreCoach(now: StreamMessage, { taken, topAt }: Progress): string {
  if (now.z > topAt && taken.length === 0)
    return 'Stand over the bore as predicted, then bring the probe 10 mm down into it.'
  if (now.sense.kind === 'touch')
    return 'It touched, and the axes stopped. Take the reading, then go back to the middle.'
  return taken.length < 4
    ? `${taken.length} of 4 touches. Go out along the axes in turn: right, back, left, front. Well round it, three could do, four tell when one is wrong.`
    : 'Four touches. The circle through them is the bore; compare it with the prediction before you answer.'
}
