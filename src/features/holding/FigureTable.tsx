/** Figures with what they are of. */
export function FigureTable(props: { readonly rows: readonly (readonly [string, string])[] }) {
  return (
    <table className="w-full text-[14px]">
      <tbody>
        {props.rows.map(([what, figure]) => (
          <tr key={what} className="border-b border-faint">
            <th scope="row" className="py-1 text-left font-normal">
              {what}
            </th>
            <td className="figures text-right">{figure}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
