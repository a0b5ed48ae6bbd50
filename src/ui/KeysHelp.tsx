'use client'

import dynamic from 'next/dynamic'
import { useRef, useState } from 'react'
import { useKeys } from './useKeys'

// What is in the sheet comes when it is first asked for.
const KeysSheet = dynamic(() => import('./KeysSheet'), { ssr: false })

export function KeysHelp() {
  const [open, setOpen] = useState<boolean>()
  const button = useRef<HTMLButtonElement>(null)
  useKeys({ '?': () => setOpen(true) })
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open === true}
        className="flex min-h-8 max-sm:hidden cursor-pointer items-center gap-1.5 rounded-md px-1.5 hover:bg-white/10"
        onClick={() => setOpen(true)}
      >
        <kbd>?</kbd> keys
      </button>
      {open !== undefined && (
        <KeysSheet
          open={open}
          onOpenChange={setOpen}
          onClosed={(event) => {
            event.preventDefault()
            button.current?.focus()
          }}
        />
      )}
    </>
  )
}
