export {
  type Area,
  dimension,
  type Mark,
  type Path,
  reachOf,
  type Scene,
  Sheet,
  type Tone,
  type Words,
} from './scene'
