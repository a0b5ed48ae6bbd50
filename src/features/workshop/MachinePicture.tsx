import { printLength } from '@/core/handbook/units'
import { type Machine } from '@/core/shop/workshop'

/** The machine from the front, in its own axes: table, travel of the gauge line, rotary centre. */
export function MachinePicture({ machine }: { readonly machine: Machine }) {
  const { gaugeToTable, rotary, travel } = machine
  const top = gaugeToTable ?? travel.z + 100
  const [width, height] = [620, 210]
  const scale = Math.min((width - 200) / travel.x, (height - 60) / top)
  const left = 70
  const table = height - 30
  const x = (mm: number): number => left + (mm + travel.x) * scale
  const z = (overTable: number): number => table - overTable * scale
  const low = top - travel.z
  return (
    <figure className="mb-2 overflow-x-auto" tabIndex={0} aria-label={machine.name}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full max-w-[640px] min-w-[600px]"
        role="img"
        aria-label={`${machine.name} from the front: the gauge line goes from ${Math.round(low)} to ${Math.round(top)} mm over the table`}
      >
        <rect
          x={x(-travel.x)}
          y={z(top)}
          width={travel.x * scale}
          height={travel.z * scale}
          fill="var(--wash)"
          stroke="var(--blue)"
          strokeDasharray="6 4"
        />
        <rect
          x={x(-travel.x) - 30}
          y={table}
          width={travel.x * scale + 60}
          height="12"
          fill="var(--hatch)"
          stroke="var(--ink)"
        />
        <polygon
          points={`${x(-travel.x / 2) - 16},${z(top) - 22} ${x(-travel.x / 2) + 16},${z(top) - 22} ${x(-travel.x / 2) + 9},${z(top)} ${x(-travel.x / 2) - 9},${z(top)}`}
          fill="var(--steel)"
          stroke="var(--ink)"
        />
        <g fontSize="13" fill="var(--ink)" fontFamily="var(--font-mono)">
          <text x={x(0) + 10} y={z(top) + 5}>
            {printLength(top, 'mm')}
            {gaugeToTable === undefined ? '?' : ''}
          </text>
          <text x={x(0) + 10} y={z(low) + 5}>
            {printLength(low, 'mm')}
          </text>
          <text x={x(0)} y={table + 26} textAnchor="middle">
            X 0
          </text>
          <text x={x(-travel.x)} y={table + 26} textAnchor="middle">
            −{printLength(travel.x, 'mm')}
          </text>
        </g>
        <text x={x(-travel.x) + 8} y={z(top) + 18} fontSize="13" fill="var(--soft)">
          where the gauge line goes
        </text>
        {rotary && (
          <g stroke="var(--ink)" strokeWidth="1.6">
            <circle
              cx={x(rotary.centre.x)}
              cy={z(top + rotary.centre.z)}
              r="7"
              fill="var(--yellow)"
            />
            <text
              x={x(rotary.centre.x) - 12}
              textAnchor="end"
              y={z(top + rotary.centre.z) + 5}
              fontSize="13"
              stroke="none"
              fill="var(--ink)"
            >
              centre of {rotary.letter}
            </text>
          </g>
        )}
      </svg>
      <figcaption className="text-[13px] text-soft">
        From the front, in the machine’s own axes: zero at the right end, Z zero with the gauge line
        all the way up.
        {gaugeToTable === undefined
          ? ' Gauge line to table is not written down: 100 over the travel is taken, measure it.'
          : ''}
      </figcaption>
    </figure>
  )
}
