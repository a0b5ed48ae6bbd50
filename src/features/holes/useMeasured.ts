'use client'

import { useCallback, useState } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'
import { call } from '@/ui/api'

/** Measured places of a setup; what the server does not take is shown and said. */
export function useMeasured(
  wayId: string,
  setupId: string,
  initial: readonly { hole: string; x: number; y: number }[],
) {
  const [places, setPlaces] = useState<ReadonlyMap<string, PlanePoint>>(
    () => new Map(initial.map(({ hole, x, y }) => [hole, { x, y }])),
  )
  const [sentence, setSentence] = useState<string>()
  const measure = useCallback(
    (list: readonly { hole: string; at?: PlanePoint | undefined }[]): void => {
      setPlaces((old) => {
        const next = new Map(old)
        for (const { at, hole } of list) {
          if (at) next.set(hole, at)
          else next.delete(hole)
        }
        return next
      })
      void call(`/api/ways/${wayId}/setups/${setupId}/measured`, 'PUT', { measured: list }).then(
        (answer) =>
          setSentence(
            answer.kind === 'done'
              ? undefined
              : answer.kind === 'refused'
                ? answer.issues[0]?.sentence
                : '▲ Not saved: the server does not answer. Enter it again when it is back.',
          ),
      )
    },
    [setupId, wayId],
  )
  return [places, sentence, measure] as const
}
