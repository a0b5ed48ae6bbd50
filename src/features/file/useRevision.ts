'use client'

import { useEffect, useState } from 'react'
import { type Part } from '@/core/work/part'
import { revise, type Revised } from '@/core/work/revision'
import { useBringing } from '@/ui/bringing/useBringing'
import { type useReading } from './useReading'

/** Another revision of a part's file: brought in, recognised lying as the old one does, held against it. */
export function useRevision(part: Part, { read }: ReturnType<typeof useReading>) {
  const { bring, brought, stop } = useBringing()
  const [revised, setRevised] = useState<Revised>()
  const file = brought.state === 'done' ? brought.file : undefined
  useEffect(() => {
    if (!file) return
    const body = Math.min(part.model?.body ?? 0, file.bodies.length - 1)
    void read({ digest: file.digest, body }).then((again) => {
      if (again) setRevised(revise(part, again))
      stop()
    })
    // Once for each file: the part is the one that it was when the file was there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [file])
  return {
    revised,
    stage: brought.state === 'working' ? brought.stage : undefined,
    sentences: brought.state === 'refused' ? brought.sentences : [],
    bring: (chosen: File): void => {
      const thick = part.model?.thicknessMm
      void bring(chosen, thick === undefined ? {} : { thickness: String(thick) })
    },
    /** The same file read otherwise, where that touches what was said. */
    propose: (made: Revised): void => setRevised(made),
    leave: (): void => setRevised(undefined),
  }
}
