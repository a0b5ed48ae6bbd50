import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'
import { type ReactNode } from 'react'
import { type Part } from '@/core/work/part'

interface PieceBarProps {
  readonly part: Pick<Part, 'name'>
  readonly piece: number
  readonly pieces: number
  /** Where one comes from. */
  readonly back: { readonly href: string; readonly words: string }
  /** What is done here. */
  readonly here: string
  /** What else stands in the bar, at its end. */
  readonly children?: ReactNode
}

/** Over a page that belongs to one piece of a run: the way back, and which piece it is. */
export const PieceBar = ({ back, children, here, part, piece, pieces }: PieceBarProps) => (
  <header className="flex flex-wrap items-center gap-3 bg-bar px-3 py-2 text-bar-ink">
    <Link
      href={back.href}
      className="button min-h-[44px]! border-bar-soft! bg-transparent! text-bar-ink!"
    >
      <ArrowLeft className="size-5" aria-hidden /> {back.words}
    </Link>
    <span className="text-[17px]">
      {part.name} ·{' '}
      <b>
        piece {piece} of {pieces}
      </b>
      {here && ` · ${here}`}
    </span>
    {children}
  </header>
)
