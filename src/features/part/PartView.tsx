'use client'

import dynamic from 'next/dynamic'
import { useEffect, useMemo, useRef, useState } from 'react'
import {
  allRequirements,
  type Feature,
  featureLabel,
  isSide,
  type Part,
  type Requirement,
  SIDES,
} from '@/core/work/part'
import { drawing } from '@/core/paper/picture'
import { after, printFeature, printRequirement, readLine } from '@/core/work/say'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { isTyping } from '@/ui/KeysHelp'
import { SaveNotice } from '@/ui/SaveNotice'
import { SceneSvg } from '@/ui/SceneSvg'
import { TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { useSize } from '@/ui/useSize'
import { BlockPanel } from './BlockPanel'
import { FacePanel } from './FacePanel'
import { FeaturePanel } from './FeaturePanel'
import { QuestionList } from './QuestionList'
import { RequirementList } from './RequirementList'
import { SayLine } from './SayLine'
import { TiePanel } from './TiePanel'

const SolidView = dynamic(() => import('./SolidView'), {
  ssr: false,
  loading: () => <p className="p-4 text-soft">Making the solid …</p>,
})

interface PartViewProps {
  readonly jobId: string
  readonly firstWay: string | undefined
  readonly part: {
    readonly id: string
    readonly version: number
    readonly body: Part
    readonly canUndo: boolean
    readonly canRedo: boolean
  }
}

/** What a line in the making would change: a feature or a tie that is there already. */
type Again = { readonly kind: 'feature' | 'requirement'; readonly id: string }

/** The drawing taken in fast: said, drawn, tied, asked about. */
export function PartView({ firstWay, jobId, part: stored }: PartViewProps) {
  const document_ = useDocument('part', stored)
  const part = document_.body
  const { edit } = document_
  useHistoryKeys(document_)
  const [text, setText] = useState('')
  const [again, setAgain] = useState<Again>()
  const [chosen, setChosen] = useState<string>()
  const [requirementId, setRequirementId] = useState<string>()
  const [tie, setTie] = useState<{ of: string; to?: string | undefined }>()
  const [lit, setLit] = useState<string>()
  const [solid, setSolid] = useState(false)
  const say = useRef<HTMLInputElement>(null)

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 's' && !isTyping(event) && !event.ctrlKey && !event.metaKey) {
        event.preventDefault()
        say.current?.focus()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])

  const base = useMemo(() => without(part, again), [part, again])
  const result = useMemo(
    () => (text.trim() === '' ? undefined : readLine(base, text)),
    [base, text],
  )
  const shown = useMemo(() => (result?.ok ? after(base, result.said) : part), [base, part, result])
  const requirement =
    result?.ok && result.said.kind === 'requirement'
      ? result.said.requirement
      : allRequirements(shown).find((r) => r.id === requirementId)
  const drawn = result?.ok && result.said.kind === 'feature' ? result.said.feature.id : chosen
  const [sheet, size] = useSize<HTMLDivElement>({ width: 760, height: 500 })
  const scene = useMemo(
    () => drawing(shown, { ...size, chosen: drawn, tie: requirement }),
    [drawn, requirement, shown, size],
  )
  const litSet = useMemo(
    () => new Set([lit, drawn, tie?.of, tie?.to].filter((ref) => ref !== undefined)),
    [drawn, lit, tie],
  )

  const add = (): void => {
    if (!result?.ok) return
    const { said } = result
    edit((body) =>
      again
        ? replaced(
            body,
            again,
            said.kind === 'feature'
              ? said.feature
              : said.kind === 'requirement'
                ? said.requirement
                : undefined,
          )
        : after(body, said),
    )
    if (said.kind === 'feature') setChosen(again?.id ?? said.feature.id)
    if (said.kind === 'requirement') setRequirementId(again?.id ?? said.requirement.id)
    setText('')
    setAgain(undefined)
  }
  const pick = (ref: string): void => {
    const owner = ref.split('.')[0] ?? ref
    if (tie) setTie({ ...tie, to: owner === tie.of ? undefined : owner })
    else setChosen(owner === chosen ? undefined : owner)
  }
  const sayAgain = (which: Again, words: string): void => {
    setAgain(which)
    setText(words)
    say.current?.focus()
  }
  const feature = part.features.find((f) => f.id === chosen)

  return (
    <div className="flex min-h-screen flex-col">
      <TopBar
        here="part"
        job={{ id: jobId, name: part.name, revision: part.revision, firstWay }}
        save={document_.state}
        unit={part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <SayLine
        part={base}
        text={text}
        result={result}
        editing={again !== undefined}
        field={say}
        onText={setText}
        onAdd={add}
        onCancel={() => {
          setText('')
          setAgain(undefined)
        }}
      />
      <main className="grid grow gap-3 px-4 py-2.5 lg:grid-cols-[minmax(0,1fr)_minmax(330px,38%)]">
        <section aria-label="Drawing" className="sheet flex min-h-[420px] flex-col p-3">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <h1 className="text-[18px] font-bold">Drawing</h1>
            <p className="text-[14px] text-soft">
              {part.features.length === 0
                ? 'a bare block so far: say what is on it, above'
                : 'three views from what was said · raw faces stippled · pick a feature to change or tie it'}
            </p>
            <button
              type="button"
              className="button quiet ml-auto text-[14px]"
              aria-pressed={solid}
              onClick={() => setSolid(!solid)}
            >
              {solid ? 'Drawing' : 'Solid'}
            </button>
          </div>
          <div
            ref={sheet}
            className="relative min-h-0 grow overflow-hidden"
            style={{ flexBasis: 400 }}
          >
            {solid ? (
              <SolidView part={shown} chosen={drawn} />
            ) : (
              <div className="absolute inset-0">
                <SceneSvg
                  scene={scene}
                  title={`Three views of ${part.name}`}
                  lit={litSet}
                  onPick={pick}
                  onPoint={setLit}
                />
              </div>
            )}
          </div>
        </section>
        <aside className="sheet overflow-auto lg:max-h-[calc(100vh-210px)]">
          {tie && (
            <TiePanel
              part={part}
              of={tie.of}
              to={tie.to}
              onTo={(to) => setTie({ ...tie, to: to === '' ? undefined : to })}
              onCancel={() => setTie(undefined)}
              onAdd={(made) => {
                edit((body) => ({ ...body, requirements: [...body.requirements, made] }))
                setRequirementId(made.id)
                setTie(undefined)
              }}
            />
          )}
          {!tie && feature && (
            <FeaturePanel
              part={part}
              feature={feature}
              onTie={() => setTie({ of: feature.id })}
              onSayAgain={() =>
                sayAgain({ kind: 'feature', id: feature.id }, printFeature(part, feature))
              }
              onChange={(next) =>
                edit((body) => ({
                  ...body,
                  features: body.features.map((f) => (f.id === next.id ? next : f)),
                }))
              }
              onRemove={() => {
                edit((body) => ({
                  ...body,
                  features: body.features.filter((f) => f.id !== feature.id),
                  requirements: body.requirements.filter((r) => !mentions(r, feature.id)),
                }))
                setChosen(undefined)
              }}
            />
          )}
          {!tie && chosen !== undefined && isSide(chosen) && (
            <FacePanel
              part={part}
              side={chosen}
              onBegin={(words) => {
                setAgain(undefined)
                setText(words)
                say.current?.focus()
              }}
              onTie={() => setTie({ of: chosen })}
              onChange={(face) =>
                edit((body) => ({ ...body, faces: { ...body.faces, [chosen]: face } }))
              }
            />
          )}
          {!tie && chosen === 'block' && (
            <BlockPanel part={part} onChange={(next) => edit(() => next)} />
          )}
          <RequirementList
            part={part}
            chosen={requirementId}
            onChoose={setRequirementId}
            onSayAgain={(r) =>
              sayAgain({ kind: 'requirement', id: r.id }, printRequirement(part, r))
            }
            onCritical={(r) =>
              edit((body) => ({
                ...body,
                requirements: body.requirements.map((o) =>
                  o.id === r.id ? { ...o, critical: !o.critical } : o,
                ),
              }))
            }
            onRemove={(r) =>
              edit((body) => ({
                ...body,
                requirements: body.requirements.filter((o) => o.id !== r.id),
              }))
            }
          />
          <QuestionList part={part} onPick={(ref) => setChosen(ref.split('.')[0])} />
        </aside>
      </main>
      <FeatureCards part={part} chosen={chosen} onPick={pick} onPoint={setLit} />
    </div>
  )
}

const mentions = (requirement: Requirement, id: string): boolean => {
  const refs = [
    requirement.of,
    ...('to' in requirement ? [requirement.to] : 'datums' in requirement ? requirement.datums : []),
  ]
  return refs.some((ref) => ref.split('|').some((piece) => piece.split('.')[0] === id))
}

/** The part without what is being said again, so that it is not there twice. */
function without(part: Part, again: Again | undefined): Part {
  if (!again) return part
  return again.kind === 'feature'
    ? {
        ...part,
        features: part.features.filter((f) => f.id !== again.id),
        requirements: part.requirements.filter((r) => !mentions(r, again.id)),
      }
    : { ...part, requirements: part.requirements.filter((r) => r.id !== again.id) }
}

/** Puts what was said again in the place of the old one, under the old id. */
function replaced(part: Part, again: Again, said: Feature | Requirement | undefined): Part {
  if (!said) return part
  return again.kind === 'feature'
    ? {
        ...part,
        features: part.features.map((f) =>
          f.id === again.id ? ({ ...said, id: again.id } as Feature) : f,
        ),
      }
    : {
        ...part,
        requirements: part.requirements.map((r) =>
          r.id === again.id ? ({ ...said, id: again.id } as Requirement) : r,
        ),
      }
}

interface FeatureCardsProps {
  readonly part: Part
  readonly chosen: string | undefined
  readonly onPick: (ref: string) => void
  readonly onPoint: (ref: string | undefined) => void
}

const SIGNS: Readonly<Record<Feature['kind'], string>> = {
  hole: '⌀',
  step: '⌐',
  slot: '⊔',
  pocket: '▭',
  boss: '◎',
  chamfer: '◹',
}

/** Every feature and face as a card; the row slides when there are many. */
function FeatureCards({ chosen, onPick, onPoint, part }: FeatureCardsProps) {
  const card = (id: string, title: string, words: string) => (
    <li key={id} className="shrink-0">
      <button
        type="button"
        aria-pressed={chosen === id}
        onClick={() => onPick(id)}
        onPointerEnter={() => onPoint(id)}
        onPointerLeave={() => onPoint(undefined)}
        className={`sheet block w-44 cursor-pointer truncate p-2 text-left ${chosen === id ? 'border-blue! shadow-[0_3px_0_var(--blue)]' : ''}`}
      >
        <span className="block truncate font-bold">{title}</span>
        <span className="figures block truncate text-[13px] text-soft">{words}</span>
      </button>
    </li>
  )
  return (
    <ul className="flex gap-2 overflow-x-auto px-4 pb-3" aria-label="Features and faces">
      {card(
        'block',
        `▣ Block`,
        `${part.size.x.typed ?? part.size.x.mm} × ${part.size.y.typed ?? part.size.y.mm} × ${part.size.z.typed ?? part.size.z.mm}`,
      )}
      {part.features.map((feature) =>
        card(
          feature.id,
          `${SIGNS[feature.kind]} ${featureLabel(feature)}`,
          printFeature(part, feature).split(', called')[0] ?? '',
        ),
      )}
      {SIDES.map((side) => {
        const face = part.faces[side]
        return card(
          side,
          `▬ ${face.name}${face.datum ? ` ${face.datum}` : ''}`,
          `${face.bought}${face.stock.mm > 0 ? ` +${face.stock.mm}` : ''}${face.toCut ? ', to cut' : ''}`,
        )
      })}
    </ul>
  )
}
