'use client'

import { useEffect, useState } from 'react'
import { type Frame } from '@/core/ground/geometry'
import { type Recipe } from '@/core/ground/recipe'
import { type Part } from '@/core/work/part'
import { type PartState } from '@/core/work/stock'
import { type PicturedMesh, type SkinnedMesh, solids } from '@/workers/client'

export interface MadeSolid {
  readonly mesh?: SkinnedMesh
  readonly sentence?: string
}

/** The part as a solid, finished or as it is in a state; made off the page's thread. The one before stays until it is there. */
export function useSolid(part: Part, state?: PartState): MadeSolid {
  const [made, setMade] = useState<MadeSolid>({})
  useEffect(() => {
    let current = true
    const asked = state ? solids().left(part, state) : solids().solid(part)
    void asked.then(
      (mesh) => current && setMade({ mesh }),
      () =>
        current &&
        setMade({
          sentence: 'The solid could not be made; the drawn views are right all the same.',
        }),
    )
    return () => {
      current = false
    }
  }, [part, state])
  return made
}

/** Any solids by their recipes, in their order; those that could not be made are left out. */
export function useRecipes(recipes: readonly Recipe<Frame>[]): readonly PicturedMesh[] {
  const [meshes, setMeshes] = useState<readonly PicturedMesh[]>([])
  const key = JSON.stringify(recipes)
  useEffect(() => {
    let current = true
    const wanted = JSON.parse(key) as readonly Recipe<Frame>[]
    void Promise.allSettled(wanted.map((recipe) => solids().recipe(recipe))).then(
      (all) =>
        current && setMeshes(all.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []))),
    )
    return () => {
      current = false
    }
  }, [key])
  return meshes
}
