'use client'

import { type SeenWorld, type StreamMessage, TOOL_FIGURES, WORK } from '@/core/floor/standin'

interface SightProps {
  readonly seen: SeenWorld
  readonly last: StreamMessage | undefined
  readonly mark?: { readonly x: number; readonly y: number; readonly words: string } | undefined
  readonly className?: string
  /** Shown no wider than a phone: its words are larger in it. */
  readonly isNarrow?: boolean
}

const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values)

/** The vise from above with the tip over it, and beside it how high the tip hangs against the top of the work. */
export function Sight({ className, isNarrow = false, last, mark, seen }: SightProps) {
  // From above the higher hides the lower.
  const boxes = [...seen.boxes].sort((a, b) => a.top - b.top)
  const points = boxes.flatMap((box) => box.corners)
  const tool = TOOL_FIGURES[last?.tool ?? 'edge-finder']
  const [left, right] = [
    Math.min(...points.map((p) => p.x)) - 20,
    Math.max(...points.map((p) => p.x)) + 20,
  ]
  const [front, back] = [
    Math.min(...points.map((p) => p.y)) - 20,
    Math.max(...points.map((p) => p.y)) + 20,
  ]
  const width = right - left + 34
  const height = back - front
  // Words are as large whatever the vise: a part of the height of the picture.
  const letter = isNarrow ? Math.max(height / 17, width / 28) : height / 17
  const at = (p: { x: number; y: number }): string => `${p.x - left},${back - p.y}`
  const inside =
    last && last.x > left && last.x < right && last.y > front && last.y < back ? last : undefined
  const top = Math.max(...seen.boxes.map((box) => box.top))
  const tipZ = last ? last.z - tool.length : undefined
  // The side strip shows 60 mm of height, the top of the work at its middle.
  const heightOf = (z: number): number =>
    height / 2 -
    Math.max(-height / 2 + 4, Math.min(height / 2 - letter - 3, (z - top) * (height / 70)))
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={className}
      role="img"
      aria-label={`The vise from above${tipZ === undefined ? '' : `; the tip is ${Math.abs(tipZ - top).toFixed(0)} mm ${tipZ > top ? 'above' : 'below'} the top`}`}
    >
      {boxes.map((box, i) => (
        <polygon
          key={`${box.name} ${i}`}
          points={box.corners.map(at).join(' ')}
          fill={box.name === WORK ? 'var(--sheet)' : 'var(--hatch)'}
          stroke="var(--ink)"
          strokeWidth={box.name === WORK ? 0.9 : 0.6}
        />
      ))}
      {seen.edges && (
        <path
          d={seen.edges.map(([x, y, u, v]) => `M${at({ x, y })}L${at({ x: u, y: v })}`).join('')}
          stroke="var(--soft)"
          strokeWidth="0.5"
          fill="none"
        />
      )}
      {boxes.map((box, i) => (
        <BoxName
          key={`${box.name} ${i}`}
          box={box}
          over={boxes.slice(i + 1)}
          letter={letter}
          at={({ x, y }) => [x - left, back - y]}
        />
      ))}
      {seen.holes.map((hole, i) => (
        <circle
          key={i}
          cx={hole.x - left}
          cy={back - hole.y}
          r={hole.diameter / 2}
          fill="var(--hole)"
        />
      ))}
      {mark && <Mark mark={mark} at={[mark.x - left, back - mark.y]} letter={letter} />}
      {inside && (
        <circle
          cx={inside.x - left}
          cy={back - inside.y}
          r={tool.tip / 2}
          fill="var(--yellow)"
          fillOpacity="0.8"
          stroke="var(--ink)"
          strokeWidth="0.7"
        />
      )}
      {last && !inside && (
        <text x={6} y={height - 5} fontSize={letter} fill="var(--red)">
          ▲ The spindle stands outside of this picture
        </text>
      )}
      <g transform={`translate(${width - 30} 0)`}>
        <line x1="0" x2="0" y1="0" y2={height} stroke="var(--faint)" strokeWidth="0.6" />
        <rect
          x="4"
          y={height / 2}
          width="22"
          height={height / 2}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="0.7"
        />
        <text
          x="15"
          y={height / 2 + letter + 2}
          fontSize={letter * 0.85}
          textAnchor="middle"
          fill="var(--soft)"
        >
          top
        </text>
        {tipZ !== undefined && (
          <>
            <line
              x1="1"
              x2="14"
              y1={heightOf(tipZ)}
              y2={heightOf(tipZ)}
              stroke="var(--blue)"
              strokeWidth="1.4"
            />
            <text
              x="2"
              y={heightOf(tipZ) - 2}
              fontSize={letter}
              fill="var(--blue)"
              fontFamily="var(--font-mono)"
            >
              {(tipZ - top).toFixed(0)}
            </text>
          </>
        )}
      </g>
    </svg>
  )
}

/** Whether a place lies within a box, as far as its upright bounds go. */
const covers = (
  { corners }: SeenWorld['boxes'][number],
  { x, y }: { x: number; y: number },
): boolean =>
  x > Math.min(...corners.map((p) => p.x)) &&
  x < Math.max(...corners.map((p) => p.x)) &&
  y > Math.min(...corners.map((p) => p.y)) &&
  y < Math.max(...corners.map((p) => p.y))

/** The name of a box at its front edge; one too small for it, or hidden there by what lies over it, goes without. */
function BoxName({
  at,
  box,
  letter,
  over,
}: {
  readonly box: SeenWorld['boxes'][number]
  readonly over: SeenWorld['boxes']
  readonly letter: number
  readonly at: (p: { x: number; y: number }) => readonly [number, number]
}) {
  const [across = 0, deep = 0] = (['x', 'y'] as const).map((axis) =>
    spread(box.corners.map((p) => p[axis])),
  )
  if (across < letter * 4 || deep < letter * 1.4) return null
  const place = {
    x: box.corners.reduce((sum, p) => sum + p.x / 4, 0),
    y: Math.min(...box.corners.map((p) => p.y)) + letter * 0.8,
  }
  if (over.some((other) => covers(other, place))) return null
  const [x, y] = at(place)
  return (
    <text x={x} y={y} fontSize={letter} textAnchor="middle" fill="var(--soft)">
      {box.name}
    </text>
  )
}

/** A cross with words: where something should be. */
function Mark({
  at: [x, y],
  letter,
  mark,
}: {
  readonly at: readonly [number, number]
  readonly letter: number
  readonly mark: NonNullable<SightProps['mark']>
}) {
  return (
    <g stroke="var(--blue)" strokeWidth="0.8">
      <line x1={x - 5} x2={x + 5} y1={y} y2={y} />
      <line x1={x} x2={x} y1={y - 5} y2={y + 5} />
      <text x={x + 6} y={y - 15} fontSize={letter} fill="var(--blue)" stroke="none">
        {mark.words}
      </text>
    </g>
  )
}
