import { type Standing } from '@/core/predict/prediction'

const MARKS: Readonly<
  Record<Standing, { readonly sign: string; readonly word: string; readonly ink: string }>
> = {
  holds: { sign: '●', word: 'holds', ink: 'text-green' },
  near: { sign: '◆', word: 'near', ink: 'text-ochre' },
  short: { sign: '▲', word: 'short', ink: 'text-red' },
  open: { sign: '○', word: 'open', ink: 'text-soft' },
}

/** ● holds, ◆ near, ▲ short, ○ open: a sign and a word, never colour alone. */
export function StandingMark({
  short = false,
  standing,
}: {
  readonly standing: Standing
  readonly short?: boolean
}) {
  const { ink, sign, word } = MARKS[standing]
  return (
    <span className={`${ink} font-semibold whitespace-nowrap`}>
      <span aria-hidden>{sign}</span> {short ? <span className="sr-only">{word}</span> : word}
    </span>
  )
}
