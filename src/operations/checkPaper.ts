import { type Result, succeed } from '@/core/ground/issues'
import { type OtherWay, piecePaper, VERDICTS } from '@/core/paper/run'
import { checkSheetPdf } from '@/pdf'
import { fonts } from './fonts'
import { type MadeBy } from './runTasks'

/** The check sheet of one piece, to be printed. */
export async function checkPdfOf(
  made: MadeBy,
  piece: number,
  release: number,
  others: readonly OtherWay[],
  photos: readonly { readonly id: string; readonly jpeg: Uint8Array }[],
): Promise<Result<Uint8Array>> {
  const { part, pieces, way } = made
  const { lines, story, sums, times } = piecePaper({ ...made, others }, piece)
  const count = (verdict: (typeof lines)[number]['verdict']): number =>
    lines.filter((line) => line.verdict === verdict).length
  return succeed(
    await checkSheetPdf(
      {
        title: `Check sheet, ${part.name}, rev ${part.revision}, piece ${piece} of ${pieces}`,
        subtitle: `${way.name}, release ${release}. ${count('within')} of ${lines.length} accepted, ${count('out')} out.`,
        lines: lines.map(({ figures, title, values, verdict }) => ({
          title,
          asked: figures,
          measured: values.map(({ shown, words }) =>
            words === title ? shown : `${shown} ${words.replace(`${title}, `, '')}`,
          ),
          by: values.map(({ instrument, who }) => [instrument, who].filter(Boolean).join(' ')),
          verdict: VERDICTS[verdict].replace(/^\S+ /, ''),
        })),
        rework: lines.flatMap(({ rework, title }) => rework.map((words) => `${title}: ${words}`)),
        pictures: story.flatMap(({ photo, words }) => {
          const jpeg = photos.find(({ id }) => id === photo)?.jpeg
          return jpeg ? [{ words, jpeg }] : []
        }),
        times: [...times, ...sums],
        story: story.map(
          ({ at, who, words }) =>
            `${new Date(at).toISOString().slice(0, 16).replace('T', ' ')} ${who}: ${words}`,
        ),
      },
      fonts(),
    ),
  )
}
