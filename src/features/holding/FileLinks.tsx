import { Download } from 'lucide-react'
import { type ReactNode } from 'react'

const FILES = [
  ['pdf', 'Drawing'],
  ['dxf', 'DXF'],
  ['svg', 'SVG'],
  ['step', 'STEP'],
  ['stl', 'STL'],
] as const

interface FileLinksProps {
  /** The address without what it is handed out as. */
  readonly address: (as: string) => string
  readonly children: ReactNode
}

/** What is designed, as a drawing, as outlines and as solids. */
export function FileLinks({ address, children }: FileLinksProps) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-[14px]">
      <Download className="size-4" aria-hidden />
      {FILES.map(([as, label]) => (
        <a key={as} className="button quiet" href={address(as)} download>
          {label}
        </a>
      ))}
      {children}
    </div>
  )
}
