import {
  AXES,
  type Axis,
  type Point,
  displacementAt,
  norm,
  screwOf,
  type Six,
  turnDirection,
} from '../geometry'
import { POOR_CONDITION } from '../locating'
import { axisOf, isSide, middleOf, type Part, type Side } from '../part'
import { type PlannedSetup, slidesAlong } from '../prediction'
import { printDegrees } from '../units'
import { figuresOf } from '../variation'
import { capital, listWords, type RuleContext } from './context'
import { type Finding, finding } from './finding'

/** Is it held still, by known surfaces, well apart? */
export function footingRules(context: RuleContext): readonly Finding[] {
  const perSetup = context.analysis.model.planned.flatMap((planned, i) => [
    ...heldRules(context, planned, i),
    ...contactRules(context, planned, i),
    ...jawChoice(context, planned, i),
    ...steep(context, i),
  ])
  return [...perSetup, ...rawTwice(context)]
}

function heldRules({ analysis, part }: RuleContext, planned: PlannedSetup, i: number): Finding[] {
  const held = analysis.stacked.locating[i]
  const slides = slidesAlong(analysis.model, analysis.stacked, i)
  if (slides)
    return [
      finding(
        'footing.slides',
        i,
        `No stop: the touch settles ${slides.toUpperCase()}.`,
        `The part may be put anywhere along ${slides.toUpperCase()}; zero is touched on it each time. Nothing holds it there against the cut but the jaws.`,
      ),
    ]
  if (held?.kind === 'free') {
    const motions = held.motions.map((motion) => motionWords(part, motion, planned))
    return [
      finding(
        'footing.free',
        i,
        'The part is not held still.',
        `It can still ${listWords([...new Set(motions)])}. Put a contact where it would stop that: ${remedyFor(planned)}.`,
      ),
    ]
  }
  const found: Finding[] = []
  if (held && held.spread.condition > POOR_CONDITION) {
    found.push(
      finding(
        'footing.poor',
        i,
        'The footing is poorly spread.',
        `The contacts are close together for the part's size (ratio ${held.spread.condition.toFixed(0)}, good is under ${POOR_CONDITION}); it rocks most easily when it would ${motionWords(part, held.spread.weakest, planned)}. Move the contacts further apart.`,
      ),
    )
  }
  if (held?.kind === 'redundant') {
    found.push(
      finding(
        'footing.redundant',
        i,
        `${planned.contacts.length} contacts where six decide.`,
        `The part rests on some six of them; which, is left to chance (${held.choices.length} ways to settle). The worst is counted. Take ${planned.contacts.length - 6} away, or make ${planned.contacts.length - 6} adjustable.`,
      ),
    )
  }
  return found
}

const remedyFor = (planned: PlannedSetup): string =>
  planned.setup.holding.stop === 'none'
    ? 'set a stop at the left or right end'
    : 'give back a contact that was taken away, or move one that stands on the same line as another'

/** A free motion in the words of someone in front of the machine. */
export function motionWords(part: Part, motion: Six, planned: PlannedSetup): string {
  const turns = turnDirection(planned.layout.setupFromPart, screwOf<'part'>(motion).turns)
  const shifts = turnDirection(planned.layout.setupFromPart, displacementAt(motion, middleOf(part)))
  const quarter =
    (planned.layout.high.x - planned.layout.low.x + planned.layout.high.y - planned.layout.low.y) /
    4
  if (norm(turns) * quarter > norm(shifts)) {
    return {
      x: 'tip towards or away from the fixed jaw',
      y: 'tip end to end',
      z: 'turn round like a table',
    }[largest(turns)]
  }
  return { x: 'slide along the jaw', y: 'move off the fixed jaw', z: 'lift off the parallels' }[
    largest(shifts)
  ]
}

const largest = (p: Point<'setup'>): Axis =>
  AXES.reduce<Axis>((best, axis) => (Math.abs(p[axis]) > Math.abs(p[best]) ? axis : best), 'x')

function contactRules(
  { part, name, length }: RuleContext,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  const found: Finding[] = []
  for (const contact of planned.contacts) {
    if (!contact.bears) {
      found.push(
        finding(
          'footing.no-metal',
          i,
          `${capital(contactWords(contact.role))} ${contact.id.replace(/\D/g, '')} meets no metal.`,
          `At ${length(contact.inSetup.x)}, ${length(contact.inSetup.y)} from the middle of the vise the ${name(contact.surface)} has been cut away or ends. Move the contact, or stand the part on another face.`,
          { contact: contact.id, feature: contact.surface },
        ),
      )
    }
  }
  const rawSurfaces = [
    ...new Set(planned.contacts.filter((c) => c.raw).map((c) => c.surface)),
  ].filter(isSide)
  const nothingCut = planned.before.cut.size === 0
  for (const side of nothingCut ? [] : rawSurfaces) {
    const role = planned.contacts.find((c) => c.surface === side)?.role ?? 'rest'
    const verb = {
      rest: 'The parallels bear',
      guide: 'The fixed jaw bears',
      stop: 'The stop bears',
    }[role]
    const moves = role === 'stop' ? 'X' : role === 'guide' ? 'Y' : 'Z'
    const cutLater = part.faces[side].toCut ? `Cut it first, ` : ''
    found.push(
      finding(
        'footing.not-cut',
        i,
        `${verb} on a raw face.`,
        `${capital(name(side))} is as ${part.faces[side].bought}, ±${length(part.faces[side].spread.mm)}: that moves the part along ${moves} from piece to piece. ${cutLater}${cutLater ? 'or' : 'Better'} take zero from a surface that is cut.`,
        { feature: side },
      ),
    )
  }
  return found
}

/** A turn over this, in rad, is known to first order no better than two parts in a hundred. */
const STEEP_RAD = 0.02

/** Work on a raw face may lean so much that figures to first order no longer tell all. */
function steep({ analysis }: RuleContext, i: number): Finding[] {
  const { model, stacked } = analysis
  const { sigma } = figuresOf(model.stack.sources)
  const seated = stacked.seated[i]
  if (!seated) return []
  const squares = [0, 0, 0]
  seated.indices.forEach((source, n) =>
    squares.forEach((_, k) => {
      squares[k] = (squares[k] ?? 0) + ((seated.values[6 * n + k] ?? 0) * (sigma[source] ?? 0)) ** 2
    }),
  )
  const leans = 3 * Math.sqrt(Math.max(...squares))
  return leans < STEEP_RAD
    ? []
    : [
        finding(
          'footing.steep',
          i,
          `The part may lean by ${printDegrees(leans)} here.`,
          'It stands on so uneven or so short a face that the figures of what is cut here are good to a few parts in a hundred only. Cut that face first, or spread the contacts.',
        ),
      ]
}

/** A raw face taken for locating in the same direction in more than one setup. */
function rawTwice({ analysis, name }: RuleContext): Finding[] {
  const seen = new Map<string, number>()
  return analysis.model.planned.flatMap((planned, i) => {
    const raw = [
      ...new Set(planned.contacts.filter((c) => c.raw && c.role !== 'stop').map((c) => c.surface)),
    ].filter(isSide)
    return raw.flatMap((side) => {
      const key = axisOf(side)
      const before = seen.get(key)
      seen.set(key, i)
      return before === undefined
        ? []
        : [
            finding(
              'footing.raw-twice',
              i,
              `Located on a raw face twice in one direction.`,
              `Setup ${before + 1} already located on a raw face along ${key.toUpperCase()}; ${name(side)} is raw too, and the two will not agree. Use a raw face once, then what was cut from it.`,
              { feature: side },
            ),
          ]
    })
  })
}

/** The face to the fixed jaw should be the cut one, and the taller or longer one. */
function jawChoice(
  { part, name, length }: RuleContext,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  const { jaw, moving } = planned.layout.faceAt
  const rawJaw = planned.contacts.some((c) => c.role === 'guide' && c.raw)
  const movingCut = planned.before.cut.has(moving) || part.faces[moving].bought === 'cut'
  if (!rawJaw || !movingCut || !isCut(planned, moving)) return []
  return [
    finding(
      'footing.jaw-choice',
      i,
      `The better face is at the moving jaw.`,
      `${capital(name(moving))} is cut, ${name(jaw)} is raw to ±${length(part.faces[jaw].spread.mm)}. Turn the part so that ${name(moving)} lies against the fixed jaw.`,
      { feature: jaw },
    ),
  ]
}

const isCut = (planned: PlannedSetup, side: Side): boolean =>
  planned.before.stockOn[side] === 0 || planned.before.cut.has(side)

const contactWords = (role: 'rest' | 'guide' | 'stop'): string =>
  ({ rest: 'rest', guide: 'jaw contact', stop: 'stop' })[role]
