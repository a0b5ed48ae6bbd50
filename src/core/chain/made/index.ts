export { type Drawn, type Made, makePiece } from './made'
