'use client'

import { Crosshair, FileInput } from 'lucide-react'
import { useId, useState } from 'react'
import { type PlanePoint } from '@/core/ground/geometry'
import { holePoints, type Part, type Side } from '@/core/work/part'
import { after, faceWord, readLine } from '@/core/work/say'
import { addGroups, placeOnFace } from './compose'
import { ImportHoles } from './ImportHoles'

interface LayoutBarProps {
  readonly part: Part
  readonly up: Side
  readonly pointing: boolean
  /** Places pointed on the face, across and up it. */
  readonly draft: readonly PlanePoint[]
  readonly onPointing: (pointing: boolean) => void
  readonly onDraft: (places: readonly PlanePoint[]) => void
  readonly onAdd: (part: Part, added: readonly string[]) => void
}

/** Lays out holes: by saying them, by pointing on the face, from a table or a drawing. */
export function LayoutBar(props: LayoutBarProps) {
  const { draft, onAdd, onDraft, onPointing, part, pointing, up } = props
  const [line, setLine] = useState('')
  const [what, setWhat] = useState('M6 through')
  const [sentence, setSentence] = useState<string>()
  const [importing, setImporting] = useState(false)
  const id = useId()
  const read = line.trim() === '' ? undefined : readLine(part, line)
  const say = (): void => {
    if (!read?.ok) return setSentence(read?.sentence)
    setSentence(undefined)
    setLine('')
    onDraft([])
    const { said } = read
    onAdd(after(part, said), said.kind === 'feature' ? [said.feature.id] : [])
  }
  const preview = (text: string): void => {
    setLine(text)
    setSentence(undefined)
    const next = text.trim() === '' ? undefined : readLine(part, text)
    const feature = next?.ok && next.said.kind === 'feature' ? next.said.feature : undefined
    onDraft(
      feature?.kind === 'hole' && feature.on === up
        ? holePoints(part, feature).map((p) => placeOnFace(up, p))
        : [],
    )
  }
  const addPointed = (): void => {
    const result = addGroups(part, up, [{ what, places: draft }])
    if ('sentence' in result) return setSentence(result.sentence)
    setSentence(undefined)
    onPointing(false)
    onDraft([])
    onAdd(result.part, result.added)
  }
  return (
    <div className="border-t border-faint px-3 py-2">
      <div className="flex flex-wrap items-end gap-2">
        {pointing ? (
          <>
            <div className="min-w-60 grow">
              <label htmlFor={`${id}what`} className="block text-[13px] text-soft">
                What they are: {draft.length} {draft.length === 1 ? 'place' : 'places'} pointed, to
                half a millimetre
              </label>
              <input
                id={`${id}what`}
                className="field figures"
                value={what}
                autoComplete="off"
                onChange={(event) => setWhat(event.target.value)}
                onKeyDown={(event) => event.key === 'Enter' && draft.length > 0 && addPointed()}
              />
            </div>
            <button
              type="button"
              className="button main"
              disabled={draft.length === 0}
              onClick={addPointed}
            >
              {' '}
              Add them
            </button>
            <button
              type="button"
              className="button quiet"
              disabled={draft.length === 0}
              onClick={() => onDraft(draft.slice(0, -1))}
            >
              Take back the last
            </button>
            <button
              type="button"
              className="button quiet"
              onClick={() => {
                onPointing(false)
                onDraft([])
              }}
            >
              Let go
            </button>
          </>
        ) : (
          <>
            <div className="min-w-60 grow basis-[calc(100%-90px)]">
              <label htmlFor={`${id}say`} className="block text-[13px] text-soft">
                Say it
              </label>
              <input
                id={`${id}say`}
                data-say
                className="field figures"
                value={line}
                autoComplete="off"
                spellCheck={false}
                placeholder={`10 holes M6 12 deep, on ${faceWord(part, up)}, 5 x 2 at 16 x 28, centred`}
                aria-invalid={sentence !== undefined}
                onChange={(event) => preview(event.target.value)}
                onKeyDown={(event) => event.key === 'Enter' && say()}
              />
            </div>
            <button type="button" className="button main" disabled={!read?.ok} onClick={say}>
              Add
            </button>
            <button
              type="button"
              className="button"
              onClick={() => {
                onPointing(true)
                onDraft([])
              }}
            >
              <Crosshair className="size-4" aria-hidden /> Point
            </button>
            <button type="button" className="button" onClick={() => setImporting(true)}>
              <FileInput className="size-4" aria-hidden /> Table or DXF
            </button>
          </>
        )}
      </div>
      <p
        role={sentence === undefined ? undefined : 'alert'}
        className={`min-h-5 text-[13px] ${sentence === undefined ? 'text-soft' : 'text-red'}`}
      >
        {' '}
        {sentence ?? (read && !read.ok ? read.sentence : '')}
      </p>
      <ImportHoles
        part={part}
        up={up}
        open={importing}
        onOpenChange={setImporting}
        onAdd={(next, added) => {
          setImporting(false)
          onAdd(next, added)
        }}
      />
    </div>
  )
}
