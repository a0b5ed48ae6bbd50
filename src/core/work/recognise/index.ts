export { type Laid, largestDown, laySolid, type Lie, LIE_OF_FILE, proposeLie } from './axes'
export { type Recognised, recognise } from './recognise'
