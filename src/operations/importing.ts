import {
  type GearChange,
  type GearDifference,
  gearDifferences,
  underOwnNames,
} from '@/core/paper/formats'
import { type Result, succeed } from '@/core/ground/issues'
import { backroom } from './backroom/pool'
import { emptyWay, insertWith, workshopOrStandard } from './jobs'

/** Whose gear counts where a file and the workshop have the same id with other figures. */
export type GearChoice = 'ours' | 'both'

export type Imported =
  | { readonly kind: 'done'; readonly id: string }
  /** Nothing was written: first it must be said whose gear counts. */
  | {
      readonly kind: 'gear-differs'
      readonly differences: readonly GearDifference[]
      /** What each way would come to with the gear here. */
      readonly changes: readonly GearChange[]
    }

/**
 * Brings a document in as a new job, its workshop items that are not here yet with it, all or nothing.
 * Gear that is here with other figures is asked about, unless `choice` says which counts.
 */
export async function importJob(text: string, choice?: GearChoice): Promise<Result<Imported>> {
  const file = await backroom().run('readDocument', text)
  if (!file.ok) return file
  const ours = await workshopOrStandard()
  const differences = gearDifferences(file.value.workshop, ours)
  if (differences.length > 0 && choice === undefined) {
    const changes = await backroom().run('gearChanges', file.value, ours)
    if ('ok' in changes) return changes
    const isGear = differences.some(({ kind }) => kind !== 'capability' && kind !== 'setting')
    // The shop's own figures count here anyway; they are told of only where they change something.
    if (isGear || changes.length > 0) return succeed({ kind: 'gear-differs', differences, changes })
  }
  const { part, ways, workshop } =
    choice === 'both' ? underOwnNames(file.value, ours, differences) : file.value
  const done = await insertWith(
    {
      part,
      ways: ways.length > 0 ? ways : [emptyWay('Way A')],
      castings: file.value.castings,
    },
    { gear: workshop },
  )
  return done.ok ? succeed({ kind: 'done', id: done.value }) : done
}
