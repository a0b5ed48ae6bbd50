export {
  areaOf,
  cornerOf,
  type Hit,
  type Mesh,
  meshBounds,
  meshVolume,
  RayTree,
  triangleCount,
  triangleOf,
} from './mesh'
