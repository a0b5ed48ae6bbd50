'use client'

import { parseAsFloat, parseAsString } from 'nuqs'
import { EXERCISES, type ExerciseId } from '@/core/floor/standin'
import { useAddress } from '@/ui/useAddress'
import { TopBar } from '@/ui/TopBar'
import { Exercise } from './Exercise'

const ADDRESS = { exercise: parseAsString, seed: parseAsFloat }

/** Practice at the stand-in mill: what can be learned without spoiling a part. */
export function PracticeView() {
  const { exercise: named, go, seed } = useAddress(ADDRESS)
  const chosen = EXERCISES.find((e) => e.id === named)
  const choose = (exercise: ExerciseId): void => go({ exercise, seed: null })
  return (
    <div className="flex min-h-screen flex-col">
      <TopBar here="practice" />
      <nav aria-label="Exercises" className="flex gap-2 overflow-x-auto px-4 py-2">
        {EXERCISES.map((exercise, i) => (
          <button
            key={exercise.id}
            type="button"
            aria-pressed={exercise.id === chosen?.id}
            className={`sheet w-72 shrink-0 cursor-pointer px-3 py-2 text-left ${exercise.id === chosen?.id ? 'border-2! border-blue!' : ''}`}
            onClick={() => choose(exercise.id)}
          >
            <b>
              {i + 1} · {exercise.title}
            </b>
            <span className="block text-[13px] text-soft">{exercise.teaches}</span>
          </button>
        ))}
      </nav>
      {chosen ? (
        <Exercise
          key={chosen.id}
          words={chosen}
          seed={seed !== null && Number.isInteger(seed) && seed > 0 ? seed : undefined}
        />
      ) : (
        <main className="p-4">
          <section className="sheet mx-auto max-w-2xl p-8 text-center">
            <h1 className="mb-2 text-[20px] font-bold">Nothing breaks here but the figures.</h1>
            <p className="mb-4 text-soft">
              A small mill stands in for yours: its axes are jogged, its readout streams, its edge
              finder kicks. The vise is never quite where it should be. Find out where, and see what
              your answer would have done to the part.
            </p>
            <button type="button" className="button main" onClick={() => choose('find-centre')}>
              Begin with the edge finder
            </button>
          </section>
        </main>
      )}
    </div>
  )
}
