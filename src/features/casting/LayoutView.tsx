'use client'

import { Printer } from 'lucide-react'
import Link from 'next/link'
import { useMemo } from 'react'
import { applyMotion, invertMotion } from '@/core/ground/geometry'
import { castingLooking, castingPicture } from '@/core/paper/picture'
import {
  type BenchStand,
  type Casting,
  type CastingFit,
  handMoves,
  layoutStands,
} from '@/core/work/casting'
import { type Part, partSurfaces } from '@/core/work/part'
import { SceneSvg } from '@/ui/SceneSvg'
import { barJob, TopBar } from '@/ui/TopBar'
import { StandTables } from './BenchPane'
import { SpotList } from './SpotsPane'
import { useCastingLooks, useFit } from './useFit'
import { figure } from './words'

/** The layout sheet of a casting as it will be printed: a page for each way it stands. */
export function LayoutView({
  casting,
  castingId,
  firstWay,
  jobId,
  part,
}: {
  readonly jobId: string
  readonly firstWay: string | undefined
  readonly part: Part
  readonly casting: Casting
  readonly castingId: string
}) {
  const fitted = useFit(part, casting)
  const fit = fitted?.ok ? fitted.value : undefined
  const stands = useMemo(
    () => (fit ? layoutStands(part, casting, fit.points, fit.fit.motion) : []),
    [casting, fit, part],
  )
  return (
    <>
      <TopBar here="casting" job={barJob(jobId, part, firstWay)} unit={part.unit} />
      <div className="no-print mx-auto flex max-w-[820px] flex-wrap items-center gap-3 px-4 pt-3">
        <Link
          className="button quiet"
          href={`/jobs/${jobId}/casting?casting=${castingId}&show=bench`}
        >
          Back to the casting
        </Link>
        <p className="mr-auto text-soft">
          {fitted && !fitted.ok
            ? fitted.issues[0].sentence
            : `${stands.length} stands, black on white.`}
        </p>
        <button type="button" className="button main" onClick={() => window.print()}>
          <Printer className="size-4" aria-hidden /> Print
        </button>
      </div>
      <main className="mx-auto max-w-[820px] px-4 py-3">
        {fit &&
          stands.map((stand, i) => (
            <Page
              key={stand.down}
              part={part}
              casting={casting}
              fit={fit}
              stand={stand}
              number={i + 1}
            />
          ))}
      </main>
    </>
  )
}

const WIDTH = 740
const HEIGHT = 330

function Page({
  casting,
  fit,
  number,
  part,
  stand,
}: {
  readonly part: Part
  readonly casting: Casting
  readonly fit: CastingFit
  readonly stand: BenchStand
  readonly number: number
}) {
  const looks = useCastingLooks(part, fit, stand.down, 'front')
  const scene = useMemo(() => {
    if (!looks) return undefined
    const toPart = invertMotion(fit.fit.motion)
    const marked = new Set(stand.readings.map(({ point }) => point))
    const down = partSurfaces(part).get(stand.down)
    return castingPicture({
      ...looks,
      looking: castingLooking(stand.down, 'front'),
      marks: fit.points
        .filter(({ id, surface }) => marked.has(id) && !surface.startsWith('wall:'))
        .map((one) => ({
          id: one.id,
          at: applyMotion(toPart, one.at),
          text: one.id,
          tone: 'blue' as const,
          ref: one.surface,
        })),
      plate: {
        floor: down?.kind === 'plane' ? down.at : { x: 0, y: 0, z: 0 },
        floorMm: stand.floorMm,
        jacks: stand.jacks.map(({ at, heightMm, id }) => ({
          at,
          text: `${id} ${figure(heightMm, part.unit)}`,
        })),
        scribes: stand.scribes.map(({ heightMm }) => ({
          heightMm,
          text: figure(heightMm, part.unit),
        })),
      },
      width: WIDTH,
      height: HEIGHT,
    })
  }, [fit, looks, part, stand])
  const moves = handMoves(fit.points, fit.fit.motion)
  return (
    <section className="sheet mb-4 break-after-page p-5" aria-label={`Stand ${number}`}>
      <h1 className="text-[20px] font-bold">
        {part.name} rev {part.revision} · {casting.name} · stand {number}
      </h1>
      <p className="mb-2">
        {part.faces[stand.down].name} down
        {number > 1
          ? ', against an angle plate, squared to the lines of the stand before'
          : stand.jacks.length > 0
            ? ' on three jacks'
            : ', flat on its cut face'}
        .
        {number === 1 && moves.length > 0 && (
          <>
            {' '}
            From how it lay:{' '}
            {moves.map(({ mm, words }) => `${words} ${figure(mm, part.unit)}`).join(', ')}.
          </>
        )}
      </p>
      {scene ? (
        <SceneSvg scene={scene} title={`Stand ${number}`} className="w-full" />
      ) : (
        <p className="text-soft">Drawing …</p>
      )}
      <StandTables part={part} stand={stand} />
      <SpotList part={part} casting={casting} />
      <p className="mt-3 text-[13px] text-soft">
        Heights over the plate, {part.unit}. Chalk the skin; punch the middles of bores on both
        sides and the corners where lines cross. Is it wedged so that it cannot rock? Measure again
        after clamping. Read by: ______________ Date: ______________
      </p>
    </section>
  )
}
