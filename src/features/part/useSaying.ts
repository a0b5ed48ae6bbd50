'use client'

import { useMemo, useRef, useState } from 'react'
import { type Part } from '@/core/work/part'
import { after, readLine } from '@/core/work/say'
import { useKeys } from '@/ui/useKeys'
import { type Again, replaced, without } from './again'

/** The line that is being said: what it would make of the part, and what it changes that was said before. */
export function useSaying(part: Part, edit: (change: (part: Part) => Part) => void) {
  const [text, setText] = useState('')
  const [again, setAgain] = useState<Again>()
  const field = useRef<HTMLInputElement>(null)

  useKeys({ s: () => field.current?.focus() })

  const base = useMemo(() => without(part, again), [part, again])
  const result = useMemo(
    () => (text.trim() === '' ? undefined : readLine(base, text)),
    [base, text],
  )
  const shown = useMemo(() => (result?.ok ? after(base, result.said) : part), [base, part, result])
  const begin = (words: string, which?: Again): void => {
    setAgain(which)
    setText(words)
    field.current?.focus()
  }
  return {
    text,
    setText,
    field,
    base,
    result,
    /** The part with the line in it, as far as it is understood. */
    shown,
    isAgain: again !== undefined,
    begin,
    cancel: (): void => {
      setText('')
      setAgain(undefined)
    },
    /** Puts the line into the part; what it added or changed. */
    add: (): Again | undefined => {
      if (!result?.ok) return undefined
      const { said } = result
      const made =
        said.kind === 'feature'
          ? said.feature
          : said.kind === 'requirement'
            ? said.requirement
            : undefined
      edit((body) => (again ? replaced(body, again, made) : after(body, said)))
      setText('')
      setAgain(undefined)
      if (said.kind !== 'feature' && said.kind !== 'requirement') return undefined
      return made && { kind: said.kind, id: again?.id ?? made.id }
    },
  }
}

export type Saying = ReturnType<typeof useSaying>
