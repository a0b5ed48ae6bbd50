import { OILER_BLOCK_LEANING_WAY } from '@/core/paper/demo'
import { type Lean, type Way } from '@/core/plan/way'
import { type Head } from '../../src/core/shop/workshop/head'
import { SWUNG_HEAD, USUAL_HEAD, type Workshop } from '@/core/shop/workshop'

/** A workshop in which the head of every machine swings every way. */
export const withHeads = (workshop: Workshop, change: Partial<Head> = {}): Workshop => ({
  ...workshop,
  machines: workshop.machines.map((machine) => ({
    ...machine,
    head: { ...USUAL_HEAD, swings: 'both' as const, ...change },
  })),
})

/** The oiler block with the head swung for its seat, where the demo has a sine plate. */
export const swungWay = (change: Partial<Lean> = {}): Way => ({
  ...OILER_BLOCK_LEANING_WAY,
  setups: OILER_BLOCK_LEANING_WAY.setups.map((s) =>
    s.clamping.kind === 'own' && s.clamping.lean
      ? {
          ...s,
          clamping: {
            ...s.clamping,
            lean: { ...s.clamping.lean, by: SWUNG_HEAD, ...change },
          },
        }
      : s,
  ),
})
