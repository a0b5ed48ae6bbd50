export { elevation, plan } from './bench'
export { drawing, type DrawingOptions } from './drawing'
export { isometric, type IsometricOptions } from './isometric'
export { type Mark, type Path, type Scene, type Tone, type Words } from './scene'
