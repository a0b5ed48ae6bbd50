/** What is shown beside the casting. */
export const PANES = ['points', 'fit', 'bench'] as const
export type Pane = (typeof PANES)[number]
