import { type LearnedNow } from './types'

const VERDICTS = {
  'as predicted': ['●', 'text-green', 'The predictions were honest.'],
  'too narrow': [
    '▲',
    'text-red',
    'The predictions were too narrow: pieces scatter more than the shop’s figures say. Look below which.',
  ],
  'too wide': [
    '◆',
    'text-ochre',
    'The predictions were too wide: the shop is better than its figures say. Look below which.',
  ],
  'not yet': ['○', 'text-soft', 'Too little is measured to say how honest the predictions were.'],
} as const

const percent = (share: number): string => `${(100 * share).toFixed(1)}\u00a0%`

/** How often measured values lay where they were expected: too wide and too narrow are both said. */
export function HonestyLine({
  honesty: { inside, range, scatter, values, verdict },
  pieces,
}: Pick<LearnedNow, 'honesty' | 'pieces'>) {
  const [sign, ink, words] = VERDICTS[verdict]
  return (
    <section
      className="sheet p-4"
      aria-label="How honest the predictions were"
      data-honesty={verdict}
    >
      <p className={`text-[20px] font-bold ${ink}`}>
        {sign} {words}
      </p>
      <p className="text-[16px]">
        <b className="figures">
          {inside} of {values}
        </b>{' '}
        values of this way lay within 99.7 % of what was expected (
        {percent(inside / Math.max(1, values))}, {percent(range[0])} to {percent(range[1])}). Over
        all {pieces} measured {pieces === 1 ? 'piece' : 'pieces'} of the shop they scatter{' '}
        <b className="figures">{scatter.toFixed(2)}</b> times as far as predicted.
      </p>
    </section>
  )
}
