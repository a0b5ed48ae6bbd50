export {
  type Capability,
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
  type Workshop,
  WorkshopSchema,
} from './schema'
export { STANDARD_WORKSHOP } from './standardWorkshop'
