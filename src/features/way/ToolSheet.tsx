'use client'

import { Popover } from 'radix-ui'
import { type ReactNode, type RefObject } from 'react'

interface ToolSheetProps {
  readonly button: RefObject<HTMLButtonElement | null>
  readonly title: string
  readonly wide: boolean
  readonly children: ReactNode
  readonly onClose: () => void
}

/** The sheet beside a button of the bench, brought when one is first pressed. */
export default function ToolSheet({ button, children, onClose, title, wide }: ToolSheetProps) {
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor virtualRef={button as RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label={title}
          className={`sheet z-20 max-h-[min(78vh,var(--radix-popover-content-available-height))] overflow-auto border-ink! p-3 ${wide ? 'w-[min(600px,94vw)]' : 'w-[min(380px,94vw)]'}`}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            button.current?.focus()
          }}
          onInteractOutside={(event) => {
            // The button itself closes what it has opened.
            if (button.current?.contains(event.target as Node)) event.preventDefault()
          }}
        >
          <h2 className="mb-2 font-bold">{title}</h2>
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
