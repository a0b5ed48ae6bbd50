export { type Crease, creasesOf } from './creases'
export {
  areaOf,
  cornerOf,
  type Hit,
  type Mesh,
  meshBounds,
  meshVolume,
  RayTree,
  treeOf,
  triangleCount,
  triangleOf,
} from './mesh'
