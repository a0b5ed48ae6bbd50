'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { fixtureOfJaws } from '@/core/floor/register'
import { type PlannedSetup } from '@/core/plan/planning'
import { type JawDesign } from '@/core/shop/making'
import { call } from '@/ui/api'
import { TextField } from '@/ui/fields'
import { useWho } from '@/ui/useWho'

interface IntoRegisterProps {
  readonly planned: PlannedSetup
  readonly design: JawDesign
}

/** Writes the jaws down in the register, with the edges by which they are found again. */
export function IntoRegister({ design, planned }: IntoRegisterProps) {
  const router = useRouter()
  const [who, setWho] = useWho()
  const [sentence, setSentence] = useState<string>()
  const write = async (): Promise<void> => {
    const designed = fixtureOfJaws(planned, design)
    const answer = await call<{ id: string }>('/api/fixtures', 'POST', {
      name: designed.name,
      who,
      designed,
    })
    if (answer.kind === 'done') router.push(`/fixtures/${answer.data.id}`)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The server does not answer just now. Nothing was written down.',
      )
  }
  return (
    <section aria-label="Into the register" className="sheet flex flex-wrap items-end gap-2 p-3">
      <p className="w-full text-[14px] text-soft">
        Cut, they are as good as cut until they are unscrewed: the register keeps their edges, their
        zero and what must be looked at when they are put back.
      </p>
      <div className="w-32">
        <TextField label="Who" value={who} onChange={setWho} />
      </div>
      <button
        type="button"
        className="button main"
        disabled={who === ''}
        onClick={() => void write()}
      >
        Into the register
      </button>
      {sentence && (
        <p role="alert" className="w-full text-[14px] text-red">
          {sentence}
        </p>
      )}
    </section>
  )
}
