export { looksOf, type WantedLook } from './looks'
export { meshOf, SEGMENTS, type SolidMesh } from './mesh'
export { stlOf } from './stl'
