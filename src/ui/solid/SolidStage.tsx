'use client'

import { useEffect, useRef, useState } from 'react'
import { type Section, type StageBody, StageScene, type Vector } from './scene'

interface SolidStageProps {
  readonly label: string
  readonly bodies: readonly StageBody[]
  readonly lit?: ReadonlySet<string> | undefined
  readonly chosen?: string | undefined
  readonly section?: Section | undefined
  /** What a name is called, for the line that says what is under the pointer. */
  readonly nameOf: (ref: string) => string
  readonly onPick?: ((ref: string) => void) | undefined
  readonly onPoint?: ((ref: string | undefined) => void) | undefined
}

/** Looks by number key: front, right, back, left, top, base, slanted. */
const LOOKS: readonly (readonly [string, string, Vector])[] = [
  ['1', 'Front', { x: 0, y: -1, z: 0 }],
  ['2', 'Right', { x: 1, y: 0, z: 0 }],
  ['3', 'Back', { x: 0, y: 1, z: 0 }],
  ['4', 'Left', { x: -1, y: 0, z: 0 }],
  ['5', 'Top', { x: 0, y: 0, z: 1 }],
  ['6', 'Base', { x: 0, y: 0, z: -1 }],
  ['0', 'All', { x: -0.6, y: -1, z: 0.75 }],
]
const TURN_RAD = Math.PI / 24
const NOTHING: ReadonlySet<string> = new Set()
/** A press that moves further than this turns the view and picks nothing, px. */
const STILL_PX = 4

/** Solids to be looked at and picked: turned with the mouse, a finger or the arrow keys; Tab goes through what lies behind each other. */
export default function SolidStage(props: SolidStageProps) {
  const { bodies, chosen, label, lit = NOTHING, nameOf, onPick, onPoint, section } = props
  const host = useRef<HTMLDivElement>(null)
  const [scene, setScene] = useState<StageScene>()
  const [sentence, setSentence] = useState<string>()
  const [stack, setStack] = useState<{ readonly refs: readonly string[]; readonly at: number }>({
    refs: [],
    at: 0,
  })
  const pressed = useRef<readonly [number, number]>(undefined)

  useEffect(() => {
    const element = host.current
    if (!element) return
    let made: StageScene
    try {
      made = new StageScene(element, label)
    } catch {
      setSentence('This browser shows no solid (WebGL is off). Everything else works all the same.')
      return
    }
    const observer = new ResizeObserver(() => made.resize())
    observer.observe(element)
    setScene(made)
    return () => {
      observer.disconnect()
      made.dispose()
    }
    // The label is said once; the scene is not made anew for it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  useEffect(() => scene?.show(bodies), [bodies, scene])
  useEffect(() => scene?.light(lit, chosen), [bodies, chosen, lit, scene])
  useEffect(() => scene?.cut(section), [bodies, scene, section])

  const pointed = stack.refs[stack.at]
  const point = (refs: readonly string[], at: number): void => {
    setStack({ refs, at })
    onPoint?.(refs[at])
  }
  const onKey = (event: React.KeyboardEvent): void => {
    const look = LOOKS.find(([key]) => key === event.key)
    const turn = {
      ArrowLeft: [TURN_RAD, 0],
      ArrowRight: [-TURN_RAD, 0],
      ArrowUp: [0, -TURN_RAD],
      ArrowDown: [0, TURN_RAD],
    }[event.key]
    if (look) scene?.look(look[2])
    else if (turn) scene?.turn(turn[0] ?? 0, turn[1] ?? 0)
    else if (event.key === 'Tab' && !event.shiftKey && stack.refs.length > 1)
      point(stack.refs, (stack.at + 1) % stack.refs.length)
    else if (event.key === 'f') scene?.fit()
    else if (event.key === 'l' && chosen !== undefined) scene?.lookAt(chosen)
    else if (event.key === 'Enter' && pointed !== undefined) onPick?.(pointed)
    else if (event.key === 'Escape') point([], 0)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div className="absolute inset-0">
      <div
        ref={host}
        className="absolute inset-0"
        data-solid={scene ? 'shown' : 'none'}
        onKeyDown={onKey}
        onPointerDown={({ clientX, clientY }) => (pressed.current = [clientX, clientY])}
        onPointerMove={({ buttons, clientX, clientY }) => {
          if (buttons === 0 && scene) point(scene.under(clientX, clientY), 0)
        }}
        onPointerLeave={() => point([], 0)}
        onPointerUp={({ clientX, clientY }) => {
          const [x, y] = pressed.current ?? [clientX, clientY]
          if (Math.hypot(clientX - x, clientY - y) > STILL_PX) return
          const [first] = scene?.under(clientX, clientY) ?? []
          const ref = pointed ?? first
          if (ref !== undefined) onPick?.(ref)
        }}
      >
        {sentence && (
          <p role="alert" className="p-4">
            {sentence}
          </p>
        )}
      </div>
      <div className="pointer-events-none absolute inset-x-0 bottom-0 flex flex-wrap items-center text-[13px] [&>*]:pointer-events-auto">
        {LOOKS.map(([key, word, from]) => (
          <button
            key={key}
            type="button"
            className="cursor-pointer rounded px-1.5 py-0.5 text-soft hover:bg-wash hover:text-ink"
            onClick={() => scene?.look(from)}
          >
            {word} <kbd>{key}</kbd>
          </button>
        ))}
        <span className="ml-auto truncate text-soft" aria-live="polite">
          {pointed === undefined
            ? ''
            : `${nameOf(pointed)}${stack.refs.length > 1 ? ` · Tab: ${stack.refs.length - 1} behind it` : ''}`}
        </span>
      </div>
    </div>
  )
}
