export { fileMotion } from './match'
export { type Change, revise, type Revised } from './revise'
