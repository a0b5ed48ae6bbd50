import { refLabel } from '../../work/part'
import { type HeldError, type Locator } from '../../shop/holding'
import { waviness } from '../../work/stock'
import { type StackContact, type Term } from '../../chain/variation'
import { type SetupMaking } from './making'

/** What a fitted locator follows: nothing that errs by itself. */
const FITTED = 'fitted'

/** Part of a cut face's form error that may lie under one contact, ± (common practice, no source). */
const UNDER_CONTACT = 1 / 3

/** A footing contact with all that may set it off its place. */
export function stackContact(making: SetupMaking, contact: Locator): StackContact {
  const { at, isFitted, normal, surface } = contact
  // Set by the fit of a casting it follows neither the skin nor how the work sits on it.
  if (isFitted) return { surface: FITTED, at, normal, errors: locatorErrors(making, contact) }
  return { surface, at, normal, errors: [seat(making, contact), ...locatorErrors(making, contact)] }
}

/** How the work sits on this one contact: unevenness of the face, a burr, a chip. */
function seat(making: SetupMaking, contact: Locator): Term {
  const { book, formMm, part, setup, standing, workshop } = making
  const words = standing.words.roles[contact.role]
  const form = (formMm.get(contact.surface) ?? 0) * UNDER_CONTACT
  const clean = Math.hypot(workshop.seatMm, form)
  const source = book.index(`at ${setup.id}, seat ${contact.id}`, () => ({
    cause: contact.raw
      ? `raw ${refLabel(part, contact.surface)} ${words.onto}`
      : `seating ${words.onto}`,
    link: `at ${setup.id}, seat ${contact.role}`,
    setup: setup.id,
    plusMinus: contact.raw ? waviness(part, contact.surface) : clean,
    remedy: contact.raw ? words.cleanRaw : words.clean,
    lights: [1, 2, 3].map((n) => `${contact.role}${n}`),
  }))
  return { source, coefficient: 1 }
}

/** What the holding itself puts off this locator. */
const locatorErrors = (making: SetupMaking, contact: Locator): Term[] =>
  making.standing.errors(contact).map((error) => heldTerm(making, error))

/** An error of the holding: of its gear in every setup, or drawn anew in this one. */
export function heldTerm({ book, setup }: SetupMaking, error: HeldError): Term {
  const { coefficient, gear, key, link, ...rest } = error
  const own = gear === undefined
  const source = book.index(own ? `at ${setup.id}, ${key}` : key, () => ({
    ...rest,
    link: own ? `at ${setup.id}, ${link}` : link,
    gear,
    setup: own ? setup.id : undefined,
  }))
  return { source, coefficient }
}
