import { add, scale } from '../../ground/geometry'
import { gapToRings, offsetRing, type Ring } from '../../ground/outline'
import { contourPlane } from './contour'
import { type Bought, type Contour, type Feature, type Part } from './schema'
import { isSide } from './side'

/**
 * How a surface comes with the stock, or a feature as a whole, to be cut where any of it is; undefined where it is not
 * in the stock.
 */
export function boughtOf(part: Part, ref: string): Bought | undefined {
  if (isSide(ref)) return part.faces[ref]
  const feature = part.features.find(({ id }) => ref === id || ref.startsWith(`${id}.`))
  if (!feature?.bought) return undefined
  const { walls, ...floor } = feature.bought
  if (!walls) return floor
  if (ref === feature.id) return { ...floor, toCut: floor.toCut || walls.toCut }
  return ref === `${feature.id}.floor` ? floor : { ...floor, ...walls }
}

/** Whether a feature has a floor and walls, which may come otherwise from each other. */
export const hasWalls = ({ kind }: Pick<Feature, 'kind'>): boolean =>
  kind === 'step' || kind === 'slot' || kind === 'pocket' || kind === 'contour'

/** Whether cutting what it belongs to leaves a surface as it came. */
export const staysAsBought = (part: Part, surface: string): boolean =>
  !isSide(surface) && boughtOf(part, surface)?.toCut === false

/** Whether somebody has to cut it: not what comes as it stays. */
export const isToCut = ({ bought }: Feature): boolean =>
  bought ? bought.toCut || bought.walls?.toCut === true : true

/**
 * A feature as it is in the stock: smaller by what is left on its faces.
 *
 * @returns nothing where it is not in the stock, or so much is left on it that nothing of it is there.
 */
export function asBought(feature: Feature): Feature | undefined {
  const { bought } = feature
  if (!bought) return undefined
  const [left, onWalls] = [bought.stock.mm, (bought.walls ?? bought).stock.mm]
  if (left === 0 && onWalls === 0) return feature
  if (!known.has(feature)) known.set(feature, withStock(feature, left, onWalls))
  return known.get(feature)
}

const known = new WeakMap<Feature, Feature | undefined>()

function withStock(feature: Feature, left: number, onWalls: number): Feature | undefined {
  const less = (length: { mm: number }, by: number): { mm: number } => ({ mm: length.mm - by })
  switch (feature.kind) {
    case 'hole': {
      // A core leaves neither head nor thread.
      const { extent, fit: _fit, thread: _thread, ...hole } = feature
      const made: Feature = {
        ...hole,
        making: 'drill',
        head: { kind: 'none' },
        diameter: less(feature.diameter, 2 * onWalls),
        extent: extent.kind === 'deep' ? { kind: 'deep', depth: less(extent.depth, left) } : extent,
      }
      return isLeft(made.diameter.mm, deepOf(made)) ? made : undefined
    }
    case 'step':
    case 'slot': {
      const sides = feature.kind === 'slot' ? 2 : 1
      const made = {
        ...feature,
        width: less(feature.width, sides * onWalls),
        depth: less(feature.depth, left),
      }
      return isLeft(made.width.mm, made.depth.mm) ? made : undefined
    }
    case 'pocket': {
      const { extent } = feature
      const made: Feature = {
        ...feature,
        across: less(feature.across, 2 * onWalls),
        up: less(feature.up, 2 * onWalls),
        extent: extent.kind === 'deep' ? { kind: 'deep', depth: less(extent.depth, left) } : extent,
        corner:
          feature.corner && feature.corner.mm > onWalls ? less(feature.corner, onWalls) : undefined,
      }
      return isLeft(made.across.mm, made.up.mm, deepOf(made)) ? made : undefined
    }
    case 'boss': {
      const height = less(feature.height, left)
      const diameter = { mm: feature.diameter.mm + 2 * onWalls }
      return isLeft(height.mm) ? { ...feature, height, diameter } : undefined
    }
    case 'contour':
      return contourAsBought(feature, left, onWalls)
    case 'chamfer':
    case 'rounding':
      return undefined
  }
}

const isLeft = (...figures: readonly number[]): boolean => figures.every((mm) => mm > 1e-6)

const deepOf = (feature: Feature): number =>
  'extent' in feature && feature.extent.kind === 'deep' ? feature.extent.depth.mm : Infinity

/** An outline with so much left on its walls, and on its floor. */
function contourAsBought(contour: Contour, left: number, onWalls: number): Contour | undefined {
  const rings = contour.rings.map((ring, i) => {
    const within = contour.rings.filter((other, k) => k !== i && isWithinRing(ring, other)).length
    // Metal stands outside of an opening, and inside of an island and of what is cut all round.
    const isOpening = (within % 2 === 0) === (contour.takes === 'inside')
    const out = isOpening ? -onWalls : onWalls
    return offsetRing(ring, (edge) => (ring[edge]?.open ? 0 : out))
  })
  if (contour.takes !== 'nothing' && rings.some((ring) => ring === undefined)) return undefined
  const plane = contourPlane(contour)
  const { x, y, z } = add(plane.at, scale(plane.out, contour.through ? 0 : left))
  const kept = rings.map((ring, i) => (ring ?? contour.rings[i]) as Contour['rings'][number])
  return {
    ...contour,
    plane: { ...contour.plane, at: { x, y, z } },
    rings: kept.map((ring, i) =>
      ring.map((corner, k) => {
        const isOpen = contour.rings[i]?.[k]?.open
        return isOpen ? { ...corner, open: true as const } : corner
      }),
    ),
  }
}

const isWithinRing = (ring: Ring, other: Ring): boolean =>
  ring.every((corner) => gapToRings([other], corner) < 1e-6)
