import { Undo2 } from 'lucide-react'
import { AXES } from '@/core/ground/geometry'
import { foundZero, type KeptRecord, refsOfReadings } from '@/core/floor/offsets'
import { refLabel } from '@/core/work/part'
import { printLength, printSpread } from '@/core/handbook/units'
import { KIND_WORDS } from './readingsForm'
import { type PaneProps } from './types'

interface KeptReadingsProps extends PaneProps {
  readonly records: readonly KeptRecord[]
  readonly onWithdraw: (id: string) => void
}

/** What was kept for this setup, the newest first. */
export function KeptReadings(props: KeptReadingsProps) {
  const { onWithdraw, part, planned, records, workshop } = props
  if (records.length === 0)
    return (
      <p className="mt-1 border-t border-faint pt-2 text-[14px] text-soft">
        Nothing has been kept for this setup yet. Type readings, or take them from the mill; what
        they come to is shown before it is kept.
      </p>
    )
  return (
    <section aria-label="Kept readings" className="mt-1 border-t border-faint pt-2">
      <h2 className="mb-1 font-bold">Kept</h2>
      <ul>
        {[...records].reverse().map(({ id, record, takenAt, unread, who }) => {
          if (!record)
            return (
              <li key={id} className="border-t border-faint py-1 text-[14px]">
                <b>▲ Cannot be read by this version of Foothold.</b> {unread} They are kept as they
                are.
                <span className="block text-[13px] text-soft">
                  {who}, <Taken at={takenAt} />
                </span>
              </li>
            )
          const found = foundZero(planned, record)
          const refs = refsOfReadings(record.readings)
          return (
            <li key={id} className="flex items-start gap-2 border-t border-faint py-1 text-[14px]">
              <span className="grow">
                <b>
                  {KIND_WORDS[record.readings.kind]}
                  {refs.length > 0 && `: ${refs.map((ref) => refLabel(part, ref)).join(', ')}`}
                </b>{' '}
                <span className="figures">
                  {found.ok
                    ? AXES.flatMap((axis) => {
                        const at = found.value.axes[axis]
                        return at
                          ? [
                              `${axis.toUpperCase()} ${printLength(at.at, part.unit)} ±${printSpread(at.plusMinus, part.unit)}`,
                            ]
                          : []
                      }).join('  ')
                    : `▲ ${found.issues[0].sentence}`}
                </span>
                <span className="block text-[13px] text-soft">
                  {who}, <Taken at={takenAt} />
                  {record.source === 'mill' ? ', from the stand-in mill' : ', typed'}
                  {workshop.instruments.find((t) => t.id === record.instrument)
                    ? `, ${workshop.instruments.find((t) => t.id === record.instrument)?.name.toLowerCase() ?? ''}`
                    : ''}
                </span>
              </span>
              <button
                type="button"
                className="button quiet"
                aria-label="Withdraw these readings"
                onClick={() => onWithdraw(id)}
              >
                <Undo2 className="size-4" aria-hidden />
              </button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

const Taken = ({ at }: { readonly at: number }) => {
  const iso = new Date(at).toISOString()
  return <time dateTime={iso}>{iso.slice(0, 16).replace('T', ' ')} UTC</time>
}
