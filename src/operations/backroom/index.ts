import { WORM_BLOCK, WORM_BLOCK_WAY_A } from '@/core/paper/demo'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { backroom } from './pool'
import { type TaskName, type Tasks } from './tasks'

/** The same work as in the place where it is written, off the server's own thread and within limits. */
const behind =
  <Name extends TaskName>(name: Name) =>
  (...args: Parameters<Tasks[Name]>) =>
    backroom().run(name, ...args)

export const readDrawing = behind('readDrawing')
export const readDocument = behind('readDocument')
export const checkFile = behind('checkFile')
export const analyseFile = behind('analyseFile')
export const exportFile = behind('exportFile')
export const standFile = behind('standFile')
export const jawsFile = behind('jawsFile')
export const plateFile = behind('plateFile')
export const fitFile = behind('fitFile')
export const fitPointsText = behind('fitPointsText')
export const runFile = behind('runFile')
export const diagnoseFile = behind('diagnoseFile')
export const makeFile = behind('makeFile')
export const learnFile = behind('learnFile')
export const learnFromRuns = behind('learnFromRuns')
export const forbiddingOf = behind('forbiddingOf')
export const hideFault = behind('hideFault')
export const practiceReadingsOf = behind('practiceReadingsOf')
export const checkPdfOf = behind('checkPdfOf')
export const storiesOf = behind('storiesTold')
export const checkTableOf = behind('checkTableOf')

/** Starts every worker with a piece of real work, so that nobody waits for the first one. */
export async function warmUp(): Promise<void> {
  const pool = backroom()
  await Promise.allSettled(
    Array.from({ length: 2 * pool.size }, () =>
      pool.run('standingOfWay', STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A),
    ),
  )
}
