export { figurePath, type FigurePath, type FigureRef, figureRef, SEAT_PATH } from './figurePath'
export { figureIn, type ShopFigure, withFigure } from './figures'
export {
  CONDITIONS_ID,
  GEAR_LISTS,
  type GearKind,
  MOST_GEAR,
  type Process,
  PROCESSES,
} from './lists'
export { USUAL_CONDITIONS, USUAL_HEAD } from './usual'
export { type Conditions } from './conditions'
export { sharpEndMills } from './cutters'
export {
  type AnglePlate,
  type CentringVise,
  type Chuck,
  type FacePlate,
  type JawBlank,
  type Parallels,
  type Plate,
  type Strap,
  type Tilter,
  type ToePlate,
  type VBlock,
  type Vise,
} from './holders'
export {
  type Capability,
  type Cutter,
  GEAR_SCHEMAS,
  SHOP_SCHEMAS,
  type ShopKind,
  type Instrument,
  type Machine,
  type Rotary,
  type Workshop,
  WorkshopSchema,
} from './schema'
export {
  ACROSS,
  type Indexed,
  indexZero,
  nearestTurn,
  rotaryMotion,
  rotaryWords,
  type Turner,
  turnerLetter,
  turnerWords,
  workAngle,
} from './rotary'
export { headOf, type LeansOn, SWUNG_HEAD, type SwungHead } from './head'
export { type LeanSetting, settingOf } from './leaning'
export { STANDARD_WORKSHOP } from './standardWorkshop'
