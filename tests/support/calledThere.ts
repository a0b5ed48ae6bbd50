/**
 * What a source of the engine is called in `exactChain`, which has its own contacts, seating, zero and cuts and
 * knows no source; undefined where it has no name there.
 */
export const calledThere = (key: string): string | undefined => {
  const own = /^at s-(\d+), (seat (?:rest|guide)\d|parallels|lift|stop)$/.exec(key)
  if (own) return `${Number(own[1]) - 1} ${own[2] ?? ''}`
  const seatStop = /^at s-(\d+), seat stop1$/.exec(key)
  if (seatStop) return `${Number(seatStop[1]) - 1} seat stop`
  const vise = /^vise (\S+), (lean|tram|bed x|bed y)$/.exec(key)
  return vise ? `${vise[2] ?? ''} ${vise[1] ?? ''}` : undefined
}
