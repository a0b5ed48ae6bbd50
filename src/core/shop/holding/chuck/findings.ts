import { type Finding, finding } from '../../../ground/finding'
import { acrossFindings } from '../dividing'
import { type Inspected } from '../kind'
import { type InChuck } from './layout'

/** Work stands out at most so many times its thickness before it bends and rings (common practice, no source). */
const SLENDER = 4
/** Four jaws that close together hold what is square to so much, mm (common practice, no source). */
const SQUARE_MM = 0.2

/** Whether the chuck takes the work, holds enough of it, and lies along the axis that turns it. */
export const chuckFindings = (own: InChuck, inspected: Inspected): readonly Finding[] => [
  ...sizeFindings(own, inspected),
  ...outFindings(own, inspected),
]

function sizeFindings(own: InChuck, { index, length }: Inspected): readonly Finding[] {
  const { across, chuck, holding, overhangMm, round, work } = own
  const [wide, tall] = across
  const [thin, thick] = [Math.min(wide, tall), Math.max(wide, tall)]
  const isBar = work.part.stock?.form === 'round'
  const said: Finding[] = []
  if (thick > chuck.most || thin < chuck.least)
    said.push(
      finding(
        'chuck.size',
        index,
        `${chuck.name} takes ${length(chuck.least)} to ${length(chuck.most)}, not ${length(thick > chuck.most ? thick : thin)}.`,
        'Take another chuck, grip it by another place, or stand it on its flats in a vise.',
      ),
    )
  if (chuck.grips === 'square' && thick - thin > SQUARE_MM)
    said.push(
      finding(
        'chuck.shape',
        index,
        'What it grips is not square.',
        `${length(wide)} by ${length(tall)}: four jaws that close together hold on two of them. Square the end first, or set it true in jaws that move one by one.`,
      ),
    )
  if (chuck.grips === 'round' && !round && !isBar)
    said.push(
      finding(
        'chuck.shape',
        index,
        'Nothing round lies in its jaws.',
        'It holds round bar or an outside round along its axis. Take one for flats, or turn the part.',
      ),
    )
  if (holding.grip.mm > chuck.deep || overhangMm <= 0)
    said.push(
      finding(
        'chuck.deep',
        index,
        `The work cannot go ${length(holding.grip.mm)} into it.`,
        `It takes ${length(chuck.deep)} at most, and some of the work must stand out.`,
      ),
    )
  return said
}

function outFindings(own: InChuck, inspected: Inspected): readonly Finding[] {
  const { index, length } = inspected
  const { across, chuck, holding, overhangMm, work } = own
  const thin = Math.min(...across)
  const said: Finding[] = []
  if (holding.far !== 'centre' && overhangMm > SLENDER * thin)
    said.push(
      finding(
        'chuck.slender',
        index,
        `It stands out ${length(overhangMm)}, ${(overhangMm / thin).toFixed(1)} times its thickness.`,
        'It bends under the cut and rings. Bring a jack up under the far end until an indicator on the work just moves, or a centre; grip deeper; cut the far end first.',
      ),
    )
  if (own.lies === 'lost')
    said.push(
      finding(
        'chuck.no-flat',
        index,
        `Nothing says how the bar lies about its own axis: ${work.part.faces[own.faceAt.guide].name} is round.`,
        'Cut a flat before it is let go and turn the part so that it lies to the back; cut all that must agree in one clamping; or turn it true by a hole or a pin.',
      ),
    )
  return [...said, ...acrossFindings('chuck.along', 'chuck', chuck.divides, work, inspected)]
}
