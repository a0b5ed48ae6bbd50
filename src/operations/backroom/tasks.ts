import { gearChanges, readDocumentText } from '@/core/paper/formats'
import { readDxf } from '@/exchange'
import { checkPdfOf } from '../checkPaper'
import { analyseFile, checkFile, exportFile } from '../files'
import { fitFile, fitPointsText } from '../fitting'
import { learnFile, learnFromRuns } from '../learning'
import { leftFile } from '../left'
import { bodyAsPart, readSolids } from '../solids/tasks'
import { demoBracket } from '../solids/demoBracket'
import { jawsFile } from '../jaws'
import { plateFile } from '../plate'
import { hideFault } from '../practice'
import { checkTableOf, forbiddingOf, practiceReadingsOf } from '../runTasks'
import { standFile } from '../standFile'
import { diagnoseFile, makeFile, runFile } from '../steering'
import { standingOfWay } from '../standing'
import { storiesTold } from '../stories'

/** What is done off the server's own thread: reading what comes from outside, and whatever computes. */
export const TASKS = {
  readDrawing: readDxf,
  readDocument: readDocumentText,
  gearChanges,
  checkFile,
  analyseFile,
  exportFile,
  standFile,
  jawsFile,
  plateFile,
  standingOfWay,
  readSolids,
  bodyAsPart,
  leftFile,
  fitFile,
  fitPointsText,
  runFile,
  diagnoseFile,
  makeFile,
  learnFile,
  learnFromRuns,
  forbiddingOf,
  hideFault,
  practiceReadingsOf,
  checkTableOf,
  checkPdfOf,
  storiesTold,
  demoBracket,
}

export type Tasks = typeof TASKS
export type TaskName = keyof Tasks

/** One task as it is handed to a worker, and what comes back. */
export interface Order {
  readonly number: number
  readonly name: TaskName
  readonly args: readonly unknown[]
}
export type Answer =
  | { readonly number: number; readonly value: unknown }
  | { readonly number: number; readonly error: string }
  | { readonly number: number; readonly stage: string; readonly share: number }
  | { readonly number: number; readonly wants: Wanted }

/** What a worker asks for: a file that is kept, or the facets of a body of it. */
export interface Wanted {
  readonly digest: string
  readonly body?: number
}

/** The same with what was found, as bytes; none where it is not kept here. */
export interface Handed extends Wanted {
  readonly bytes: Uint8Array | undefined
}
