'use client'

import { Upload } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { type Length } from '@/core/handbook/units'
import { call } from '../api'
import { QuantityField } from '../QuantityField'
import { type BringingIn } from './useBringing'

/** Where a file is chosen or dropped; a drawing is asked how thick the part is first. */
export function FileDrop({ bringing }: { readonly bringing: BringingIn }) {
  const { bring, brought, stop } = bringing
  const input = useRef<HTMLInputElement>(null)
  const [outline, setOutline] = useState<File>()
  const [isOver, setOver] = useState(false)
  // Who stands before this is about to choose a file: what reads it starts meanwhile.
  useEffect(() => void call('/api/solids', 'PUT'), [])
  const take = (file: File | undefined): void => {
    if (!file) return
    const isDrawing = /\.dxf$/i.test(file.name)
    setOutline(isDrawing ? file : undefined)
    if (!isDrawing) void bring(file, {})
  }
  if (brought.state === 'working')
    return (
      <section className="sheet p-6" aria-label="Reading">
        <p className="mb-2 font-bold">
          {brought.name}: {brought.stage} …
        </p>
        <progress className="mb-3 h-3 w-full accent-blue" max={1} value={brought.share} />
        <button type="button" className="button" onClick={stop}>
          Stop reading
        </button>
      </section>
    )
  return (
    <>
      {brought.state === 'refused' && (
        <div role="alert" className="mb-3 rounded-lg border-l-4 border-red bg-red-wash p-3">
          {brought.sentences.map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </div>
      )}
      <section
        aria-label="Choose a file"
        className={`sheet border-2! border-dashed! p-8 text-center ${isOver ? 'border-blue! bg-tint' : ''}`}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault()
          setOver(false)
          take(event.dataTransfer.files[0])
        }}
      >
        <p className="mb-1 text-[18px] font-bold">Put a file here</p>
        <p className="mb-4 text-soft">
          STEP (.step, .stp) for exact faces · STL for facets · DXF for an outline with a thickness
        </p>
        <button type="button" className="button main" onClick={() => input.current?.click()}>
          <Upload className="size-4" aria-hidden /> Choose a file
        </button>
        <input
          ref={input}
          type="file"
          accept=".step,.stp,.p21,.stl,.dxf"
          className="sr-only"
          tabIndex={-1}
          aria-label="File with a solid"
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            take(file)
          }}
        />
        {outline && <Thickness file={outline} bring={bring} />}
      </section>
    </>
  )
}

function Thickness({ bring, file }: { readonly file: File; readonly bring: BringingIn['bring'] }) {
  const [thick, setThick] = useState<Length>()
  return (
    <form
      className="mx-auto mt-4 flex max-w-md items-end justify-center gap-3 text-left"
      onSubmit={(event) => {
        event.preventDefault()
        if (thick && thick.mm > 0) void bring(file, { thickness: String(thick.mm) })
      }}
    >
      <div className="w-40">
        <QuantityField
          label={`How thick, or how long, is ${file.name}?`}
          value={thick}
          unit="mm"
          onChange={setThick}
        />
      </div>
      <button type="submit" className="button main mb-1">
        Read it
      </button>
    </form>
  )
}
