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
