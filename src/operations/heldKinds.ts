/** What soft jaws can be handed out as. */
export const JAW_KINDS = ['json', 'step', 'stl', 'dxf', 'svg', 'pdf'] as const
export type JawKind = (typeof JAW_KINDS)[number]

/** What a fixture plate can be handed out as; `job` is a document in which it is the part. */
export const PLATE_KINDS = ['json', 'step', 'stl', 'dxf', 'svg', 'pdf', 'job'] as const
export type PlateKind = (typeof PLATE_KINDS)[number]
