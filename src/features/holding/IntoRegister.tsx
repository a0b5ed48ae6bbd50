'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { type Fixture } from '@/core/floor/register'
import { call } from '@/ui/api'
import { TextField } from '@/ui/fields'
import { useWho } from '@/ui/useWho'

interface IntoRegisterProps {
  /** What the register keeps of them, said before it is written. */
  readonly children: string
  readonly fixture: () => Fixture
}

/** Writes jaws or a plate down in the register, with the edges by which they are found again. */
export function IntoRegister({ children, fixture }: IntoRegisterProps) {
  const router = useRouter()
  const [who, setWho] = useWho()
  const [sentence, setSentence] = useState<string>()
  const write = async (): Promise<void> => {
    const designed = fixture()
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
      <p className="w-full text-[14px] text-soft">{children}</p>
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
