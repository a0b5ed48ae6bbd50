'use client'

import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { shownBy, takeAllSure, takeOffer } from '@/core/work/offers'
import { type Part, partSurfaces } from '@/core/work/part'
import { revise, type Revised } from '@/core/work/revision'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { SaveNotice } from '@/ui/SaveNotice'
import { barJob, TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { useKeys } from '@/ui/useKeys'
import { inFile, lieOf, outOf } from './lie'
import { type LiePick, LieStrip } from './LieStrip'
import { RevisionPane } from './RevisionPane'
import { FileBar } from './FileBar'
import { ShownPane } from './ShownPane'
import { touchedSetups, type WayRefs } from './touched'
import { type Lie } from './types'
import { useReading } from './useReading'
import { useRevision } from './useRevision'

const PartSolid = dynamic(() => import('@/ui/solid/PartSolid'), {
  ssr: false,
  loading: () => <p className="p-4 text-soft">Making the solid …</p>,
})

interface FileViewProps {
  readonly jobId: string
  readonly firstWay: string | undefined
  readonly ways: readonly WayRefs[]
  readonly part: {
    readonly id: string
    readonly version: number
    readonly body: Part
    readonly canUndo: boolean
    readonly canRedo: boolean
  }
}

const AS_DRAWN: Lie = { base: { x: 0, y: 0, z: -1 }, front: { x: 0, y: -1, z: 0 } }

/** What the file of a part shows: solid and list side by side; what is offered is taken, the rest asked or named. */
export function FileView({ firstWay, jobId, part: stored, ways }: FileViewProps) {
  const document_ = useDocument('part', stored)
  const { body: part, edit } = document_
  useHistoryKeys(document_)
  const reading = useReading(part)
  const revision = useRevision(part, reading)
  const [chosen, setChosen] = useState<string>()
  const [pointed, setPointed] = useState<string>()
  const lying = useLying(part)
  const shown = useMemo(() => shownBy(part), [part])
  const lit = useMemo(() => new Set(pointed === undefined ? [] : [pointed]), [pointed])
  const look = shown.filter(({ isSettled, sure }) => !isSettled && sure !== 'sure').length
  const takeAll = (): void => edit(takeAllSure)
  useKeys({
    Enter: () => {
      const one = shown.find(({ ref }) => ref === chosen)
      const [first] = one && !one.isSettled ? one.offers : []
      if (one && first) edit((body) => takeOffer(body, one.ref, first))
      else takeAll()
    },
    Escape: () => setChosen(undefined),
  })
  const again = async (change: Parameters<typeof reading.read>[0]): Promise<void> => {
    const read = await reading.read(change)
    if (!read) return
    const made = revise(part, read)
    if (isSilent(made, ways)) edit(() => made.part)
    else revision.propose(made)
  }
  const pick = (ref: string): void => {
    if (lying.next) return lying.pick(lying.next, ref)
    setChosen(ownerOf(ref))
  }
  if (!part.model) return <NoFile jobId={jobId} firstWay={firstWay} part={part} />
  const proposed: Revised | undefined = revision.revised
  return (
    <div className="flex min-h-screen flex-col">
      <TopBar
        here="part"
        job={barJob(jobId, part, firstWay)}
        save={document_.state}
        unit={part.unit}
      >
        <HistoryButtons {...document_} />
      </TopBar>
      <SaveNotice document={document_} />
      <FileBar
        part={part}
        isBusy={reading.isBusy}
        isLying={lying.next !== undefined}
        look={look}
        onTimes={(times) => void again({ times })}
        onLie={lying.toggle}
        onRevision={revision.bring}
        onTakeAll={takeAll}
      />
      <Told
        sentences={[...reading.sentences, ...revision.sentences]}
        stage={revision.stage ?? (reading.isBusy ? 'Recognising' : undefined)}
      />
      {lying.next && (
        <div className="px-4 pt-2">
          <LieStrip
            part={part}
            picked={lying.picked}
            next={lying.next}
            isBusy={reading.isBusy}
            onNext={lying.setNext}
            onPick={lying.pick}
            onLay={(how) => {
              const lie = how === 'flattest' ? how : how === 'drawn' ? AS_DRAWN : lying.lie()
              void again({ lie }).then(lying.toggle)
            }}
            onLeave={lying.toggle}
          />
        </div>
      )}
      <main className="grid grow gap-3 px-4 py-2.5 lg:grid-cols-[minmax(0,1fr)_minmax(340px,36%)]">
        <section aria-label="Solid" className="sheet flex min-h-[420px] flex-col p-3">
          <div className="relative grow" style={{ flexBasis: 400 }}>
            <PartSolid
              part={proposed?.part ?? part}
              chosen={chosen}
              lit={lit}
              onPick={pick}
              onPoint={setPointed}
            />
          </div>
        </section>
        <aside className="sheet flex flex-col p-3 lg:max-h-[calc(100vh-130px)]">
          {proposed ? (
            <RevisionPane
              before={part}
              revised={proposed}
              setups={touchedSetups(ways, proposed.touched)}
              onPoint={setPointed}
              onTake={() => {
                edit(() => proposed.part)
                revision.leave()
              }}
              onLeave={revision.leave}
            />
          ) : (
            <ShownPane
              jobId={jobId}
              part={part}
              edit={edit}
              shown={shown}
              chosen={chosen}
              lit={lit}
              onChoose={(ref) => setChosen(ref === chosen ? undefined : ref)}
              onPoint={setPointed}
            />
          )}
        </aside>
      </main>
    </div>
  )
}

/** Whether nothing that was said is lost or means something else: what does is shown before it is taken. */
const isSilent = ({ requirements, touched }: Revised, ways: readonly WayRefs[]): boolean =>
  requirements.length === 0 && touchedSetups(ways, touched).length === 0

const ownerOf = (ref: string): string => ref.split('.')[0] ?? ref

/** What was refused, and what is being done. */
function Told({
  sentences,
  stage,
}: {
  readonly sentences: readonly string[]
  readonly stage: string | undefined
}) {
  return (
    <>
      {sentences.map((sentence) => (
        <p
          key={sentence}
          role="alert"
          className="mx-4 mt-2 rounded-lg border-l-4 border-red bg-red-wash p-2"
        >
          {sentence}
        </p>
      ))}
      {stage !== undefined && (
        <p className="mx-4 mt-2 text-soft" aria-live="polite">
          {stage} …
        </p>
      )}
    </>
  )
}

function NoFile({
  firstWay,
  jobId,
  part,
}: Pick<FileViewProps, 'jobId' | 'firstWay'> & { readonly part: Part }) {
  return (
    <>
      <TopBar here="part" job={barJob(jobId, part, firstWay)} />
      <main className="mx-auto max-w-3xl p-8 text-center">
        <p className="mb-3 text-[18px] font-bold">This part was said, not read from a file.</p>
        <Link className="button" href={`/jobs/${jobId}/part`}>
          To its drawing
        </Link>
      </main>
    </>
  )
}

/** The picking of a base and a front, while it goes on. */
function useLying(part: Part) {
  const [next, setNext] = useState<LiePick>()
  const [picked, setPicked] = useState<Readonly<Partial<Record<LiePick, string>>>>({})
  const surfaces = useMemo(() => partSurfaces(part), [part])
  return {
    next,
    picked,
    setNext,
    toggle: (): void => {
      setPicked({})
      setNext((now) => (now ? undefined : 'base'))
    },
    pick: (which: LiePick, ref: string): void => {
      if (ref !== '' && !outOf(part, ref, surfaces)) return
      setPicked((now) => ({ ...now, [which]: ref === '' ? undefined : ref }))
      setNext(which === 'base' ? 'front' : 'base')
    },
    /** The lie that was picked; what was not picked stays as it is. */
    lie: (): Lie => {
      const now = lieOf(part)
      const of = (which: LiePick) => {
        const out = picked[which] === undefined ? undefined : outOf(part, picked[which], surfaces)
        return out ? inFile(part, out) : now[which]
      }
      return { base: of('base'), front: of('front') }
    },
  }
}
