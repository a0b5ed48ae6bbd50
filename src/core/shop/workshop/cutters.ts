import { type Workshop } from './schema'

/** End mills that leave a floor flat up to its walls: what pockets of jaws and flats under drills are cut with. */
export const sharpEndMills = ({ cutters }: Pick<Workshop, 'cutters'>): Workshop['cutters'] =>
  cutters.filter(({ kind, nose }) => kind === 'end mill' && nose === undefined)
