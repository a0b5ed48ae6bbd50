'use client'

import { type KeyboardEvent, memo, useId } from 'react'
import { type Mark, type Scene, type Tone } from '@/core/ground/scene'

const INKS: Readonly<Record<Tone, string>> = {
  none: 'none',
  sheet: 'var(--sheet)',
  ink: 'var(--ink)',
  soft: 'var(--soft)',
  faint: 'var(--faint)',
  up: 'var(--up)',
  side: 'var(--side)',
  front: 'var(--front)',
  raw: 'var(--raw)',
  tint: 'var(--tint)',
  blue: 'var(--blue)',
  red: 'var(--red)',
  ochre: 'var(--ochre)',
  green: 'var(--green)',
  steel: 'var(--steel)',
  hatch: 'var(--hatch)',
  dark: 'var(--hole)',
  yellow: 'var(--yellow)',
}

const DASHES = { hidden: '5 4', centre: '12 3 2 3' } as const

interface SceneSvgProps {
  readonly scene: Scene
  readonly title: string
  /** Names whose marks are lit. */
  readonly lit?: ReadonlySet<string> | undefined
  readonly onPick?: ((ref: string) => void) | undefined
  readonly onPoint?: ((ref: string | undefined) => void) | undefined
  readonly className?: string | undefined
}

/** Draws a scene; marks with a name can be pointed at and picked. */
export const SceneSvg = memo(function SceneSvg({
  className,
  lit,
  onPick,
  onPoint,
  scene,
  title,
}: SceneSvgProps) {
  const id = useId()
  const fillOf = (tone: Tone): string =>
    tone === 'raw' ? `url(#${id}raw)` : tone === 'hatch' ? `url(#${id}hatch)` : INKS[tone]
  return (
    <svg
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      className={className}
      {...(title === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': title })}
      style={{ maxWidth: '100%' }}
    >
      <defs>
        <pattern id={`${id}raw`} width="7" height="7" patternUnits="userSpaceOnUse">
          <rect width="7" height="7" fill="var(--raw)" />
          <circle cx="1.5" cy="1.5" r="0.9" fill="var(--raw-dot)" />
          <circle cx="5" cy="5" r="0.9" fill="var(--raw-dot)" />
        </pattern>
        <pattern
          id={`${id}hatch`}
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="9" height="9" fill="var(--hatch)" />
          <line x1="0" y1="0" x2="0" y2="9" stroke="var(--hatch-line)" strokeWidth="1" />
        </pattern>
      </defs>
      {scene.marks.map((mark, i) => (
        <MarkShape
          key={i}
          mark={mark}
          isLit={mark.ref !== undefined && (lit?.has(mark.ref) ?? false)}
          fillOf={fillOf}
          onPick={onPick}
          onPoint={onPoint}
        />
      ))}
    </svg>
  )
})

interface MarkShapeProps {
  readonly mark: Mark
  readonly isLit: boolean
  readonly fillOf: (tone: Tone) => string
  readonly onPick: SceneSvgProps['onPick']
  readonly onPoint: SceneSvgProps['onPoint']
}

function MarkShape({ fillOf, isLit, mark, onPick, onPoint }: MarkShapeProps) {
  const ref = mark.ref
  const hands =
    ref === undefined
      ? {}
      : {
          ...(onPick
            ? {
                onClick: () => onPick(ref),
                style: { cursor: 'pointer' },
                onKeyDown: (event: KeyboardEvent) => event.key === 'Enter' && onPick(ref),
              }
            : {}),
          ...(onPoint
            ? { onPointerEnter: () => onPoint(ref), onPointerLeave: () => onPoint(undefined) }
            : {}),
          'data-ref': ref,
        }
  if (mark.kind === 'words') {
    return (
      <text
        x={mark.x}
        y={mark.y}
        fontSize={mark.size}
        textAnchor={mark.anchor}
        fill={isLit ? 'var(--blue)' : INKS[mark.ink]}
        fontWeight={mark.bold ? 700 : 400}
        fontFamily={mark.figures ? 'var(--font-mono)' : undefined}
        transform={mark.upright ? `rotate(-90 ${mark.x} ${mark.y})` : undefined}
        paintOrder="stroke"
        stroke="var(--sheet)"
        strokeWidth={mark.figures ? 4 : 0}
        {...hands}
      >
        {mark.text}
      </text>
    )
  }
  if (mark.kind === 'area') {
    // A hair higher than they are, so that no seam shows between rows.
    const high = (mark.height + 0.3).toFixed(2)
    const path = mark.runs
      .map(
        ([x, y, long]) =>
          `M${x.toFixed(1)} ${y.toFixed(1)}h${long.toFixed(1)}v${high}h-${long.toFixed(1)}z`,
      )
      .join('')
    return (
      <path d={path} fill={isLit ? 'var(--tint)' : fillOf(mark.fill)} stroke="none" {...hands} />
    )
  }
  const points = mark.points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')
  // A line of its own filling only closes the seam to its neighbour; it is no outline.
  const isSeam = mark.closed && mark.stroke === mark.fill && mark.width < 1
  const common = {
    points,
    stroke: isLit && mark.stroke !== 'none' && !isSeam ? 'var(--blue)' : INKS[mark.stroke],
    strokeWidth: isLit && !isSeam ? mark.width + 1.2 : mark.width,
    strokeDasharray: mark.dash ? DASHES[mark.dash] : undefined,
    strokeLinejoin: 'round' as const,
    className: 'lit',
    ...hands,
  }
  if (!mark.closed) return <polyline fill="none" {...common} />
  const fill =
    isLit && (mark.fill === 'none' || mark.fill === 'raw')
      ? 'var(--tint)'
      : isLit && (mark.fill === 'blue' || mark.fill === 'red')
        ? 'var(--yellow)'
        : fillOf(mark.fill)
  return <polygon fill={fill} {...common} />
}
