export {
  type Capability,
  type Conditions,
  ConditionsSchema,
  type Cutter,
  GEAR_SCHEMAS,
  type GearKind,
  type Instrument,
  type Machine,
  PROCESSES,
  type Parallels,
  type Process,
  type Rotary,
  type Vise,
  USUAL_CONDITIONS,
  type Workshop,
  WorkshopSchema,
} from './schema'
export { STANDARD_WORKSHOP } from './standardWorkshop'
