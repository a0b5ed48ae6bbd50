import { type FitSurface } from '../../chain/fitting'
import { scale } from '../../ground/geometry'
import { leaningSide } from '../stock'
import {
  boughtOf,
  type CastingSpec,
  directionOf,
  isSide,
  levelOf,
  type Part,
  partSurfaces,
  refLabel,
  type Surface,
} from '../part'

/** How deep the skin is, by how it was cast: above that a tool only rubs, mm (common practice, no source). */
export const SKIN_MM: Readonly<Record<CastingSpec['process'], number>> = {
  sand: 0.8,
  shell: 0.5,
  investment: 0.3,
  mould: 0.4,
  die: 0.2,
  forged: 0.5,
}

export const skinMm = ({ casting }: Part): number =>
  casting ? (casting.skin?.mm ?? SKIN_MM[casting.process]) : 0

/** The id under which the far side of a wall is fitted. */
const wallId = (id: string): string => `wall:${id}`

/** What is to be fitted: every surface that comes with the casting, and its walls. */
export function fitSurfacesOf(part: Part): readonly FitSurface[] {
  const surfaces = partSurfaces(part)
  const skin = skinMm(part)
  const own = [...surfaces.values()].flatMap((surface): FitSurface[] => {
    const bought = boughtOf(part, surface.id)
    if (!bought || bought.bought === 'cut') return []
    const { spread, stock, toCut } = bought
    const weight = part.casting?.prefer?.[surface.id]
    return [
      shaped(part, surface, {
        id: surface.id,
        weight,
        ...(toCut
          ? { kind: 'cut', leastMm: skin, aimMm: stock.mm }
          : { kind: 'cast', leastMm: -spread.mm, mostMm: spread.mm, aimMm: 0 }),
      }),
    ]
  })
  const walls = (part.casting?.walls ?? []).flatMap(({ id, least, of }): FitSurface[] => {
    const surface = surfaces.get(of)
    if (!surface) return []
    const wall = shaped(part, surface, { id: wallId(id), kind: 'wall', leastMm: least.mm })
    // Its metal lies on the inner side of the cut surface.
    return [
      wall.shape === 'plane'
        ? { ...wall, normal: scale(wall.normal, -1) }
        : { ...wall, isInside: !wall.isInside },
    ]
  })
  return [...own, ...walls]
}

/** The walls of which a surface is the cast side. */
export const wallsTo = (part: Part, surface: string): readonly string[] =>
  (part.casting?.walls ?? []).flatMap(({ id, to }) => (to === surface ? [wallId(id)] : []))

type Common = Pick<FitSurface, 'id' | 'kind' | 'leastMm' | 'mostMm' | 'aimMm' | 'weight'>

function shaped(part: Part, surface: Surface, common: Common): FitSurface {
  if (surface.kind === 'plane') {
    // What stays as cast leans as it was cast; what is cut does not.
    const leans =
      common.kind === 'cast' && isSide(surface.id)
        ? leaningSide(part, surface.id, levelOf(part, surface.id))
        : undefined
    return { ...common, shape: 'plane', at: surface.at, normal: surface.normal, ...leans }
  }
  return {
    ...common,
    shape: 'round',
    at: surface.from,
    axis: directionOf(surface),
    radiusMm: surface.diameterMm / 2,
    isInside: isBore(part, surface),
  }
}

/** Whether the metal of a round lies outside of it. */
export function isBore({ features }: Part, { owner }: Surface): boolean {
  const feature = features.find(({ id }) => id === owner)
  return feature?.kind === 'hole' || (feature?.kind === 'contour' && feature.takes === 'inside')
}

/** What a surface of a fit is called. */
export function fitLabel(part: Part, id: string): string {
  const wall = (part.casting?.walls ?? []).find((one) => wallId(one.id) === id)
  if (!wall) return isSide(id) || partSurfaces(part).has(id) ? refLabel(part, id) : id
  return `wall from ${refLabel(part, wall.of)} to ${refLabel(part, wall.to)}`
}
