import { STANDARD_WORKSHOP as W, type Workshop } from '@/core/shop/workshop'
import { type Part } from '@/core/work/part'
import { mm } from './documents'

/** A workshop in which everything but what is named is perfect. */
export const only = (change: (w: Workshop) => Partial<Workshop>): Workshop => {
  const still: Workshop = {
    ...W,
    seatMm: 0,
    machines: W.machines.map((m) => ({
      ...m,
      repeatMm: 0,
      squarePer100: 0,
      tramPer100: 0,
      zSquarePer100: 0,
      scalePer100: 0,
      toolLengthMm: 0,
    })),
    parallels: W.parallels.map((p) => ({ ...p, differenceMm: 0 })),
    vises: W.vises.map((v) => ({
      ...v,
      leanPer100: 0,
      tramPer100: 0,
      bedPer100: 0,
      liftMm: 0,
      stopMm: 0,
      storedMm: 0,
    })),
    straps: W.straps.map((s) => ({ ...s, placedMm: 0, stopMm: 0, storedMm: 0 })),
    plates: W.plates.map((p) => ({
      ...p,
      differenceMm: 0,
      pinMm: 0,
      linePer100: 0,
      storedMm: 0,
    })),
    anglePlates: W.anglePlates.map((a) => ({
      ...a,
      leanPer100: 0,
      tramPer100: 0,
      stopMm: 0,
      storedMm: 0,
    })),
    centringVises: W.centringVises.map((v) => ({
      ...v,
      centreMm: 0,
      leanPer100: 0,
      tramPer100: 0,
      bedPer100: 0,
      liftMm: 0,
      stopMm: 0,
      storedMm: 0,
    })),
    chucks: W.chucks.map((c) => ({ ...c, centreMm: 0, alongPer100: 0, stopMm: 0, storedMm: 0 })),
    facePlates: W.facePlates.map((p) => ({
      ...p,
      facePer100: 0,
      centreMm: 0,
      alongPer100: 0,
      storedMm: 0,
    })),
    vBlocks: W.vBlocks.map((v) => ({ ...v, matchMm: 0, stopMm: 0, storedMm: 0 })),
    toePlates: W.toePlates.map((p) => ({
      ...p,
      flatMm: 0,
      stopMm: 0,
      linePer100: 0,
      storedMm: 0,
    })),
    instruments: W.instruments.map((t) => ({ ...t, repeatMm: 0 })),
    capabilities: Object.fromEntries(
      Object.entries(W.capabilities).map(([k, c]) => [
        k,
        { ...c, positionMm: 0, leanPer100: 0, formMm: 0, sizeMm: 0 },
      ]),
    ) as Workshop['capabilities'],
    conditions: { ...W.conditions, temperatureK: 0, sideForceN: 0 },
  }
  return { ...still, ...change(still) }
}
/** A part whose faces came cut, exact and without stock. */
export const bright = (part: Part): Part => ({
  ...part,
  faces: Object.fromEntries(
    Object.entries(part.faces).map(([k, f]) => [
      k,
      { ...f, bought: 'cut', spread: mm(0), stock: mm(0), toCut: false },
    ]),
  ) as Part['faces'],
})
