'use client'

import { useEffect } from 'react'

/** Marks the document once the page answers to keys and clicks. */
export function Awake() {
  useEffect(() => {
    document.documentElement.dataset.awake = ''
  }, [])
  return null
}
