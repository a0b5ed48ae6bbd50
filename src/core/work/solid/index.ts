export { assembleSolid } from './assemble'
export { bodyOfMesh } from './facets/fromMesh'
export { circleThrough, fitCircle } from './fit'
export { moveSolid } from './move'
export {
  type FacedMesh,
  type FaceShape,
  type RawBody,
  type RawFace,
  type RawSurface,
  type Solid,
  type SolidEdge,
  type SolidFace,
} from './solid'
export { type FileUnit, lookAtStep, UNIT_MM } from './stepText'
