import { bySeverity, type Finding, type FindingCode } from '../../ground/finding'

/** What says the same without the metal: where it is said of the same feature, once is enough. */
const SAID_BY: Readonly<Partial<Record<FindingCode, readonly FindingCode[]>>> = {
  'metal.air': ['hole.in-air'],
  'metal.half': ['hole.breaks-edge', 'hole.edge', 'feature.edge'],
  'metal.enters-slope': ['hole.leaning-mouth'],
  'metal.crosses': ['hole.crosses'],
  'metal.cutter-touches': ['clamp.in-way', 'jaw.cut-below'],
}

/** The findings of a way together with those that need the metal, each told once, worst first. */
export function withMetal(
  findings: readonly Finding[],
  metal: readonly Finding[],
): readonly Finding[] {
  const isSaid = ({ code, feature, setup }: Finding): boolean =>
    (SAID_BY[code] ?? []).some((other) =>
      findings.some(
        (known) =>
          known.code === other &&
          (known.setup === undefined || known.setup === setup) &&
          (known.feature === undefined || known.feature === feature),
      ),
    )
  return [...findings, ...metal.filter((one) => !isSaid(one))].sort(bySeverity)
}
