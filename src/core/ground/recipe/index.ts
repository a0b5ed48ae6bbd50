export {
  acrossOf,
  type Bounds,
  boundsOf,
  boundsOfPoints,
  box,
  boxesOf,
  cornersOfBox,
  gapTo,
  moved,
  type Recipe,
  round,
  spanOf,
} from './recipe'
