import { CALCULATORS } from '@/core/handbook/calculators'

/** The calculators, with the inputs that each takes. */
export function GET(): Response {
  return Response.json(
    CALCULATORS.map(({ caution, fields, id, source, title }) => ({
      id,
      title,
      source,
      caution,
      inputs: Object.entries(fields).map(([key, { choices, fallback, label, optional }]) => ({
        key,
        label,
        optional,
        fallback,
        choices,
      })),
    })),
  )
}
