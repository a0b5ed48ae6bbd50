'use client'

import { useCallback, useEffect, useRef, useState } from 'react'
import {
  hear,
  listen,
  type MillAction,
  newMonitor,
  type StreamMessage,
  type StreamMonitor,
  type StreamState,
} from '@/core/floor/standin'
import { call } from './api'

/** A mill that is being read: how its stream stands, and what can be done at it. */
export interface MillLink {
  readonly state: StreamState
  readonly last: StreamMessage | undefined
  readonly act: (action: MillAction) => void
  /** What the mill said no to. */
  readonly sentence: string | undefined
}

/**
 * Listens to a mill. Every message is looked at as it comes; the page is drawn at most once a frame, so
 * that fifty a second cost no more than the screen can show.
 */
export function useMill(id: string | undefined): MillLink {
  const monitor = useRef<StreamMonitor>(newMonitor(0))
  const [state, setState] = useState<StreamState>({ kind: 'waiting' })
  const [sentence, setSentence] = useState<string>()
  useEffect(() => {
    if (id === undefined) return
    monitor.current = newMonitor(performance.now())
    setState(monitor.current.state)
    const source = new EventSource(`/api/mill/mills/${id}/stream`)
    source.onmessage = (event: MessageEvent<string>) => {
      monitor.current = hear(monitor.current, event.data, performance.now())
    }
    let frame = 0
    const draw = (): void => {
      monitor.current = listen(monitor.current, performance.now())
      setState(monitor.current.state)
      frame = requestAnimationFrame(draw)
    }
    frame = requestAnimationFrame(draw)
    return () => {
      cancelAnimationFrame(frame)
      source.close()
    }
  }, [id])
  const act = useCallback(
    (action: MillAction): void => {
      if (id === undefined) return
      void call(`/api/mill/mills/${id}/do`, 'POST', action).then((answer) =>
        setSentence(
          answer.kind === 'done'
            ? undefined
            : answer.kind === 'refused'
              ? answer.issues[0]?.sentence
              : 'The mill does not answer.',
        ),
      )
    },
    [id],
  )
  return { state, last: 'last' in state ? state.last : undefined, act, sentence }
}
