'use client'

import { useMemo, useRef, useState } from 'react'
import { type Part } from '@/core/work/part'
import { after, type ManySaid, readLine, readLines } from '@/core/work/say'
import { useKeys } from '@/ui/useKeys'
import { type Again, replaced, without } from './again'

/** The line that is being said: what it would make of the part, and what it changes that was said before. */
export function useSaying(part: Part, edit: (change: (part: Part) => Part) => void) {
  const [text, setText] = useState('')
  const [again, setAgain] = useState<Again>()
  const [asked, setAsked] = useState(false)
  const [many, setMany] = useState<Pick<ManySaid, 'taken' | 'left'>>()
  const field = useRef<HTMLInputElement>(null)

  useKeys({ s: () => field.current?.focus() })

  const base = useMemo(() => without(part, again), [part, again])
  const result = useMemo(
    () => (text.trim() === '' ? undefined : readLine(base, text)),
    [base, text],
  )
  const shown = useMemo(() => (result?.ok ? after(base, result.said) : part), [base, part, result])
  const write = (words: string): void => {
    setText(words)
    setAsked(false)
  }
  const begin = (words: string, which?: Again): void => {
    setAgain(which)
    write(words)
    field.current?.focus()
  }
  return {
    text,
    setText: write,
    /** Another line in place of what is written. */
    fill: (line: string): void => {
      write(line)
      field.current?.focus()
    },
    /** Whether Enter was pressed on a line that is not understood. */
    asked,
    /** What came of the lines that were put in at once. */
    many,
    /** Takes several lines at once, as one change; what is not understood is kept to be put right. */
    addMany: (lines: string): void => {
      const { left, taken } = readLines(part, lines)
      setMany({ left, taken })
      if (taken > 0) edit((body) => readLines(body, lines).part)
    },
    /** A line that was left over is put right by itself. */
    takeUp: (line: string): void => {
      setMany((old) => old && { ...old, left: old.left.filter((other) => other.line !== line) })
      begin(line)
    },
    forget: (): void => setMany(undefined),
    field,
    base,
    result,
    /** The part with the line in it, as far as it is understood. */
    shown,
    isAgain: again !== undefined,
    begin,
    cancel: (): void => {
      write('')
      setAgain(undefined)
    },
    /** Puts the line into the part; what it added or changed. */
    add: (): Again | undefined => {
      setAsked(!result?.ok)
      if (!result?.ok) return undefined
      const { said } = result
      const made =
        said.kind === 'feature'
          ? said.feature
          : said.kind === 'requirement'
            ? said.requirement
            : undefined
      edit((body) => (again ? replaced(body, again, made) : after(body, said)))
      write('')
      setAgain(undefined)
      if (said.kind !== 'feature' && said.kind !== 'requirement') return undefined
      return made && { kind: said.kind, id: again?.id ?? made.id }
    },
  }
}

export type Saying = ReturnType<typeof useSaying>
