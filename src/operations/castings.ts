import { nanoid } from 'nanoid'
import { newCasting } from '@/core/work/casting'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { insertDocument } from '@/db'
import { storedCasting } from './jobs'

const MOST_CASTINGS = 50

/** Another casting of a job, of which nothing is measured yet. */
export const addCasting = (jobId: string): Promise<Result<string>> =>
  insertDocument(jobId, nanoid(12), 'casting', (others) => {
    if (others.length >= MOST_CASTINGS)
      return fail('casting.many', `A job has at most ${MOST_CASTINGS} castings.`)
    const names = new Set(
      others.map((one) => {
        const read = storedCasting(one)
        return read.ok ? read.value.body.name : ''
      }),
    )
    let number = others.length + 1
    while (names.has(`Casting ${number}`)) number++
    return succeed(newCasting(`Casting ${number}`))
  })
