import { cutText } from '@/core/ground/issues'
import { AXES } from '@/core/ground/geometry'
import { predictZero, standingMark, type ZeroRecord } from '@/core/floor/offsets'
import { printLength } from '@/core/handbook/units'
import { type KnownFixture, type PaneProps } from './types'

interface StoredChoiceProps extends PaneProps {
  readonly fixtures: readonly KnownFixture[]
  readonly who: string
  readonly onKeep: (record: ZeroRecord, who: string) => void
}

interface StoredZero {
  readonly fixture: KnownFixture
  readonly what: string
  readonly at: { readonly x: number; readonly y: number; readonly z: number } | undefined
  /** Why it gives no zero here. */
  readonly why?: string
}

/** What fixtures on the machine of this setup say of its zero: a plate its offsets, a vise what follows from it. */
function storedZeros({ plan, fixtures, index, planned }: StoredChoiceProps): StoredZero[] {
  return fixtures
    .filter((fixture) => fixture.machine === planned.machine.id)
    .flatMap((fixture): StoredZero[] => {
      if (!fixture.anchor)
        return fixture.offsets.map(({ at, offset, size }) => ({
          fixture,
          what: `${size}, ${offset}`,
          at,
        }))
      if (fixture.anchor.mark !== planned.standing.mark) return []
      const predicted = predictZero(plan, index, fixture.anchor)
      const what = 'from its stop, jaw and bed'
      if (!predicted.ok)
        return [{ fixture, what, at: undefined, why: predicted.issues[0].sentence }]
      const { x, y, z } = predicted.value.axes
      return [
        x && y && z
          ? { fixture, what, at: { x: x.at, y: y.at, z: z.at } }
          : {
              fixture,
              what,
              at: undefined,
              why: 'The stop is at the other end here: find X by touching.',
            },
      ]
    })
}

/** Offsets that fixtures on this machine have written down; one that was not checked is said to be so. */
export function StoredChoice(props: StoredChoiceProps) {
  const { onKeep, part, planned, who } = props
  const here = storedZeros(props)
  if (here.length === 0)
    return (
      <p className="text-soft">
        No fixture of the register says anything of this setup. Write one down under Fixtures.
      </p>
    )
  return (
    <ul className="flex flex-col gap-1.5">
      {here.map(({ at, fixture, what, why }) => (
        <li
          key={`${fixture.id} ${what}`}
          className="flex flex-wrap items-center gap-x-3 border-t border-faint py-1"
        >
          <span className="grow">
            <b>{fixture.name}</b>, {what}{' '}
            <span className="figures text-[14px] text-soft">
              {at && AXES.map((axis) => printLength(at[axis], part.unit)).join(' ')}
            </span>
            {why && <span className="block text-[13px] text-soft">{why}</span>}
            {!fixture.trusted && (
              <span className="block text-[13px] text-red">
                ▲ not checked since it was put on: check it under Fixtures first
              </span>
            )}
          </span>
          <button
            type="button"
            className="button"
            disabled={!at || !fixture.trusted || who === ''}
            onClick={() =>
              at &&
              onKeep(
                {
                  readings: {
                    kind: 'stored',
                    fixture: cutText(`${fixture.name}, ${what}`, 80),
                    at: { ...at },
                    knownMm: fixture.knownMm,
                  },
                  instrument: '',
                  source: 'typed',
                  stood: standingMark(planned),
                },
                who,
              )
            }
          >
            Take it
          </button>
        </li>
      ))}
    </ul>
  )
}
