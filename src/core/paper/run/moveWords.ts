import { axisName, type Plan } from '../../plan/planning'
import { type MeasuredPiece } from '../../predict/measured'
import { refLabel } from '../../work/part'

type Move = NonNullable<MeasuredPiece['moved']>[number]

const signed = (mm: number): string => `${mm < 0 ? '−' : '+'}${Math.abs(mm).toFixed(3)}`

/** A correction in shop words: "Y of G54 by −0.020", "base by 0.012 deeper". */
export function moveWords({ part, setups }: Plan, { axis, by, feature, setup }: Move): string {
  if (axis) {
    const planned = setups.find(({ id }) => id === setup)
    const name = planned ? axisName(planned, axis) : axis.toUpperCase()
    return `${name} of ${planned?.setup.zero.offset ?? setup} by ${signed(by)}`
  }
  const label = refLabel(part, feature ?? '')
  return `${label} by ${Math.abs(by).toFixed(3)} ${by < 0 ? 'deeper' : 'less deep'}`
}
