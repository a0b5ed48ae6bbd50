import { type Anchored } from '../kind'
import { type SoftJawsHolding } from './parameters'

/** Jaws that were cut alike are where they were, as long as nobody has unscrewed them. */
export const softJawsAnchored = ({
  blank,
  gap,
  jaws,
  shift,
  step,
  stop,
  vise,
  walls,
}: SoftJawsHolding): Anchored => ({
  mark: `soft jaws ${blank} in ${vise}${jaws === 'as cut' ? '' : `, ${jaws}`}`,
  marks: {
    x: { mark: `${stop} ${shift.mm}`, was: 'at another place before' },
    y: { mark: `wall ${gap.mm}${walls === 'draft' ? ' with draft' : ''}` },
    z: { mark: `step ${step.mm}` },
  },
})
