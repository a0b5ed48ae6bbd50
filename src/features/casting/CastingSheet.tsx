'use client'

import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { applyMotion, invertMotion } from '@/core/ground/geometry'
import { castingLooking, type CastingFrom, castingPicture } from '@/core/paper/picture'
import { benchStand, type Casting, type CastingFit, handMoves, partCut } from '@/core/work/casting'
import { directionOf, type Part, partSurfaces } from '@/core/work/part'
import { SceneSvg } from '@/ui/SceneSvg'
import { useSize } from '@/ui/useSize'
import { useCastingLooks } from './useFit'
import { figure, OUTCOME, pressed } from './words'

const CastingSolid = dynamic(() => import('./CastingSolid'), {
  ssr: false,
  loading: () => <p className="p-4 text-soft">Making the solid …</p>,
})

const FROM: Readonly<Record<CastingFrom | 'solid', string>> = {
  front: 'front',
  end: 'end',
  above: 'above',
  solid: 'solid',
}

/** The casting with the part in it, metal left at each point, on its jacks. */
export function CastingSheet({
  casting,
  fit,
  from,
  onFrom,
  part,
}: {
  readonly part: Part
  readonly casting: Casting
  readonly fit: CastingFit | undefined
  readonly from: CastingFrom
  readonly onFrom: (from: CastingFrom) => void
}) {
  const [isSolid, setSolid] = useState(false)
  const isShown = (one: CastingFrom | 'solid'): boolean =>
    one === 'solid' ? isSolid : !isSolid && one === from
  const moves = fit ? handMoves(fit.points, fit.fit.motion) : []
  return (
    <section aria-label="Casting" className="sheet flex min-h-[560px] flex-col p-3 max-sm:min-h-0">
      <div className="flex flex-wrap items-baseline gap-x-2.5">
        <h1 className="text-[18px] font-bold">{casting.name}</h1>
        <span className="text-[13px] text-soft">
          stippled: as cast · line: the part · figures: metal left
        </span>
        <div role="group" aria-label="From where" className="no-print ml-auto flex gap-1">
          {(Object.keys(FROM) as (CastingFrom | 'solid')[]).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={isShown(one)}
              className={`button ${pressed(isShown(one))}`}
              onClick={() => {
                setSolid(one === 'solid')
                if (one !== 'solid') onFrom(one)
              }}
            >
              {FROM[one]}
            </button>
          ))}
        </div>
      </div>
      {moves.length > 0 && (
        <p className="text-[16px] text-blue">
          set the casting:{' '}
          {moves.map(({ mm, words }) => `${words} ${figure(mm, part.unit)}`).join(', ')}
        </p>
      )}
      <div className="relative min-h-[420px] grow max-sm:min-h-[260px]">
        {fit && isSolid && <CastingSolid part={part} fit={fit} />}
        {fit && !isSolid && <Picture part={part} casting={casting} fit={fit} from={from} />}
      </div>
    </section>
  )
}

function Picture({
  casting,
  fit,
  from,
  part,
}: {
  readonly part: Part
  readonly casting: Casting
  readonly fit: CastingFit
  readonly from: CastingFrom
}) {
  const [host, size] = useSize<HTMLDivElement>({ width: 840, height: 480 })
  const { down } = casting.bench
  const drawn = useMemo(() => partCut(part, fit.cuts), [fit.cuts, part])
  const looks = useCastingLooks(drawn, fit, down, from)
  const scene = useMemo(() => {
    if (!looks) return undefined
    const looking = castingLooking(down, from)
    const stand = benchStand(part, casting, fit.points, fit.fit.motion)
    const toPart = invertMotion(fit.fit.motion)
    const surfaces = partSurfaces(part)
    const { unit } = part
    const outcomes = new Map(fit.surfaces.map((row) => [row.id, row]))
    const marks = fit.fit.slacks
      .flatMap(({ outsideMm, point, slackMm, surface }) => {
        const one = fit.points[point]
        const on = surfaces.get(surface)
        if (!one || !on) return []
        // Only what is looked at edge on can be seen to have metal left on it.
        const way = directionOf(on)
        const away = looking.axes[1]
        const along = Math.abs(way.x * away.x + way.y * away.y + way.z * away.z)
        if (on.kind === 'plane' ? along > 0.5 : along < 0.5) return []
        const row = outcomes.get(surface)
        const isTight = point === fit.fit.tightest
        const tone =
          row?.kind === 'cast' ? ('soft' as const) : OUTCOME[stateOf(outsideMm, slackMm)].tone
        return [
          {
            id: one.id,
            at: applyMotion(toPart, one.at),
            text: figure(outsideMm, unit),
            tone: isTight && slackMm < 0 ? ('red' as const) : tone,
            ref: surface,
            slackMm,
          },
        ]
      })
      .sort((a, b) => a.slackMm - b.slackMm)
    return castingPicture({
      ...looks,
      looking,
      marks,
      width: size.width,
      height: size.height,
      plate:
        from === 'above'
          ? undefined
          : {
              floor: surfaceMiddle(part, down),
              floorMm: stand.floorMm,
              jacks: stand.jacks.map(({ at, heightMm, id }) => ({
                at,
                text: `${id} ${figure(heightMm, unit)}`,
              })),
              scribes: stand.scribes.map(({ heightMm }) => ({
                heightMm,
                text: figure(heightMm, unit),
              })),
            },
    })
  }, [casting, down, fit, from, looks, part, size])
  return (
    <div ref={host} className="absolute inset-0">
      {scene ? (
        <SceneSvg scene={scene} title={`${casting.name}, seen from the ${from}`} />
      ) : (
        <p className="p-4 text-soft">Drawing …</p>
      )}
    </div>
  )
}

const surfaceMiddle = (part: Part, side: Casting['bench']['down']) => {
  const surface = partSurfaces(part).get(side)
  return surface?.kind === 'plane' ? surface.at : { x: 0, y: 0, z: 0 }
}

const stateOf = (outsideMm: number, slackMm: number) =>
  outsideMm < 0 ? 'short' : slackMm < 0 ? 'skin' : slackMm < 0.3 ? 'near' : 'good'
