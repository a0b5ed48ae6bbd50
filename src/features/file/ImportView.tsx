'use client'

import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useState } from 'react'
import { call } from '@/ui/api'
import { TopBar } from '@/ui/TopBar'
import { BodyPick } from './BodyPick'
import { FileDrop } from '@/ui/bringing/FileDrop'
import { type Choice } from './types'
import { sentencesOf, useBringing } from '@/ui/bringing/useBringing'

/** A part from a file: read, one of its bodies picked, and on to what the file shows. */
export function ImportView() {
  const router = useRouter()
  const bringing = useBringing()
  const [isBusy, setBusy] = useState(false)
  const [sentences, setSentences] = useState<readonly string[]>([])
  const { brought } = bringing
  const file = brought.state === 'done' ? brought.file : undefined
  const start = useCallback(
    async (body: number): Promise<void> => {
      if (!file) return
      setBusy(true)
      const stem = file.name.replace(/\.[^.]+$/, '').slice(0, 70) || 'Part'
      const choice: Choice = {
        body,
        name: file.bodies.length > 1 ? `${stem} ${body + 1}` : stem,
        ...file.reading,
      }
      const answer = await call<{ readonly id: string }>(
        `/api/solids/kept/${file.digest}/job`,
        'POST',
        choice,
      )
      if (answer.kind === 'done') return router.push(`/jobs/${answer.data.id}/file`)
      setBusy(false)
      setSentences(sentencesOf(answer))
    },
    [file, router],
  )
  const isComing = brought.state !== 'none'
  useEffect(() => {
    if (!isComing) return
    // What the next page needs comes while the file is read, not all at once when it opens.
    void import('./FileView')
    void import('@/ui/solid/PartSolid')
    void import('@/ui/solid/renderers').then(({ readyRenderer }) => readyRenderer())
  }, [isComing])
  // One body is the part; nobody has to say so.
  const isSingle = file?.bodies.length === 1
  useEffect(() => {
    if (isSingle) void start(0)
  }, [isSingle, start])
  return (
    <>
      <TopBar here="jobs" />
      <main className="mx-auto max-w-6xl p-4">
        <div className="mb-4 flex flex-wrap items-baseline gap-3">
          <h1 className="text-[24px] font-bold">A part from a file</h1>
          {file && (
            <span className="text-soft">
              {file.name} · {file.unit ?? 'no unit said'} · {file.bodies.length}{' '}
              {file.bodies.length === 1 ? 'body' : 'bodies'}
            </span>
          )}
        </div>
        {[...(file?.remarks ?? []), ...sentences].map((sentence) => (
          <p
            key={sentence}
            role="alert"
            className="mb-3 rounded-lg border-l-4 border-ochre bg-wash p-3"
          >
            {sentence}
          </p>
        ))}
        {!file && <FileDrop bringing={bringing} />}
        {isSingle && (
          <p className="sheet p-6 font-bold" aria-live="polite">
            {isBusy ? 'Recognising what is on it …' : 'Read.'}
          </p>
        )}
        {file && !isSingle && (
          <BodyPick file={file} isBusy={isBusy} onPick={(body) => void start(body)} />
        )}
      </main>
    </>
  )
}
