'use client'

import { Printer } from 'lucide-react'
import Link from 'next/link'
import { type RunLog, type StoryLine } from '@/core/paper/run'
import { type Part } from '@/core/work/part'
import { Photo } from '@/ui/Photo'
import { barJob, TopBar } from '@/ui/TopBar'
import { Questions } from './Questions'

interface LogViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly wayName: string
  readonly part: Part
  /** What was entered of the way without a release: its questions are there. */
  readonly own: RunLog
  readonly chapters: readonly {
    readonly id: string
    readonly at: number
    readonly title: string
    readonly run?: { readonly id: string; readonly piece: number } | undefined
    readonly lines: readonly StoryLine[]
  }[]
}

/** Everything that happened with a way, to be read like a book: a chapter for each release and each piece. */
export function LogView({ chapters, jobId, own, part, wayId, wayName }: LogViewProps) {
  const base = `/jobs/${jobId}/ways/${wayId}/run`
  return (
    <>
      <TopBar here="run" job={barJob(jobId, part, wayId)} unit={part.unit} />
      <main className="mx-auto max-w-[820px] p-4">
        <div className="no-print mb-3 flex flex-wrap items-center gap-3">
          <Link className="button" href={base}>
            Releases and runs
          </Link>
          <button type="button" className="button main" onClick={() => window.print()}>
            <Printer className="size-4" aria-hidden /> Print
          </button>
        </div>
        <h1 className="text-[22px] font-bold">
          Log · {part.name} · {wayName}
        </h1>
        <Questions wayId={wayId} log={own} />
        {chapters.length === 0 && (
          <p className="sheet mt-3 p-6 text-soft">
            Nothing happened yet. What is released, made, found and ticked is told here, in the
            order in which it was.
          </p>
        )}
        {chapters.map(({ at, id, lines, run, title }) => (
          <section key={id} className="mt-4">
            <h2 className="border-b-2 border-ink text-[17px] font-bold">
              {run ? (
                <Link className="underline" href={`${base}/${run.id}/sheet?piece=${run.piece}`}>
                  {title}
                </Link>
              ) : (
                title
              )}
              <span className="float-right font-normal text-soft">{moment(at).slice(0, 10)}</span>
            </h2>
            <ol className="text-[15px]">
              {lines.map((line, i) => (
                <li key={line.id} className="flex gap-3 py-0.5">
                  <time
                    dateTime={new Date(line.at).toISOString()}
                    className="figures w-12 shrink-0 text-soft"
                  >
                    {moment(line.at).slice(11)}
                  </time>
                  <span>
                    {line.who === lines[i - 1]?.who ? '' : <b>{line.who}: </b>}
                    {line.words}
                    {run && line.photo && (
                      <Photo
                        runId={run.id}
                        id={line.photo}
                        words={line.words}
                        className="my-1 max-h-40"
                      />
                    )}
                  </span>
                </li>
              ))}
            </ol>
          </section>
        ))}
      </main>
    </>
  )
}

const moment = (at: number): string => new Date(at).toISOString().slice(0, 16).replace('T', ' ')
