'use client'

import { type KeyboardEvent, useState } from 'react'
import { type Axis } from '@/core/ground/geometry'
import { type MillTool, refusal, type Sense, type StreamMessage } from '@/core/floor/standin'
import { type LengthUnit, printSpread } from '@/core/handbook/units'
import { type MillLink } from './useMill'

const TOOL_WORDS: Readonly<Record<MillTool, string>> = {
  'edge-finder': 'Edge finder, tip 10',
  probe: 'Touch probe, tip 4',
  indicator: 'Lever indicator',
  setter: 'Height setter 50',
  feeler: 'Feeler 0.5 under a rod',
  rod: 'Plain rod 10',
}
const STEPS = [50, 10, 1, 0.1, 0.01] as const
/** Small steps go slowly, so that a touch is felt before it is run over. mm/min */
const FEEDS: Readonly<Record<number, number>> = { 50: 3000, 10: 1500, 1: 600, 0.1: 120, 0.01: 60 }

interface MillPanelProps {
  readonly mill: MillLink
  readonly tools: readonly MillTool[]
  readonly unit: LengthUnit
}

/** The readout of a mill with its axes to be jogged: figures for a metre away, steps, keys, what the tip feels. */
export function MillPanel({ mill, tools, unit }: MillPanelProps) {
  const [step, setStep] = useState<number>(1)
  const { act, last, state } = mill
  const jog = (axis: Axis, sign: 1 | -1): void =>
    act({ do: 'jog', axis, by: sign * step, feed: FEEDS[step] })
  const onKey = (event: KeyboardEvent): void => {
    const moves: Readonly<Record<string, readonly [Axis, 1 | -1]>> = {
      ArrowRight: ['x', 1],
      ArrowLeft: ['x', -1],
      ArrowUp: ['y', 1],
      ArrowDown: ['y', -1],
      PageUp: ['z', 1],
      PageDown: ['z', -1],
    }
    const move = moves[event.key]
    const chosen = STEPS[Number(event.key) - 1]
    if (event.target instanceof HTMLSelectElement || event.target instanceof HTMLInputElement)
      return
    if (move) jog(...move)
    else if (chosen !== undefined) setStep(chosen)
    else return
    event.preventDefault()
  }
  const trouble = state.kind === 'live' || state.kind === 'waiting' ? undefined : refusal(state)
  return (
    <section
      aria-label="Mill"
      className="rounded-lg bg-bar p-3 text-bar-ink"
      tabIndex={-1}
      onKeyDown={onKey}
    >
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <dl
          className="figures grid grid-cols-[auto_minmax(9ch,auto)] items-baseline gap-x-3"
          data-readout={state.kind}
        >
          {(['x', 'y', 'z'] as const).map((axis) => (
            <div key={axis} className="contents">
              <dt className="text-[22px] text-bar-soft">{axis.toUpperCase()}</dt>
              <dd
                className={`text-right text-[34px] leading-[1.15] ${trouble ? 'text-yellow line-through decoration-2' : ''}`}
              >
                {last ? printSpread(last[axis], unit) : '–'}
              </dd>
            </div>
          ))}
        </dl>
        <SensePicture last={last} />
        <div className="ml-auto grid gap-1.5 text-[14px]">
          <p role="status" className={trouble ? 'font-bold text-yellow' : 'text-bar-soft'}>
            {trouble ? '▲ not to be trusted' : state.kind === 'live' ? '● live' : 'waiting'}
          </p>
          <label className="flex items-center gap-2">
            <select
              aria-label="In the spindle"
              className="field"
              value={last?.tool ?? tools[0]}
              onChange={(event) => act({ do: 'tool', tool: event.target.value as MillTool })}
            >
              {tools.map((tool) => (
                <option key={tool} value={tool}>
                  {TOOL_WORDS[tool]}
                </option>
              ))}
            </select>
          </label>
          <label className="flex items-center gap-2">
            <span aria-hidden>Spindle</span>
            <select
              aria-label="Speed of the spindle"
              className="field"
              value={String(last?.rpm ?? 0)}
              onChange={(event) => act({ do: 'spindle', rpm: Number(event.target.value) })}
            >
              {[0, 300, 1000, 3000].map((rpm) => (
                <option key={rpm} value={rpm}>
                  {rpm === 0 ? 'off' : `${rpm} rpm`}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className="min-h-11 cursor-pointer rounded-md border-2 border-[#ff9d94] px-3 font-bold text-[#ff9d94]"
            onClick={() => act({ do: 'stop' })}
          >
            Stop
          </button>
        </div>
      </div>
      {(trouble ?? mill.sentence) && (
        <p
          role="alert"
          className="mt-2 rounded-md bg-yellow px-3 py-1.5 font-semibold text-[#16262f]"
        >
          ▲ {trouble ?? mill.sentence}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2">
        <div role="group" aria-label="Step" className="flex gap-1">
          {STEPS.map((s, i) => (
            <button
              key={s}
              type="button"
              aria-pressed={s === step}
              title={`key ${i + 1}`}
              className={`figures min-h-11 min-w-11 cursor-pointer rounded-md border px-1.5 ${s === step ? 'border-yellow bg-yellow font-bold text-[#16262f]' : 'border-bar-soft'}`}
              onClick={() => setStep(s)}
            >
              {s}
            </button>
          ))}
        </div>
        <div className="grid grid-cols-4 gap-1">
          {(
            [
              ['x', -1, 'X −', '←'],
              ['x', 1, 'X +', '→'],
              ['y', -1, 'Y −', '↓'],
              ['y', 1, 'Y +', '↑'],
            ] as const
          ).map(([axis, sign, words, key]) => (
            <Jog key={words} words={words} hint={key} onJog={() => jog(axis, sign)} />
          ))}
        </div>
        <div className="grid grid-cols-2 gap-1">
          <Jog words="Z −" hint="Page down" onJog={() => jog('z', -1)} />
          <Jog words="Z +" hint="Page up" onJog={() => jog('z', 1)} />
        </div>
      </div>
    </section>
  )
}

function Jog(props: { readonly words: string; readonly hint: string; readonly onJog: () => void }) {
  return (
    <button
      type="button"
      title={`key: ${props.hint}`}
      className="min-h-11 min-w-12 cursor-pointer rounded-md border border-bar-soft px-1 font-bold hover:bg-white/10"
      onClick={props.onJog}
    >
      {props.words}
    </button>
  )
}

export const SENSE_WORDS: Readonly<Record<Sense['kind'], string>> = {
  clear: 'touches nothing',
  still: 'does not turn',
  wobble: 'runs out',
  true: 'runs true',
  kick: 'kicked',
  touch: 'touches',
  dial: 'reads',
  drag: 'drags',
  light: 'light is on',
  bent: 'bent',
}

/** What the thing in the spindle shows, drawn as one would see it from close by, and in words. */
function SensePicture({ last }: { readonly last: StreamMessage | undefined }) {
  const sense = last?.sense ?? { kind: 'clear' as const }
  const figure = 'mm' in sense ? ` ${printSpread(sense.mm, 'mm')} mm` : ''
  return (
    <figure className="flex items-center gap-3" data-sense={sense.kind}>
      <svg viewBox="0 0 100 84" className="h-[84px] w-[100px]" aria-hidden>
        {sense.kind === 'dial' ? (
          <DialFace mm={sense.mm} />
        ) : (
          <Tip sense={sense} t={last?.t ?? 0} />
        )}
      </svg>
      <figcaption className="w-28 text-[16px] leading-tight font-semibold">
        {last ? `${SENSE_WORDS[sense.kind]}${figure}` : 'no reading'}
      </figcaption>
    </figure>
  )
}

/** The lower half of the tip beside its shank: off by the run-out, true, or thrown aside. */
function Tip({ sense, t }: { readonly sense: Sense; readonly t: number }) {
  const off =
    sense.kind === 'wobble'
      ? Math.sin(t / 23) * (2 + sense.mm * 26)
      : sense.kind === 'kick'
        ? 24
        : sense.kind === 'bent'
          ? 30
          : 0
  const tone = sense.kind === 'bent' ? '#ff9d94' : '#f4c95d'
  const lit = sense.kind === 'touch' || sense.kind === 'light' || sense.kind === 'drag'
  return (
    <>
      <rect x="36" y="2" width="28" height="38" fill="#b9c6cc" stroke="#0a1318" />
      <rect
        x={36 + off}
        y="42"
        width="28"
        height="34"
        fill={tone}
        stroke="#0a1318"
        transform={sense.kind === 'bent' ? 'rotate(-16 50 42)' : undefined}
      />
      {lit && <circle cx="84" cy="14" r="9" fill="#7fdcb0" stroke="#0a1318" />}
      <line x1="50" y1="0" x2="50" y2="84" stroke="#0a1318" strokeDasharray="6 3 2 3" />
    </>
  )
}

/** A dial: full circle 1 mm, a tick each 0.1. */
function DialFace({ mm }: { readonly mm: number }) {
  const angle = mm * 2 * Math.PI
  return (
    <>
      <circle cx="50" cy="42" r="38" fill="#f2f5f4" stroke="#b9c6cc" strokeWidth="3" />
      {Array.from({ length: 10 }, (_, i) => {
        const a = (i / 10) * 2 * Math.PI
        return (
          <line
            key={i}
            x1={50 + 31 * Math.sin(a)}
            y1={42 - 31 * Math.cos(a)}
            x2={50 + 36 * Math.sin(a)}
            y2={42 - 36 * Math.cos(a)}
            stroke="#16262f"
            strokeWidth={i === 0 ? 3 : 1.5}
          />
        )
      })}
      <line
        x1="50"
        y1="42"
        x2={50 + 28 * Math.sin(angle)}
        y2={42 - 28 * Math.cos(angle)}
        stroke="#a3201a"
        strokeWidth="3"
      />
      <circle cx="50" cy="42" r="3" fill="#16262f" />
    </>
  )
}
