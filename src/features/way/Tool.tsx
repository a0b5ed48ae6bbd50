'use client'

import dynamic from 'next/dynamic'
import { type ReactNode, useCallback, useRef, useState } from 'react'

const ToolSheet = dynamic(() => import('./ToolSheet'), { ssr: false })

interface ToolProps {
  readonly label: string
  readonly icon: ReactNode
  readonly title: string
  readonly children: ReactNode
  readonly wide?: boolean
}

/** A button of the bench that opens a small sheet beside it. */
export function Tool({ children, icon, label, title, wide = false }: ToolProps) {
  const [isOpen, setOpen] = useState(false)
  const button = useRef<HTMLButtonElement>(null)
  const close = useCallback(() => setOpen(false), [])
  return (
    <>
      <button
        type="button"
        ref={button}
        className="button quiet"
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onClick={() => setOpen((was) => !was)}
      >
        {icon} {label}
      </button>
      {isOpen && (
        <ToolSheet button={button} title={title} wide={wide} onClose={close}>
          {children}
        </ToolSheet>
      )}
    </>
  )
}
