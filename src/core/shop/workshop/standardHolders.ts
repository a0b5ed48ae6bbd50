import { USUAL_JAW_BLANKS } from './usual'
import { type Workshop } from './schema'
import { STANDARD_TURNERS } from './standardTurners'

/** What the invented workshop holds work in; its figures are common practice, no source. */
export const STANDARD_HOLDERS: Pick<
  Workshop,
  | 'vises'
  | 'parallels'
  | 'straps'
  | 'plates'
  | 'anglePlates'
  | 'jawBlanks'
  | 'centringVises'
  | 'chucks'
  | 'facePlates'
  | 'vBlocks'
  | 'toePlates'
  | 'tilters'
> = {
  vises: [
    {
      id: 'vise-125',
      name: 'Vise 125',
      jawWidth: 125,
      jawHeight: 40,
      opening: 150,
      bedHeight: 62,
      leanPer100: 0.02,
      tramPer100: 0.01,
      bedPer100: 0.005,
      pairMm: 0.01,
      liftMm: 0.02,
      stopMm: 0.015,
      storedMm: 0.01,
    },
    {
      id: 'vise-ground',
      name: 'Ground vise 125',
      jawWidth: 125,
      jawHeight: 40,
      opening: 150,
      bedHeight: 62,
      leanPer100: 0.005,
      tramPer100: 0.005,
      bedPer100: 0.002,
      liftMm: 0.01,
      stopMm: 0.01,
      storedMm: 0.006,
    },
    {
      id: 'vise-160',
      name: 'Wide vise 160',
      jawWidth: 160,
      jawHeight: 50,
      opening: 220,
      bedHeight: 70,
      leanPer100: 0.015,
      tramPer100: 0.008,
      bedPer100: 0.004,
      liftMm: 0.02,
      stopMm: 0.015,
      storedMm: 0.01,
    },
  ],
  parallels: [
    { id: 'p-6', name: 'Parallels 6', height: 6, thickness: 8, length: 120, differenceMm: 0.003 },
    {
      id: 'p-12',
      name: 'Parallels 12',
      height: 12,
      thickness: 8,
      length: 120,
      differenceMm: 0.003,
    },
    {
      id: 'p-18',
      name: 'Parallels 18',
      height: 18,
      thickness: 8,
      length: 120,
      differenceMm: 0.003,
    },
    {
      id: 'p-25',
      name: 'Parallels 25',
      height: 25,
      thickness: 8,
      length: 120,
      differenceMm: 0.003,
    },
    {
      id: 'p-32',
      name: 'Parallels 32',
      height: 32,
      thickness: 8,
      length: 120,
      differenceMm: 0.003,
    },
    {
      id: 'p-40',
      name: 'Parallels 40',
      height: 40,
      thickness: 10,
      length: 150,
      differenceMm: 0.004,
    },
  ],
  straps: [
    {
      id: 'straps-30',
      name: 'Straps 30',
      width: 30,
      reach: 14,
      height: 32,
      placedMm: 0.5,
      stopMm: 0.02,
      storedMm: 0.02,
    },
  ],
  plates: [
    {
      id: 'plate-1',
      name: 'Pin plate',
      height: 30,
      padHeight: 6,
      differenceMm: 0.005,
      pinMm: 0.008,
      linePer100: 0.005,
      storedMm: 0.012,
    },
  ],
  anglePlates: [
    {
      id: 'angle-150',
      name: 'Angle plate 150',
      width: 150,
      height: 120,
      leanPer100: 0.005,
      tramPer100: 0.01,
      stopMm: 0.02,
      storedMm: 0.015,
    },
  ],
  jawBlanks: USUAL_JAW_BLANKS.map((blank) => ({ ...blank, pairs: 2 })),
  centringVises: [
    {
      id: 'centring-100',
      name: 'Centring vise 100',
      jawWidth: 100,
      jawHeight: 38,
      opening: 110,
      bedHeight: 60,
      centreMm: 0.01,
      leanPer100: 0.008,
      tramPer100: 0.01,
      bedPer100: 0.005,
      liftMm: 0.01,
      stopMm: 0.01,
      storedMm: 0.008,
    },
  ],
  ...STANDARD_TURNERS,
  vBlocks: [
    {
      id: 'v-60',
      name: 'V-blocks 60',
      angleDeg: 90,
      vertex: 20,
      length: 40,
      width: 60,
      height: 45,
      most: 50,
      matchMm: 0.004,
      stopMm: 0.02,
      storedMm: 0.012,
    },
  ],
  toePlates: [
    {
      id: 'toe-300',
      name: 'Toe clamp plate 300',
      height: 25,
      width: 300,
      depth: 200,
      pitch: 25,
      step: 4,
      travel: 2.5,
      toe: 8,
      flatMm: 0.005,
      stopMm: 0.01,
      linePer100: 0.005,
      storedMm: 0.012,
    },
  ],
  tilters: [
    {
      id: 'sine-100',
      name: 'Sine plate 100',
      sets: 'sine',
      most: 60,
      height: 50,
      apart: 100,
      offMm: 0.004,
      offDeg: 0,
      foundMm: 0.015,
    },
    {
      id: 'angle-blocks',
      name: 'Angle blocks',
      sets: 'blocks',
      most: 60,
      height: 10,
      apart: 75,
      offMm: 0,
      angles: '0.25, 0.5, 1, 2, 3, 4, 5, 10, 15, 20, 25, 30',
      offDeg: 0.006,
      foundMm: 0.02,
    },
    {
      id: 'tilting-base',
      name: 'Tilting base',
      sets: 'scale',
      most: 90,
      height: 80,
      apart: 120,
      offMm: 0,
      offDeg: 0.08,
      foundMm: 0.02,
    },
  ],
}
