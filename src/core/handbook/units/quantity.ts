import { fail, succeed, type Result } from '../../ground/issues'
import { INCH_MM } from '../standards'

/** Kinds of figure beside lengths and angles, each with the unit that is used inside. */
const KINDS = {
  'surface speed': {
    inside: 'm/min',
    units: { 'm/min': 1, 'mm/min': 0.001, 'ft/min': 0.3048, sfm: 0.3048, 'm/s': 60 },
  },
  feed: {
    inside: 'mm/min',
    units: { 'mm/min': 1, 'in/min': INCH_MM, ipm: INCH_MM, 'm/min': 1000 },
  },
  rotation: { inside: 'rev/min', units: { 'rev/min': 1, rpm: 1, '1/min': 1 } },
  force: { inside: 'N', units: { N: 1, kN: 1000, lbf: 4.4482216152605, kgf: 9.80665 } },
  'temperature change': { inside: 'K', units: { K: 1, C: 1, '°C': 1, F: 5 / 9, '°F': 5 / 9 } },
  share: { inside: '', units: { '%': 0.01, '': 1 } },
} as const satisfies Record<string, { inside: string; units: Record<string, number> }>

export type QuantityKind = keyof typeof KINDS

/** The unit in which a kind is kept and given out. */
export const insideUnit = (kind: QuantityKind): string => KINDS[kind].inside

/**
 * Reads a number with a unit: `300ft/min`, `100 m/min`, `500 rpm`, `20 lbf`, `75 %`. A bare number has
 * the unit used inside; a bare share over 1 is per cent.
 *
 * @returns the figure in the unit of `insideUnit(kind)`; `quantity.*` issues otherwise.
 */
export function parseQuantity(text: string, kind: QuantityKind): Result<number> {
  const typed = text.trim()
  const match = /^([-+−]?(?:\d+\.?\d*|\.\d+))\s*(.*)$/.exec(typed)
  const units: Readonly<Record<string, number>> = KINDS[kind].units
  const known = Object.keys(units)
    .filter((unit) => unit !== '')
    .join(', ')
  if (!match)
    return fail(
      'quantity.form',
      `“${typed}” is not a ${kind}. Write a number, then one of ${known}.`,
    )
  const amount = Number((match[1] ?? '').replace('−', '-'))
  const unit = match[2] ?? ''
  if (unit === '') return succeed(kind === 'share' && amount > 1 ? amount / 100 : amount)
  const factor = units[unit]
  return factor === undefined
    ? fail('quantity.unit', `“${unit}” is not a unit of ${kind}; write one of ${known}.`)
    : succeed(amount * factor)
}
