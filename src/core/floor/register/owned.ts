import { type Holding, kindOf } from '../../shop/holding'
import { type Workshop } from '../../shop/workshop'
import { type Part, partSurfaces } from '../../work/part'
import { type OwnClamping } from '../../plan/way'
import { type Fixture } from './schema'

/** What a fixture made for one part is written down with: its name, and the revision that it was made for. */
export const ownName = ({ name, revision }: Pick<Part, 'name' | 'revision'>): string =>
  `${name}, rev ${revision}`

/** For which revision of a part a fixture was made; undefined where it was made for another part. */
export function revisionOfFixture(
  { sizes }: Pick<Fixture, 'sizes'>,
  { name }: Pick<Part, 'name'>,
): string | undefined {
  const begins = `${name}, rev `
  return sizes.find(({ part }) => part.startsWith(begins))?.part.slice(begins.length)
}

/**
 * How a part is held in a fixture that the register has: a plate on its own pins or dowels, soft jaws put back. Undefined
 * where the part, as it stands here, has nothing for it, or the fixture is of another kind.
 */
export function holdingOfFixture(
  { grid, kind, pins, plate, stop = 'none', uses, vise, wall }: Fixture,
  workshop: Workshop,
  part: Part,
  { guide, up }: Pick<OwnClamping, 'guide' | 'up'>,
): Holding | undefined {
  if (kind !== 'plate' && kind !== 'jaws') return undefined
  const plated = stop === 'none' ? 'plate' : 'plate-stops'
  const of = kindOf({ kind: kind === 'plate' ? plated : 'soft-jaws' })
  const first = of.begin(workshop, part, partSurfaces(part), { up, guide })
  if (first?.kind === 'soft-jaws')
    return { ...first, jaws: 'put back', ...(vise !== undefined && { vise }) }
  if (first?.kind === 'plate-stops' && stop !== 'none')
    return {
      ...first,
      stop,
      ...(plate !== undefined && { plate }),
      ...(wall && { wall }),
      ...(grid && uses && { grid, uses }),
    }
  if (first?.kind !== 'plate') return undefined
  const pin = (which: 'round' | 'relieved') => pins.find((one) => one.kind === which)?.diameter
  return {
    ...first,
    ...(plate !== undefined && { plate }),
    roundPin: pin('round') ?? first.roundPin,
    relievedPin: pin('relieved') ?? first.relievedPin,
    ...(grid && uses === 'threads' && { grid, uses }),
  }
}
