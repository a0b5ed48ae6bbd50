import { type LengthUnit } from '@/core/handbook/units'
import { BOUGHT_DEFAULTS, type Bought, type Feature } from '@/core/work/part'
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

type FeatureBought = NonNullable<Feature['bought']>

/** What is left on the walls, where that is not as much as on the floor. */
function WallFields({
  bought,
  onChange,
  unit,
}: {
  readonly bought: FeatureBought
  readonly unit: LengthUnit
  readonly onChange: (bought: FeatureBought) => void
}) {
  const { walls, ...floor } = bought
  return (
    <>
      <div className="pt-5">
        <Tick
          label="Its walls come otherwise"
          checked={walls !== undefined}
          onChange={(parted) =>
            onChange(parted ? { ...floor, walls: { stock: { mm: 0 }, toCut: false } } : floor)
          }
        />
      </div>
      {walls && (
        <>
          <QuantityField
            label="Left on its walls"
            value={walls.stock}
            unit={unit}
            onChange={(stock) =>
              onChange({ ...floor, walls: { stock, toCut: walls.toCut || stock.mm > 0 } })
            }
          />
          <div className="pt-5">
            <Tick
              label="Walls to be cut"
              checked={walls.toCut}
              onChange={(toCut) =>
                onChange({ ...floor, walls: { toCut, stock: toCut ? walls.stock : { mm: 0 } } })
              }
            />
          </div>
        </>
      )}
    </>
  )
}

/** How something comes with the stock, what is left on it, and whether it is to be cut. */
export function BoughtFields({
  bought,
  canPart = false,
  onChange,
  onNone,
  unit,
}: {
  readonly bought: FeatureBought | undefined
  /** It has a floor and walls, which may come otherwise from each other. */
  readonly canPart?: boolean
  readonly unit: LengthUnit
  readonly onChange: (bought: FeatureBought) => void
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
          {canPart && <WallFields bought={bought} unit={unit} onChange={onChange} />}
        </>
      )}
    </>
  )
}
