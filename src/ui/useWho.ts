'use client'

import { cutText } from '@/core/ground/issues'
import { useCallback, useEffect, useState } from 'react'

const STORE = 'foothold:who'

/** Who stands at this device: a name or initials, kept on it. */
export function useWho(): readonly [string, (who: string) => void] {
  const [who, setWho] = useState('')
  useEffect(() => setWho(localStorage.getItem(STORE) ?? ''), [])
  const change = useCallback((next: string) => {
    const kept = cutText(next.trim(), 60)
    setWho(kept)
    localStorage.setItem(STORE, kept)
  }, [])
  return [who, change]
}
