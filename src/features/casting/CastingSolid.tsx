'use client'

import { useMemo } from 'react'
import { invertMotion } from '@/core/ground/geometry'
import { asDrawn } from '@/core/paper/picture'
import { type CastingFit, partCut } from '@/core/work/casting'
import { type Part, refLabel } from '@/core/work/part'
import { boughtSolid } from '@/core/work/stock'
import { type StageBody } from '@/ui/solid/scene'
import SolidStage from '@/ui/solid/SolidStage'
import { useRecipes, useSolid } from '@/ui/solid/useSolid'

/** The finished part, and the casting about it to be seen through. */
export default function CastingSolid({
  fit,
  part,
}: {
  readonly part: Part
  readonly fit: CastingFit
}) {
  const { mesh } = useSolid(part)
  const recipes = useMemo(
    () => [
      {
        kind: 'moved' as const,
        by: asDrawn(invertMotion(fit.fit.motion)),
        of: boughtSolid(partCut(part, fit.cuts)),
      },
    ],
    [fit, part],
  )
  const cast = useRecipes(recipes)
  const bodies = useMemo(
    (): readonly StageBody[] => [
      ...(mesh ? [{ mesh, skin: mesh, tone: 'part' as const }] : []),
      ...cast.map((of) => ({ mesh: of, tone: 'ghost' as const })),
    ],
    [cast, mesh],
  )
  const tight = useMemo(
    () => new Set(fit.surfaces.filter(({ outcome }) => outcome !== 'good').map(({ id }) => id)),
    [fit],
  )
  return (
    <SolidStage
      label="The part in the casting"
      bodies={bodies}
      lit={tight}
      nameOf={(ref) => refLabel(part, ref)}
    />
  )
}
