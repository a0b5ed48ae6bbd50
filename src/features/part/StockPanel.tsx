'use client'

import { useMemo, useState } from 'react'
import { barOffer, type BarOffer, barOffers, cutFrom, type Sawing } from '@/core/work/blank'
import { type Part } from '@/core/work/part'
import { printLength } from '@/core/handbook/units'
import { OwnStock } from './OwnStock'
import { QuantityField } from '@/ui/QuantityField'

const USUAL: Sawing = { barMm: 3000, kerfMm: 2, gripMm: 40 }
const ALONG = { x: 'length', y: 'width', z: 'height' } as const

/** The bar that the part is cut from: how it lies in it, how many come out, and what would waste less. */
export function StockPanel({
  onChange,
  part,
}: {
  readonly part: Part
  readonly onChange: (part: Part) => void
}) {
  const { unit } = part
  const stock = part.stock?.form === 'solid' ? undefined : part.stock
  const [sawing, setSawing] = useState<Sawing>(
    stock ? { barMm: stock.bar.mm, kerfMm: stock.kerf.mm, gripMm: stock.grip.mm } : USUAL,
  )
  const offers = useMemo(() => barOffers(part, sawing), [part, sawing])
  const now =
    stock &&
    barOffer(
      part,
      { form: stock.form, along: stock.along, wideMm: stock.wide.mm, thickMm: stock.thick?.mm },
      sawing,
    )
  const [best] = offers
  const field = (label: string, key: keyof Sawing) => (
    <QuantityField
      label={label}
      value={{ mm: sawing[key] }}
      unit={unit}
      onChange={({ mm }) => mm >= 0 && setSawing({ ...sawing, [key]: mm })}
    />
  )
  return (
    <section aria-label="Stock" className="border-b border-faint p-3">
      <h2 className="mb-1 text-[16px] font-bold">Cut from</h2>
      <p className="mb-2 text-[14px]">
        {now ? (
          <>
            <strong>{barWords(now, part)}</strong>: {outcome(now)}
            {best && isCloser(best, now) && (
              <>
                {' '}
                <span className="text-ochre">
                  ◆ {barWords(best, part)} takes{' '}
                  {Math.round(100 * (1 - best.perPieceMm3 / now.perPieceMm3))} % less.
                </span>
              </>
            )}
          </>
        ) : (
          <span className="text-soft">
            {part.stock
              ? 'A solid of its own.'
              : 'A block of its own so far: its size with what is bought over each face.'}
          </span>
        )}
      </p>
      <OwnStock part={part} onChange={onChange} />
      <h3 className="mt-2 text-[14px] font-bold">Out of a bar</h3>
      <div className="grid grid-cols-3 gap-x-3">
        {field('Bar, as it comes', 'barMm')}
        {field('Lost at a cut', 'kerfMm')}
        {field('Held by the saw', 'gripMm')}
      </div>
      <ul className="space-y-0.5 text-[14px]">
        {offers.slice(0, MOST).map((offer) => (
          <li key={`${offer.form} ${offer.along}`} className="flex items-center gap-2">
            <span className="min-w-0 grow">
              {barWords(offer, part)} <span className="text-soft">{outcome(offer)}</span>
            </span>
            <button
              type="button"
              className="button min-h-7! shrink-0 text-[13px] whitespace-nowrap"
              onClick={() => onChange(cutFrom(part, offer, sawing))}
            >
              Take it
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

const MOST = 4
/** Less than this is not worth another bar. */
const CLOSER = 0.95

const isCloser = (best: BarOffer, now: BarOffer): boolean =>
  best.perPieceMm3 < CLOSER * now.perPieceMm3

const barWords = ({ along, form, thickMm, wideMm }: BarOffer, { unit }: Part): string => {
  const say = (mm: number): string => printLength(mm, unit)
  const section =
    form === 'round' ? `round ${say(wideMm)}` : `flat ${say(wideMm)} × ${say(thickMm ?? wideMm)}`
  return `${section}, ${ALONG[along]} along it`
}

const outcome = ({ pieces, waste }: BarOffer): string =>
  pieces === 0
    ? 'none comes out of such a bar'
    : `${pieces} ${pieces === 1 ? 'piece' : 'pieces'}, ${Math.round(100 * waste)} % to chips and ends`
