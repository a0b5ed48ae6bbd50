/** A row of the workshop that cannot be used as it is stored. */
export interface AsideLine {
  readonly kind: string
  readonly id: string
  readonly why: string
}

/** What had to be set aside when the workshop was read: ways that name it are told of it; it can be taken out. */
export function SetAside({
  lines,
  onTakeOut,
}: {
  readonly lines: readonly AsideLine[]
  readonly onTakeOut: (line: AsideLine) => void
}) {
  if (lines.length === 0) return null
  return (
    <section
      role="alert"
      aria-label="Set aside"
      className="mx-4 mb-2 rounded-lg border-l-4 border-yellow bg-wash p-3"
    >
      <h2 className="font-bold">Set aside, since it cannot be read</h2>
      <p className="text-soft">
        The standard figure stands in where a figure of the shop is missing. Save a right one over
        it, or take it out.
      </p>
      <ul className="mt-1 space-y-1">
        {lines.map((line) => (
          <li key={`${line.kind} ${line.id}`} className="flex flex-wrap items-center gap-2">
            <span>
              {line.kind} “{line.id}”: <span className="text-soft">{line.why}</span>
            </span>
            <button type="button" className="button quiet" onClick={() => onTakeOut(line)}>
              Take it out
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
