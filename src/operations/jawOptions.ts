/** What soft jaws can be handed out as. */
export const JAW_KINDS = ['json', 'step', 'stl', 'dxf', 'svg', 'pdf'] as const
export type JawKind = (typeof JAW_KINDS)[number]
