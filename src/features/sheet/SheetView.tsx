'use client'

import { Download, Printer } from 'lucide-react'
import { useMemo } from 'react'
import { findingsOf } from '@/core/foreman/findings'
import { type Anchor, zeroLedger, type RecordsBySetup } from '@/core/floor/offsets'
import { type Part } from '@/core/work/part'
import { planWay } from '@/core/plan/planning'
import { predictWay } from '@/core/predict/prediction'
import { type ChainBlock, type SetupSheet, setupSheet, type SheetPage } from '@/core/paper/sheet'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { gatherLooks, sheetLooks } from '@/core/paper/picture'
import { SceneSvg } from '@/ui/SceneSvg'
import { useLooks } from '@/ui/useLooks'
import { StandingMark } from '@/ui/Standing'
import { barJob, TopBar } from '@/ui/TopBar'

interface SheetViewProps {
  readonly jobId: string
  readonly wayId: string
  readonly part: Part
  readonly way: Way
  readonly workshop: Workshop
  readonly records: RecordsBySetup
  readonly register: readonly Anchor[]
}

/** The setup sheet as it will be printed: a cover with the chains, then a page for each setup. */
export function SheetView(props: SheetViewProps) {
  const { jobId, part, records, register, way, wayId, workshop } = props
  const plan = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const wanted = useMemo(() => sheetLooks(plan.setups), [plan])
  const looks = useLooks(part, wanted)
  const sheet = useMemo(() => {
    const prediction = predictWay(plan)
    const ledger = zeroLedger(plan, records, register)
    return setupSheet(prediction, findingsOf(prediction), ledger, gatherLooks(looks))
  }, [looks, plan, records, register])
  return (
    <>
      <TopBar here="sheet" job={barJob(jobId, part, wayId)} unit={part.unit} />
      <div className="no-print mx-auto flex max-w-[820px] flex-wrap items-center gap-3 px-4 pt-3">
        <p className="mr-auto text-soft">
          {way.setups.length === 0
            ? 'This way has no setups yet; only the cover would be printed.'
            : `${sheet.pages.length + 1} pages, black on white.`}
        </p>
        <button type="button" className="button main" onClick={() => window.print()}>
          <Printer className="size-4" aria-hidden /> Print
        </button>
        <a
          className="button"
          href={`/api/jobs/${jobId}/export?as=sheet-pdf&way=${encodeURIComponent(way.name)}`}
        >
          <Download className="size-4" aria-hidden /> PDF
        </a>
        <a
          className="button"
          href={`/api/jobs/${jobId}/export?as=csv&way=${encodeURIComponent(way.name)}`}
        >
          <Download className="size-4" aria-hidden /> CSV
        </a>
      </div>
      <main>
        <Paper>
          <Cover sheet={sheet} />
        </Paper>
        {sheet.pages.map((page) => (
          <Paper key={page.number}>
            <Page page={page} sheet={sheet} />
          </Paper>
        ))}
      </main>
    </>
  )
}

const Paper = ({ children }: { readonly children: React.ReactNode }) => (
  <article
    data-theme="light"
    className="paper mx-auto my-4 max-w-[820px] break-after-page last:break-after-auto rounded-sm bg-white p-6 text-[14px] text-[#16262f] print:my-0 print:max-w-none print:p-0"
  >
    {children}
  </article>
)

function Cover({ sheet }: { readonly sheet: SetupSheet }) {
  const { cautions, cover, subtitle, title } = sheet
  return (
    <>
      <h1 className="text-[26px] font-bold">{title}</h1>
      <p className="mb-3">{subtitle}</p>
      {cover.warnings.length > 0 && (
        <section className="mb-3 border-2 border-black p-2">
          <h2 className="font-bold">▲ Do not start: these forbid it</h2>
          <ul>
            {cover.warnings.map((warning, i) => (
              <li key={i}>{warning}</li>
            ))}
          </ul>
        </section>
      )}
      <h2 className="mt-2 text-[17px] font-bold">What must agree</h2>
      <table className="w-full">
        <thead>
          <tr className="border-b border-black text-left">
            <th>Requirement</th>
            <th>Allowed</th>
            <th>Predicted</th>
            <th>Margin</th>
            <th>Stands</th>
          </tr>
        </thead>
        <tbody>
          {cover.requirements.map((r, i) => (
            <tr key={i} className="border-b border-[#c3ccd0]">
              <td>{r.title}</td>
              <td className="figures">{r.figures}</td>
              <td className="figures">{r.predicted}</td>
              <td className="figures">{r.margin}</td>
              <td>
                <StandingMark standing={r.standing} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {cover.chains.map((chain, i) => (
        <ChainTable key={i} chain={chain} />
      ))}
      <h2 className="mt-4 text-[17px] font-bold">Cautions</h2>
      <ul className="list-disc pl-5">
        {cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </>
  )
}

function ChainTable({ chain }: { readonly chain: ChainBlock }) {
  return (
    <section className="mt-4 break-inside-avoid">
      <h2 className="text-[17px] font-bold">
        Chain: {chain.title}{' '}
        <span className="figures font-normal">
          {chain.figures}, predicted {chain.predicted}
        </span>
      </h2>
      <table className="w-full">
        <tbody>
          {chain.links.map((link, i) => (
            <tr key={i} className="border-b border-[#c3ccd0]">
              <td className="w-36">{link.where}</td>
              <td>{link.what}</td>
              <td className="figures w-20">{link.spread}</td>
              <td className="figures w-14 text-right">{Math.round(link.share * 100)} %</td>
              <td className="w-32 pl-2">
                <span
                  className="block h-2.5 bg-[#16262f] [print-color-adjust:exact]"
                  style={{ width: `${Math.max(1, link.share * 100)}%` }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function Page({ page, sheet }: { readonly page: SheetPage; readonly sheet: SetupSheet }) {
  return (
    <>
      <h1 className="text-[22px] font-bold">
        {page.number} · {page.name}
      </h1>
      <p className="text-[13px]">
        {sheet.title} · {sheet.subtitle}
      </p>
      <p className="my-1">
        First: <strong>{page.turn}</strong>.
      </p>
      <div
        className="flex max-sm:flex-col max-sm:overflow-x-auto"
        tabIndex={0}
        role="group"
        aria-label="The holding"
      >
        {[page.elevation, page.plan].map((scene, i) => (
          <div key={i} className="shrink-0" style={{ width: scene.width }}>
            <SceneSvg scene={scene} title={i === 0 ? 'From the side' : 'From above'} />
          </div>
        ))}
      </div>
      <div className="grid grid-cols-[1fr_250px] gap-3">
        <div>
          <Lines title="Holding" lines={page.holding} />
          <Lines title="Footing" lines={page.footing} />
        </div>
        <SceneSvg scene={page.standing} title="As it stands" className="w-[240px]" />
      </div>
      <Lines title="Zero" lines={page.zero} />
      <h2 className="mt-2 font-bold">Before the first cut</h2>
      <ul>
        {page.first.map((line) => (
          <li key={line} className="flex gap-3 border-b border-[#c3ccd0]">
            <span className="grow">{line}</span>
            <span className="w-20 shrink-0">☐ done</span>
          </li>
        ))}
      </ul>
      <h2 className="mt-2 font-bold">Cuts, in order</h2>
      <table className="w-full">
        <tbody>
          {page.ops.map((op, i) => (
            <tr key={i} className="border-b border-[#c3ccd0] align-top">
              <td className="w-6">{i + 1}</td>
              <td>
                {op.what}
                {op.note && <strong className="block">■ {op.note}</strong>}
              </td>
              <td>{op.tool}</td>
              <td className="w-20">☐ done</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="mt-2 font-bold">Measure before going on</h2>
      {page.checks.length === 0 ? (
        <p>Nothing of the drawing is settled here.</p>
      ) : (
        <ul>
          {page.checks.map((check, i) => (
            <li key={i} className="flex justify-between border-b border-[#c3ccd0]">
              <span>{check}</span>
              <span>measured ____________</span>
            </li>
          ))}
        </ul>
      )}
      {page.findings.length > 0 && <Lines title="Mind" lines={page.findings} />}
      <ul className="mt-2 text-[12px]">
        {sheet.cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </>
  )
}

const Lines = ({ lines, title }: { readonly title: string; readonly lines: readonly string[] }) => (
  <>
    <h2 className="mt-2 font-bold">{title}</h2>
    <ul>
      {lines.map((line, i) => (
        <li key={i}>{line}</li>
      ))}
    </ul>
  </>
)
