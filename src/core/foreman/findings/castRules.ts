import { dot } from '../../ground/geometry'
import { boughtOf, normalOf, type Part, SIDES } from '../../work/part'
import { draftMm } from '../../work/stock'
import { skinMm } from '../../work/casting'
import { capital, type Finding, finding } from '../../ground/finding'
import { type Inspection } from './inspection'

/** What castings want beside everything else: bores that move, first cuts that only rub. */
export function castRules(inspection: Inspection): readonly Finding[] {
  return [
    ...(inspection.part.casting ? [...boresThatMove(inspection), ...rubbing(inspection)] : []),
    ...draftGripped(inspection),
  ]
}

/** A drafted side that is still as cast, held from the side by what stands upright: it bears along one edge alone. */
function draftGripped({ length, looked, name, part }: Inspection): Finding[] {
  return looked.flatMap(({ before, contacts, index, indexed, standing }): Finding[] => {
    if (indexed) return []
    const up = standing.setupFromPart.rows[2]
    const gripped = SIDES.find(
      (side) =>
        part.faces[side].draft &&
        !before.cut.has(side) &&
        !standing.follows?.includes(side) &&
        Math.abs(dot(up, normalOf(side))) < 0.5 &&
        (contacts.some(({ surface }) => surface === side) ||
          standing.held.some(({ face }) => face === side)),
    )
    const draft = gripped && part.faces[gripped].draft
    if (!gripped || !draft) return []
    const along = dot(up, normalOf(draft.narrow))
    const isSideways = Math.abs(along) < 0.5
    // The halves of a split round turn against each other until both bear along all of it.
    if (isSideways && standing.swivelsAt === gripped) return []
    // Narrow end down it lies on the upper edge of what holds it, which pushes square to the side: upwards.
    const touches = isSideways
      ? 'at its wide end alone, and the work turns until it lies flat somewhere'
      : along > 0
        ? 'along its foot alone, and the work can rock about that'
        : 'the upper edge of that, which squeezes the work up and out'
    return [
      finding(
        'cast.draft-gripped',
        index,
        `${capital(name(gripped))} is held with its draft on.`,
        `It goes in by ${length(draftMm(part, gripped))} towards ${name(draft.narrow)}: it touches ${touches}. Put something that gives or the halves of a split round between, hold it by what is cut${along < -0.5 ? ', or cut soft jaws that lean with it' : ''}.`,
        { feature: gripped },
      ),
    ]
  })
}

/** A bore with a fit that is finished in the cut that first opens its skin: it closes up or opens after. */
function boresThatMove({ name, part, way }: Inspection): Finding[] {
  return part.features.flatMap((feature): Finding[] => {
    if (feature.kind !== 'hole' || !feature.fit || !feature.bought?.toCut) return []
    const cuts = way.setups.flatMap(({ ops }, i) =>
      ops.filter((op) => op.feature === feature.id).map(({ pass }) => ({ pass, i })),
    )
    const finish = cuts.find(({ pass }) => pass === 'finish')
    if (!finish || cuts.some(({ pass }) => pass === 'rough')) return []
    return [
      finding(
        'cast.bore-moves',
        finish.i,
        `${capital(name(feature.id))} is finished by the cut that opens its skin.`,
        'The casting moves as its skin goes, and the bore closes up or opens. Rough it, let it move, and finish it in a later setup.',
        { feature: feature.id },
      ),
    ]
  })
}

/** A first cut that leaves more on than it takes: it does not get under the skin. */
function rubbing({ length, name, part, way }: Inspection): Finding[] {
  const skin = skinMm(part)
  const seen = new Set<string>()
  return way.setups.flatMap(({ ops }, i) =>
    ops.flatMap((op): Finding[] => {
      const left = firstTaken(part, op.feature)
      if (left === undefined || seen.has(op.feature)) return []
      seen.add(op.feature)
      const takes = left - (op.pass === 'rough' ? op.leave.mm : 0)
      if (takes >= skin) return []
      return [
        finding(
          'cast.rubs',
          i,
          `The first cut on ${name(op.feature)} does not get under the skin.`,
          `It takes ${length(Math.max(0, takes))} of ${length(left)}, and the skin is ${length(skin)}: hard and sandy, it takes the edge off a cutter that only rubs. Take it deeper at once.`,
          { feature: op.feature },
        ),
      ]
    }),
  )
}

/** What lies over a surface as it was cast, mm. */
function firstTaken(part: Part, ref: string): number | undefined {
  const bought = boughtOf(part, ref)
  return bought?.bought === 'cast' && bought.toCut ? bought.stock.mm : undefined
}
