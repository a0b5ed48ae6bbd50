export { requirementsCsv } from './csv'
export {
  documentJsonSchema,
  type FootholdFile,
  FootholdFileSchema,
  MOST_DOCUMENT_BYTES,
  readDocument,
  readDocumentText,
  writeDocument,
} from './document'
export { drillingProgram, PROGRAM_CAUTION, type ProgramOptions } from './gcode'
export { checkCsv } from './checkTable'
export { holesCsv, MOST_ROWS, type PlaceRow, readPlaces } from './holeTable'
export { CHECK_MM, holeTemplate, type Template, templateSvg } from './template'
export { type OffsetLine, OFFSETS_CAUTION, offsetsCsv, offsetsProgram } from './offsets'
export {
  type GearChange,
  gearChanges,
  type GearDifference,
  gearDifferences,
  underOwnNames,
} from './gear'
export { type Engraved, type Profile, profileSvg } from './profile'
