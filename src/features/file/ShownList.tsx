'use client'

import { useState } from 'react'
import { type Offer, type Shown, type Sureness } from '@/core/work/offers'

type Filter = 'all' | 'look' | 'unknown'

const needsLook = ({ isSettled, sure }: Shown): boolean => !isSettled && sure !== 'sure'
const isUnknown = ({ ref, sure }: Shown): boolean => ref.startsWith('rest-') && sure === 'ask'

const FILTERS: Readonly<Record<Filter, (one: Shown) => boolean>> = {
  all: () => true,
  look: needsLook,
  unknown: isUnknown,
}

interface ShownListProps {
  readonly shown: readonly Shown[]
  readonly chosen: string | undefined
  readonly lit: ReadonlySet<string>
  readonly onChoose: (ref: string) => void
  readonly onPoint: (ref: string | undefined) => void
  readonly onTake: (ref: string, offer: Offer, isForAlike: boolean) => void
  readonly onName: (ref: string, name: string) => void
}

/** What is on the part, what each is taken as and how sure that is. */
export function ShownList(props: ShownListProps) {
  const { chosen, lit, onChoose, onPoint, shown } = props
  const [filter, setFilter] = useState<Filter>('all')
  const words: Readonly<Record<Filter, string>> = {
    all: 'all',
    look: 'to look at',
    unknown: 'not known',
  }
  return (
    <>
      <div className="mb-1 flex flex-wrap gap-1.5" role="group" aria-label="Which of them">
        {(Object.keys(FILTERS) as Filter[]).map((one) => (
          <button
            key={one}
            type="button"
            className="button"
            aria-pressed={filter === one}
            onClick={() => setFilter(one)}
          >
            {words[one]} {shown.filter(FILTERS[one]).length}
          </button>
        ))}
      </div>
      <div className="min-h-0 grow overflow-auto">
        <table className="w-full border-collapse text-[14px]">
          <thead>
            <tr className="text-left text-[13px] text-soft">
              <th className="p-1.5 font-normal">On it</th>
              <th className="p-1.5 font-normal">Taken as</th>
              <th className="p-1.5 font-normal">
                <span className="sr-only">How sure</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.filter(FILTERS[filter]).map((one) => (
              <tr
                key={`${one.ref} ${one.title}`}
                aria-selected={chosen === one.ref}
                className={`border-t border-faint align-top ${chosen === one.ref ? 'bg-tint' : lit.has(one.ref) ? 'bg-wash' : ''}`}
                onPointerEnter={() => onPoint(one.ref)}
                onPointerLeave={() => onPoint(undefined)}
              >
                <td className="p-1.5">
                  <button
                    type="button"
                    className="block cursor-pointer text-left"
                    onClick={() => onChoose(one.ref)}
                  >
                    <strong>{one.title}</strong>
                    <span className="figures block text-[13px] text-soft">{one.detail}</span>
                  </button>
                </td>
                <td className="p-1.5">
                  <TakenAs {...props} one={one} />
                </td>
                <td className="p-1.5 whitespace-nowrap">
                  <Sure sure={one.isSettled ? 'sure' : one.sure} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  )
}

function Sure({ sure }: { readonly sure: Sureness }) {
  if (sure === 'sure') return <span className="font-semibold text-green">● sure</span>
  if (sure === 'likely') return <span className="font-semibold text-ochre">◆ likely</span>
  return <span className="font-semibold text-red">▲ ask</span>
}

/** What it is taken as; where it is not sure, the offers to be taken: alone, or with Shift for all alike. */
function TakenAs({ onName, onTake, one }: ShownListProps & { readonly one: Shown }) {
  const [name, setName] = useState<string>()
  if (isUnknown(one)) {
    if (one.taken !== 'not named yet') return <span className="text-soft">{one.taken}</span>
    return name === undefined ? (
      <button type="button" className="button" onClick={() => setName('')}>
        name it …
      </button>
    ) : (
      <form
        className="flex gap-1.5"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim() !== '') onName(one.ref, name.trim())
        }}
      >
        <input
          // The press that opened it meant to write here.
          ref={(field) => field?.focus()}
          aria-label={`Name of ${one.title}`}
          className="field w-28!"
          maxLength={40}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button type="submit" className="button">
          Name
        </button>
      </form>
    )
  }
  if (one.offers.length < 2 || one.isSettled) return <>{one.taken}</>
  return (
    <span className="flex flex-wrap items-center gap-1">
      {one.offers.map((offer, i) => (
        <button
          key={offer.key}
          type="button"
          className={`button min-h-7! px-2! text-[14px] ${i > 0 ? 'quiet' : ''}`}
          title="Shift takes all that are alike"
          onClick={(event) => onTake(one.ref, offer, event.shiftKey)}
        >
          {offer.words}
        </button>
      ))}
    </span>
  )
}
