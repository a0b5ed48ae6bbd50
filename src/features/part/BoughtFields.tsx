import { type LengthUnit } from '@/core/handbook/units'
import { BOUGHT_DEFAULTS, type Bought } from '@/core/work/part'
import { Choice, Tick } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

const STATES = ['sawn', 'rolled', 'cast', 'cut'] as const

/** What a face or a feature is like as it is usually bought so. */
export const usuallyBought = (bought: Bought['bought']): Bought => ({
  bought,
  stock: { mm: BOUGHT_DEFAULTS[bought].stockMm },
  spread: { mm: BOUGHT_DEFAULTS[bought].spreadMm },
  toCut: bought !== 'cut',
})

/** How something comes with the stock, what is left on it, and whether it is to be cut. */
export function BoughtFields({
  bought,
  onChange,
  onNone,
  unit,
}: {
  readonly bought: Bought | undefined
  readonly unit: LengthUnit
  readonly onChange: (bought: Bought) => void
  /** For a feature: it is not in the stock; a face always is. */
  readonly onNone?: () => void
}) {
  const states = STATES.map((value) => ({ value, label: value as string }))
  return (
    <>
      <Choice
        label={onNone ? 'In the stock' : 'Bought'}
        value={bought?.bought ?? 'none'}
        options={[...(onNone ? [{ value: 'none' as const, label: 'no, all cut' }] : []), ...states]}
        onChange={(state) => (state === 'none' ? onNone?.() : onChange(usuallyBought(state)))}
      />
      {bought && (
        <>
          <QuantityField
            label="Left on it"
            value={bought.stock}
            unit={unit}
            onChange={(stock) => onChange({ ...bought, stock })}
          />
          <QuantityField
            label="Wanders, ±"
            value={bought.spread}
            unit={unit}
            onChange={(spread) => onChange({ ...bought, spread })}
          />
          <div className="pt-5">
            <Tick
              label="To be cut"
              checked={bought.toCut}
              onChange={(toCut) =>
                onChange({ ...bought, toCut, ...(onNone && !toCut && { stock: { mm: 0 } }) })
              }
            />
          </div>
        </>
      )}
    </>
  )
}
