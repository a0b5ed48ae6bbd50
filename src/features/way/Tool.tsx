'use client'

import { Popover } from 'radix-ui'
import { type ReactNode } from 'react'

interface ToolProps {
  readonly label: string
  readonly icon: ReactNode
  readonly title: string
  readonly children: ReactNode
  readonly wide?: boolean
}

/** A button of the bench that opens a small sheet beside it. */
export function Tool({ children, icon, label, title, wide = false }: ToolProps) {
  return (
    <Popover.Root>
      <Popover.Trigger className="button quiet">
        {icon} {label}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label={title}
          className={`sheet z-20 max-h-[min(78vh,var(--radix-popover-content-available-height))] overflow-auto border-ink! p-3 ${wide ? 'w-[min(600px,94vw)]' : 'w-[min(380px,94vw)]'}`}
        >
          <h2 className="mb-2 font-bold">{title}</h2>
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
