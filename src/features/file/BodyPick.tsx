'use client'

import dynamic from 'next/dynamic'
import { useEffect, useMemo, useState } from 'react'
import { printLength } from '@/core/handbook/units'
import { type StageBody } from '@/ui/solid/scene'
import { type PickedMesh, solids } from '@/workers/client'
import { type BroughtIn } from '@/ui/bringing/types'

const SolidStage = dynamic(() => import('@/ui/solid/SolidStage'), { ssr: false })

/** The bodies of a file in one picture: the one that is to be the part is picked in it or in the list. */
export function BodyPick({
  file,
  isBusy,
  onPick,
}: {
  readonly file: BroughtIn
  readonly isBusy: boolean
  readonly onPick: (body: number) => void
}) {
  const [chosen, setChosen] = useState<number>()
  const [lit, setLit] = useState<string>()
  const meshes = useFacets(file)
  const bodies = useMemo(
    (): readonly StageBody[] =>
      meshes.map((mesh, i) => ({
        mesh,
        skin: {
          refs: [`body-${i}`],
          refOf: new Uint8Array(mesh.triangles.length / 3),
          boxes: mesh.boxes,
        },
        tone: 'part',
      })),
    [meshes],
  )
  const litSet = useMemo(() => new Set(lit === undefined ? [] : [lit]), [lit])
  const bodyOf = (ref: string): number => Number(ref.slice('body-'.length))
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_340px]">
      <section aria-label="Bodies" className="sheet relative h-[calc(100vh-190px)] min-h-80">
        <SolidStage
          label="The bodies of the file"
          bodies={bodies}
          lit={litSet}
          chosen={chosen === undefined ? undefined : `body-${chosen}`}
          nameOf={(ref) => `Body ${bodyOf(ref) + 1}`}
          onPick={(ref) => setChosen(bodyOf(ref))}
          onPoint={setLit}
        />
      </section>
      <section
        aria-label="Which body"
        className="sheet flex max-h-[calc(100vh-190px)] flex-col p-3"
      >
        <h2 className="mb-2 text-[16px] font-bold">Which one is the part?</h2>
        <ul className="min-h-0 grow overflow-auto">
          {file.bodies.map(({ report: { boundingBox, index } }) => (
            <li key={index}>
              <button
                type="button"
                aria-pressed={chosen === index}
                className={`block w-full cursor-pointer rounded-md px-2 py-1.5 text-left ${chosen === index ? 'bg-tint' : 'hover:bg-wash'}`}
                onClick={() => setChosen(index)}
                onPointerEnter={() => setLit(`body-${index}`)}
                onPointerLeave={() => setLit(undefined)}
              >
                <strong>Body {index + 1}</strong>{' '}
                <span className="figures text-[13px] text-soft">
                  {boundingBox.high
                    .map((high, k) => printLength(high - (boundingBox.low[k] ?? 0), 'mm'))
                    .join(' × ')}
                </span>
              </button>
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="button main mt-3"
          disabled={chosen === undefined || isBusy}
          onClick={() => chosen !== undefined && onPick(chosen)}
        >
          {isBusy ? 'Recognising …' : 'This one is the part'}
        </button>
      </section>
    </div>
  )
}

function useFacets(file: BroughtIn): readonly PickedMesh[] {
  const [meshes, setMeshes] = useState<readonly PickedMesh[]>([])
  useEffect(() => {
    let current = true
    void Promise.all(file.bodies.map((_, body) => solids().body(file.digest, body))).then(
      (all) => current && setMeshes(all.filter((mesh) => mesh !== undefined)),
    )
    return () => {
      current = false
    }
  }, [file])
  return meshes
}
