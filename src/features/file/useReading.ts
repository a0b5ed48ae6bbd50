'use client'

import { useState } from 'react'
import { type Part } from '@/core/work/part'
import { call } from '@/ui/api'
import { lieOf } from './lie'
import { type Choice } from './types'
import { sentencesOf } from '@/ui/bringing/useBringing'

/** Has a body of a kept file recognised again: in another unit, lying otherwise, or of another file. */
export function useReading(part: Part) {
  const [isBusy, setBusy] = useState(false)
  const [sentences, setSentences] = useState<readonly string[]>([])
  const read = async (
    change: Partial<Choice> & { readonly digest?: string },
  ): Promise<Part | undefined> => {
    const { model } = part
    if (!model) return undefined
    setBusy(true)
    setSentences([])
    const { digest = model.digest, ...changed } = change
    const choice: Choice = {
      body: model.body,
      name: part.name,
      times: model.times,
      lie: lieOf(part),
      ...(model.thicknessMm !== undefined && { thicknessMm: model.thicknessMm }),
      ...(model.layer !== undefined && { layer: model.layer }),
      ...changed,
    }
    const answer = await call<Part>(`/api/solids/kept/${digest}/part`, 'POST', choice)
    setBusy(false)
    if (answer.kind === 'done') return answer.data
    setSentences(sentencesOf(answer))
    return undefined
  }
  return { isBusy, sentences, read }
}
