import { type Result } from '@/core/ground/issues'
import { writeDocument } from '@/core/paper/formats'
import { jawsFile, plateFile } from './backroom'
import { type WhichSetup } from './heldSo'
import { type ExportedJaws, type JawOptions } from './jaws'
import { type JawKind, type PlateKind } from './heldKinds'
import { jobFile } from './jobs'
import { type ExportedPlate } from './plate'

/** Soft jaws for one setup of a job as it is stored. */
export async function jawsOfJob(
  job: string,
  kind: JawKind,
  options: JawOptions,
): Promise<Result<ExportedJaws>> {
  const file = await jobFile(job)
  return file.ok ? jawsFile(writeDocument(file.value), kind, options) : file
}

/** A fixture plate for one setup of a job as it is stored. */
export async function plateOfJob(
  job: string,
  kind: PlateKind,
  options: WhichSetup,
): Promise<Result<ExportedPlate>> {
  const file = await jobFile(job)
  return file.ok ? plateFile(writeDocument(file.value), kind, options) : file
}
