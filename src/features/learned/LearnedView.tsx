'use client'

import { ArrowLeft } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import { type Part } from '@/core/work/part'
import { barJob, TopBar } from '@/ui/TopBar'
import { Figures } from './Figures'
import { HonestyLine } from './HonestyLine'
import { SeriesChart } from './SeriesChart'
import { SeriesList } from './SeriesList'
import { type LearnedNow, type TakenOver } from './types'

interface LearnedViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly wayName: string
  readonly part: Part
  readonly isPractice: boolean
  readonly learned: LearnedNow
  readonly taken: readonly TakenOver[]
}

/** What pieces that were made and measured show, and what they teach of the shop. */
export function LearnedView(props: LearnedViewProps) {
  const { isPractice, jobId, learned, part, taken, wayId, wayName } = props
  const { apart, figures, gear, honesty, pieces, series } = learned
  const base = `/jobs/${jobId}/ways/${wayId}/run`
  const [chosen, setChosen] = useState<string>()
  const shown = series.find(({ words }) => words === chosen) ?? series[0]
  return (
    <>
      <TopBar here="run" job={barJob(jobId, part, wayId)} unit={part.unit} />
      <main className="mx-auto flex max-w-[1280px] flex-col gap-4 p-4">
        <header className="flex flex-wrap items-center gap-3">
          <Link className="button" href={base}>
            <ArrowLeft className="size-4" aria-hidden /> Runs
          </Link>
          <h1 className="text-[22px] font-bold">
            Learned from {isPractice ? 'practice in the stand-in shop' : 'what was made'}
          </h1>
          <Link
            className="button quiet"
            href={isPractice ? `${base}/learned` : `${base}/learned?practice=1`}
          >
            {isPractice ? 'What was made' : 'Practice instead'}
          </Link>
        </header>
        {pieces === 0 ? (
          <p className="sheet p-4 text-[17px]">
            Nothing {isPractice ? 'practised' : 'made'} was measured yet. Once pieces of a run are
            measured, this page shows them in their order, and what they teach of the shop’s own
            figures.
          </p>
        ) : (
          <>
            <HonestyLine honesty={honesty} pieces={pieces} />
            {apart.length > 0 && (
              <p className="sheet border-l-4 border-ochre p-3">
                ◆ Standing apart from the others, and not learnt from:{' '}
                {apart.map(({ piece, run }, i) => (
                  <span key={run + piece}>
                    {i > 0 && ', '}
                    <Link className="underline" href={`${base}/${run}/sheet?piece=${piece}`}>
                      piece {piece}
                    </Link>
                  </span>
                ))}
                . Look for its cause.
              </p>
            )}
            {series.length === 0 && (
              <p className="sheet p-4">Nothing of this way was measured yet.</p>
            )}
            <section
              hidden={series.length === 0}
              className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 md:grid-cols-[minmax(0,1fr)_minmax(0,1.7fr)]"
              aria-label={`Measured of ${wayName}`}
            >
              <SeriesList
                series={series}
                chosen={shown?.words}
                unit={part.unit}
                onChoose={setChosen}
              />
              {shown && <SeriesChart series={shown} unit={part.unit} />}
            </section>
            <Figures figures={figures} gear={gear} isPractice={isPractice} taken={taken} />
          </>
        )}
      </main>
    </>
  )
}
