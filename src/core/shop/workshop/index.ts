export {
  figureIn,
  figurePath,
  type FigurePath,
  type FigureRef,
  figureRef,
  SEAT_PATH,
  type ShopFigure,
  withFigure,
} from './figures'
export { sharpEndMills } from './cutters'
export {
  type AnglePlate,
  type CentringVise,
  type Chuck,
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
  type Conditions,
  CONDITIONS_ID,
  type Cutter,
  GEAR_LISTS,
  GEAR_SCHEMAS,
  MOST_GEAR,
  SHOP_SCHEMAS,
  type ShopKind,
  type GearKind,
  type Instrument,
  type Machine,
  PROCESSES,
  type Process,
  type Rotary,
  USUAL_CONDITIONS,
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
export { type LeanSetting, settingOf } from './leaning'
export { STANDARD_WORKSHOP } from './standardWorkshop'
