import { refLabel } from '../part'
import { type FootingContact } from '../planning'
import { type StackContact, type Term } from '../variation'
import { type SetupMaking, waviness } from './context'

const ONTO = { rest: 'on the parallels', guide: 'on the fixed jaw', stop: 'at the stop' } as const

/** Part of a cut face's form error that may lie under one contact, ± (common practice, no source). */
const UNDER_CONTACT = 1 / 3

/** A footing contact with all that may set it off its place. */
export function stackContact(making: SetupMaking, contact: FootingContact): StackContact {
  return {
    surface: contact.surface,
    at: contact.at,
    normal: contact.normal,
    errors: [seat(making, contact), ...locatorErrors(making, contact)],
  }
}

/** How the work sits on this one contact: unevenness of the face, a burr, a chip. */
function seat(making: SetupMaking, contact: FootingContact): Term {
  const { book, formMm, index, part, workshop } = making
  const form = (formMm.get(contact.surface) ?? 0) * UNDER_CONTACT
  const clean = Math.hypot(workshop.seatMm, form)
  const source = book.index(`${index} seat ${contact.id}`, () => ({
    label: contact.raw
      ? `raw ${refLabel(part, contact.surface)} ${ONTO[contact.role]}`
      : `seating ${ONTO[contact.role]}`,
    link: `${index} seat ${contact.role}`,
    setup: index,
    plusMinus: contact.raw ? waviness(part, contact.surface) : clean,
    remedy:
      contact.role === 'stop'
        ? 'Stop on a cut face, or touch it instead.'
        : contact.raw
          ? 'Stand it on a cut face, clean and deburr it.'
          : 'Clean and deburr what it stands on; tap until the parallels do not move.',
    lights: [1, 2, 3].map((n) => `${contact.role}${n}`),
  }))
  return { source, coefficient: 1 }
}

function locatorErrors(making: SetupMaking, contact: FootingContact): Term[] {
  switch (contact.role) {
    case 'rest':
      return restErrors(making, contact)
    case 'guide':
      return guideErrors(making, contact)
    case 'stop':
      return [stopError(making)]
  }
}

const RESTS = ['parallels', 'rest1', 'rest2', 'rest3'] as const

function restErrors({ book, index, layout }: SetupMaking, contact: FootingContact): Term[] {
  const { parallelY, parallels, vise } = layout
  const middle = (parallelY[0] + parallelY[1]) / 2
  const bed = (name: 'x' | 'y', coefficient: number): Term => ({
    source: book.index(`bed ${name} ${vise.id}`, () => ({
      label: 'bed of the vise out of parallel with the travel',
      link: `bed ${vise.id}`,
      gear: vise.name,
      plusMinus: vise.bedPer100 / 100,
      remedy: 'Sweep the bed with an indicator and scrape or shim the vise to the table.',
      lights: RESTS,
    })),
    coefficient,
  })
  const errors = [bed('x', contact.inSetup.x), bed('y', contact.inSetup.y - middle)]
  // A pair of parallels may lie either way round, so that it is drawn anew in each setup.
  if (contact.inSetup.y < middle)
    errors.push({
      source: book.index(`${index} parallels`, () => ({
        label: 'parallels differ',
        link: `${index} parallels`,
        setup: index,
        plusMinus: parallels.differenceMm,
        remedy: 'Take a matched pair of parallels.',
        lights: RESTS,
      })),
      coefficient: 1,
    })
  if (contact.atMovingJaw)
    errors.push({
      source: book.index(`${index} lift`, () => ({
        label: 'moving jaw lifts the work',
        link: `${index} lift`,
        setup: index,
        plusMinus: vise.liftMm,
        distribution: 'one-sided',
        remedy:
          'Hammer it down until the parallels do not move, or let the fixed jaw lead with a round bar.',
        lights: RESTS,
      })),
      coefficient: -1,
    })
  return errors
}

/** How far the jaw face stands off at this height and place; its zero is at mid grip, mid jaw. */
function guideErrors({ book, layout }: SetupMaking, contact: FootingContact): Term[] {
  const { gripMm, low, vise } = layout
  const lights = ['jaw', 'guide1', 'guide2', 'guide3']
  const jaw = (what: string, label: string, per100: number, remedy: string): number =>
    book.index(`${what} ${vise.id}`, () => ({
      label,
      link: `${what} ${vise.id}`,
      gear: vise.name,
      plusMinus: per100 / 100,
      remedy,
      lights,
    }))
  return [
    {
      source: jaw(
        'lean',
        'fixed jaw out of square',
        vise.leanPer100,
        'Indicate the fixed jaw upright and shim it, let the base lead, or cut both features in one setup.',
      ),
      coefficient: contact.inSetup.z - (low.z + gripMm / 2),
    },
    {
      source: jaw(
        'tram',
        'fixed jaw out of line',
        vise.tramPer100,
        'Indicate the jaw along the travel before this setup.',
      ),
      coefficient: contact.inSetup.x,
    },
  ]
}

function stopError({ book, index, layout }: SetupMaking): Term {
  const source = book.index(`${index} stop`, () => ({
    label: 'coming back to the stop',
    link: `${index} stop`,
    setup: index,
    plusMinus: layout.vise.stopMm,
    remedy: 'Touch the part instead of trusting the stop.',
    lights: ['stop1'],
  }))
  return { source, coefficient: 1 }
}
