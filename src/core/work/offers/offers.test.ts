import { describe, expect, it } from 'vitest'
import { type Hole, newPart, type Part } from '../part'
import { readLines } from '../say'
import { offersOfHole } from '.'

const mm = (value: number) => ({ mm: value })
const block: Part = newPart('Block', { x: mm(100), y: mm(60), z: mm(30) })

/** The hole that a line says, drilled as a file shows it. */
function hole(line: string): Hole {
  const { left, part } = readLines(block, line)
  expect(left).toEqual([])
  const [feature] = part.features
  if (feature?.kind !== 'hole') throw new Error('no hole')
  return feature
}
const offered = (line: string) => {
  const { offers, sure } = offersOfHole(block, hole(`${line} on top 50 from left 30 from front`))
  return [sure, ...offers.map(({ words }) => words)]
}

// Tapping drills: DIN 336-1; clearance: ISO 273, medium; pins: ISO 2338 sizes; all from memory.
describe('what a hole of a file is offered as', () => {
  it.each([
    ['hole 5 14 deep', 'likely', /^tapped M6$/],
    ['hole 6.8 20 deep', 'likely', /^tapped M8$/],
    ['hole 4.2 12 deep', 'likely', /^tapped M5$/],
    ['hole 6.6 through', 'sure', /^screws M6, clearance$/],
    ['hole 9 through', 'sure', /^screws M8, clearance$/],
    ['hole 6.6 through counterbore 11 x 6.5', 'sure', /^screws M6, clearance$/],
    ['hole 7.3 through', 'sure', /^drilled 7.3/],
    ['bore 40 through', 'likely', /^bored 40$/],
  ])('%s: %s', (line, sure, first) => {
    const [how, best] = offered(line)
    expect(how).toBe(sure)
    expect(best).toMatch(first)
  })

  it('6.000 may be reamed, drilled, or an M6 that was modelled at its outside: it is asked', () => {
    const [sure, ...words] = offered('hole 6 14 deep')
    expect(sure).toBe('ask')
    expect(words).toEqual(expect.arrayContaining(['reamed 6 H7', 'tapped M6']))
    expect(words.at(-1)).toMatch(/^drilled 6/)
  })

  it('a blind hole is no clearance hole', () => {
    expect(offered('hole 6.6 12 deep').join(' ')).not.toMatch(/screws/)
  })
})
