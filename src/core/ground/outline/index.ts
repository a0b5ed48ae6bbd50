export {
  arcPieces,
  circleRing,
  type Corner,
  distanceToEdge,
  type Edge,
  edgeBetween,
  edgesOf,
  flatRing,
  gapToRings,
  headingAt,
  isWithin,
  middleOfEdge,
  rectangleRing,
  reversed,
  type Ring,
  ringArea,
  ringBounds,
  roundedRectangle,
} from './outline'
export { arcEdge, crossingOf, type DrawnEdge, ringsOf } from './chain'
export { fitRing } from './fit'
export { offsetRing } from './offset'
export { filled, type Region, regionArea, type RegionKernel, ringsOfRegion } from './region'
