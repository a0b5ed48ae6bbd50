import { bySeverity, capital, type Finding, finding } from '../../ground/finding'
import { refusalOf } from '../../predict/prediction'
import { faultsOf } from '../../work/faults'
import { allRequirements, type Part, partSurfaces, requirementTitle } from '../../work/part'

/** A tie that cannot be measured as it is written. */
export const refusedTie = (
  title: string,
  code: string,
  why: string,
  requirement: string,
): Finding =>
  code === 'datum.gone'
    ? finding('datum.gone', undefined, `${capital(title)}: the datum is cut away.`, capital(why), {
        requirement,
      })
    : finding(
        'requirement.refused',
        undefined,
        `${capital(title)} cannot be measured as it is written.`,
        capital(why),
        { requirement },
      )

/** All that is wrong with the drawing, before anything is said of how the part is made; worst first. */
export function drawingFindings(part: Part): readonly Finding[] {
  const surfaces = partSurfaces(part)
  const ties = allRequirements(part).flatMap((requirement) => {
    const issue = refusalOf(part, requirement, surfaces)
    return issue
      ? [
          refusedTie(
            requirementTitle(part, requirement),
            issue.code,
            issue.sentence,
            requirement.id,
          ),
        ]
      : []
  })
  return [...ties, ...faultsOf(part)].sort(bySeverity)
}
