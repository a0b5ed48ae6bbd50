'use client'

import { useCallback, useEffect, useState } from 'react'
import {
  type Claim,
  type ExerciseId,
  type ExerciseSetup,
  type Score,
  type SeenWorld,
} from '@/core/floor/standin'
import { call } from '@/ui/api'

/** What the mill tells of an exercise: everything but the truth. */
export type ToldExercise = Omit<ExerciseSetup, 'world' | 'fault'> & {
  readonly mill: string
  readonly seen: SeenWorld
}

/** An exercise as it runs: set up anew for each try, answered once. */
export function useExercise(id: ExerciseId, seed: number | undefined) {
  const [exercise, setExercise] = useState<ToldExercise>()
  const [score, setScore] = useState<Score>()
  const [sentence, setSentence] = useState<string>()
  const begin = useCallback(async (): Promise<void> => {
    setExercise(undefined)
    setScore(undefined)
    setSentence(undefined)
    const answer = await call<ToldExercise>('/api/mill/mills', 'POST', {
      kind: 'practice',
      exercise: id,
      ...(seed === undefined ? {} : { seed }),
    })
    if (answer.kind === 'done') setExercise(answer.data)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The stand-in mill does not answer. It is started with Foothold: npm run up.',
      )
  }, [id, seed])
  useEffect(() => {
    void begin()
  }, [begin])
  const claim = async (what: Claim): Promise<void> => {
    if (!exercise) return
    const answer = await call<Score>(`/api/mill/mills/${exercise.mill}/score`, 'POST', what)
    if (answer.kind === 'done') setScore(answer.data)
    else
      setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The stand-in mill does not answer. Try again in a moment.',
      )
  }
  return { exercise, score, sentence, begin, claim }
}
