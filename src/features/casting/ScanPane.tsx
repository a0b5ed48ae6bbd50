'use client'

import * as Comlink from 'comlink'
import { useRef, useState } from 'react'
import { point } from '@/core/ground/geometry'
import { type Casting, type ScanPair, type ThinnedScan } from '@/core/work/casting'
import { type Part } from '@/core/work/part'
import { Choice } from '@/ui/fields'
import { fits } from '@/workers/client'

const MOST_BYTES = 300_000_000
const TIMES = { mm: 1, inch: 25.4, m: 1000 } as const
type Unit = keyof typeof TIMES

/** Points out of a scan: a stand of its own, thinned to what the fit needs; laid by pairs where it lies anyhow. */
export function ScanPane({
  edit,
  part,
}: {
  readonly part: Part
  readonly edit: (change: (casting: Casting) => Casting) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  const [unit, setUnit] = useState<Unit>('mm')
  const [pairs, setPairs] = useState('')
  const [share, setShare] = useState<number>()
  const [words, setWords] = useState<string>()
  const take = async (file: File): Promise<void> => {
    setWords(undefined)
    if (file.size > MOST_BYTES)
      return setWords(`▲ The scan has ${Math.round(file.size / 1e6)} MB; at most 300 MB are read.`)
    const read = pairsOf(pairs)
    if (typeof read === 'string') return setWords(`▲ ${read}`)
    setShare(0)
    const bytes = await file.arrayBuffer()
    const made = await fits().scan(
      part,
      Comlink.transfer({ name: file.name, bytes, times: TIMES[unit] }, [bytes]),
      read,
      Comlink.proxy(setShare),
    )
    setShare(undefined)
    if (!made.ok) return setWords(`▲ ${made.issues[0].sentence}`)
    edit((casting) => withScan(casting, file.name, made.value))
    setWords(
      `${made.value.points.length} points kept of ${made.value.taken} over the part; ${made.value.strayed} lie over none of its faces.`,
    )
  }
  return (
    <details className="sheet p-3 text-[14px]">
      <summary className="cursor-pointer font-bold">From a scan</summary>
      <p className="my-1.5 text-soft">
        STL, or a point cloud as text (X Y Z to a line). Where it lies anyhow, give three places of
        the scan and the same of the part: six figures to a line.
      </p>
      <div className="grid grid-cols-2 gap-x-3">
        <Choice
          label="Its unit"
          value={unit}
          options={[
            { value: 'mm', label: 'millimetres' },
            { value: 'inch', label: 'inches' },
            { value: 'm', label: 'metres' },
          ]}
          onChange={setUnit}
        />
      </div>
      <label className="block text-[13px] text-soft" htmlFor="scan-pairs">
        Pairs, scan X Y Z then part X Y Z
      </label>
      <textarea
        id="scan-pairs"
        className="field figures h-16"
        value={pairs}
        onChange={(event) => setPairs(event.target.value)}
      />
      <button
        type="button"
        className="button mt-1.5"
        disabled={share !== undefined}
        onClick={() => input.current?.click()}
      >
        Choose a scan …
      </button>
      <input
        ref={input}
        type="file"
        accept=".stl,.xyz,.txt,.csv,.asc,.pts"
        className="sr-only"
        tabIndex={-1}
        aria-label="File with a scan"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file) void take(file)
        }}
      />
      {share !== undefined && (
        <progress className="mt-2 h-2 w-full accent-blue" max={1} value={share} />
      )}
      {words && (
        <p className="mt-1.5" aria-live="polite">
          {words}
        </p>
      )}
    </details>
  )
}

/** Six figures to a line; or what is wrong with one. */
function pairsOf(text: string): readonly ScanPair[] | string {
  const found: ScanPair[] = []
  for (const line of text.split(/\r?\n/)) {
    if (line.trim() === '') continue
    const figures = line
      .trim()
      .split(/[\s,;]+/)
      .map(Number)
    const [a, b, c, d, e, f] = figures
    if (figures.length !== 6 || !figures.every(Number.isFinite))
      return `“${line.trim()}” is no pair: it takes six figures.`
    found.push({
      scan: point(a ?? 0, b ?? 0, c ?? 0),
      part: point(d ?? 0, e ?? 0, f ?? 0),
    })
  }
  return found
}

/** The scan as a stand of its own in the axes of the first: it takes the place of an earlier one. */
function withScan(casting: Casting, name: string, { points }: ThinnedScan): Casting {
  const [first, ...others] = casting.stands
  if (!first) return casting
  const kept = first.points.filter(({ id }) => !id.startsWith('s-'))
  const scanned = points.map((one, i) => ({ ...one, id: `s-${i + 1}` }))
  return {
    ...casting,
    note: casting.note === '' ? `scan ${name}`.slice(0, 500) : casting.note,
    stands: [{ ...first, points: [...kept, ...scanned].slice(0, 2000) }, ...others],
  }
}
