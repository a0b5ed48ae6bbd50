export { dimension, type Mark, type Path, type Scene, Sheet, type Tone, type Words } from './scene'
