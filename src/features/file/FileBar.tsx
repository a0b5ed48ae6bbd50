'use client'

import { FilePlus2, Rotate3d } from 'lucide-react'
import { useRef } from 'react'
import { type Part } from '@/core/work/part'
import { UnitStrip } from './UnitStrip'

interface FileBarProps {
  readonly part: Part
  readonly isBusy: boolean
  readonly isLying: boolean
  /** How many lines want to be looked at. */
  readonly look: number
  readonly onTimes: (times: number) => void
  readonly onLie: () => void
  readonly onRevision: (file: File) => void
  readonly onTakeAll: () => void
}

/** The file by name, unit and size, and what is done to all of it. */
export function FileBar(props: FileBarProps) {
  const { isBusy, isLying, look, onLie, onRevision, onTakeAll, onTimes, part } = props
  return (
    <div className="flex flex-wrap items-center gap-2 px-4 pt-2">
      <h1 className="text-[18px] font-bold">What the file shows</h1>
      <UnitStrip part={part} isBusy={isBusy} onTimes={onTimes} />
      <button type="button" className="button" aria-pressed={isLying} onClick={onLie}>
        <Rotate3d className="size-4" aria-hidden /> which way up …
      </button>
      <AnotherRevision isBusy={isBusy} onFile={onRevision} />
      <span className="ml-auto flex items-center gap-2">
        {look > 0 && <span className="font-semibold text-ochre">◆ {look} to look at</span>}
        <button type="button" className="button main" onClick={onTakeAll}>
          Take what is sure <kbd>Enter</kbd>
        </button>
      </span>
    </div>
  )
}

function AnotherRevision({
  isBusy,
  onFile,
}: {
  readonly isBusy: boolean
  readonly onFile: (file: File) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <button
        type="button"
        className="button"
        disabled={isBusy}
        onClick={() => input.current?.click()}
      >
        <FilePlus2 className="size-4" aria-hidden /> revised file …
      </button>
      <input
        ref={input}
        type="file"
        accept=".step,.stp,.p21,.stl,.dxf"
        className="sr-only"
        tabIndex={-1}
        aria-label="File of another revision"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) onFile(file)
        }}
      />
    </>
  )
}
