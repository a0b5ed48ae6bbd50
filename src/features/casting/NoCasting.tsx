'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { type Part } from '@/core/work/part'
import { call } from '@/ui/api'
import { barJob, TopBar } from '@/ui/TopBar'

/** A job of which no casting is measured yet. */
export function NoCasting({
  firstWay,
  jobId,
  part,
}: {
  readonly jobId: string
  readonly firstWay: string | undefined
  readonly part: Part
}) {
  const begin = useNewCasting(jobId)
  return (
    <>
      <TopBar here="casting" job={barJob(jobId, part, firstWay)} unit={part.unit} />
      <main className="mx-auto max-w-xl px-4 py-10">
        <section className="sheet p-6">
          <h1 className="mb-2 text-[20px] font-bold">No casting is measured yet</h1>
          <p className="mb-4 text-soft">
            Stand it on the plate as it came, take the height of some forty places with its X and Y,
            and say which face each lies over. Then the part is fitted into it, before anything is
            cut.
          </p>
          {begin.sentence && <p role="alert">{begin.sentence}</p>}
          <button type="button" className="button main" onClick={() => void begin.add()}>
            Measure a casting
          </button>
        </section>
      </main>
    </>
  )
}

/** Adds a casting to the job and opens it. */
export function useNewCasting(jobId: string) {
  const router = useRouter()
  const [sentence, setSentence] = useState<string>()
  const add = async (): Promise<void> => {
    const answer = await call<{ readonly id: string }>(`/api/jobs/${jobId}/castings`, 'POST', {})
    if (answer.kind === 'done')
      router.push(`/jobs/${jobId}/casting?casting=${answer.data.id}&show=points`)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues.map((issue) => issue.sentence).join(' ')
          : 'The server does not answer just now. Try again in a moment.',
      )
  }
  return { add, sentence }
}
