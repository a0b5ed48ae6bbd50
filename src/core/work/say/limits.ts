import { type Length } from '../../handbook/units'
import { type Scanner } from './scanner'

export interface Limits {
  readonly plus: Length
  readonly minus: Length
}

export function readLimits(scanner: Scanner): Limits {
  const found = readLimitsIfAny(scanner)
  if (found) return found
  throw scanner.failure('Give the limits: ±0.015, or +0.02 -0.01.')
}

/** `±0.015`, `+0.02 -0.01`, `+0.02/0`, `-0.01 -0.03`: one above the other, in either order. */
export function readLimitsIfAny(scanner: Scanner): Limits | undefined {
  scanner.skip(',')
  if (scanner.takeOf({ '±': ['+-', '+/-', 'plus or minus'] })) {
    const plus = scanner.needLength('Plus or minus how much?')
    return { plus, minus: { mm: -plus.mm } }
  }
  const first = scanner.attempt(() => readSigned(scanner))
  if (!first) return undefined
  scanner.skip('/', ',')
  const second = readSigned(scanner)
  if (!second) throw scanner.failure('And the other limit? For example +0.02 -0.01, or +0.02 -0.')
  if (first.mm === second.mm) throw scanner.failure('The upper limit must be above the lower one.')
  return first.mm > second.mm ? { plus: first, minus: second } : { plus: second, minus: first }
}

/** A figure with its sign; nought needs none. */
function readSigned(scanner: Scanner): Length | undefined {
  const sign = scanner.take('+', '-', '−')
  if (sign) {
    const { mm } = scanner.needLength('How much?')
    return { mm: sign === '+' || mm === 0 ? mm : -mm }
  }
  return scanner.attempt(() => {
    const length = scanner.length()
    return length?.mm === 0 ? { mm: 0 } : undefined
  })
}
