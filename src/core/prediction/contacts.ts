import { refLabel } from '../part'
import { type FootingContact, type ViseLayout } from '../planning'
import { type StackContact, type Term } from '../variation'
import { type Context, waviness } from './context'

/** A footing contact with all that may set it off its place. */
export function stackContact(
  context: Context,
  i: number,
  layout: ViseLayout,
  contact: FootingContact,
): StackContact {
  const { book, part, workshop } = context
  const { parallels, vise } = layout
  const errors: Term[] = []
  const here = (what: string, label: string, plusMinus: number, link = `${i} ${what}`): number =>
    book.index(`${i} ${what}`, () => ({ label, link, setup: i, plusMinus }))
  const gear = (name: string, id: string, label: string, plusMinus: number): number =>
    book.index(id, () => ({ label, link: id, gear: name, plusMinus }))
  const add = (source: number, coefficient = 1): void => void errors.push({ source, coefficient })
  const onto = { rest: 'on the parallels', guide: 'on the fixed jaw', stop: 'at the stop' }[
    contact.role
  ]
  const seatLabel = contact.raw
    ? `raw ${refLabel(part, contact.surface)} ${onto}`
    : `seating ${onto}`
  add(
    here(
      `seat ${contact.id}`,
      seatLabel,
      contact.raw ? waviness(part, contact.surface) : workshop.seatMm,
      `${i} seat ${contact.role}`,
    ),
  )
  switch (contact.role) {
    case 'rest':
      if (contact.inSetup.y < (layout.parallelY[0] + layout.parallelY[1]) / 2)
        add(
          gear(
            parallels.name,
            `parallels ${parallels.id}`,
            'parallels differ',
            parallels.differenceMm,
          ),
        )
      if (contact.atMovingJaw) {
        const lift = {
          label: 'moving jaw lifts the work',
          link: `${i} lift`,
          setup: i,
          plusMinus: vise.liftMm,
          distribution: 'one-sided' as const,
        }
        add(
          book.index(`${i} lift`, () => lift),
          -1,
        )
      }
      break
    case 'guide':
      // How far the jaw face stands off at this height and place; its zero is at mid grip, mid jaw.
      add(
        gear(vise.name, `lean ${vise.id}`, 'fixed jaw out of square', vise.leanPer100 / 100),
        contact.inSetup.z - (layout.low.z + layout.gripMm / 2),
      )
      add(
        gear(vise.name, `tram ${vise.id}`, 'fixed jaw out of line', vise.tramPer100 / 100),
        contact.inSetup.x,
      )
      break
    case 'stop':
      add(here('stop', 'coming back to the stop', vise.stopMm))
      break
  }
  return { surface: contact.surface, at: contact.at, normal: contact.normal, errors }
}
