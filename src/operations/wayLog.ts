import { type Result, succeed } from '@/core/ground/issues'
import { listReleases, listRuns } from '@/db'
import { storiesOf } from './backroom'
import { loadRun, noWay, wayNow } from './runLog'
import { overridesIn } from './runs'
import { type LogChapter } from './stories'

/** So many runs are told, the newest. */
const MOST_RUNS = 30

/** Everything that happened with a way, in the order in which it did: released, made, found and ticked without a release. */
export async function wayLog(wayId: string): Promise<Result<readonly LogChapter[]>> {
  const now = await wayNow(wayId)
  if (!now) return noWay()
  const [released, made] = await Promise.all([listReleases(wayId), listRuns(wayId)])
  const own = await loadRun(wayId)
  const runs = await Promise.all(made.slice(0, MOST_RUNS).map(({ id }) => loadRun(id)))
  const told = await storiesOf([own, ...runs].flatMap((one) => (one.ok ? [one.value] : [])))
  if (!told.ok) return told
  const releases = released.map((one): LogChapter => {
    const at = one.releasedAt.getTime()
    return {
      id: one.id,
      at,
      title: `Release ${one.number}, by ${one.who}`,
      lines: overridesIn(one.overrides).map(({ code, why }, i) => ({
        id: `${one.id} ${i}`,
        at,
        who: one.who,
        words: `let pass ${code}: ${why}`,
      })),
    }
  })
  return succeed([...releases, ...told.value].sort((a, b) => a.at - b.at))
}
