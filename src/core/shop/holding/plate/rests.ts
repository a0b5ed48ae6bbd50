import { polygonArea, polygonHull } from 'd3-polygon'
import { applyMotion, type PlanePoint, point } from '../../../ground/geometry'
import { gapToRings } from '../../../ground/outline'
import { normalOf } from '../../../work/part'
import { hasMetal } from '../../../work/stock'
import { holesAlong } from '../locators'
import { cutOutline } from '../outline'
import { toSetup } from '../work'
import { type OnPlate } from './layout'

/** Pads lie so far inside a block, as part of its size. */
const INSET = 0.12
/** Half of a pad, or of a rest button in its place (common practice, no source), mm. */
export const PAD_MM = 7
/** It keeps so far from edges and holes, mm. */
const CLEAR_MM = 1
/** Places that are looked at along the longer side. */
const ACROSS = 24

type Three = readonly [PlanePoint, PlanePoint, PlanePoint]

/**
 * Where the three pads stand, in the setup: near the corners of a block; under an outline that is cut, the three
 * places with metal over all of the pad that span the most.
 */
export function padPlaces(own: OnPlate): Three {
  const { high, low } = own
  const at = (u: number, v: number): PlanePoint => ({
    x: low.x + u * (high.x - low.x),
    y: low.y + v * (high.y - low.y),
  })
  return underOutline(own) ?? [at(INSET, 1 - INSET), at(1 - INSET, 1 - INSET), at(0.5, INSET)]
}

function underOutline(own: OnPlate): Three | undefined {
  const outline = cutOutline(own)
  const underside = own.work.surfaces.get(own.faceAt.down)
  if (!outline || underside?.kind !== 'plane') return undefined
  const { high, low, partFromSetup, work } = own
  const holes = holesAlong(work.surfaces, normalOf(work.up)).map(({ diameterMm, from }) => ({
    at: toSetup(own, from),
    radiusMm: diameterMm / 2,
  }))
  const isGood = ({ x, y }: PlanePoint): boolean => {
    const inBox = { x: x - low.x, y: y - low.y }
    return (
      // Outside of it the gap counts positive.
      gapToRings([outline], inBox) <= -(PAD_MM + CLEAR_MM) &&
      holes.every(
        (hole) => Math.hypot(x - hole.at.x, y - hole.at.y) >= hole.radiusMm + PAD_MM + CLEAR_MM,
      ) &&
      hasMetal(work.part, work.before, underside, applyMotion(partFromSetup, point(x, y, low.z)))
    )
  }
  const step = Math.max(high.x - low.x, high.y - low.y) / ACROSS
  const along = (from: number, to: number): readonly number[] =>
    Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)
  const good = along(low.x, high.x).flatMap((x) =>
    along(low.y, high.y).flatMap((y): [number, number][] => (isGood({ x, y }) ? [[x, y]] : [])),
  )
  return widest(polygonHull(good) ?? [])
}

/** The three of the corners that span the most. */
function widest(corners: readonly (readonly [number, number])[]): Three | undefined {
  let most = 0
  let found: Three | undefined
  corners.forEach((a, i) =>
    corners.slice(i + 1).forEach((b, j) =>
      corners.slice(i + j + 2).forEach((c) => {
        const area = Math.abs(polygonArea([[...a], [...b], [...c]]))
        if (area <= most) return
        most = area
        found = [placeOf(a), placeOf(b), placeOf(c)]
      }),
    ),
  )
  return found
}

const placeOf = ([x, y]: readonly [number, number]): PlanePoint => ({
  x: Math.round(x * 10) / 10,
  y: Math.round(y * 10) / 10,
})
