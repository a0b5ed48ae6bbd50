'use client'

import { useState } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'
import { call } from '@/ui/api'
import { useOutbox } from '@/ui/useOutbox'

type List = readonly { hole: string; at?: PlanePoint | undefined }[]

/** Measured places of a setup, each shown at once, and sent. */
export function useMeasured(
  wayId: string,
  setupId: string,
  initial: readonly { hole: string; x: number; y: number }[],
) {
  const [places, setPlaces] = useState<ReadonlyMap<string, PlanePoint>>(
    () => new Map(initial.map(({ hole, x, y }) => [hole, { x, y }])),
  )
  const { push, state } = useOutbox<List, unknown>(`foothold:measured:${wayId}:${setupId}`, {
    send: (measured) => call(`/api/ways/${wayId}/setups/${setupId}/measured`, 'PUT', { measured }),
    show: (list) =>
      setPlaces((old) => {
        const next = new Map(old)
        for (const { at, hole } of list) {
          if (at) next.set(hole, at)
          else next.delete(hole)
        }
        return next
      }),
    taken: () => undefined,
    // What is not taken stays to be seen and put right.
    refused: () => undefined,
  })
  const sentence =
    state.kind === 'kept'
      ? '▲ Kept on this device until the server is back.'
      : state.kind === 'refused'
        ? state.sentence
        : undefined
  return [places, sentence, push] as const
}
