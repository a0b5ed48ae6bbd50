import { type EdgeBreak, type Feature, type Part } from './schema'
import { axisOf, type Side, SIDES } from './side'

export const isEdgeBreak = (feature: Feature): feature is EdgeBreak =>
  feature.kind === 'chamfer' || feature.kind === 'rounding'

/**
 * The sides of the block to which the edges of its face are broken. What was recognised in a file before
 * they were known says nothing of them: of such none are known.
 */
export const brokenEdges = ({ model }: Part, { along, id, on }: EdgeBreak): readonly Side[] =>
  along ?? (model?.faces[id] ? [] : SIDES.filter((side) => axisOf(side) !== axisOf(on)))
