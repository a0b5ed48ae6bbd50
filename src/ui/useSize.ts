'use client'

import { type RefObject, useEffect, useRef, useState } from 'react'

export interface Size {
  readonly width: number
  readonly height: number
}

/** The size of an element as it is laid out, whole pixels. */
export function useSize<Element extends HTMLElement>(
  first: Size,
): readonly [RefObject<Element | null>, Size] {
  const ref = useRef<Element>(null)
  const [size, setSize] = useState(first)
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return
      const [width, height] = [
        Math.floor(entry.contentRect.width),
        Math.floor(entry.contentRect.height),
      ]
      if (width > 40 && height > 40) setSize({ width, height })
    })
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  return [ref, size]
}
