'use client'

import { Download } from 'lucide-react'
import { AXES } from '@/core/ground/geometry'
import {
  crossedAxis,
  moveZero,
  OFFSET_NAMES,
  type ZeroPlace,
  zeroFromTouched,
  zeroPlaceOf,
} from '@/core/floor/offsets'
import { refLabel } from '@/core/work/part'
import { printLength, printSpread } from '@/core/handbook/units'
import { Choice } from '@/ui/fields'
import { type PaneProps } from './types'

/** The offset's name, where zero lies, all offsets of the way as a table, and what goes into the control. */
export function WritePane(props: PaneProps) {
  const { exportPath, index, onChange, part, planned, rows, wayName } = props
  const { setup } = planned
  const place = zeroPlaceOf(setup)
  const rounds = [...planned.surfaces.values()].filter(
    (s) => s.kind === 'axis' && crossedAxis(planned, s) === 'round',
  )
  const options: readonly { readonly value: string; readonly label: string }[] = [
    { value: 'touched', label: 'on what is touched' },
    { value: 'corner', label: 'the marked corner' },
    { value: 'centre', label: 'the middle of the part' },
    ...rounds.map((s) => ({ value: `at ${s.id}`, label: refLabel(part, s.id) })),
  ]
  const chosen = place.kind === 'feature' ? `at ${place.surface}` : place.kind
  const pick = (value: string): void => {
    const next: ZeroPlace = value.startsWith('at ')
      ? { kind: 'feature', surface: value.slice(3) }
      : value === 'corner' || value === 'centre'
        ? { kind: value }
        : { kind: 'touched' }
    onChange?.((s) => moveZero({ ...planned, setup: s }, next))
  }
  const away = zeroFromTouched(planned)
  const path = (as: string, more: Readonly<Record<string, string>> = {}): string =>
    exportPath + new URLSearchParams({ as, way: wayName, ...more }).toString()
  return (
    <section className="flex flex-col gap-3">
      {onChange ? (
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="Work offset of this setup"
            value={setup.zero.offset}
            options={[...new Set([...OFFSET_NAMES, setup.zero.offset])].map((name) => ({
              value: name,
              label: name === 'DRO' ? 'none: DRO zero' : name,
            }))}
            onChange={(offset) => onChange((s) => ({ ...s, zero: { ...s.zero, offset } }))}
          />
          <Choice label="Zero lies" value={chosen} options={options} onChange={pick} />
        </div>
      ) : (
        <p>
          Offset <b>{setup.zero.offset}</b>, as it was released: a run keeps its way.
        </p>
      )}
      <p className="text-[14px] text-soft">
        {place.kind === 'touched'
          ? 'Zero lies on what is touched.'
          : `From what is touched to zero: X ${printLength(away.x, part.unit)}, Y ${printLength(away.y, part.unit)}, Z ${printLength(away.z, part.unit)}.`}{' '}
        Coordinates, programs, tick list and offsets are counted from it and follow at once; how
        well it is known stays the same.
      </p>
      <table className="w-full">
        <caption className="pb-1 text-left font-bold">Offsets of {wayName}, in the machine</caption>
        <thead>
          <tr className="text-left text-[13px] text-soft">
            <th scope="col">Setup</th>
            <th scope="col">Offset</th>
            {AXES.map((axis) => (
              <th scope="col" key={axis}>
                {axis.toUpperCase()}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr
              key={row.setup}
              className={`border-t border-faint ${row.index === index ? 'bg-tint' : ''}`}
            >
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {row.index + 1} · {row.name}
              </th>
              <td>{row.offset}</td>
              {AXES.map((axis) => {
                const at = row.axes[axis]
                return (
                  <td key={axis} className="figures">
                    {at ? (
                      <>
                        {at.how === 'found' ? '●' : '◆'} {printSpread(at.at, part.unit)}
                        <span className="block text-[12px] text-soft">
                          ±{printSpread(at.plusMinus, part.unit)}
                        </span>
                      </>
                    ) : (
                      '–'
                    )}
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[13px] text-soft">● found, ◆ predicted, – not known.</p>
      <div className="flex flex-wrap gap-2">
        <a className="button" href={path('offsets-csv')}>
          <Download className="size-4" aria-hidden /> Table, CSV
        </a>
        <a className="button" href={path('offsets-g10', { setup: String(index + 1) })}>
          <Download className="size-4" aria-hidden /> G10 lines of this setup
        </a>
        <a className="button" href={path('offsets-g10')}>
          <Download className="size-4" aria-hidden /> G10 lines of all
        </a>
      </div>
      <p className="rounded-lg border-l-4 border-red bg-red-wash px-3 py-2 text-[14px]">
        <b>G10 overwrites offsets of the control.</b> Write the old ones down first, check each
        figure against the sheet, then drive to the check place with Z clear. The handbook of the
        control and a qualified person decide whether it is allowed.
      </p>
    </section>
  )
}
