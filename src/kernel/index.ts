export { meshOf, SEGMENTS, type SolidMesh } from './mesh'
export { stlOf } from './stl'
