import { type Result } from '@/core/ground/issues'
import { writeDocument } from '@/core/paper/formats'
import { jawsFile } from './backroom'
import { type ExportedJaws, type JawOptions } from './jaws'
import { type JawKind } from './jawOptions'
import { jobFile } from './jobs'

/** Soft jaws for one setup of a job as it is stored. */
export async function jawsOfJob(
  job: string,
  kind: JawKind,
  options: JawOptions,
): Promise<Result<ExportedJaws>> {
  const file = await jobFile(job)
  return file.ok ? jawsFile(writeDocument(file.value), kind, options) : file
}
