'use client'

import { useEffect, useMemo, useState } from 'react'
import { type Axis } from '@/core/ground/geometry'
import { box } from '@/core/ground/recipe'
import { lengthWords } from '@/core/handbook/units'
import {
  betweenSurfaces,
  directionOf,
  type Part,
  partSurfaces,
  refLabel,
  type Surface,
} from '@/core/work/part'
import { blockNow, stateAsBought } from '@/core/work/stock'
import { type Section, type StageBody } from '@/ui/solid/scene'
import SolidStage from '@/ui/solid/SolidStage'
import { type SkinnedMesh, solids } from '@/workers/client'

interface SolidViewProps {
  readonly part: Part
  readonly chosen: string | undefined
  readonly lit: ReadonlySet<string>
  readonly onPick: (ref: string) => void
  readonly onPoint: (ref: string | undefined) => void
}

type Cut = 'none' | 'face' | Axis

const CUTS: Readonly<Record<Cut, string>> = {
  none: 'whole',
  x: 'cut across X',
  y: 'cut across Y',
  z: 'cut across Z',
  face: 'cut along the face picked last',
}

/** What a name of the solid is called. */
const nameOf = (part: Part, ref: string): string => {
  const rest = /^rest-(\d+)$/.exec(ref)?.[1]
  if (rest === undefined) return refLabel(part, ref)
  const { kind, sizeMm } = part.model?.rest[Number(rest) - 1] ?? { kind: 'free', sizeMm: undefined }
  return `not recognised: ${kind}${sizeMm === undefined ? '' : ` ${lengthWords(sizeMm, part.unit)}`}`
}

/** The finished part as a solid: faces are picked in it, it is cut open, two picks are measured. */
export default function SolidView({ chosen, lit, onPick, onPoint, part }: SolidViewProps) {
  const { mesh, sentence } = useSolid(part)
  const [cut, setCut] = useState<Cut>('none')
  const [level, setLevel] = useState(50)
  const [hasStock, setStock] = useState(false)
  const [picks, setPicks] = useState<readonly string[]>([])
  const surfaces = useMemo(() => partSurfaces(part), [part])
  const stock = useStock(part, hasStock)
  const bodies = useMemo(
    (): readonly StageBody[] => [
      ...(mesh ? [{ mesh, skin: mesh, tone: 'part' as const }] : []),
      ...(stock ? [{ mesh: stock, tone: 'ghost' as const }] : []),
    ],
    [mesh, stock],
  )
  const last = picks[picks.length - 1]
  const section = useMemo(
    () => sectionOf(part, cut, level, last === undefined ? undefined : surfaces.get(last)),
    [cut, last, level, part, surfaces],
  )
  const pick = (ref: string): void => {
    setPicks((before) => [...before.filter((one) => one !== ref).slice(-1), ref])
    onPick(ref)
  }
  return (
    <div className="absolute inset-0 flex flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-2 text-[14px]">
        <select
          aria-label="Pick a face"
          className="field max-w-48"
          value=""
          onChange={(event) => pick(event.target.value)}
        >
          <option value="">Pick a face …</option>
          {(mesh?.refs ?? []).map((ref) => (
            <option key={ref} value={ref}>
              {nameOf(part, ref)}
            </option>
          ))}
        </select>
        <select
          aria-label="Cut open"
          className="field"
          value={cut}
          onChange={(event) => setCut(event.target.value as Cut)}
        >
          {(Object.keys(CUTS) as Cut[]).map((one) => (
            <option key={one} value={one} disabled={one === 'face' && last === undefined}>
              {CUTS[one]}
            </option>
          ))}
        </select>
        {cut !== 'none' && (
          <input
            type="range"
            aria-label="Where it is cut open"
            min={0}
            max={100}
            step={0.5}
            value={level}
            onChange={(event) => setLevel(Number(event.target.value))}
          />
        )}
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={hasStock}
            onChange={(event) => setStock(event.target.checked)}
          />
          stock
        </label>
        <span className="figures ml-auto text-[13px]" aria-live="polite">
          {measured(part, surfaces, picks)}
        </span>
      </div>
      <div className="relative min-h-0 grow">
        {sentence ? (
          <p role="alert" className="p-4">
            {sentence}
          </p>
        ) : (
          <SolidStage
            label="Solid of the finished part"
            bodies={bodies}
            lit={lit}
            chosen={chosen}
            section={section}
            nameOf={(ref) => nameOf(part, ref)}
            onPick={pick}
            onPoint={onPoint}
          />
        )}
      </div>
    </div>
  )
}

function useSolid(part: Part): { readonly mesh?: SkinnedMesh; readonly sentence?: string } {
  const [made, setMade] = useState<{ mesh?: SkinnedMesh; sentence?: string }>({})
  useEffect(() => {
    let current = true
    void solids()
      .solid(part)
      .then(
        (mesh) => current && setMade({ mesh }),
        () =>
          current &&
          setMade({
            sentence: 'The solid could not be made; the three views are right all the same.',
          }),
      )
    return () => {
      current = false
    }
  }, [part])
  return made
}

/** The block as bought, when it is wanted. */
function useStock(part: Part, isWanted: boolean): StageBody['mesh'] | undefined {
  const [mesh, setMesh] = useState<StageBody['mesh']>()
  useEffect(() => {
    if (!isWanted) return setMesh(undefined)
    let current = true
    const { high, low } = blockNow(part, stateAsBought(part))
    void solids()
      .recipe(box(low, high))
      .then((made) => current && setMesh(made))
    return () => {
      current = false
    }
  }, [isWanted, part])
  return mesh
}

function sectionOf(
  part: Part,
  cut: Cut,
  level: number,
  face: Surface | undefined,
): Section | undefined {
  if (cut === 'none') return undefined
  if (cut === 'face') {
    if (!face) return undefined
    const out = directionOf(face)
    const at = face.kind === 'plane' ? face.at : face.from
    const deep = ((50 - level) / 50) * Math.hypot(part.size.x.mm, part.size.y.mm, part.size.z.mm)
    return {
      out,
      at: { x: at.x + out.x * deep, y: at.y + out.y * deep, z: at.z + out.z * deep },
    }
  }
  const zero = { x: 0, y: 0, z: 0 }
  const sign = cut === 'y' ? -1 : 1
  const share = sign > 0 ? level / 100 : 1 - level / 100
  return {
    out: { ...zero, [cut]: sign },
    at: { ...zero, [cut]: share * part.size[cut].mm },
  }
}

/** How the last two picks lie to each other. */
function measured(
  part: Part,
  surfaces: ReadonlyMap<string, Surface>,
  picks: readonly string[],
): string {
  const [a, b] = picks.map((ref) => surfaces.get(ref))
  if (!a || !b) return picks.length === 1 ? 'pick another to measure' : ''
  const between = betweenSurfaces(a, b)
  return between.kind === 'angle'
    ? `${Number(((between.rad * 180) / Math.PI).toFixed(4))}° between them`
    : `${lengthWords(between.mm, part.unit)} apart${between.isSquare ? ', square to each other' : ''}`
}
