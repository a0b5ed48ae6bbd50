'use client'

import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { type ReactNode } from 'react'

interface DialogSheetProps {
  readonly title: string
  readonly description: string
  readonly children: ReactNode
  readonly wide?: boolean
  /** Where the focus goes when it closes, if not back to what opened it. */
  readonly onClosed?: ((event: Event) => void) | undefined
}

/** The sheet of a dialog, inside a `Dialog.Root`. */
export function DialogSheet({
  children,
  description,
  onClosed,
  title,
  wide = false,
}: DialogSheetProps) {
  return (
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-20 bg-black/50" />
      <Dialog.Content
        {...(onClosed ? { onCloseAutoFocus: onClosed } : {})}
        className={`sheet fixed top-1/2 left-1/2 z-30 max-h-[92vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-auto p-5 ${wide ? 'max-w-4xl' : 'max-w-lg'}`}
      >
        <div className="mb-3 flex items-start justify-between gap-4">
          <div>
            <Dialog.Title className="text-[18px] font-bold">{title}</Dialog.Title>
            <Dialog.Description className="text-soft">{description}</Dialog.Description>
          </div>
          <Dialog.Close
            className="grid size-9 shrink-0 cursor-pointer place-items-center rounded-md hover:bg-wash"
            aria-label="Close"
          >
            <X className="size-5" aria-hidden />
          </Dialog.Close>
        </div>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  )
}

/** What a sheet is told that comes when it is first asked for. */
export interface SheetProps {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly onClosed: (event: Event) => void
}

export const OpenSheet = ({
  children,
  onOpenChange,
  open,
}: Omit<SheetProps, 'onClosed'> & { readonly children: ReactNode }) => (
  <Dialog.Root open={open} onOpenChange={onOpenChange}>
    {children}
  </Dialog.Root>
)
