import { type Axis, point } from '../../../ground/geometry'
import { type Anchorage, type Anchored, type HeldError, type Stay } from '../kind'
import { type ViseHolding } from './parameters'
import { type InVise } from './layout'

/** What of a vise stays on the machine, by stop and vise alone. */
export const viseAnchored = ({ stop, vise }: Pick<ViseHolding, 'stop' | 'vise'>): Anchored => ({
  mark: `vise ${vise}`,
  marks: {
    x: { mark: stop, was: `at the ${stop} before` },
    y: { mark: 'jaw' },
    z: { mark: 'bed' },
  },
})

/** Stop, fixed jaw and parallels keep zero, as it was stored once. */
export function viseStays(own: InVise): Readonly<Record<Axis, Stay>> {
  const { faceAt, gripMm, high, holding, jawSpan, low, stopX, vise, work } = own
  const { stop } = holding
  const middle = (low.x + high.x) / 2
  const grip = low.z + Math.max(1, gripMm) / 2
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const anchored = viseAnchored(holding).marks
  const stored = (axis: Axis, by: string, light: string): HeldError => {
    const where = axis === 'x' ? ` ${stop}` : ''
    const link = `vise ${vise.id}, stored ${axis}${where}`
    return {
      key: link,
      link,
      cause: `zero in ${axis.toUpperCase()}: ${by}, as stored`,
      gear: vise.name,
      plusMinus: vise.storedMm,
      remedy: 'Touch the part itself, or find the zero of the vise anew and store it.',
      lights: [light],
      coefficient: 1,
    }
  }
  const anchor = (axis: Axis, at: number, name: string, more: Partial<Anchorage> = {}) => ({
    at,
    name,
    ...anchored[axis],
    ...more,
  })
  return {
    x: {
      at: stopX ?? middle,
      place: point(stopX ?? middle, low.y / 2, grip),
      words: stop === 'none' ? 'middle of the vise, as stored' : 'stop, as stored',
      what: 'the stop',
      where:
        stop === 'none'
          ? 'in the middle of the work'
          : `at the stop, ${face(stop === 'right' ? 'right' : 'left')}`,
      error: stored('x', 'stop', 'stop1'),
      anchor: anchor('x', stopX ?? 0, stop === 'none' ? 'the middle of the vise' : 'the stop', {
        ...(stop === 'none'
          ? { lacking: 'there is no stop in this setup; find it by touching' }
          : {
              now: `the stop is at the ${stop} end now`,
              unknown: 'where the stop stands now is not known; find it by touching',
            }),
      }),
    },
    y: {
      at: 0,
      place: point((jawSpan[0] + jawSpan[1]) / 2, 0, grip),
      words: 'fixed jaw, as stored',
      what: 'the jaw',
      where: `at the fixed jaw, ${face('guide')}`,
      error: stored('y', 'fixed jaw', 'jaw'),
      anchor: anchor('y', 0, 'the fixed jaw'),
    },
    z: {
      at: low.z,
      place: point(middle, low.y / 2, low.z),
      words: 'parallels, as stored',
      what: 'the parallels',
      where: `on the parallels, ${face('down')}`,
      error: stored('z', 'parallels', 'parallels'),
      anchor: anchor('z', 0, 'the bed'),
    },
  }
}
