'use client'

import { useRouter } from 'next/navigation'
import { useMemo } from 'react'
import { scale } from '@/core/ground/geometry'
import {
  axisGroups,
  fileQuestions,
  nameRest,
  relationsOf,
  type Shown,
  takeForAlike,
  takeOffer,
  tieRelation,
} from '@/core/work/offers'
import { directionWords, openQuestions, type Part } from '@/core/work/part'
import { CopyQuestions } from '@/ui/CopyQuestions'
import { ShownList } from './ShownList'

interface ShownPaneProps {
  readonly jobId: string
  readonly part: Part
  readonly edit: (change: (part: Part) => Part) => void
  readonly shown: readonly Shown[]
  readonly chosen: string | undefined
  readonly lit: ReadonlySet<string>
  readonly onChoose: (ref: string) => void
  readonly onPoint: (ref: string | undefined) => void
}

/** The list of what is on the part, what it leaves open, and the way on. */
export function ShownPane({ edit, jobId, part, ...list }: ShownPaneProps) {
  const router = useRouter()
  return (
    <>
      <ShownList
        {...list}
        onTake={(ref, offer, isForAlike) =>
          edit((body) => (isForAlike ? takeForAlike : takeOffer)(body, ref, offer))
        }
        onName={(ref, name) =>
          edit((body) => nameRest(body, Number(ref.slice('rest-'.length)) - 1, name))
        }
      />
      <Groups part={part} />
      <Relations part={part} edit={edit} onPoint={list.onPoint} />
      <Missing part={part} />
      <div className="flex items-center gap-3 border-t border-faint pt-2">
        <CopyQuestions part={part} questions={[...openQuestions(part), ...fileQuestions(part)]} />
        <button
          type="button"
          className="button ml-auto"
          onClick={() => router.push(`/jobs/${jobId}/part`)}
        >
          On to the drawing
        </button>
      </div>
    </>
  )
}

/** So many groups of axes are told. */
const MOST_GROUPS = 5

/** Which axes go the same way, and which groups are square to each other. */
function Groups({ part }: { readonly part: Part }) {
  const groups = useMemo(() => axisGroups(part), [part])
  if (groups.length < 2) return null
  const name = (n: number): string => String.fromCharCode('a'.charCodeAt(0) + n)
  return (
    <ul aria-label="Axes" className="border-t border-faint py-1.5 text-[13px] text-soft">
      {groups.slice(0, MOST_GROUPS).map(({ along, refs, squareTo }, i) => (
        <li key={name(i)}>
          <strong>{name(i)}</strong> {refs.length} {refs.length === 1 ? 'axis' : 'parallel axes'},
          towards {directionWords(part, scale(along, -1))}
          {squareTo.length > 0 &&
            `; square to ${squareTo.slice(0, MOST_GROUPS).map(name).join(', ')}`}
        </li>
      ))}
    </ul>
  )
}

/** So many relations are offered at once. */
const MOST_RELATIONS = 4

/** Axes that lie in one line: offered to be held so. */
function Relations({ edit, onPoint, part }: Pick<ShownPaneProps, 'edit' | 'onPoint' | 'part'>) {
  const relations = useMemo(() => relationsOf(part), [part])
  if (relations.length === 0) return null
  return (
    <ul aria-label="In line" className="border-t border-faint py-1.5 text-[14px]">
      {relations.slice(0, MOST_RELATIONS).map((relation) => (
        <li
          key={`${relation.of} ${relation.to}`}
          className="flex items-center gap-2"
          onPointerEnter={() => onPoint(relation.of)}
          onPointerLeave={() => onPoint(undefined)}
        >
          <span className="min-w-0 grow">{relation.words}</span>
          <button
            type="button"
            className="button quiet min-h-7! text-[13px]"
            onClick={() => edit((body) => tieRelation(body, relation))}
          >
            tie them
          </button>
        </li>
      ))}
    </ul>
  )
}

/** What the features leave standing over the solid, or take into it, when there is any. */
function Missing({ part }: { readonly part: Part }) {
  const { left = 0, over = 0 } = part.model?.missing ?? {}
  if (left + over < LEAST_MISSING * (part.model?.volumeMm3 ?? 0)) return null
  return (
    <p className="border-t border-faint py-1.5 text-[13px] text-soft">
      What is recognised leaves {cm3(left)} cm³ standing over the solid
      {over > 0 ? ` and takes ${cm3(over)} cm³ too much` : ''}: fillets and what is listed above.
    </p>
  )
}
const LEAST_MISSING = 2e-4
const cm3 = (mm3: number): string => String(Number((mm3 / 1000).toPrecision(2)))
