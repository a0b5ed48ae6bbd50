'use client'

import { useEffect, useState } from 'react'
import { heldPhoto, photoPath } from './photos'

interface PhotoProps {
  readonly runId: string
  readonly id: string
  readonly words: string
  readonly className?: string
}

/** A picture that was taken in a run: from this device while it waits there, else from the server. */
export function Photo({ className = '', id, runId, words }: PhotoProps) {
  const [source, setSource] = useState<string>()
  useEffect(() => {
    let isGone = false
    let made: string | undefined
    void heldPhoto(id)
      .catch(() => undefined)
      .then((held) => {
        if (isGone) return
        made = held && URL.createObjectURL(held)
        setSource(made ?? photoPath(runId, id))
      })
    return () => {
      isGone = true
      if (made) URL.revokeObjectURL(made)
    }
  }, [id, runId])
  if (!source) return null
  return (
    <a href={source} target="_blank" rel="noreferrer">
      <img src={source} alt={words} loading="lazy" className={`rounded ${className}`} />
    </a>
  )
}
