export { designSoftJaws, type JawDesign, type JawHalf, type JawKernel } from './jaws'
export { halvesOf, jawCorner, jawExtent, jawReport, ringFrom } from './jaws/report'
export { relievedLandMm } from './plate/land'
export {
  atPlace,
  designPlate,
  designStopPlate,
  GRID_HOLE_MM,
  gridHoles,
  type PlateDesign,
  type PlatePin,
  type PlatePlace,
} from './plate'
