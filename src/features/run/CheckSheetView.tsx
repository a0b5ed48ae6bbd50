'use client'

import { ArrowLeft, Download, Printer } from 'lucide-react'
import Link from 'next/link'
import { useMemo } from 'react'
import {
  type CheckLine,
  type OtherWay,
  piecePaper,
  type RunEntry,
  VERDICTS,
} from '@/core/paper/run'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { Photo } from '@/ui/Photo'

interface CheckSheetViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly runId: string
  readonly piece: number
  readonly pieces: number
  readonly release: number
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly entries: readonly RunEntry[]
  /** The job's other ways, as they are now. */
  readonly others: readonly OtherWay[]
}

/** One piece on paper: every requirement with what was measured, the time taken, and its story. */
export function CheckSheetView(props: CheckSheetViewProps) {
  const { entries, jobId, others, part, piece, pieces } = props
  const { release, runId, way, wayId, workshop } = props
  const { lines, story, sums, times } = useMemo(
    () => piecePaper({ entries, others, part, way, workshop }, piece),
    [entries, others, part, piece, way, workshop],
  )
  const base = `/jobs/${jobId}/ways/${wayId}/run`
  return (
    <main className="mx-auto max-w-[900px] bg-white p-6 text-black">
      <div className="no-print mb-4 flex flex-wrap gap-3">
        <Link className="button" href={`${base}/${runId}?piece=${piece}`}>
          <ArrowLeft className="size-4" aria-hidden /> The run
        </Link>
        <button type="button" className="button main" onClick={() => window.print()}>
          <Printer className="size-4" aria-hidden /> Print
        </button>
        <a className="button" href={`/api/runs/${runId}/check`}>
          <Download className="size-4" aria-hidden /> CSV
        </a>
        <a className="button" href={`/api/runs/${runId}/check?as=pdf&piece=${piece}`}>
          <Download className="size-4" aria-hidden /> PDF
        </a>
        {Array.from({ length: Math.min(pieces, 30) }, (_, i) => i + 1).map((n) => (
          <Link
            key={n}
            className="button"
            aria-current={n === piece ? 'page' : undefined}
            href={`${base}/${runId}/sheet?piece=${n}`}
          >
            {n}
          </Link>
        ))}
      </div>
      <h1 className="text-[22px] font-bold">
        Check sheet · {part.name} · rev {part.revision} · piece {piece} of {pieces}
      </h1>
      <p>
        {way.name}, release {release}. {lines.filter(({ verdict }) => verdict === 'within').length}{' '}
        of {lines.length} accepted, {lines.filter(({ verdict }) => verdict === 'out').length} out.
      </p>
      <table className="mt-3 w-full border-collapse text-[14px] [&_td]:px-2 [&_th]:pr-2">
        <thead>
          <tr className="border-b-2 border-black text-left">
            <th scope="col">Requirement</th>
            <th scope="col">Asked</th>
            <th scope="col">Measured</th>
            <th scope="col">With, by</th>
            <th scope="col">Verdict</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.requirement} className="border-b border-black/30 align-top">
              <th scope="row" className="py-1 text-left font-normal">
                {line.title}
              </th>
              <td className="figures">{line.figures}</td>
              <td className="figures">
                {line.values.map(({ at, shown, words }) => (
                  <span key={`${at} ${words}`} className="block">
                    {shown.replace('-', '−')}
                    {words === line.title ? '' : ` · ${words.replace(`${line.title}, `, '')}`}
                  </span>
                ))}
              </td>
              <td>
                {line.values.map(({ at, instrument, who, words }) => (
                  <span key={`${at} ${words}`} className="block">
                    {instrument} {who}
                  </span>
                ))}
              </td>
              <td className="whitespace-nowrap">{VERDICTS[line.verdict]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <ReworkList lines={lines} />
      <h2 className="mt-5 text-[18px] font-bold">Time taken</h2>
      <p>{times.join(' · ')}</p>
      <p>{sums.join(' ')}</p>
      <h2 className="mt-5 text-[18px] font-bold">Its story</h2>
      <ol className="text-[14px]">
        {story.map(({ at, id, photo, who, words }) => (
          <li key={id}>
            <span className="figures">{new Date(at).toISOString().slice(11, 16)}</span> {who}:{' '}
            {words}
            {photo && <Photo runId={runId} id={photo} words={words} className="my-1 max-h-64" />}
          </li>
        ))}
      </ol>
      <p className="mt-6">Accepted by ______________________ date ______________</p>
    </main>
  )
}

/** What can still be done with what is out. */
function ReworkList({ lines }: { readonly lines: readonly CheckLine[] }) {
  const out = lines.filter(({ rework }) => rework.length > 0)
  if (out.length === 0) return null
  return (
    <section aria-label="What can still be done" className="mt-5">
      <h2 className="text-[18px] font-bold">What can still be done</h2>
      <dl>
        {out.map(({ requirement, rework, title }) => (
          <div key={requirement} className="mt-1">
            <dt className="font-semibold">{title}</dt>
            {rework.map((words) => (
              <dd key={words}>{words}</dd>
            ))}
          </div>
        ))}
      </dl>
      <p className="mt-1 text-[14px]">
        Proposals only: whoever answers for the drawing decides whether the piece may be kept so.
      </p>
    </section>
  )
}
