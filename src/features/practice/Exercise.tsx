'use client'

import { RotateCcw } from 'lucide-react'
import { useState } from 'react'
import { coach, type ExerciseWords, type Score } from '@/core/floor/standin'
import { MillPanel } from '@/ui/MillPanel'
import { Sight } from '@/ui/Sight'
import { useMill } from '@/ui/useMill'
import { CentreTask } from './CentreTask'
import { SignTask } from './SignTask'
import { TramTask } from './TramTask'
import { type TaskProps } from './types'
import { useExercise } from './useExercise'

interface ExerciseProps {
  readonly words: ExerciseWords
  readonly seed: number | undefined
}

/** One exercise: the vise seen from above, the readout, somebody beside who says what comes next. */
export function Exercise({ seed, words }: ExerciseProps) {
  const { begin, claim, exercise, score, sentence } = useExercise(words.id, seed)
  const mill = useMill(exercise?.mill)
  const [taken, setTaken] = useState<readonly string[]>([])
  const again = (): void => {
    setTaken([])
    void begin()
  }
  if (!exercise)
    return (
      <main className="p-4">
        <p role={sentence ? 'alert' : 'status'} className="sheet p-6">
          {sentence ? `▲ ${sentence}` : 'The mill is being switched on.'}
        </p>
      </main>
    )
  const task: TaskProps = {
    exercise,
    mill,
    onTaken: (what) => setTaken((all) => [...all, what]),
    onClaim: claim,
    answered: score !== undefined,
  }
  const { told } = exercise
  const mark = told.nominal && { ...told.nominal, words: 'predicted' }
  return (
    <main className="grid grow gap-3 px-4 pb-3 lg:grid-cols-[minmax(0,1fr)_minmax(420px,42%)]">
      <section className="sheet flex min-h-0 flex-col p-3" aria-label="The mill">
        <div className="mb-1 flex flex-wrap items-start gap-x-3">
          <h1 className="text-[18px] font-bold">{words.title}</h1>
          <p className="grow basis-80 text-[14px] text-soft">{words.task}</p>
        </div>
        <p
          role="status"
          aria-label="What comes next"
          className="sticky top-0 z-10 rounded-lg border-l-4 border-yellow bg-ochre-wash px-3 py-2.5 text-[16px]"
        >
          {mill.last
            ? coach(words.id, mill.last, { taken, topAt: told.topAt })
            : 'The readout comes up in a moment.'}
        </p>
        <div className="flex min-h-[180px] grow items-center justify-center overflow-hidden">
          <Sight
            seen={exercise.seen}
            last={mill.last}
            mark={mark}
            className="h-full max-h-[340px] w-full"
          />
        </div>
        <MillPanel mill={mill} tools={exercise.tools} unit="mm" />
      </section>
      <aside className="sheet flex flex-col gap-3 p-3" aria-label="What to do">
        {words.id === 'tram-vise' ? (
          <TramTask {...task} />
        ) : words.id === 'wrong-sign' ? (
          <SignTask {...task} />
        ) : (
          <CentreTask {...task} />
        )}
        {sentence && (
          <p role="alert" className="rounded-lg border-l-4 border-red bg-red-wash p-3">
            {sentence}
          </p>
        )}
        {score && <Verdict score={score} onAgain={again} />}
        {!score && (
          <button type="button" className="button quiet mt-auto self-start" onClick={again}>
            <RotateCcw className="size-4" aria-hidden /> Another one, standing elsewhere
          </button>
        )}
      </aside>
    </main>
  )
}

const GRADES = {
  good: ['●', 'Well found', 'text-green'],
  near: ['◆', 'Near', 'text-ochre'],
  off: ['▲', 'Off', 'text-red'],
} as const

function Verdict({ onAgain, score }: { readonly score: Score; readonly onAgain: () => void }) {
  const [sign, word, ink] = GRADES[score.grade]
  return (
    <section
      aria-label="Verdict"
      role="status"
      data-grade={score.grade}
      className="rounded-lg border-2 border-ink p-3"
    >
      <h2 className={`text-[20px] font-bold ${ink}`}>
        {sign} {word}
      </h2>
      <ul className="figures my-1.5">
        {score.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p className="mb-3">
        <b>What it would have done to the part:</b> {score.effect}
      </p>
      <button type="button" className="button main" onClick={onAgain}>
        <RotateCcw className="size-4" aria-hidden /> Again, standing elsewhere
      </button>
    </section>
  )
}
