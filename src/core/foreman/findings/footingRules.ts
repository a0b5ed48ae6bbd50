import {
  AXES,
  type Axis,
  type Point,
  displacementAt,
  norm,
  screwOf,
  type Six,
  turnDirection,
} from '../../ground/geometry'
import { POOR_CONDITION } from '../../chain/locating'
import { axisOf, isSide, middleOf } from '../../work/part'
import { type IndexedFrom, type PlannedSetup, swungIn } from '../../plan/planning'
import { chainOf, slidesAlong } from '../../predict/prediction'
import { DEGREE_RAD, printDegrees } from '../../handbook/units'
import { nearestTurn, settingOf } from '../../shop/workshop'
import { figuresOf } from '../../chain/variation'
import { bearingsOf } from '../../shop/holding'
import { headRules } from './headRules'
import { type Inspection } from './inspection'
import { type Finding, finding, capital, listWords } from '../../ground/finding'

/** Is it held still, by known surfaces, well apart? */
export function footingRules(inspection: Inspection): readonly Finding[] {
  const perSetup = inspection.looked.flatMap((planned) =>
    // What is only turned stands as the setup that clamped it, where all this is said.
    planned.indexed
      ? indexRules(planned, planned.indexed, planned.index)
      : [
          ...heldRules(inspection, planned, planned.index),
          ...contactRules(inspection, planned, planned.index),
          ...steep(inspection, planned.index),
          ...leanRules(planned, planned.index),
          ...headRules(planned, planned.index),
        ],
  )
  return [...perSetup, ...rawTwice(inspection)]
}

/** Finer than this no dividing is told apart, rad. */
const SAME_RAD = 1e-6

/** Can the clamping be turned, and does its zero go round with it? */
function indexRules(
  { machine, setup }: PlannedSetup,
  { base, commandedRad, turner }: IndexedFrom,
  i: number,
): Finding[] {
  const keeps = AXES.some((axis) => setup.zero[axis].kind === 'fixture')
  return [
    ...(turner && Math.abs(nearestTurn(turner, commandedRad) - commandedRad) > SAME_RAD
      ? [
          finding(
            'index.step',
            i,
            `${turner.name} does not come to ${printDegrees(commandedRad)}.`,
            `It divides a turn into ${turner.parts ?? 1} parts; the nearest is ${printDegrees(nearestTurn(turner, commandedRad))}. Take another to turn it with, or clamp the part anew.`,
          ),
        ]
      : []),
    ...(turner
      ? []
      : swungIn(base)
        ? [
            finding(
              'index.no-rotary',
              i,
              `Nothing is turned while the head is swung, as in setup ${base.index + 1}.`,
              'The axis that turns the work does not lie square to the spindle then. Clamp it anew, or turn it with the head upright.',
            ),
          ]
        : [
            finding(
              'index.no-rotary',
              i,
              `${machine.name} has no rotary axis.`,
              'Nothing turns the part here. Clamp it anew, take another machine, or put the axis into the workshop.',
            ),
          ]),
    ...(keeps && base.setup.zero.turn?.answer === 'program'
      ? [
          finding(
            'index.program-turned',
            i,
            `The program of setup ${base.index + 1} is turned, and does not go round with the part.`,
            `Turn the part itself until its edge runs true there, or touch zero anew here.`,
          ),
        ]
      : []),
  ]
}

/** Steeper than this a sine plate loses what it is good at (common practice, no source). */
const SINE_DEG = 45

/** Can it be set to lean so, and is zero found as it leans? */
function leanRules({ leaning, setup }: PlannedSetup, i: number): Finding[] {
  if (!leaning) return []
  const { lean, on } = leaning
  const setting = settingOf(on, lean)
  const degrees = lean.angle.rad / DEGREE_RAD
  return [
    ...(setting.ok
      ? []
      : [
          finding(
            'lean.cannot',
            i,
            `It cannot be set leaning by ${printDegrees(lean.angle.rad)}.`,
            setting.issues[0].sentence,
          ),
        ]),
    ...(on.sets === 'sine' && degrees > SINE_DEG
      ? [
          finding(
            'lean.steep',
            i,
            `${on.name} leans more than ${SINE_DEG}°.`,
            'There its angle is set by little: each hundredth under the roll turns it far more. Stand the part a quarter turn round and lean it the other way, or read the angle with an indicator.',
          ),
        ]
      : []),
    ...(setup.zero.turn?.answer === 'part'
      ? [
          finding(
            'lean.turned',
            i,
            'What leans is not turned until an edge runs true.',
            'It would turn about the upright while part or spindle leans. Tram the holding before, or let the program turn.',
          ),
        ]
      : []),
  ]
}

function heldRules({ plan }: Inspection, planned: PlannedSetup, i: number): Finding[] {
  const chain = chainOf(plan)
  const held = chain.stacked.locating[i]
  const slides = slidesAlong(chain, i)
  if (slides)
    return [
      finding(
        'footing.slides',
        i,
        `No stop: the touch settles ${slides.toUpperCase()}.`,
        `The part may be put anywhere along ${slides.toUpperCase()}; zero is touched on it each time. Nothing holds it there against the cut but ${planned.standing.words.grip}.`,
      ),
    ]
  if (held?.kind === 'free') {
    const motions = held.motions.map((motion) => motionWords(motion, planned))
    return [
      finding(
        'footing.free',
        i,
        'The part is not held still.',
        `It can still ${listWords([...new Set(motions)])}. Put a contact where it would stop that: ${planned.standing.words.holdIt}.`,
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
        `The contacts are close together for the part's size (ratio ${held.spread.condition.toFixed(0)}, good is under ${POOR_CONDITION}); it rocks most easily when it would ${motionWords(held.spread.weakest, planned)}. Move the contacts further apart.`,
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

/** A free motion in the words of someone in front of the machine. */
export function motionWords(motion: Six, planned: PlannedSetup): string {
  const { part } = planned
  const turns = turnDirection(planned.standing.setupFromPart, screwOf<'part'>(motion).turns)
  const shifts = turnDirection(
    planned.standing.setupFromPart,
    displacementAt(motion, middleOf(part)),
  )
  const quarter =
    (planned.standing.high.x -
      planned.standing.low.x +
      planned.standing.high.y -
      planned.standing.low.y) /
    4
  const { motions } = planned.standing.words
  return norm(turns) * quarter > norm(shifts)
    ? motions[({ x: 'tip', y: 'tipAlong', z: 'turn' } as const)[largest(turns)]]
    : motions[({ x: 'slide', y: 'off', z: 'lift' } as const)[largest(shifts)]]
}

const largest = (p: Point<'setup'>): Axis =>
  AXES.reduce<Axis>((best, axis) => (Math.abs(p[axis]) > Math.abs(p[best]) ? axis : best), 'x')

function contactRules(
  { part, name, length, surfaces }: Inspection,
  planned: PlannedSetup,
  i: number,
): Finding[] {
  const found: Finding[] = []
  for (const contact of planned.contacts) {
    if (!contact.bears && surfaces.get(contact.surface)?.kind === 'axis') {
      found.push(
        finding(
          'footing.no-metal',
          i,
          `The pin finds no hole: ${name(contact.surface)} is not cut yet.`,
          'It is cut here, later or never. Locate on a hole that is there when this setup begins.',
          { contact: contact.id, feature: contact.surface },
        ),
      )
    } else if (!contact.bears) {
      found.push(
        finding(
          'footing.no-metal',
          i,
          `${capital(planned.standing.words.roles[contact.role].noun)} ${contact.id.replace(/\D/g, '')} meets no metal.`,
          `At ${length(contact.inSetup.x)}, ${length(contact.inSetup.y)} from ${planned.standing.words.nought.x} the ${name(contact.surface)} has been cut away or ends. Move the contact, or stand the part on another face.`,
          { contact: contact.id, feature: contact.surface },
        ),
      )
    }
  }
  const rawSurfaces = [
    ...new Set(
      planned.contacts
        .flatMap(bearingsOf)
        .filter((c) => c.raw)
        .map((c) => c.surface),
    ),
  ].filter(isSide)
  const nothingCut = planned.before.cut.size === 0
  for (const side of nothingCut ? [] : rawSurfaces) {
    const on = planned.contacts.find((c) => bearingsOf(c).some(({ surface }) => surface === side))
    const role = on?.role ?? 'rest'
    // Where it is set by a person nothing bears: it is read there.
    const verb = on?.isSet ? 'It is set true' : planned.standing.words.roles[role].bears
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
function steep({ plan }: Inspection, i: number): Finding[] {
  const { model, stacked } = chainOf(plan)
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
function rawTwice({ plan, name }: Inspection): Finding[] {
  const seen = new Map<string, number>()
  return plan.setups.flatMap((planned, i) => {
    const raw = [
      ...new Set(
        planned.contacts
          .filter((c) => c.role !== 'stop')
          .flatMap(bearingsOf)
          .filter((c) => c.raw)
          .map((c) => c.surface),
      ),
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
