import Link from 'next/link'

/** All of a piece is done: its check sheet, and the next piece. */
export function Finished({
  base,
  piece,
  pieces,
  runId,
}: {
  readonly base: string
  readonly runId: string
  readonly piece: number
  readonly pieces: number
}) {
  return (
    <section className="sheet flex flex-col gap-4 p-4" aria-label="Done">
      <h1 className="text-[34px] font-bold text-green">● Piece {piece} is made</h1>
      <Link
        className="button min-h-[64px]! justify-center text-[20px]"
        href={`${base}/${runId}/sheet?piece=${piece}`}
      >
        Its check sheet
      </Link>
      {piece < pieces && (
        <Link
          className="button main min-h-[64px]! justify-center text-[20px]"
          href={`${base}/${runId}?piece=${piece + 1}`}
        >
          Piece {piece + 1}
        </Link>
      )}
    </section>
  )
}
