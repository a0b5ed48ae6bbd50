'use client'

import { useState } from 'react'
import { applyMotion, AXES, point } from '@/core/ground/geometry'
import {
  type Angle,
  DEGREE_RAD,
  parseAngle,
  printDegrees,
  printSpread,
} from '@/core/handbook/units'
import { ACROSS, indexZero, rotaryMotion, type Rotary, rotaryWords } from '@/core/shop/workshop'
import { TextField } from '@/ui/fields'
import { type PaneProps } from './types'

/** This setup's zero after the rotary axis has turned the part: where it goes, which way it goes there. */
export function IndexPane({ index, part, planned, rows }: PaneProps) {
  const { machine } = planned
  const [angle, setAngle] = useState<Angle>({ rad: Math.PI / 2, typed: '90°' })
  const [sentence, setSentence] = useState<string>()
  const { rotary } = machine
  if (!rotary)
    return (
      <p className="text-soft">
        {machine.name} has no rotary axis. One is put into the workshop with its centre in machine
        coordinates, what turns (table or head), and which way is positive.
      </p>
    )
  const row = rows[index]
  const known = AXES.every((axis) => row?.axes[axis] !== undefined)
  const [x, y, z] = AXES.map((axis) => row?.axes[axis])
  const zero = known
    ? point<'machine'>(x?.at ?? 0, y?.at ?? 0, z?.at ?? 0)
    : point<'machine'>(rotary.centre.x + 40, rotary.centre.y + 12, rotary.centre.z + 28)
  const spread = point<'machine'>(x?.plusMinus ?? 0, y?.plusMinus ?? 0, z?.plusMinus ?? 0)
  const after = indexZero(rotary, zero, spread, angle.rad)
  const figure = (mm: number): string => printSpread(mm, part.unit)
  return (
    <section className="flex flex-col gap-2">
      <h2 className="font-bold">Zero after {rotary.letter} turns the part in the same clamping</h2>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-40">
          <TextField
            label={`${rotary.letter} turns by`}
            value={angle.typed ?? printDegrees(angle.rad)}
            onChange={(text) => {
              const read = parseAngle(text)
              setSentence(read.ok ? undefined : read.issues[0].sentence)
              if (read.ok) setAngle(read.value)
            }}
          />
        </div>
        {[90, 180, -90].map((degrees) => (
          <button
            key={degrees}
            type="button"
            className="button quiet"
            onClick={() => setAngle({ rad: degrees * DEGREE_RAD, typed: `${degrees}°` })}
          >
            {degrees < 0 ? `−${-degrees}` : `+${degrees}`}°
          </button>
        ))}
      </div>
      {sentence && (
        <p role="alert" className="text-red">
          ▲ {sentence}
        </p>
      )}
      <p>{rotaryWords(rotary, angle.rad)}</p>
      <RotaryPicture rotary={rotary} zero={zero} workRad={after.workRad} commanded={angle.rad} />
      {known ? (
        <table className="figures w-full">
          <thead>
            <tr className="text-left font-sans text-[13px] text-soft">
              <th scope="col">Axis</th>
              <th scope="col">before</th>
              <th scope="col">after</th>
              <th scope="col">likely within</th>
            </tr>
          </thead>
          <tbody>
            {AXES.map((axis) => (
              <tr key={axis} className="border-t border-faint">
                <th scope="row" className="py-1 text-left">
                  {axis.toUpperCase()}
                </th>
                <td>{figure(zero[axis])}</td>
                <td className="font-bold">{figure(after.at[axis])}</td>
                <td>±{figure(after.plusMinus[axis])}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="text-soft">
          This setup’s zero is not known yet: the picture shows some zero. Find it first, and its
          place after the turn is given here.
        </p>
      )}
      <p className="text-[14px] text-soft">
        Centre of {rotary.letter} at{' '}
        <span className="figures">
          {AXES.filter((a) => a !== rotary.along)
            .map((a) => `${a.toUpperCase()} ${figure(rotary.centre[a])}`)
            .join(' ')}{' '}
          ±{figure(rotary.centreMm)}
        </span>
        , angle ±{printDegrees(rotary.angleRad)}. Try the turn above the part first: the first try
        often cuts the wrong side.
      </p>
    </section>
  )
}

/** Seen from the + end of the axis: the centre, zero before and after, and which way what moves turns. */
function RotaryPicture(props: {
  readonly rotary: Rotary
  readonly zero: ReturnType<typeof point<'machine'>>
  readonly workRad: number
  readonly commanded: number
}) {
  const { commanded, rotary, workRad, zero } = props
  const [p, q] = ACROSS[rotary.along]
  const arm = { p: zero[p] - rotary.centre[p], q: zero[q] - rotary.centre[q] }
  const radius = Math.max(1, Math.hypot(arm.p, arm.q))
  const scale = 78 / radius
  const turned = applyMotion(rotaryMotion(rotary, workRad), zero)
  const after = { p: turned[p] - rotary.centre[p], q: turned[q] - rotary.centre[q] }
  // Seen from the + end of the axis: the first direction to the right, the second up.
  const at = (v: { p: number; q: number }): readonly [number, number] => [
    120 + v.p * scale,
    104 - v.q * scale,
  ]
  const steps = 24
  const path = Array.from({ length: steps + 1 }, (_, i) => {
    const part = applyMotion(rotaryMotion(rotary, (workRad * i) / steps), zero)
    return at({ p: part[p] - rotary.centre[p], q: part[q] - rotary.centre[q] }).join(',')
  }).join(' ')
  const [b, a] = [at(arm), at(after)]
  const clockwise = commanded >= 0 === (rotary.positive === 'clockwise')
  return (
    <svg
      viewBox="0 0 400 208"
      className="w-full max-w-[480px]"
      role="img"
      aria-label={`Seen from the + end of ${rotary.along.toUpperCase()}: zero before and after the turn about the rotary centre`}
    >
      <circle cx="120" cy="104" r="78" fill="var(--wash)" stroke="var(--faint)" />
      <polyline points={path} fill="none" stroke="var(--blue)" strokeWidth="2.5" />
      <line x1="108" x2="132" y1="104" y2="104" stroke="var(--ink)" />
      <line x1="120" x2="120" y1="92" y2="116" stroke="var(--ink)" />
      <text x="126" y="122" fontSize="12" fill="var(--soft)">
        centre of {rotary.letter}
      </text>
      <circle cx={b[0]} cy={b[1]} r="6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      <text x={b[0] + 9} y={b[1] - 6} fontSize="12" fill="var(--ink)">
        before
      </text>
      <circle cx={a[0]} cy={a[1]} r="6" fill="var(--yellow)" stroke="var(--ink)" strokeWidth="2" />
      <text x={a[0] + 9} y={a[1] + 15} fontSize="12" fontWeight="700" fill="var(--ink)">
        after
      </text>
      <g transform="translate(312 92)">
        <path
          d={clockwise ? 'M-42 18 A46 46 0 1 1 42 18' : 'M42 18 A46 46 0 1 0 -42 18'}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="3"
        />
        <polygon
          points={clockwise ? '40,32 32,14 50,14' : '-40,32 -32,14 -50,14'}
          fill="var(--ink)"
        />
        <text y="-6" fontSize="13" textAnchor="middle" fill="var(--ink)">
          {rotary.letter} {commanded < 0 ? '−' : '+'}
        </text>
        <text y="12" fontSize="13" textAnchor="middle" fill="var(--ink)">
          {rotary.turns} turns
        </text>
        <text y="58" fontSize="12" textAnchor="middle" fill="var(--soft)">
          seen from + {rotary.along.toUpperCase()}
        </text>
        <text y="75" fontSize="12" textAnchor="middle" fill="var(--soft)">
          {p.toUpperCase()} right, {q.toUpperCase()} up
        </text>
      </g>
    </svg>
  )
}
