import { refLabel } from '../../work/part'
import { type BearingPlace, type HeldError, type Locator } from '../../shop/holding'
import { figureRef, SEAT_PATH } from '../../shop/workshop'
import { waviness } from '../../work/stock'
import { type StackContact, type Term } from '../../chain/variation'
import { type SetupMaking } from './making'

/** What a fitted locator follows: nothing that errs by itself. */
const FITTED = 'fitted'

/** Part of a cut face's form error that may lie under one contact, ± (common practice, no source). */
const UNDER_CONTACT = 1 / 3

/** A footing contact with all that may set it off its place. */
export function stackContact(making: SetupMaking, contact: Locator): StackContact {
  const { against, at, id, isFitted, normal, role, surface } = contact
  const own = { id, role }
  // How it sits comes first: sources are numbered as they are met, and figures are compared with those of earlier builds.
  const sits = isFitted
    ? []
    : against
      ? [
          seat(making, contact, own, 1 / 2),
          seat(making, against, { id: `${id}, far side`, role }, -1 / 2),
        ]
      : [seat(making, contact, own, 1)]
  return {
    // Set by the fit of a casting it follows neither the skin nor how the work sits on it.
    surface: isFitted ? FITTED : surface,
    at,
    normal,
    ...(against && {
      against: { surface: against.surface, at: against.at, normal: against.normal },
    }),
    errors: [...sits, ...locatorErrors(making, contact), ...sizeErrors(making, contact)],
  }
}

/** What is off with the size of a round that lies on the locator, as it was cut. */
function sizeErrors({ sizeSource }: SetupMaking, { perDiameter, surface }: Locator): Term[] {
  const source = sizeSource.get(surface)
  return perDiameter === undefined || source === undefined
    ? []
    : [{ source, coefficient: perDiameter }]
}

/** How the work sits in this one place: unevenness of the face, a burr, a chip. */
function seat(
  making: SetupMaking,
  { raw, surface }: BearingPlace,
  { id, role }: Pick<Locator, 'id' | 'role'>,
  coefficient: number,
): Term {
  const { book, formMm, part, setup, standing, workshop } = making
  const words = standing.words.roles[role]
  const form = (formMm.get(surface) ?? 0) * UNDER_CONTACT
  const clean = Math.hypot(workshop.seatMm, form)
  const source = book.index(`at ${setup.id}, seat ${id}`, () => ({
    cause: raw ? `raw ${refLabel(part, surface)} ${words.onto}` : `seating ${words.onto}`,
    link: `at ${setup.id}, seat ${role}`,
    setup: setup.id,
    contact: id,
    plusMinus: raw ? waviness(part, surface) : clean,
    ...(!raw && { figure: figureRef(SEAT_PATH, workshop.seatMm, clean) }),
    remedy: raw ? words.cleanRaw : words.clean,
    lights: [1, 2, 3].map((n) => `${role}${n}`),
  }))
  return { source, coefficient }
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
