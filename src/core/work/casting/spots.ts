import { type Spot } from './schema'

/** What to do about a fault of the skin or under it (common practice, no source). */
export const SPOT_ADVICE: Readonly<Record<Spot['kind'], string>> = {
  'hard spot':
    'A file slides off it. Carbide, slowly, fed in from sound metal; a drill wanders there: mill or bore it.',
  'chilled edge': 'Hard and brittle: cut in from the face, not out over the edge, below the chill.',
  porosity: 'It may open with depth: look after each cut, and at faces that seal or bear.',
  inclusion: 'Sand or slag takes the edge off a cutter: chip it out before it is cut.',
  crack: 'Cut nothing until somebody who may has judged it.',
  'core shifted': 'Measure the wall on both sides of it, and have it in the fit.',
}
