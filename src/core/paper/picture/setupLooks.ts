import { type PlannedSetup } from '../../plan/planning'
import { benchLooking } from './bench'
import { type Look, type Looking } from './look'

/** The pictures of a setup on its sheet. */
export type SetupLooks = Readonly<Record<'standing' | 'elevation' | 'plan', Look>>

/** How the work of a setup is looked at: slanting as it stands, from the left, from above. */
export const setupLooking = ({
  standing,
}: PlannedSetup): Readonly<Record<keyof SetupLooks, Looking>> => ({
  standing: { kind: 'slanting', axes: standing.setupFromPart.rows },
  ...benchLooking(standing),
})

/** All looks of a sheet, setup by setup: as they are asked for. */
export const sheetLooks = (setups: readonly PlannedSetup[]) =>
  setups.flatMap((planned) => {
    const { elevation, plan, standing } = setupLooking(planned)
    return [standing, elevation, plan].map((looking) => ({ state: planned.after, looking }))
  })

/** The looks of each setup, from those that `sheetLooks` asked for. */
export const gatherLooks = (looks: readonly Look[]): readonly SetupLooks[] =>
  Array.from({ length: Math.floor(looks.length / 3) }, (_, i) => {
    const [standing, elevation, plan] = looks.slice(3 * i, 3 * i + 3) as [Look, Look, Look]
    return { standing, elevation, plan }
  })
