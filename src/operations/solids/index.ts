export { type BodyChoice, partOfBody } from './body'
export { digestOf, MOST_FILE_BYTES, type ReadOptions, readSolidFile, type SolidFile } from './read'
export { type BodyReport, type ImportReport, motionOf, reportOf } from './report'
