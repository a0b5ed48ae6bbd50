import { printDegrees, printSpread } from '@/core/handbook/units'

/** What a file has under the same id as the workshop, with other figures. */
export interface GearDiffers {
  readonly differences: readonly {
    readonly kind: string
    readonly id: string
    readonly name: string
  }[]
  readonly changes: readonly {
    readonly way: string
    readonly requirement: string
    readonly unit: 'mm' | 'rad'
    readonly theirs: number
    readonly ours: number
  }[]
}

const OF_THE_SHOP = new Set(['capability', 'setting'])

/** Asks whose gear counts before a file is brought in, and says what hangs on it. */
export function WhoseGear({
  choose,
  differs: { changes, differences },
  leave,
}: {
  readonly differs: GearDiffers
  readonly choose: (gear: 'ours' | 'both') => void
  readonly leave: () => void
}) {
  const gear = differences.filter((d) => !OF_THE_SHOP.has(d.kind))
  const shop = differences.filter((d) => OF_THE_SHOP.has(d.kind))
  const figure = (value: number, unit: 'mm' | 'rad'): string =>
    unit === 'mm' ? printSpread(value, 'mm') : printDegrees(value)
  return (
    <section
      role="alert"
      aria-label="Whose gear counts"
      className="mb-3 rounded-lg border-l-4 border-yellow bg-wash p-3"
    >
      <h2 className="text-[16px] font-bold">The file knows some of this gear otherwise.</h2>
      <p className="text-soft">
        {[...gear, ...shop].map((d) => d.name).join(', ')}: other figures here than in the file.
        Nothing has been brought in yet.
      </p>
      <ul className="my-2">
        {changes.map((c) => (
          <li key={c.way}>
            {c.way}, {c.requirement}: predicted{' '}
            <span className="font-mono">{figure(c.theirs, c.unit)}</span> with the file’s,{' '}
            <span className="font-mono">{figure(c.ours, c.unit)}</span> with ours.
          </li>
        ))}
        {changes.length === 0 && <li>No prediction changes by more than a hundredth.</li>}
      </ul>
      {shop.length > 0 && (
        <p className="mb-2 text-soft">
          What the processes hold, heat and seating belong to this shop: there ours counts either
          way.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {gear.length > 0 && (
          <button type="button" className="button main" onClick={() => choose('both')}>
            Keep both, the file’s under new names
          </button>
        )}
        <button
          type="button"
          className={gear.length > 0 ? 'button' : 'button main'}
          onClick={() => choose('ours')}
        >
          Reckon with ours
        </button>
        <button type="button" className="button quiet" onClick={leave}>
          Leave it
        </button>
      </div>
    </section>
  )
}
