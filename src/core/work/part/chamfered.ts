import { type Chamfer, type Part } from './schema'
import { axisOf, type Side, SIDES } from './side'

/**
 * The sides of the block to which a chamfer breaks the edges of its face. One that was recognised in a file before
 * they were known says nothing of them: of such none are known.
 */
export const chamferedEdges = ({ model }: Part, { along, id, on }: Chamfer): readonly Side[] =>
  along ?? (model?.faces[id] ? [] : SIDES.filter((side) => axisOf(side) !== axisOf(on)))
