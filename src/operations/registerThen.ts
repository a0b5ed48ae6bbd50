import { z } from 'zod'
import { AXES } from '@/core/ground/geometry'
import { type Anchor } from '@/core/floor/offsets'
import { printSpread, unitSign } from '@/core/handbook/units'
import { type Way } from '@/core/plan/way'
import { kindOf } from '@/core/shop/holding'
import { type Part } from '@/core/work/part'

const axis = z.object({ at: z.number(), plusMinus: z.number() }).optional()

/** What the register knew of where gear stood, as a release keeps it. */
const RegisterThenSchema = z.array(
  z.object({
    machine: z.string(),
    mark: z.string(),
    says: z.string(),
    axes: z.object({ x: axis, y: axis, z: axis }),
  }),
)

const SAYS = /^the register, /

/** Of all that the register can be trusted in, what a way stands on. */
export function standsOn(way: Way, register: readonly Anchor[]): readonly Anchor[] {
  const used = new Set(
    way.setups.flatMap(({ clamping }) =>
      clamping.kind === 'own'
        ? [`${clamping.machine} ${kindOf(clamping.holding).anchored(clamping.holding).mark}`]
        : [],
    ),
  )
  return register.filter(({ machine, mark }) => used.has(`${machine} ${mark}`))
}

/** Nearer than this it stands where it stood, mm. */
const SAME_MM = 5e-4

/**
 * What of the register is otherwise than when a way was released, in shop words; nothing of releases that are older
 * than that this was kept.
 */
export function registerSince(
  kept: unknown,
  register: readonly Anchor[],
  { unit }: Pick<Part, 'unit'>,
): readonly string[] {
  const then = RegisterThenSchema.safeParse(kept)
  if (!then.success) return []
  return then.data.flatMap(({ axes, machine, mark, says }) => {
    const name = says.replace(SAYS, '')
    const now = register.find((one) => one.machine === machine && one.mark === mark)
    if (!now) return [`${name} is not to be trusted now`]
    const moved = AXES.flatMap((axis) => {
      const by = (now.axes[axis]?.at ?? NaN) - (axes[axis]?.at ?? NaN)
      if (!(Math.abs(by) > SAME_MM)) return []
      const sign = by > 0 ? '+' : '−'
      return [
        `${axis.toUpperCase()} ${sign}${printSpread(Math.abs(by), unit)} ${unitSign(unit)}`.trim(),
      ]
    })
    return moved.length > 0 ? [`${name} stands elsewhere: ${moved.join(', ')}`] : []
  })
}
