'use client'

import { Plus } from 'lucide-react'
import { parseAsString } from 'nuqs'
import { useState } from 'react'
import {
  GEAR_LISTS,
  type GearKind,
  type Machine,
  type ShopKind,
  type Workshop,
} from '@/core/shop/workshop'
import { cutText } from '@/core/ground/issues'
import { call } from '@/ui/api'
import { TopBar } from '@/ui/TopBar'
import { GEAR_FIELDS, GEAR_WORDS, readPath } from './gearFields'
import { GearFields } from './FieldsOfGear'
import { MachineParts } from './MachineParts'
import { MachinePicture } from './MachinePicture'
import { type AsideLine, SetAside } from './SetAside'
import { useAddress } from '@/ui/useAddress'
import { ShopFigures } from './ShopFigures'

const KINDS = Object.keys(GEAR_WORDS) as GearKind[]
/** The figures of the shop itself, beside its gear. */
const SHOP = 'shop'
const ADDRESS = { kind: parseAsString.withDefault('machine'), item: parseAsString }

/** The gear of the shop with its figures: what every prediction, offset and reach is reckoned with. */
export function WorkshopView(props: {
  readonly workshop: Workshop
  readonly aside: readonly AsideLine[]
}) {
  const address = useAddress(ADDRESS)
  const [workshop, setWorkshop] = useState(props.workshop)
  const [aside, setAside] = useState(props.aside)
  const [sentence, setSentence] = useState<string>()
  const kind = KINDS.find((k) => k === address.kind) ?? 'machine'
  const list: readonly { readonly id: string; readonly name: string }[] = workshop[GEAR_LISTS[kind]]
  const item = list.find((i) => i.id === address.item) ?? list[0]
  const go = (nextKind: GearKind | typeof SHOP, id?: string): void =>
    address.go({ kind: nextKind, item: id ?? null })
  const isShop = address.kind === SHOP
  const put = async (where: string, id: string, next: unknown): Promise<boolean> => {
    const answer = await call<Workshop>(`/api/workshop/${where}/${id}`, 'PUT', next)
    if (answer.kind === 'done') setWorkshop(answer.data)
    setSentence(
      answer.kind === 'done'
        ? undefined
        : answer.kind === 'refused'
          ? `▲ ${answer.issues.map((i) => i.sentence).join(' ')}`
          : '▲ The server does not answer just now. Nothing was changed.',
    )
    return answer.kind === 'done'
  }
  const save = async (next: unknown): Promise<void> => {
    const id = String(readPath(next, 'id'))
    if (await put(kind, id, next)) go(kind, id)
  }
  const saveShop = async (where: ShopKind, id: string, next: unknown): Promise<void> =>
    void (await put(where, id, next))
  const another = (): void => {
    if (!item) return
    let n = 2
    while (list.some((i) => i.id === `${kind}-${n}`)) n++
    void save({ ...item, id: `${kind}-${n}`, name: cutText(`${item.name} (${n})`, 60) })
  }
  return (
    <div className="flex min-h-screen flex-col">
      <TopBar here="workshop" />
      <div className="flex flex-wrap items-center gap-2 px-4 py-2">
        <h1 className="mr-3 text-[22px] font-bold">Workshop</h1>
        <div role="group" aria-label="Kind of gear" className="flex flex-wrap gap-1">
          {KINDS.map((k) => (
            <button
              key={k}
              type="button"
              aria-pressed={!isShop && k === kind}
              className={`cursor-pointer rounded-md border px-3 py-1.5 ${!isShop && k === kind ? 'border-2 border-blue bg-tint font-bold' : 'border-faint bg-sheet'}`}
              onClick={() => go(k)}
            >
              {GEAR_WORDS[k].many}{' '}
              <span className="text-soft">{workshop[GEAR_LISTS[k]].length}</span>
            </button>
          ))}
          <button
            type="button"
            aria-pressed={isShop}
            className={`cursor-pointer rounded-md border px-3 py-1.5 ${isShop ? 'border-2 border-blue bg-tint font-bold' : 'border-faint bg-sheet'}`}
            onClick={() => go(SHOP)}
          >
            The shop
          </button>
        </div>
      </div>
      {sentence && (
        <p role="alert" className="mx-4 mb-2 rounded-lg border-l-4 border-red bg-red-wash p-3">
          {sentence}
        </p>
      )}
      <SetAside
        lines={aside}
        onTakeOut={({ id, kind: of }) =>
          void call<{ workshop: Workshop; aside: readonly AsideLine[] }>(
            `/api/workshop/${of}/${encodeURIComponent(id)}`,
            'DELETE',
          ).then((answer) => {
            if (answer.kind !== 'done') return
            setWorkshop(answer.data.workshop)
            setAside(answer.data.aside)
          })
        }
      />
      {isShop ? (
        <ShopFigures workshop={workshop} onSave={saveShop} />
      ) : (
        <main className="grid min-w-0 grow grid-cols-[minmax(0,1fr)] content-start gap-3 px-4 pb-3 lg:grid-cols-[280px_minmax(0,1fr)]">
          <ul className="flex flex-col gap-1.5">
            {list.map((i) => (
              <li key={i.id}>
                <button
                  type="button"
                  aria-pressed={i.id === item?.id}
                  className={`sheet w-full cursor-pointer px-3 py-2 text-left ${i.id === item?.id ? 'border-2! border-blue! font-bold' : ''}`}
                  onClick={() => go(kind, i.id)}
                >
                  {i.name}
                </button>
              </li>
            ))}
            <li>
              <button type="button" className="button quiet" onClick={another}>
                <Plus className="size-4" aria-hidden /> Another {GEAR_WORDS[kind].one}, like this
                one
              </button>
            </li>
          </ul>
          {item && (
            <section className="sheet p-4" aria-label={item.name} key={`${kind} ${item.id}`}>
              <h2 className="mb-2 text-[18px] font-bold">{item.name}</h2>
              {kind === 'machine' && <MachinePicture machine={item as Machine} />}
              <GearFields item={item} fields={GEAR_FIELDS[kind]} onSave={save} />
              {kind === 'machine' && <MachineParts machine={item as Machine} onSave={save} />}
              <p className="mt-3 text-[14px] text-soft">
                Each figure is saved as it is left. Every way that uses this is reckoned with it
                from then on. Measure yours: what came with the product is common practice without a
                source.
              </p>
            </section>
          )}
        </main>
      )}
    </div>
  )
}
