export { type Crease, creasesOf } from './creases'
export {
  areaOf,
  cornerOf,
  type Mesh,
  meshBounds,
  meshVolume,
  triangleCount,
  triangleOf,
} from './mesh'
export { boxesOf, type Hit, type RayBoxes, RayTree, treeOf } from './rayTree'
