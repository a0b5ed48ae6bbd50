import { type CrossSection, type ManifoldToplevel } from 'manifold-3d'
import { type Motion } from '@/core/ground/geometry'
import { type Region, type RegionKernel } from '@/core/ground/outline'
import { type JawKernel } from '@/core/shop/making'
import { type Recipe } from '@/core/ground/recipe'
import { bringModels } from './models'
import { type Kitchen, matrixOf, withKitchen } from './mesh'

/** Sides by which a whole turn of a corner that grew round is made. */
const SIDES = 180
/** A corner that stays sharp goes out by no more than so many times what it grew by. */
const MITRE = 8
const NOTHING: [number, number][] = [
  [0, 0],
  [0, 0],
  [0, 0],
]

/** Does something with the shadows of a solid and areas of its plane. */
export async function withShadows<Value>(
  solid: Recipe<'part'>,
  place: Motion<'setup', 'part'>,
  use: (kernel: JawKernel) => Value,
): Promise<Value> {
  await bringModels(solid)
  return withKitchen((kitchen, top) => {
    const body = kitchen.keep(kitchen.cook(solid).transform(matrixOf(place)))
    return use({
      ...regionsOf(kitchen, top),
      section: (z) => plain(kitchen.keep(body.slice(z))),
      shadow: (fromZ, toZ) => {
        const above = kitchen.keep(body.trimByPlane([0, 0, 1], fromZ))
        const between = kitchen.keep(above.trimByPlane([0, 0, -1], -toZ))
        return plain(kitchen.keep(between.project()))
      },
    })
  })
}

const plain = (section: CrossSection): Region =>
  section.toPolygons().map((loop) => loop.map(([x, y]) => ({ x, y })))

function regionsOf(kitchen: Kitchen, top: ManifoldToplevel): RegionKernel {
  const take = (region: Region): CrossSection => {
    const loops = region.map((loop) => loop.map(({ x, y }): [number, number] => [x, y]))
    // The kernel takes no list of nothing: an area of nothing is a loop without area.
    return kitchen.keep(new top.CrossSection(loops.length > 0 ? loops : [NOTHING], 'Positive'))
  }
  return {
    unite: (regions) => plain(kitchen.keep(top.CrossSection.union(regions.map(take)))),
    cut: (from, by) => plain(kitchen.keep(take(from).subtract(take(by)))),
    meet: (a, b) => plain(kitchen.keep(take(a).intersect(take(b)))),
    grow: (region, byMm, corners) =>
      plain(
        kitchen.keep(
          take(region).offset(byMm, corners === 'sharp' ? 'Miter' : 'Round', MITRE, SIDES),
        ),
      ),
  }
}
