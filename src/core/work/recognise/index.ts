export { type Laid, largestDown, laySolid, type Lie, LIE_OF_FILE, proposeLie } from './axes'
export { type Recognised, recognise } from './recognise'
export { type Grain } from './rounded'
export { type SuspectedUnit, suspectUnit } from './unit'
